<script setup lang="ts">
import { ElButton, ElCheckbox, ElInput, ElInputNumber, ElInputTag } from 'element-plus'
import type { RelayInput } from '@parrot/contract'
import ChoiceField from '../shared/ChoiceField.vue'

/** What a relay is given when it begins. */
const inputs = defineModel<RelayInput[]>({ required: true })
const TYPES = [
  ['text', 'words'],
  ['number', 'a number'],
  ['date', 'a day'],
  ['choice', 'one of these'],
  ['feed', 'newest of a feed'],
] as const
function add(): void {
  const taken = new Set(inputs.value.map(({ name }) => name))
  let name = 'subject'
  for (let number = 2; taken.has(name); number++) name = `subject${number}`
  inputs.value.push({ name, type: 'text', choices: [], required: true, url: '', most: 5 })
}
</script>

<template>
  <h2>What it is given</h2>
  <p v-if="inputs.length === 0" class="soft small">Nothing: it is the same every time.</p>
  <div v-for="(input, at) in inputs" :key="at" class="input">
    <ElInput
      :model-value="input.name"
      maxlength="40"
      :aria-label="`Input ${at + 1}: name`"
      @update:model-value="input.name = $event.replace(/[^\w]/g, '_')"
    />
    <ChoiceField v-model="input.type" :options="TYPES" :about="`Input ${at + 1}: type`" />
    <ElCheckbox v-model="input.required">needed</ElCheckbox>
    <ElButton text size="small" :aria-label="`Remove ${input.name}`" @click="inputs.splice(at, 1)">×</ElButton>
    <ElInputTag
      v-if="input.type === 'choice'"
      v-model="input.choices"
      class="wide"
      placeholder="one choice, then Enter"
      :aria-label="`Input ${at + 1}: choices`"
    />
    <div v-if="input.type === 'feed'" class="wide acts">
      <ElInput
        v-model="input.url"
        class="feed"
        maxlength="2000"
        placeholder="address of an RSS or Atom feed"
        :aria-label="`Input ${at + 1}: feed`"
      />
      <span class="soft small">the newest</span>
      <ElInputNumber
        v-model="input.most"
        class="short"
        :min="1"
        :max="50"
        :controls="false"
        :aria-label="`Input ${at + 1}: how many`"
      />
    </div>
  </div>
  <ElButton text size="small" @click="add">Add an input</ElButton>
</template>

<style scoped>
h2 {
  margin: var(--gap-4) 0 var(--gap-2);
}
.input {
  display: grid;
  grid-template-columns: minmax(90px, 1fr) auto auto auto;
  gap: var(--gap-1) var(--gap-2);
  align-items: center;
  margin-bottom: var(--gap-1);
}
.wide {
  grid-column: 1 / -1;
}
.feed {
  flex: 1;
}
.short {
  width: 56px;
}
</style>
