<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Brief } from '@parrot/contract'
import { ElSwitch } from '../design/elements'
import { useBrief } from './briefStore'
import DialRows from './DialRows.vue'
import EditLine from './EditLine.vue'
import MannerPreview from './MannerPreview.vue'
import MannerSamples from './MannerSamples.vue'

/** How the agent sounds: persona, dials with a reply that follows them, format, and texts to sound like. */
const props = defineProps<{ brief: Brief; agentId: string }>()
const { edit } = useBrief()

const maxWordsShown = computed(() => props.brief.manner.format.maxWords ?? '')
const formatError = ref('')

/** A number within its bounds from what was typed, null for nothing, undefined for anything else. */
function numberFrom(event: Event, least: number, most: number): number | null | undefined {
  const text = (event.target as HTMLInputElement).value.trim()
  const value = Number(text)
  const fits = text === '' || (Number.isFinite(value) && value >= least && value <= most)
  formatError.value = fits ? '' : `A number from ${least} to ${most.toLocaleString('en-GB')}, or nothing.`
  return fits ? (text === '' ? null : value) : undefined
}

function setMaxWords(event: Event): void {
  const words = numberFrom(event, 5, 2000)
  if (words !== undefined) edit((draft) => (draft.manner.format.maxWords = words === null ? null : Math.round(words)))
}

function setReadingGrade(event: Event): void {
  const grade = numberFrom(event, 1, 20)
  if (grade !== undefined) edit((draft) => (draft.manner.format.readingGrade = grade))
}
</script>

<template>
  <EditLine
    label="Persona"
    path="manner.persona"
    is-long
    :maxlength="8000"
    placeholder="How it speaks, as you would describe a person"
    note="A language model acts this out. The built-in model keeps to the settings and texts below."
  />
  <DialRows :dials="brief.manner.dials" @change="(dial, value) => edit((d) => (d.manner.dials[dial] = value))" />
  <MannerPreview :agent-id="agentId" />
  <div class="format">
    <span class="label">Format</span>
    <div class="choices">
      <label data-field="manner.format.maxWords">
        At most
        <input
          class="field words"
          inputmode="numeric"
          :value="maxWordsShown"
          placeholder="any"
          aria-label="Longest answer in words"
          @change="setMaxWords"
        />
        words
      </label>
      <label data-field="manner.format.bullets">
        Lists as bullets
        <select
          class="field"
          :value="brief.manner.format.bullets"
          @change="edit((d) => (d.manner.format.bullets = ($event.target as HTMLSelectElement).value as 'auto'))"
        >
          <option value="auto">where they help</option>
          <option value="always">always</option>
          <option value="never">never</option>
        </select>
      </label>
      <label data-field="manner.format.readingGrade">
        Reading grade at most
        <input
          class="field words"
          inputmode="decimal"
          :value="brief.manner.format.readingGrade ?? ''"
          placeholder="any"
          aria-label="Reading grade at most"
          @change="setReadingGrade"
        />
      </label>
      <label data-field="manner.format.emoji">
        <ElSwitch
          :model-value="brief.manner.format.emoji"
          size="small"
          aria-label="Emoji"
          @update:model-value="edit((d) => (d.manner.format.emoji = $event === true))"
        />
        Emoji
      </label>
      <label data-field="manner.format.addressByName">
        <ElSwitch
          :model-value="brief.manner.format.addressByName"
          size="small"
          aria-label="Use the visitor’s name"
          @update:model-value="edit((d) => (d.manner.format.addressByName = $event === true))"
        />
        Use the visitor’s name
      </label>
      <p v-if="formatError" class="wrong" role="alert">{{ formatError }}</p>
    </div>
  </div>
  <EditLine
    label="Sign-off"
    path="manner.format.signOff"
    :maxlength="300"
    placeholder="A closing line for every answer, or nothing"
  />
  <MannerSamples :agent-id="agentId" />
</template>

<style scoped>
.format {
  display: grid;
  grid-template-columns: 128px 1fr;
  gap: 14px;
  align-items: baseline;
  padding: 7px 0;
}
.choices {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 26px;
  align-items: center;
}
.choices label {
  display: flex;
  gap: 8px;
  align-items: center;
}
.choices .field {
  width: auto;
  padding: 5px 8px;
}
.choices .words {
  width: 72px;
  text-align: right;
}
.wrong {
  color: var(--brick);
  font-size: 14px;
}
</style>
