<script setup lang="ts">
import { computed } from 'vue'
import { ElCheckboxButton, ElCheckboxGroup, ElInput, ElTimePicker } from 'element-plus'
import type { Cue } from '@parrot/contract'
import { ruleFrom, weekOf } from './cue'

/** Days of the week at a time, or a recurrence written as one. */
const cue = defineModel<Extract<Cue, { kind: 'time' }>>({ required: true })
const week = computed(() => weekOf(cue.value.rule))
const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']
const setWeek = (part: { days?: number[]; time?: string }) => {
  const next = { ...week.value!, ...part }
  if (next.days.length > 0) cue.value.rule = ruleFrom(next)
}
</script>

<template>
  <div class="form-line">
    <span class="label">On</span>
    <span v-if="week" class="acts">
      <ElCheckboxGroup
        :model-value="[...week.days]"
        size="small"
        aria-label="Days"
        @update:model-value="setWeek({ days: $event as number[] })"
      >
        <ElCheckboxButton v-for="(day, number) in DAYS" :key="day" :value="number">{{ day }}</ElCheckboxButton>
      </ElCheckboxGroup>
      <ElTimePicker
        :model-value="week.time"
        value-format="HH:mm"
        format="HH:mm"
        size="small"
        :clearable="false"
        aria-label="At"
        @update:model-value="setWeek({ time: String($event) })"
      />
    </span>
    <ElInput v-else v-model="cue.rule" size="small" aria-label="Recurrence" />
  </div>
  <label class="form-line"
    ><span class="label">In</span><ElInput v-model="cue.timeZone" size="small" class="zone" aria-label="Time zone"
  /></label>
</template>

<style scoped>
.acts :deep(.el-date-editor.el-input) {
  width: 90px;
}
.zone {
  width: 180px;
}
</style>
