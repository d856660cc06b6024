<script setup lang="ts">
import { ElButton, ElCheckbox, ElInput, ElInputTag } from 'element-plus'
import ChoiceField from '../shared/ChoiceField.vue'
import type { InputLine } from './kinds'

/** What an operation is given, one thing a line. Where it was read from outside, it is shown as it is. */
defineProps<{ isFixed: boolean }>()
const lines = defineModel<InputLine[]>({ required: true })
const TYPES = [
  ['string', 'words'],
  ['number', 'a number'],
  ['integer', 'a whole number'],
  ['boolean', 'yes or no'],
  ['date', 'a day'],
  ['time', 'a time'],
  ['email', 'an e-mail address'],
  ['choice', 'one of these'],
] as const
const wordsFor = (type: string) => TYPES.find(([value]) => value === type)?.[1] ?? 'a value with parts'
const set = (at: number, part: Partial<InputLine>) => {
  lines.value = lines.value.map((line, n) => (n === at ? { ...line, ...part } : line))
}
const add = () => {
  lines.value = [
    ...lines.value,
    { name: `input${lines.value.length + 1}`, type: 'string', description: '', required: true, choices: [] },
  ]
}
</script>

<template>
  <h3>What it is given</h3>
  <p v-if="lines.length === 0" class="soft small">Nothing: it is asked as it is.</p>
  <ul v-if="isFixed" class="bare-list fixed">
    <li v-for="line in lines" :key="line.name">
      <code>{{ line.name }}</code>
      <span
        >{{ line.choices.length ? line.choices.join(', ') : wordsFor(line.type)
        }}<template v-if="!line.required">, may be left out</template></span
      >
      <span class="soft small">{{ line.description }}</span>
    </li>
  </ul>
  <template v-else>
    <div v-for="(line, at) in lines" :key="at" class="line">
      <ElInput
        :model-value="line.name"
        :aria-label="`Input ${at + 1}: name`"
        maxlength="60"
        @update:model-value="set(at, { name: $event.replace(/[^\w]/g, '_') })"
      />
      <ChoiceField
        :model-value="line.type"
        :options="TYPES"
        :about="`Input ${at + 1}: type`"
        @update:model-value="set(at, { type: $event ?? 'string' })"
      />
      <ElCheckbox :model-value="line.required" @update:model-value="set(at, { required: $event === true })"
        >needed</ElCheckbox
      >
      <ElButton text size="small" :aria-label="`Remove ${line.name}`" @click="lines = lines.filter((_, n) => n !== at)"
        >×</ElButton
      >
      <ElInputTag
        v-if="line.type === 'choice'"
        class="wide"
        :model-value="[...line.choices]"
        placeholder="one choice, then Enter"
        :aria-label="`Input ${at + 1}: choices`"
        @update:model-value="set(at, { choices: $event ?? [] })"
      />
      <ElInput
        class="wide"
        :model-value="line.description"
        maxlength="300"
        placeholder="what it is; written as a question, visitors are asked it"
        :aria-label="`Input ${at + 1}: what it is`"
        @update:model-value="set(at, { description: $event })"
      />
    </div>
    <ElButton size="small" @click="add">Add an input</ElButton>
  </template>
</template>

<style scoped>
h3 {
  margin: var(--gap-4) 0 var(--gap-2);
}
.fixed li {
  display: grid;
  grid-template-columns: minmax(90px, 1fr) minmax(0, 2fr) minmax(0, 3fr);
  gap: var(--gap-3);
  padding: var(--gap-1) 0;
  border-top: 1px solid var(--line);
  overflow-wrap: anywhere;
}
code {
  font: var(--text-small) / 1.6 var(--mono);
}
.line {
  display: grid;
  grid-template-columns: minmax(90px, 1fr) auto auto auto;
  gap: var(--gap-1) var(--gap-2);
  align-items: center;
  padding: var(--gap-2) 0;
  border-top: 1px solid var(--line);
}
.wide {
  grid-column: 1 / -1;
}
</style>
