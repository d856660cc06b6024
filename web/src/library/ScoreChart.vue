<script setup lang="ts">
import { computed } from 'vue'
import type { QuestionSet } from '@parrot/contract'
import SeriesChart from '../shared/SeriesChart.vue'
import { ago, percent } from '../shared/when'

/** The scores of the question set over the states of the library it was looked at in. */
const props = defineProps<{ history: QuestionSet['history'] }>()
const LINES = [
  ['hit1', 'found first', '--accent'],
  ['hit5', 'in the first five', '--warm'],
] as const
const labels = computed(() => props.history.map((each) => ago(each.at)))
const series = computed(() =>
  LINES.map(([key, label, token]) => ({ label, token, data: props.history.map((each) => each[key]) })),
)
</script>

<template>
  <figure>
    <div class="chart">
      <SeriesChart
        :labels="labels"
        :series="series"
        kind="lines"
        has-legend
        :most="1"
        :format="percent"
        :about="`Scores of ${history.length} states of the library, oldest first`"
      />
    </div>
    <figcaption class="small soft">oldest state of the library on the left</figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: var(--gap-2) 0 var(--gap-3);
}
.chart {
  height: 140px;
}
</style>
