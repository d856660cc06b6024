<script setup lang="ts">
import { computed, onMounted } from 'vue'
import { ElButton, ElInput } from 'element-plus'
import type { Script, UsableTool } from '@parrot/contract'
import { get } from '../api/client'
import ChoiceField from '../shared/ChoiceField.vue'
import { useLoaded } from '../shared/load'

/** What tools answer in a turn, in place of what was kept for them: nobody outside is asked in a rehearsal. */
type Answers = NonNullable<Script['turns'][number]['tools']>
const props = defineProps<{ agentId: string; about: string }>()
const answers = defineModel<Answers>({ required: true })
const { data, load } = useLoaded(() => get<{ tools: UsableTool[] }>(`/api/agents/${props.agentId}/tools`))
onMounted(load)
const choices = computed(() => {
  const known = (data.value?.tools ?? []).filter(({ tool }) => tool !== 'built in')
  const named = answers.value.filter(({ name }) => name && !known.some((tool) => tool.name === name))
  return [...known.map(({ name, title }) => [name, title] as const), ...named.map(({ name }) => [name, name] as const)]
})
const set = (at: number, part: Partial<Answers[number]>) => {
  answers.value = answers.value.map((each, n) => (n === at ? { ...each, ...part } : each))
}
</script>

<template>
  <div v-for="(answer, at) in answers" :key="at" class="answer">
    <span class="soft small">the tool</span>
    <ChoiceField
      :model-value="answer.name || undefined"
      :options="choices"
      :about="`${about}, tool ${at + 1}`"
      @update:model-value="set(at, { name: $event ?? '' })"
    />
    <span class="soft small">answers</span>
    <ElInput
      :model-value="answer.answer"
      type="textarea"
      :autosize="{ minRows: 1, maxRows: 8 }"
      maxlength="20000"
      placeholder="JSON or words"
      :aria-label="`${about}, tool ${at + 1}: what it answers`"
      @update:model-value="set(at, { answer: $event })"
    />
    <ElButton
      text
      size="small"
      :aria-label="`Remove ${about}, tool ${at + 1}`"
      @click="answers = answers.filter((_, n) => n !== at)"
      >×</ElButton
    >
  </div>
  <ElButton
    v-if="choices.length"
    text
    size="small"
    @click="answers = [...answers, { name: choices[0]![0], answer: '' }]"
    >+ what a tool answers</ElButton
  >
</template>

<style scoped>
.answer {
  display: grid;
  grid-template-columns: auto auto auto minmax(0, 1fr) auto;
  gap: var(--gap-2);
  align-items: center;
  margin-top: var(--gap-1);
}
@media (width < 720px) {
  .answer {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
