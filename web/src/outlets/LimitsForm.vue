<script setup lang="ts">
import { computed } from 'vue'
import { ElCheckbox, ElCheckboxGroup, ElInput, ElInputNumber } from 'element-plus'
import type { Outlet } from '@parrot/contract'
import SeriesChart from '../shared/SeriesChart.vue'
import { count, shortDay } from '../shared/when'

/** How much an outlet answers, what it took so far, and what of it is kept. */
const outlet = defineModel<Outlet>({ required: true })
const LIMITS = [
  ['turnsPerDay', 'questions a day'],
  ['turnsPerMonth', 'questions a month'],
  ['turnsPerConversation', 'questions in one conversation'],
  ['tokensPerMonth', 'tokens of an outside model a month'],
] as const
const isLimited = computed(() => LIMITS.some(([name]) => outlet.value[name] !== null))
const labels = computed(() => outlet.value.days.map(({ day }) => shortDay(day)))
const turns = computed(() => [
  { label: 'questions', token: '--accent', data: outlet.value.days.map((day) => day.turns) },
])
const tokens = computed(() => outlet.value.days.reduce((sum, day) => sum + day.tokens, 0))
</script>

<template>
  <h2>Limits</h2>
  <div v-for="[name, text] in LIMITS" :key="name" class="form-line">
    <span class="label">{{ name === 'turnsPerDay' ? 'At most' : '' }}</span>
    <span class="acts">
      <ElInputNumber
        v-model="outlet[name]"
        :min="1"
        :max="100000000"
        :value-on-clear="null"
        controls-position="right"
        placeholder="no limit"
        :aria-label="`Most ${text}`"
      />
      {{ text }}
      <span v-if="name === 'turnsPerDay'" class="soft">({{ count(outlet.turnsToday) }} so far today)</span>
    </span>
  </div>
  <label v-if="isLimited" class="form-line"
    ><span class="label">Then it says</span
    ><ElInput v-model="outlet.usedUpMessage" maxlength="300" placeholder="Enough was asked here for today."
  /></label>
  <div class="form-line">
    <span class="label">Longest line</span>
    <span class="acts"
      ><ElInputNumber
        v-model="outlet.longestLine"
        :min="20"
        :max="5000"
        controls-position="right"
        aria-label="Longest line, in characters"
      />
      characters</span
    >
  </div>
  <template v-if="outlet.days.length">
    <p class="small soft">
      The last thirty days<template v-if="tokens > 0">, {{ count(tokens) }} tokens of an outside model</template>
    </p>
    <div class="chart">
      <SeriesChart :labels="labels" :series="turns" kind="bars" has-labels about="Questions by day" />
    </div>
  </template>
  <h2>Keeping</h2>
  <div class="form-line">
    <span class="label">Erases after</span>
    <span class="acts"
      ><ElInputNumber
        v-model="outlet.keepDays"
        :min="1"
        :max="3650"
        :value-on-clear="null"
        controls-position="right"
        placeholder="never"
        aria-label="Days after which conversations are erased"
      />
      days, with what their visitors told</span
    >
  </div>
  <div class="form-line">
    <span class="label">Never keeps</span>
    <div>
      <ElCheckboxGroup v-model="outlet.masks" aria-label="What is made unreadable">
        <ElCheckbox value="email">mail addresses</ElCheckbox>
        <ElCheckbox value="phone">phone numbers</ElCheckbox>
        <ElCheckbox value="card">card numbers</ElCheckbox>
      </ElCheckboxGroup>
      <p class="small soft">
        They are made unreadable before a line is kept. What the form or a duty asks for is kept.
      </p>
    </div>
  </div>
</template>

<style scoped>
h2 {
  margin: var(--gap-5) 0 var(--gap-2);
}
.chart {
  height: 110px;
}
.el-checkbox-group {
  display: flex;
  flex-wrap: wrap;
  gap: 0 var(--gap-4);
}
</style>
