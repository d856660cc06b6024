<script setup lang="ts">
import { ElAutocomplete, ElButton, ElCheckboxButton, ElCheckboxGroup, ElTimePicker } from 'element-plus'
import type { DeskHours } from '@parrot/contract'

/** Hours of a week: lines of days with from when to when, and the time zone they are meant in. */
const hours = defineModel<DeskHours[]>('hours', { required: true })
const timeZone = defineModel<string>('timeZone', { required: true })

const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']
const ZONES = Intl.supportedValuesOf('timeZone').map((value) => ({ value }))
const zones = (typed: string, give: (found: typeof ZONES) => void) =>
  give(ZONES.filter(({ value }) => value.toLowerCase().includes(typed.toLowerCase())).slice(0, 30))

function add(): void {
  if (hours.value.length === 0) timeZone.value = Intl.DateTimeFormat().resolvedOptions().timeZone
  hours.value.push({ days: [0, 1, 2, 3, 4], from: '09:00', to: '17:00' })
}
const setSpan = (line: DeskHours, span: [string, string] | null) => span && ([line.from, line.to] = span)
</script>

<template>
  <div v-for="(line, at) in hours" :key="at" class="hours">
    <ElCheckboxGroup v-model="line.days" size="small" :aria-label="`Days, line ${at + 1}`">
      <ElCheckboxButton v-for="(day, number) in DAYS" :key="day" :value="number">{{ day }}</ElCheckboxButton>
    </ElCheckboxGroup>
    <ElTimePicker
      :model-value="[line.from, line.to]"
      is-range
      value-format="HH:mm"
      format="HH:mm"
      range-separator="–"
      size="small"
      :clearable="false"
      :aria-label="`From when to when, line ${at + 1}`"
      @update:model-value="setSpan(line, $event as [string, string] | null)"
    />
    <ElButton text size="small" @click="hours.splice(at, 1)">Take out</ElButton>
  </div>
  <div class="hours">
    <ElButton text size="small" @click="add">Add hours</ElButton>
    <span v-if="hours.length" class="zone"
      >in <ElAutocomplete v-model="timeZone" :fetch-suggestions="zones" size="small" aria-label="Time zone"
    /></span>
  </div>
</template>

<style scoped>
.hours,
.zone {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--gap-2);
}
.zone {
  flex-wrap: nowrap;
}
.zone :deep(.el-autocomplete) {
  width: 200px;
}
.hours {
  margin-bottom: var(--gap-2);
}
.hours :deep(.el-date-editor) {
  width: 170px;
  flex: none;
}
</style>
