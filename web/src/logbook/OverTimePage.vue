<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { ElButton, ElDatePicker, ElTable, ElTableColumn } from 'element-plus'
import type { Outlet, OverTime } from '@parrot/contract'
import { get } from '../api/client'
import { useAgent } from '../frame/agentStore'
import ChoiceField from '../shared/ChoiceField.vue'
import EmptyNote from '../shared/EmptyNote.vue'
import WhenLoaded from '../shared/WhenLoaded.vue'
import { useLoaded } from '../shared/load'
import SeriesChart from '../shared/SeriesChart.vue'
import { count, percent, shortDay } from '../shared/when'
import { useTry } from '../try/tryStore'
import LogbookTabs from './LogbookTabs.vue'
import { daysBack, totalOf } from './overTime'

/** How it went by day, at each outlet, and with each edition. */
const route = useRoute()
const agents = useAgent()
const trying = useTry()
const agentId = computed(() => String(route.params.id))
const span = ref<[string, string]>(daysBack(30))
const outlet = ref('')
const outlets = ref<Outlet[]>([])
const places = computed(() => [
  ['', 'anywhere'] as const,
  ['own', 'on its own page'] as const,
  ...outlets.value.map(({ id, name }) => [id, name] as const),
])
const query = computed(() => {
  const zone = Intl.DateTimeFormat().resolvedOptions().timeZone
  const given = new URLSearchParams({ from: span.value[0], to: span.value[1], zone })
  if (outlet.value) given.set('outlet', outlet.value)
  return given
})
const told = useLoaded(() => get<OverTime>(`/api/agents/${agentId.value}/over-time?${query.value}`))
onMounted(async () => {
  await told.load()
  const listed = await get<{ outlets: Outlet[] }>(`/api/agents/${agentId.value}/outlets`).catch(() => undefined)
  outlets.value = listed?.outlets ?? []
})
watch([query, () => agents.ticks.logbook], told.load)

const SPANS = [
  [7, 'Week'],
  [30, 'Month'],
  [90, 'Quarter'],
  [365, 'Year'],
] as const
const days = computed(() => told.data.value?.days ?? [])
const labels = computed(() => days.value.map(({ day }) => shortDay(day)))
const total = computed(() => totalOf(days.value))
const row = (label: string, token: string, of: (day: OverTime['days'][number]) => number | null) => ({
  label,
  token,
  data: days.value.map(of),
})
const endings = computed(() => [
  row('answered', '--accent', (day) => day.answered),
  row('offered', '--warm', (day) => day.offered),
  row('unanswered', '--brick', (day) => day.unknown),
  row('other', '--part-a', (day) => day.other),
])
const visits = computed(() => [row('conversations', '--accent', (day) => day.conversations)])
const times = computed(() => [row('half answered within', '--warm', (day) => day.medianMs)])
const share = (part: number, whole: number) => (whole === 0 ? '–' : percent(part / whole))
const inMs = (value: number) => `${count(Math.round(value))} ms`
const FIGURES = computed(() => [
  ['conversations', count(total.value.conversations)],
  ['turns', count(total.value.turns)],
  ['answered', share(total.value.answered, total.value.turns)],
  ['offered', share(total.value.offered, total.value.turns)],
  ['unanswered', share(total.value.unknown, total.value.turns)],
  ['wanted a person', count(total.value.passedOn)],
  ['found helpful', `${count(total.value.liked)} : ${count(total.value.disliked)}`],
  ...(total.value.tokens > 0 ? [['tokens', count(total.value.tokens)] as const] : []),
])
</script>

