<script setup lang="ts">
import type { Release } from '@parrot/contract'

/** What changed since the last edition, brief and library, in the designer's words. */
defineProps<{ release: Release; agentId: string }>()
const SIGNS = { added: '+', removed: '−', changed: '~' } as const
const WORDS = { added: 'added', removed: 'removed', changed: 'changed' } as const
</script>

<template>
  <template v-if="release.briefChanges.length">
    <h2>Brief</h2>
    <ul class="bare-list">
      <li v-for="(change, at) in release.briefChanges" :key="at">
        <span class="sign" :class="change.kind"
          ><span aria-hidden="true">{{ SIGNS[change.kind] }}</span
          ><span class="sr">{{ WORDS[change.kind] }}</span></span
        >
        <RouterLink class="name" :to="{ name: 'brief', params: { id: agentId }, query: { field: change.field } }">{{
          change.label
        }}</RouterLink>
        <span class="text" dir="auto">
          <del v-if="change.kind !== 'added'">{{ change.before }}</del>
          {{ ' ' }}
          <ins v-if="change.kind !== 'removed'" :class="{ plain: change.kind === 'added' }">{{ change.after }}</ins>
        </span>
      </li>
    </ul>
  </template>
  <template v-if="release.sourceChanges.length">
    <h2>Library</h2>
    <ul class="bare-list">
      <li v-for="change in release.sourceChanges" :key="change.sourceId">
        <span class="sign" :class="change.kind"
          ><span aria-hidden="true">{{ SIGNS[change.kind] }}</span
          ><span class="sr">{{ WORDS[change.kind] }}</span></span
        >
        <span class="name">{{ change.title }}</span>
        <span class="text soft">{{ change.detail }}</span>
      </li>
    </ul>
  </template>
</template>

<style scoped>
h2 {
  margin: var(--gap-4) 0 var(--gap-2);
  padding-bottom: var(--gap-1);
  border-bottom: 1px solid var(--line);
}
li {
  display: grid;
  grid-template-columns: 18px 190px minmax(0, 1fr);
  gap: var(--gap-2);
  padding: var(--gap-1) 0;
  align-items: baseline;
}
.sign {
  font-weight: 700;
  color: var(--soft);
}
.sign.added {
  color: var(--accent-deep);
}
.sign.removed {
  color: var(--brick);
}
.name {
  font-weight: 700;
  overflow-wrap: anywhere;
}
.text {
  font: var(--text-read) / 1.45 var(--serif);
  overflow-wrap: anywhere;
  white-space: pre-line;
}
del {
  color: var(--soft);
}
ins {
  text-decoration: none;
  background: var(--straw);
}
ins.plain {
  background: none;
}
@media (width < 960px) {
  li {
    grid-template-columns: 18px minmax(0, 1fr);
  }
  .text {
    grid-column: 2;
  }
}
</style>
