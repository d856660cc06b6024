<script setup lang="ts">
import { onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { BarController, BarElement, CategoryScale, Chart, LinearScale, Tooltip } from 'chart.js'
import type { RunColumn } from '@parrot/contract'

/** The last runs, oldest first: how many scripts passed and failed in each. */
const props = defineProps<{ runs: readonly RunColumn[] }>()
const canvas = ref<HTMLCanvasElement>()
let chart: Chart | undefined

Chart.register(BarController, BarElement, CategoryScale, LinearScale, Tooltip)

const BARS = [
  ['passed', '--accent'],
  ['failed', '--brick'],
] as const

function draw(): void {
  if (!canvas.value) return
  chart?.destroy()
  const colour = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim()
  const shown = [...props.runs].reverse()
  chart = new Chart(canvas.value, {
    type: 'bar',
    data: {
      labels: shown.map(({ revision }) => `revision ${revision}`),
      datasets: BARS.map(([key, token]) => ({
        label: key,
        data: shown.map((run) => run[key]),
        backgroundColor: colour(token),
        maxBarThickness: 14,
      })),
    },
    options: {
      animation: false,
      maintainAspectRatio: false,
      scales: { x: { stacked: true, display: false }, y: { stacked: true, display: false, beginAtZero: true } },
    },
  })
}
onMounted(draw)
watch(() => props.runs.map(({ id }) => id).join(), draw)
onBeforeUnmount(() => chart?.destroy())

const inWords = (): string =>
  [...props.runs]
    .reverse()
    .map(({ revision, passed, total }) => `revision ${revision}: ${passed} of ${total}`)
    .join('; ')
</script>

<template>
  <figure class="runs">
    <div class="canvas">
      <canvas ref="canvas" role="img" :aria-label="`Passed in the last ${runs.length} runs. ${inWords()}`" />
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
.canvas {
  width: 130px;
  height: 32px;
}
</style>