<template>
  <div class="page over">
    <LogbookTabs :agent-id="agentId" />
    <div class="line">
      <ElDatePicker
        v-model="span"
        type="daterange"
        value-format="YYYY-MM-DD"
        format="D MMM YYYY"
        range-separator="to"
        :clearable="false"
        aria-label="Days"
      />
      <ElButton v-for="[many, name] in SPANS" :key="name" text size="small" @click="span = daysBack(many)">{{
        name
      }}</ElButton>
      <ChoiceField v-if="outlets.length" v-model="outlet" about="Where they came in" :options="places" />
    </div>
    <WhenLoaded v-slot="{ data }" :of="told" :rows="6">
      <EmptyNote
        v-if="total.turns === 0"
        title="Nobody came in these days"
        text="Choose other days above, or hand the agent out under Release."
      />
      <template v-else>
        <dl class="figures">
          <div v-for="[name, value] in FIGURES" :key="name">
            <dt class="small soft">{{ name }}</dt>
            <dd class="number">{{ value }}</dd>
          </div>
        </dl>
        <section>
          <h2>How turns ended</h2>
          <div class="chart high">
            <SeriesChart
              :labels="labels"
              :series="endings"
              kind="bars"
              has-legend
              has-labels
              about="How turns ended, by day"
            />
          </div>
        </section>
        <div class="two">
          <section>
            <h2>Conversations</h2>
            <div class="chart">
              <SeriesChart :labels="labels" :series="visits" kind="lines" about="Conversations by day" />
            </div>
          </section>
          <section>
            <h2>Half of the answers within</h2>
            <div class="chart">
              <SeriesChart
                :labels="labels"
                :series="times"
                kind="lines"
                :format="inMs"
                about="Median time of an answer by day"
              />
            </div>
          </section>
        </div>
        <section v-if="data.editions.length">
          <h2>By edition</h2>
          <ElTable :data="data.editions" row-key="edition">
            <ElTableColumn label="Edition" prop="edition" />
            <ElTableColumn label="Turns"
              ><template #default="{ row: each }">{{ count(each.turns) }}</template></ElTableColumn
            >
            <ElTableColumn label="Answered"
              ><template #default="{ row: each }">{{ share(each.answered, each.turns) }}</template></ElTableColumn
            >
            <ElTableColumn label="Offered"
              ><template #default="{ row: each }">{{ share(each.offered, each.turns) }}</template></ElTableColumn
            >
            <ElTableColumn label="Unanswered"
              ><template #default="{ row: each }">{{ share(each.unknown, each.turns) }}</template></ElTableColumn
            >
            <ElTableColumn label="Helpful"
              ><template #default="{ row: each }">{{ each.liked }} : {{ each.disliked }}</template></ElTableColumn
            >
            <ElTableColumn label="Half within"
              ><template #default="{ row: each }">{{
                each.medianMs === null ? '–' : inMs(each.medianMs)
              }}</template></ElTableColumn
            >
          </ElTable>
        </section>
        <section>
          <h2>Asked most</h2>
          <ol class="bare-list">
            <li v-for="each in data.questions" :key="each.text" class="asked">
              <span class="number">{{ count(each.times) }}</span>
              <span class="grow" dir="auto">{{ each.text }}</span>
              <ElButton text size="small" @click="trying.ask(each.text)">Ask the draft</ElButton>
            </li>
          </ol>
        </section>
      </template>
    </WhenLoaded>
  </div>
</template>

<style scoped>
.over {
  padding-top: var(--gap-2);
}
.line {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--gap-1);
  margin: var(--gap-3) 0;
}
.line :deep(.el-date-editor) {
  flex: none;
  width: 280px;
}
.figures {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-3) var(--gap-6);
  margin: 0 0 var(--gap-4);
}
dd {
  margin: 0;
  font: 600 var(--text-title) / 1.2 var(--serif);
}
section {
  margin-bottom: var(--gap-5);
}
.chart {
  height: 140px;
}
.high {
  height: 240px;
}
.two {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(280px, 1fr));
  gap: var(--gap-5);
}
.asked {
  display: flex;
  align-items: baseline;
  gap: var(--gap-3);
  border-top: 1px solid var(--line);
}
.asked .number {
  min-width: 40px;
  text-align: end;
}
</style>
