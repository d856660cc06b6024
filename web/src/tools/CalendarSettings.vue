<script setup lang="ts">
import { computed } from 'vue'
import { ElButton, ElDatePicker, ElInput, ElInputNumber } from 'element-plus'
import type { AppointmentSettings, ToolSettings } from '@parrot/contract'
import HoursField from '../shared/HoursField.vue'
import { usualAppointments } from './kinds'

/** When appointments can be had in a calendar: hours, length, what lies between, how soon and how far ahead, and with whom. */
const settings = defineModel<ToolSettings>({ required: true })
const own = computed(() => settings.value.appointments ?? usualAppointments())
/** The whole is written anew, so that what was never set is kept as it was shown. */
const set = (changes: Partial<AppointmentSettings>) =>
  (settings.value = { ...settings.value, appointments: { ...own.value, ...changes } })
const hours = computed({ get: () => own.value.hours, set: (next) => set({ hours: next }) })
const timeZone = computed({ get: () => own.value.timeZone, set: (next) => set({ timeZone: next }) })
/** A line of hours is changed where it stands. */
const NUMBERS = [
  { key: 'lengthMinutes', label: 'One takes', unit: 'minutes', least: 5, most: 1440, step: 5 },
  { key: 'bufferMinutes', label: 'Free after it', unit: 'minutes', least: 0, most: 1440, step: 5 },
  { key: 'noticeMinutes', label: 'Not sooner than', unit: 'minutes from now', least: 0, most: 86_400, step: 30 },
  { key: 'daysAhead', label: 'Not later than', unit: 'days from now', least: 1, most: 730, step: 1 },
  { key: 'windowDays', label: 'First shown', unit: 'days, where none is named', least: 1, most: 60, step: 1 },
] as const
const setPlace = (at: number, change: Partial<AppointmentSettings['places'][number]>) =>
  set({ places: own.value.places.map((place, n) => (n === at ? { ...place, ...change } : place)) })
</script>

<template>
  <div class="form-line">
    <span class="label">Open</span>
    <div><HoursField v-model:hours="hours" v-model:time-zone="timeZone" /></div>
  </div>
  <div v-for="{ key, label, unit, least, most, step } in NUMBERS" :key="key" class="form-line">
    <span class="label">{{ label }}</span>
    <span class="acts">
      <ElInputNumber
        :model-value="own[key]"
        class="short"
        :min="least"
        :max="most"
        :step="step"
        controls-position="right"
        :aria-label="`${label}, ${unit}`"
        @update:model-value="set({ [key]: $event ?? least })"
      />
      <span>{{ unit }}</span>
    </span>
  </div>
  <div class="form-line">
    <span class="label">Closed on</span>
    <ElDatePicker
      :model-value="own.holidays"
      type="dates"
      value-format="YYYY-MM-DD"
      format="D MMM YYYY"
      placeholder="holidays"
      aria-label="Closed on"
      @update:model-value="set({ holidays: ($event as string[] | null) ?? [] })"
    />
  </div>
  <div class="form-line">
    <span class="label">With whom</span>
    <div>
      <p v-if="own.places.length === 0" class="soft small">One calendar. Several people or rooms have one each.</p>
      <div v-for="(place, at) in own.places" :key="at" class="place">
        <ElInput
          :model-value="place.name"
          size="small"
          maxlength="80"
          placeholder="name"
          :aria-label="`Person or room ${at + 1}: name`"
          @update:model-value="setPlace(at, { name: $event })"
        />
        <ElInput
          :model-value="place.url"
          size="small"
          maxlength="2000"
          placeholder="address of the calendar"
          :aria-label="`Person or room ${at + 1}: calendar`"
          @update:model-value="setPlace(at, { url: $event })"
        />
        <ElButton text size="small" @click="set({ places: own.places.filter((_, n) => n !== at) })">Take out</ElButton>
      </div>
      <ElButton
        text
        size="small"
        @click="set({ places: [...own.places, { name: `Room ${own.places.length + 1}`, url: '' }] })"
        >Add a person or room</ElButton
      >
    </div>
  </div>
  <label class="form-line"
    ><span class="label">Written in</span
    ><ElInput
      :model-value="own.title"
      maxlength="200"
      placeholder="{{name}}"
      @update:model-value="set({ title: $event })"
  /></label>
</template>

<style scoped>
.short {
  width: 100px;
}
.place {
  display: flex;
  gap: var(--gap-2);
  margin-bottom: var(--gap-1);
}
</style>
