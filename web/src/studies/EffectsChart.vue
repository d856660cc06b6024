<script setup lang="ts">
import { computed } from 'vue'
import type { StudyResult } from '@parrot/contract'
import SeriesChart from '../shared/SeriesChart.vue'

/** How many scripts each line of the brief moves when it is left out. */
type Effects = Extract<StudyResult, { kind: 'effects' }>['effects']
const props = defineProps<{ effects: Effects }>()

const MOST_SHOWN = 20
const ROW_PX = 26
const LONGEST_LABEL = 42
const BARS = [
  ['broken', 'breaks', '--brick'],
  ['mended', 'mends', '--accent'],
  ['reworded', 'rewords', '--part-a'],
] as const
const shown = computed(() => props.effects.slice(0, MOST_SHOWN))
const labels = computed(() =>
  shown.value.map(({ text }) => (text.length > LONGEST_LABEL ? `${text.slice(0, LONGEST_LABEL)}…` : text)),
)
const series = computed(() =>
  BARS.map(([key, label, token]) => ({ label, token, data: shown.value.map((effect) => effect[key].length) })),
)
</script>

<template>
  <div class="chart" :style="{ height: `${shown.length * ROW_PX + 80}px` }">
    <SeriesChart
      :labels="labels"
      :series="series"
      kind="bars"
      is-lying
      has-legend
      :about="`Scripts moved by each of ${effects.length} lines of the brief; the list below says the same`"
    />
  </div>
</template>

<style scoped>
.chart {
  max-width: 860px;
  margin-bottom: var(--gap-4);
}
</style>
