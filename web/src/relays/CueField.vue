<script setup lang="ts">
import { computed } from 'vue'
import { ElCheckboxButton, ElCheckboxGroup, ElInput, ElSwitch, ElTimePicker } from 'element-plus'
import type { Cue, RelayInput } from '@parrot/contract'
import { moment } from '../shared/when'
import { blankCue, ruleFrom, weekOf } from './cue'

/** When a relay begins by itself: days of the week at a time, or a recurrence written as one. */
defineProps<{ nextAt: string | null; inputs: readonly RelayInput[] }>()
const cue = defineModel<Cue | null>({ required: true })
const isOn = computed({
  get: () => cue.value?.isOn === true,
  set: (on) => (cue.value = { ...(cue.value ?? blankCue()), isOn: on }),
})
const week = computed(() => (cue.value ? weekOf(cue.value.rule) : undefined))
const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']
const setWeek = (part: { days?: number[]; time?: string }) => {
  const next = { ...week.value!, ...part }
  if (cue.value && next.days.length > 0) cue.value.rule = ruleFrom(next)
}
</script>

<template>
  <h2>By itself</h2>
  <div class="acts">
    <ElSwitch v-model="isOn" aria-label="It begins by itself" />
    <span v-if="!cue?.isOn" class="soft">only when somebody runs it</span>
    <template v-else-if="cue && week">
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
    </template>
    <ElInput v-else-if="cue" v-model="cue.rule" size="small" class="rule" aria-label="Recurrence" />
    <template v-if="cue?.isOn">
      <span class="soft small">in</span>
      <ElInput v-model="cue.timeZone" size="small" class="zone" aria-label="Time zone" />
    </template>
  </div>
  <template v-if="cue?.isOn">
    <label v-for="input in inputs" :key="input.name" class="form-line"
      ><span class="label">{{ input.name }}</span
      ><ElInput v-model="cue.inputs[input.name]" placeholder="what it is given then"
    /></label>
    <p v-if="nextAt" class="soft small" role="status">
      Next on {{ moment(nextAt) }}. One that was missed is made up for once, and says that it is late.
    </p>
  </template>
</template>

<style scoped>
h2 {
  margin: var(--gap-5) 0 var(--gap-2);
}
.rule {
  flex: 1;
}
.acts :deep(.el-date-editor.el-input) {
  width: 90px;
}
.zone {
  width: 160px;
}
</style>
