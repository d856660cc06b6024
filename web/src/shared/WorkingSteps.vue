<script setup lang="ts">
import type { Working } from '@parrot/contract'

/** How an answer was made, step by step; passages and brief lines can be opened. */
defineProps<{ workings: readonly Working[] }>()
defineEmits<{ passage: [sourceId: string, passageId: string]; field: [field: string] }>()

/** A turn kept from before steps had titles is told by their names. */
const titleOf = ({ step, title }: Working) => title ?? step[0]!.toUpperCase() + step.slice(1)
const milliseconds = (took: number) => (took < 1 ? '< 1 ms' : `${Math.round(took)} ms`)
</script>

<template>
  <ol class="steps">
    <li v-for="working in workings" :key="working.step">
      <div class="head">
        <strong>{{ titleOf(working) }}</strong>
        <span class="summary">{{ working.summary }}</span>
        <span class="took number">{{ milliseconds(working.tookMs) }}</span>
      </div>
      <dl v-if="working.details.length">
        <div
          v-for="(detail, at) in working.details"
          :key="at"
          :class="{ weak: /not backed|not called for/i.test(detail.label) }"
        >
          <dt>{{ detail.label }}</dt>
          <dd>
            <button
              v-if="detail.passageId && detail.sourceId"
              type="button"
              class="link"
              @click="$emit('passage', detail.sourceId, detail.passageId)"
            >
              {{ detail.text }}
            </button>
            <button v-else-if="detail.field" type="button" class="link" @click="$emit('field', detail.field)">
              {{ detail.text }}
            </button>
            <template v-else>{{ detail.text }}</template>
            <span v-for="words in detail.words" :key="words" class="words"
              >in the reply: <q>{{ words }}</q></span
            >
          </dd>
        </div>
      </dl>
    </li>
  </ol>
</template>

<style scoped>
.steps {
  list-style: none;
  margin: 0;
  padding: 0;
  font-size: 14px;
  counter-reset: step;
}
li {
  counter-increment: step;
  padding: 7px 0 7px 26px;
  position: relative;
  border-top: 1px solid var(--line);
}
li::before {
  content: counter(step);
  position: absolute;
  left: 2px;
  color: var(--faint);
  font-weight: 700;
}
.head {
  display: flex;
  gap: 10px;
  align-items: baseline;
}
.summary {
  flex: 1;
  color: var(--soft);
}
.took {
  color: var(--faint);
  font-size: 13px;
  white-space: nowrap;
}
dl {
  margin: 4px 0 0;
}
dl > div {
  display: grid;
  grid-template-columns: 120px 1fr;
  gap: 10px;
  padding: 1px 0;
}
dt {
  color: var(--soft);
}
dd {
  margin: 0;
  overflow-wrap: anywhere;
}
.words {
  display: block;
  color: var(--soft);
}
.words q {
  font-family: var(--serif);
  color: var(--ink);
}
.weak dt {
  color: var(--warm);
  font-weight: 700;
}
.link {
  background: none;
  border: 0;
  padding: 0;
  color: var(--accent-deep);
  text-decoration: underline;
  text-underline-offset: 2px;
  text-align: left;
  cursor: pointer;
}
</style>
