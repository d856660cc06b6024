<script setup lang="ts">
import { ElInputNumber, ElSwitch } from 'element-plus'
import type { Brief } from '@parrot/contract'
import ChoiceField from '../shared/ChoiceField.vue'
import { useBrief } from './briefStore'
import RemarkNotes from './RemarkNotes.vue'

/** The format of answers: their length, lists, reading grade, emoji, and whether the visitor is called by name. */
type Format = Brief['manner']['format']
defineProps<{ format: Format }>()
const { edit } = useBrief()
const set = (part: Partial<Format>) => edit((draft) => Object.assign(draft.manner.format, part))

const BULLETS: readonly (readonly [Format['bullets'], string])[] = [
  ['auto', 'where they help'],
  ['always', 'always'],
  ['never', 'never'],
]
</script>

<template>
  <div class="brief-line" data-field="manner.format">
    <span class="label">Format</span>
    <div class="choices">
      <label data-field="manner.format.maxWords">
        At most
        <ElInputNumber
          :model-value="format.maxWords"
          :min="5"
          :max="2000"
          :step="10"
          :precision="0"
          :value-on-clear="null"
          controls-position="right"
          placeholder="any"
          aria-label="Longest answer in words"
          @change="set({ maxWords: $event ?? null })"
        />
        words
      </label>
      <label data-field="manner.format.bullets">
        Lists as bullets
        <ChoiceField
          :model-value="format.bullets"
          :options="BULLETS"
          about="Lists as bullets"
          @update:model-value="$event && set({ bullets: $event })"
        />
      </label>
      <label data-field="manner.format.readingGrade">
        Reading grade at most
        <ElInputNumber
          :model-value="format.readingGrade"
          :min="1"
          :max="20"
          :value-on-clear="null"
          controls-position="right"
          placeholder="any"
          aria-label="Reading grade at most"
          @change="set({ readingGrade: $event ?? null })"
        />
      </label>
      <label data-field="manner.format.emoji">
        <ElSwitch
          :model-value="format.emoji"
          size="small"
          aria-label="Emoji"
          @update:model-value="set({ emoji: $event === true })"
        />
        Emoji
      </label>
      <label data-field="manner.format.addressByName">
        <ElSwitch
          :model-value="format.addressByName"
          size="small"
          aria-label="Use the visitor’s name"
          @update:model-value="set({ addressByName: $event === true })"
        />
        Use the visitor’s name
      </label>
    </div>
    <RemarkNotes field="manner.format" deep />
  </div>
</template>

<style scoped>
.choices {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2) var(--gap-5);
  align-items: center;
}
label {
  display: flex;
  gap: var(--gap-2);
  align-items: center;
}
</style>
