import { figureWithUnit, type InsertOf } from '@parrot/contract'
import { element } from '../dom'
import { drawTable } from './draw'
import type { InsertWords } from './words'

/** Colours of series that can be told apart also without colour by their order and their lightness. */
const COLOURS = ['#1f6f5c', '#c4701f', '#4a6fa5', '#8a5a83', '#6b7f3a', '#a3423a', '#3f8f9b', '#7a6a52']
const LONG_LABEL = 14

/** A chart, and the same as a table for who wants its figures or does not see it. */
export function drawChart(chart: InsertOf<'chart'>, words: InsertWords): Node[] {
  const canvas = element('canvas')
  canvas.setAttribute('role', 'img')
  canvas.setAttribute('aria-label', `${chart.title}: ${chart.series.map(({ name }) => name).join(', ')}`)
  const frame = element('div', 'insert-canvas')
  const isLying = chart.shape === 'bars' && chart.labels.some((label) => label.length > LONG_LABEL)
  // Lying bars need room for each of them.
  if (isLying) frame.style.height = `${Math.max(160, 60 + chart.labels.length * (10 + 12 * chart.series.length))}px`
  frame.append(canvas)
  void plot(canvas, chart, isLying)
  const table = element('details')
  table.append(
    element('summary', '', words.asTable),
    drawTable({
      title: '',
      columns: ['', ...chart.series.map(({ name }) => name)],
      rows: chart.labels.map((label, at) => [
        label,
        ...chart.series.map(({ values }) => figureWithUnit(values[at] ?? null, chart.unit)),
      ]),
    }),
  )
  return [...(chart.title ? [element('p', 'insert-title', chart.title)] : []), frame, table]
}

/** Drawing is fetched only by who is shown a chart. */
async function plot(canvas: HTMLCanvasElement, chart: InsertOf<'chart'>, isLying: boolean): Promise<void> {
  const {
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
  } = await import('chart.js')
  Chart.register(BarController, BarElement, CategoryScale, Legend, LinearScale)
  Chart.register(LineController, LineElement, PointElement, Tooltip)
  if (!canvas.isConnected) await new Promise((resolve) => requestAnimationFrame(resolve))
  if (!canvas.isConnected) return
  const { color, fontFamily } = getComputedStyle(canvas)
  const figures = {
    beginAtZero: true,
    ticks: {
      color,
      font: { family: fontFamily },
      maxTicksLimit: 6,
      callback: (value: number | string) => figureWithUnit(Number(value), chart.unit),
    },
    grid: { color: 'rgb(128 128 128 / 0.25)' },
  }
  const names = { ticks: { color, font: { family: fontFamily }, autoSkip: !isLying }, grid: { display: false } }
  new Chart(canvas, {
    type: chart.shape === 'bars' ? 'bar' : 'line',
    data: {
      labels: chart.labels,
      datasets: chart.series.map(({ name, values }, at) => ({
        label: name,
        data: values,
        backgroundColor: COLOURS[at],
        borderColor: COLOURS[at]!,
        borderWidth: chart.shape === 'bars' ? 0 : 2,
        maxBarThickness: 22,
      })),
    },
    options: {
      indexAxis: isLying ? 'y' : 'x',
      animation: false,
      maintainAspectRatio: false,
      scales: isLying ? { x: figures, y: names } : { x: names, y: figures },
      plugins: {
        legend: {
          display: chart.series.length > 1,
          position: 'bottom',
          labels: { color, boxWidth: 12, boxHeight: 12, font: { family: fontFamily } },
        },
        tooltip: {
          callbacks: { label: ({ dataset, raw }) => `${dataset.label}: ${figureWithUnit(Number(raw), chart.unit)}` },
        },
      },
    },
  })
}
