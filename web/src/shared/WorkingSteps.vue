<script setup lang="ts">
import { ElButton } from 'element-plus'
import type { Working } from '@parrot/contract'

/** How an answer was made, step by step; passages and brief lines can be opened. */
defineProps<{ workings: readonly Working[] }>()
defineEmits<{ passage: [sourceId: string, passageId: string]; field: [field: string] }>()

/** A turn kept from before steps had titles is told by their names. */
const titleOf = ({ step, title }: Working) => title ?? step[0]!.toUpperCase() + step.slice(1)
const milliseconds = (took: number) => (took < 1 ? '< 1 ms' : `${Math.round(took)} ms`)
</script>

<template>
  <ol class="bare-list steps">
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
            <ElButton
              v-if="detail.passageId && detail.sourceId"
              link
              @click="$emit('passage', detail.sourceId, detail.passageId)"
            >
              {{ detail.text }}
            </ElButton>
            <ElButton v-else-if="detail.field" link @click="$emit('field', detail.field)">
              {{ detail.text }}
            </ElButton>
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
  font-size: var(--text-ui);
  counter-reset: step;
}
li {
  counter-increment: step;
  padding: var(--gap-2) 0 var(--gap-2) var(--gap-5);
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
  gap: var(--gap-3);
  align-items: baseline;
}
.summary {
  flex: 1;
  color: var(--soft);
}
.took {
  color: var(--faint);
  font-size: var(--text-small);
  white-space: nowrap;
}
dl {
  margin: var(--gap-1) 0 0;
}
dl > div {
  display: grid;
  grid-template-columns: 120px 1fr;
  gap: var(--gap-3);
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
</style>
