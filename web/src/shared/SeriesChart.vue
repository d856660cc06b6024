<script setup lang="ts">
import { onBeforeUnmount, onMounted, ref, watch } from 'vue'
import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  Legend,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
} from 'chart.js'

/** One row of numbers of a chart. `token` names its colour in the tokens. */
export interface Series {
  readonly label: string
  readonly token: string
  readonly data: readonly (number | null)[]
}

/** Rows of numbers as stacked bars or as lines, drawn in our own colours. What it shows is told in words beside it. */
const props = defineProps<{
  labels: readonly string[]
  series: readonly Series[]
  /** What is to be seen, for those who do not see it. */
  about: string
  kind: 'bars' | 'lines'
  /** Bars lie, one below the other. */
  isLying?: boolean
  /** Without axes and legend: a mere trace. */
  isBare?: boolean
  /** Axis and numbers without a legend, where the text beside it names the rows. */
  hasLegend?: boolean
  /** Labels stand along the axis; otherwise only where one points. */
  hasLabels?: boolean
  most?: number
  format?: (value: number) => string
}>()
const canvas = ref<HTMLCanvasElement>()
let chart: Chart | undefined

Chart.register(BarController, BarElement, CategoryScale, Legend, LinearScale)
Chart.register(LineController, LineElement, PointElement, Tooltip)

const WIDEST_BAR = 14

function draw(): void {
  if (!canvas.value) return
  chart?.destroy()
  const colour = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim()
  Chart.defaults.color = colour('--ink')
  Chart.defaults.font.family = colour('--sans')
  const isStacked = props.kind === 'bars'
  const said = (value: number) => props.format?.(value) ?? String(value)
  const values = {
    stacked: isStacked,
    display: !props.isBare,
    beginAtZero: true,
    ...(props.most === undefined ? {} : { max: props.most }),
    ticks: { precision: 0, maxTicksLimit: 5, callback: (value: number | string) => said(Number(value)) },
    grid: { color: colour('--line') },
  }
  const names = {
    stacked: isStacked,
    display: !props.isBare,
    grid: { display: false },
    ticks: { display: props.isLying || props.hasLabels === true, autoSkip: !props.isLying, maxRotation: 0 },
  }
  chart = new Chart(canvas.value, {
    type: isStacked ? 'bar' : 'line',
    data: {
      labels: [...props.labels],
      datasets: props.series.map(({ label, token, data }) => ({
        label,
        data: [...data],
        backgroundColor: colour(token),
        borderColor: colour(token),
        ...(isStacked
          ? { maxBarThickness: WIDEST_BAR }
          : { borderWidth: 2, pointRadius: 2, tension: 0, clip: false as const, spanGaps: true }),
      })),
    },
    options: {
      indexAxis: props.isLying ? 'y' : 'x',
      animation: false,
      maintainAspectRatio: false,
      interaction: { mode: 'index', intersect: false, axis: props.isLying ? 'y' : 'x' },
      scales: props.isLying ? { x: values, y: names } : { x: names, y: values },
      plugins: {
        legend: { display: props.hasLegend === true, position: 'bottom', labels: { boxWidth: 12, boxHeight: 12 } },
        tooltip: { callbacks: { label: (item) => `${item.dataset.label}: ${said(Number(item.raw))}` } },
      },
    },
  })
}
onMounted(draw)
watch(() => JSON.stringify([props.labels, props.series]), draw)
onBeforeUnmount(() => chart?.destroy())
</script>

<template>
  <div class="canvas"><canvas ref="canvas" role="img" :aria-label="about" /></div>
</template>

<style scoped>
/* How high it is, is said by where it stands. */
.canvas {
  position: relative;
  height: 100%;
}
</style>
