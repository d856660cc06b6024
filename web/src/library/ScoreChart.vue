<script setup lang="ts">
import { onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { CategoryScale, Chart, LinearScale, LineController, LineElement, PointElement, Tooltip } from 'chart.js'
import type { QuestionSet } from '@parrot/contract'
import { ago, percent } from '../shared/when'

/** The scores of the question set over the states of the library it was looked at in. */
const props = defineProps<{ history: QuestionSet['history'] }>()
const canvas = ref<HTMLCanvasElement>()
let chart: Chart | undefined

Chart.register(CategoryScale, LinearScale, LineController, LineElement, PointElement, Tooltip)

const LINES = [
  ['hit1', 'found first', '--accent'],
  ['hit5', 'in the first five', '--warm'],
] as const

function draw(): void {
  if (!canvas.value) return
  chart?.destroy()
  const colour = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim()
  chart = new Chart(canvas.value, {
    type: 'line',
    data: {
      labels: props.history.map((each) => ago(each.at)),
      datasets: LINES.map(([key, label, token]) => ({
        label,
        data: props.history.map((each) => Math.round(each[key] * 100)),
        borderColor: colour(token),
        backgroundColor: colour(token),
        borderWidth: 2,
        pointRadius: 3,
        tension: 0,
        clip: false as const,
      })),
    },
    options: {
      animation: false,
      maintainAspectRatio: false,
      scales: {
        y: {
          min: 0,
          max: 100,
          ticks: { stepSize: 50, callback: (value) => percent(Number(value) / 100) },
          grid: { color: colour('--line') },
        },
        x: { ticks: { display: false }, grid: { display: false } },
      },
      plugins: {
        tooltip: { callbacks: { label: (item) => `${item.dataset.label}: ${percent(Number(item.raw) / 100)}` } },
      },
    },
  })
}
onMounted(draw)
watch(() => props.history, draw)
onBeforeUnmount(() => chart?.destroy())
</script>

<template>
  <figure>
    <div class="canvas">
      <canvas ref="canvas" role="img" :aria-label="`Scores of ${history.length} states of the library, oldest first`" />
    </div>
    <figcaption class="small soft">
      <span><i class="one" /> found first</span><span><i class="five" /> in the first five</span>oldest state of the
      library on the left
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: var(--gap-2) 0 var(--gap-3);
}
.canvas {
  height: 110px;
}
figcaption i {
  display: inline-block;
  width: 14px;
  height: 3px;
  vertical-align: middle;
}
figcaption span {
  margin-right: var(--gap-4);
}
.one {
  background: var(--accent);
}
.five {
  background: var(--warm);
}
</style>
