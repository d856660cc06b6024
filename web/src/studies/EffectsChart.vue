<script setup lang="ts">
import { onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { BarController, BarElement, CategoryScale, Chart, Legend, LinearScale, Tooltip } from 'chart.js'
import type { StudyResult } from '@parrot/contract'

/** How many scripts each line of the brief moves when it is left out. */
type Effects = Extract<StudyResult, { kind: 'effects' }>['effects']
const props = defineProps<{ effects: Effects }>()
const canvas = ref<HTMLCanvasElement>()
let chart: Chart | undefined

Chart.register(BarController, BarElement, CategoryScale, Legend, LinearScale, Tooltip)

const MOST_SHOWN = 20
const ROW_PX = 26
const LONGEST_LABEL = 42
const BARS = [
  ['broken', 'breaks', '--brick'],
  ['mended', 'mends', '--accent'],
  ['reworded', 'rewords', '--part-a'],
] as const

function draw(): void {
  if (!canvas.value) return
  chart?.destroy()
  const colour = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim()
  const shown = props.effects.slice(0, MOST_SHOWN)
  Chart.defaults.color = colour('--ink')
  Chart.defaults.font.family = colour('--sans')
  chart = new Chart(canvas.value, {
    type: 'bar',
    data: {
      labels: shown.map(({ text }) => (text.length > LONGEST_LABEL ? `${text.slice(0, LONGEST_LABEL)}…` : text)),
      datasets: BARS.map(([key, label, token]) => ({
        label,
        data: shown.map((effect) => effect[key].length),
        backgroundColor: colour(token),
        maxBarThickness: 14,
      })),
    },
    options: {
      indexAxis: 'y',
      animation: false,
      maintainAspectRatio: false,
      scales: {
        x: { stacked: true, ticks: { precision: 0 }, grid: { color: colour('--line') } },
        y: { stacked: true, grid: { display: false }, ticks: { autoSkip: false } },
      },
      plugins: { legend: { position: 'bottom', labels: { boxWidth: 12, boxHeight: 12 } } },
    },
  })
}
onMounted(draw)
watch(() => props.effects, draw)
onBeforeUnmount(() => chart?.destroy())
</script>

<template>
  <div class="canvas" :style="{ height: `${Math.min(effects.length, MOST_SHOWN) * ROW_PX + 80}px` }">
    <canvas
      ref="canvas"
      role="img"
      :aria-label="`Scripts moved by each of ${effects.length} lines of the brief; the list below says the same`"
    />
  </div>
</template>

<style scoped>
.canvas {
  max-width: 860px;
  margin-bottom: var(--gap-4);
}
</style>
