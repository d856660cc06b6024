<script setup lang="ts">
import { ElButton, ElProgress } from 'element-plus'
import { computed } from 'vue'
import type { StudyResult } from '@parrot/contract'
import ReplyText from '../shared/ReplyText.vue'

/** Which checks hold when lines are said otherwise, and the worst of what fell. */
const props = defineProps<{ result: Extract<StudyResult, { kind: 'stress' }> }>()
const emit = defineEmits<{ script: [scriptId: string] }>()
const rows = computed(() =>
  [...props.result.rows]
    .map((row) => ({ ...row, percent: row.checks === 0 ? 100 : Math.round((100 * row.held) / row.checks) }))
    .sort((a, b) => a.percent - b.percent),
)
</script>

<template>
  <ul class="bare-list rows">
    <li v-for="row in rows" :key="row.name">
      <span>{{ row.label }}</span>
      <ElProgress :percentage="row.percent" :show-text="false" :aria-label="`${row.label}: checks that hold`" />
      <span class="number small">{{ row.held }} of {{ row.checks }} checks hold</span>
    </li>
  </ul>
  <p v-if="result.worst.length === 0" class="soft">Every check held, whichever way the lines were said.</p>
  <template v-else>
    <h3>What fell first</h3>
    <ol class="plain-rows">
      <li v-for="(fallen, at) in result.worst" :key="at">
        <p class="said">{{ fallen.otherwise }}</p>
        <p class="small soft">{{ fallen.rewording }}, of “{{ fallen.said }}”</p>
        <ReplyText class="reply" :reply="fallen.reply" :against="fallen.before" />
        <p v-for="reason in fallen.reasons" :key="reason" class="small wrong">✕ {{ reason }}</p>
        <ElButton link size="small" @click="emit('script', fallen.scriptId)">Open “{{ fallen.title }}”</ElButton>
      </li>
    </ol>
  </template>
</template>

<style scoped>
.rows {
  max-width: 720px;
  margin: var(--gap-4) 0;
}
.rows li {
  display: grid;
  grid-template-columns: 190px 1fr 150px;
  gap: var(--gap-3);
  align-items: center;
  padding: var(--gap-1) 0;
}
.said {
  font-weight: 700;
  overflow-wrap: anywhere;
}
.said::before {
  content: '› ';
  color: var(--accent);
}
.reply {
  font-size: var(--text-lead);
  margin: var(--gap-1) 0;
}
@media (width < 720px) {
  .rows li {
    grid-template-columns: 1fr;
    gap: 2px;
  }
}
</style>
