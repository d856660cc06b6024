<script setup lang="ts">
import { computed } from 'vue'
import { ElButton } from 'element-plus'
import type { DebriefQuestion, DebriefState } from '@parrot/contract'
import { count, percent } from '../shared/when'

/** What conversations told of one question: each answer with how often it came, leading to those that gave it. */
const props = defineProps<{ question: DebriefQuestion; result: DebriefState['results'][number] }>()
defineEmits<{ open: [value: string] }>()
const all = computed(() => props.result.values.reduce((sum, { times }) => sum + times, 0))
const wordsFor = (value: string) => (value === '' ? 'not told' : value)
</script>

<template>
  <section>
    <h2>{{ question.question }}</h2>
    <p v-if="all === 0" class="small soft">No conversation was asked yet.</p>
    <p v-if="result.average !== null" class="small soft">
      On average {{ count(Math.round(result.average * 100) / 100) }}.
    </p>
    <ul class="bare-list">
      <li v-for="{ value, times } in result.values" :key="value">
        <span class="value" :class="{ soft: value === '' }" dir="auto">{{ wordsFor(value) }}</span>
        <span class="bar" aria-hidden="true"><span :style="{ width: `${(100 * times) / all}%` }" /></span>
        <span class="number"
          >{{ count(times) }} <span class="soft">{{ percent(times / all) }}</span></span
        >
        <ElButton text size="small" :aria-label="`Read those: ${wordsFor(value)}`" @click="$emit('open', value)"
          >Read</ElButton
        >
      </li>
    </ul>
  </section>
</template>

<style scoped>
section {
  padding: var(--gap-3) 0;
  border-top: 1px solid var(--line);
}
h2 {
  font: 600 var(--text-lead) / 1.3 var(--serif);
}
li {
  display: grid;
  grid-template-columns: minmax(90px, 220px) minmax(40px, 1fr) 90px 60px;
  align-items: center;
  gap: var(--gap-3);
}
.value {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.bar {
  height: 10px;
  background: var(--line);
  border-radius: var(--radius);
  overflow: hidden;
}
.bar span {
  display: block;
  height: 100%;
  background: var(--accent);
}
.number {
  text-align: end;
}
</style>
