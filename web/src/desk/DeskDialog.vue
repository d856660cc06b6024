<script setup lang="ts">
import { ref, toRaw } from 'vue'
import {
  ElAutocomplete,
  ElButton,
  ElCheckboxButton,
  ElCheckboxGroup,
  ElDialog,
  ElInput,
  ElInputNumber,
  ElInputTag,
  ElSwitch,
  ElTimePicker,
} from 'element-plus'
import type { Desk, DeskHours, DeskSettings } from '@parrot/contract'
import { wordsFor } from '../api/client'
import { useDesk } from './deskStore'

/** When people answer in place of an agent, and what visitors hear of it. */
const props = defineProps<{ desk: Desk; name: string }>()
const emit = defineEmits<{ close: [] }>()
const store = useDesk()

const { isSomebodyHere: _here, isOpen: _open, waiting: _waiting, ...settings } = structuredClone(toRaw(props.desk))
// Whoever opens this while nobody answers wants to have it on.
const draft = ref<DeskSettings>({ ...settings, isOn: true })
const error = ref('')
const isSaving = ref(false)

const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']
const ZONES = Intl.supportedValuesOf('timeZone').map((value) => ({ value }))
const zones = (typed: string, give: (found: typeof ZONES) => void) =>
  give(ZONES.filter(({ value }) => value.toLowerCase().includes(typed.toLowerCase())).slice(0, 30))

const addHours = () => draft.value.hours.push({ days: [0, 1, 2, 3, 4], from: '09:00', to: '17:00' })
const setSpan = (hours: DeskHours, span: [string, string] | null) => span && ([hours.from, hours.to] = span)

async function keep(): Promise<void> {
  isSaving.value = true
  error.value = ''
  try {
    await store.keep(draft.value)
    emit('close')
  } catch (problem) {
    error.value = wordsFor(problem)
  } finally {
    isSaving.value = false
  }
}
</script>

<template>
  <ElDialog
    :model-value="true"
    :title="`When a visitor of ${name} asks for a person`"
    width="620px"
    append-to-body
    @close="$emit('close')"
  >
    <ElSwitch v-model="draft.isOn" active-text="People answer here" inactive-text="Nobody does" />
    <template v-if="draft.isOn">
      <p class="soft">
        Somebody comes while a member has “I answer visitors now” switched on, and in these hours. At other times the
        visitor is told that nobody is here, and a visitor form of the outlet can ask how to reach them.
      </p>
      <div v-for="(hours, at) in draft.hours" :key="at" class="hours">
        <ElCheckboxGroup v-model="hours.days" size="small" :aria-label="`Days, line ${at + 1}`">
          <ElCheckboxButton v-for="(day, number) in DAYS" :key="day" :value="number">{{ day }}</ElCheckboxButton>
        </ElCheckboxGroup>
        <ElTimePicker
          :model-value="[hours.from, hours.to]"
          is-range
          value-format="HH:mm"
          format="HH:mm"
          range-separator="–"
          size="small"
          :clearable="false"
          :aria-label="`From when to when, line ${at + 1}`"
          @update:model-value="setSpan(hours, $event as [string, string] | null)"
        />
        <ElButton text size="small" @click="draft.hours.splice(at, 1)">Take out</ElButton>
      </div>
      <div class="acts">
        <ElButton text size="small" @click="addHours">Add hours</ElButton>
        <label v-if="draft.hours.length"
          >in <ElAutocomplete v-model="draft.timeZone" :fetch-suggestions="zones" size="small" aria-label="Time zone"
        /></label>
      </div>
      <div class="form-line">
        <span class="label">Waits at most</span>
        <span
          ><ElInputNumber
            v-model="draft.waitMinutes"
            :min="1"
            :max="120"
            size="small"
            controls-position="right"
            aria-label="Minutes until nobody came"
          />
          minutes</span
        >
      </div>
      <label class="form-line"
        ><span class="label">When one is called</span
        ><ElInput v-model="draft.saysCalled" maxlength="300" placeholder="I have asked a person to join you here. …"
      /></label>
      <label class="form-line"
        ><span class="label">When nobody is</span
        ><ElInput v-model="draft.saysNobody" maxlength="300" placeholder="Nobody is here in person just now."
      /></label>
      <div class="form-line">
        <span class="label">Told by mail</span>
        <ElInputTag v-model="draft.mailTo" placeholder="name@example.org, then Enter" aria-label="Mail addresses" />
      </div>
    </template>
    <p v-if="error" class="wrong" role="alert">{{ error }}</p>
    <template #footer>
      <div class="acts end">
        <ElButton @click="$emit('close')">Leave it</ElButton>
        <ElButton type="primary" :loading="isSaving" @click="keep">Keep</ElButton>
      </div>
    </template>
  </ElDialog>
</template>

<style scoped>
.hours,
.acts {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--gap-2);
  margin-bottom: var(--gap-2);
}
.hours :deep(.el-date-editor) {
  width: 170px;
  flex: none;
}
label:not(.form-line) {
  display: flex;
  align-items: center;
  gap: var(--gap-2);
}
.end {
  justify-content: end;
}
p {
  margin: var(--gap-3) 0;
}
</style>
