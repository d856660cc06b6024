<script setup lang="ts">
import { onBeforeUnmount, ref, watch } from 'vue'
import { Chart, Filler, LineElement, PointElement, RadarController, RadialLinearScale, Tooltip } from 'chart.js'
import type { MannerCard } from '@parrot/contract'

/** The profile of the samples: eight axes as a radar chart, and the same in figures to read. */
const props = defineProps<{ card: MannerCard }>()
Chart.register(RadarController, RadialLinearScale, PointElement, LineElement, Filler, Tooltip)
const canvas = ref<HTMLCanvasElement>()
let chart: Chart<'radar'> | undefined

/** A name in two lines, parted at the space nearest its middle. */
function inTwo(name: string): string[] {
  const spaces = [...name.matchAll(/ /g)].map((match) => match.index)
  const at = spaces.sort((a, b) => Math.abs(a - name.length / 2) - Math.abs(b - name.length / 2))[0]
  return at === undefined ? [name] : [name.slice(0, at), name.slice(at + 1)]
}

const colour = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim()

watch(
  () => [props.card, canvas.value] as const,
  ([card, element]) => {
    if (!element) return
    chart?.destroy()
    chart = new Chart(element, {
      type: 'radar',
      data: {
        // Long names stand on two lines, so that none is cut off.
        labels: card.axes.map((axis) => (axis.name.length > 12 ? inTwo(axis.name) : axis.name)),
        datasets: [
          {
            data: card.axes.map((axis) => axis.value),
            borderColor: colour('--accent'),
            backgroundColor: `${colour('--accent')}2e`,
            pointBackgroundColor: colour('--accent'),
            pointRadius: 2.5,
            borderWidth: 1.5,
          },
        ],
      },
      options: {
        animation: false,
        maintainAspectRatio: false,
        layout: { padding: 6 },
        plugins: {
          legend: { display: false },
          tooltip: { callbacks: { label: (item) => card.axes[item.dataIndex]?.figure ?? '' } },
        },
        scales: {
          r: {
            min: 0,
            max: 100,
            ticks: { display: false, stepSize: 25 },
            grid: { color: colour('--line') },
            angleLines: { color: colour('--line') },
            pointLabels: { color: colour('--soft'), font: { size: 12, family: colour('--sans') } },
          },
        },
      },
    })
  },
  { immediate: true, flush: 'post' },
)
onBeforeUnmount(() => chart?.destroy())
</script>

<template>
  <div v-if="card.profile" class="card">
    <div class="chart">
      <canvas ref="canvas" role="img" aria-label="Profile of the samples; the figures stand beside it" />
    </div>
    <dl>
      <div v-for="axis in card.axes" :key="axis.name">
        <dt>{{ axis.name }}</dt>
        <dd class="number">{{ axis.figure }}</dd>
      </div>
      <div v-if="card.profile.favourites.length">
        <dt>Favourite words</dt>
        <dd>{{ card.profile.favourites.map((each) => `${each.word} ${each.times}×`).join(', ') }}</dd>
      </div>
      <div v-if="card.profile.greeting || card.profile.signOff">
        <dt>Begins and ends</dt>
        <dd>{{ [card.profile.greeting, card.profile.signOff].filter(Boolean).join(' … ') }}</dd>
      </div>
      <div>
        <dt>Paragraphs</dt>
        <dd class="number">
          {{ card.profile.paragraphLength.toFixed(1) }} sentences, {{ Math.round(card.profile.bullets * 100) }} % list
          items
        </dd>
      </div>
    </dl>
  </div>
</template>

<style scoped>
.card {
  display: grid;
  grid-template-columns: 320px 1fr;
  gap: var(--gap-4);
  align-items: center;
  margin: var(--gap-2) 0 var(--gap-3);
}
.chart {
  position: relative;
  height: 270px;
}
dl {
  margin: 0;
  font-size: var(--text-ui);
}
dl div {
  display: grid;
  grid-template-columns: 132px 1fr;
  gap: var(--gap-3);
  padding: 2px 0;
}
dt {
  color: var(--soft);
}
dd {
  margin: 0;
}
@media (width < 720px) {
  .card {
    grid-template-columns: 1fr;
  }
}
</style>
