<script setup lang="ts">
import { computed } from 'vue'
import type { RunColumn } from '@parrot/contract'
import SeriesChart from '../shared/SeriesChart.vue'

/** The last runs, oldest first: how many scripts passed and failed in each. */
const props = defineProps<{ runs: readonly RunColumn[] }>()

const BARS = [
  ['passed', '--accent'],
  ['failed', '--brick'],
] as const
const shown = computed(() => [...props.runs].reverse())
const labels = computed(() => shown.value.map(({ revision }) => `revision ${revision}`))
const series = computed(() =>
  BARS.map(([label, token]) => ({ label, token, data: shown.value.map((run) => run[label]) })),
)
const inWords = computed(() =>
  shown.value.map(({ revision, passed, total }) => `revision ${revision}: ${passed} of ${total}`).join('; '),
)
</script>

<template>
  <figure class="runs">
    <div class="chart">
      <SeriesChart
        :labels="labels"
        :series="series"
        kind="bars"
        is-bare
        :about="`Passed in the last ${runs.length} runs. ${inWords}`"
      />
    </div>
    <figcaption class="small soft">last {{ runs.length }} runs</figcaption>
  </figure>
</template>

<style scoped>
.runs {
  display: flex;
  align-items: end;
  gap: var(--gap-2);
  margin: 0;
}
.chart {
  width: 130px;
  height: 32px;
}
</style>
