<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed, onMounted, watch } from 'vue'
import { FIELD_LABELS, type CompiledPrompt } from '@parrot/contract'
import { get } from '../api/client'
import EmptyNote from '../shared/EmptyNote.vue'
import { useLoaded } from '../shared/load'
import { count } from '../shared/when'

/** The compiled prompt line by line, each with the field it came from; a click goes there. */
const props = defineProps<{ agentId: string; revision: number }>()
defineEmits<{ field: [field: string] }>()

const { data, error, load } = useLoaded(() =>
  get<CompiledPrompt & { revision: number }>(`/api/agents/${props.agentId}/brief/prompt`),
)
onMounted(load)
watch(() => props.revision, load)

const nameOf = (field: string): string => {
  const known = Object.keys(FIELD_LABELS)
    .filter((path) => field === path || field.startsWith(`${path}.`))
    .sort((a, b) => b.length - a.length)[0]
  const number = /\.(\d+)(?:\.|$)/.exec(field)?.[1]
  return known ? `${FIELD_LABELS[known]}${number === undefined ? '' : ` ${Number(number) + 1}`}` : ''
}
const lines = computed(() => data.value?.lines ?? [])
</script>

<template>
  <EmptyNote v-if="error" tone="failed" title="The prompt could not be loaded" :text="error">
    <ElButton @click="load">Try again</ElButton>
  </EmptyNote>
  <div v-else-if="data">
    <p class="soft size">
      This is all a model sees of the brief, at revision {{ data.revision }}:
      <span class="number">{{ count(data.characters) }}</span> characters, about
      <span class="number">{{ count(data.tokens) }}</span> tokens.
    </p>
    <ol class="lines">
      <li v-for="(line, at) in lines" :key="at" :class="{ heading: line.text.startsWith('# ') }">
        <ElButton v-if="!line.text.startsWith('# ')" link class="from" @click="$emit('field', line.field)">
          {{ nameOf(line.field) }}
        </ElButton>
        <span v-else />
        <code
          >{{ line.text
          }}<span v-if="line.isExchange && line.text.startsWith('# ')" class="soft">
            (given as exchanges, before the conversation)</span
          ></code
        >
      </li>
    </ol>
  </div>
  <p v-else class="soft">Compiling…</p>
</template>

<style scoped>
.size {
  margin-bottom: var(--gap-4);
}
.lines {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 170px 1fr;
  gap: var(--gap-4);
  align-items: baseline;
  padding: 2px 0;
}
li:hover:not(.heading) {
  background: var(--paper-deep);
}
.heading {
  margin-top: var(--gap-3);
}
.heading code {
  font-weight: 700;
}
.from {
  font: var(--text-small) / 1.5 var(--sans);
  text-align: right;
  background: none;
  border: 0;
  color: var(--accent-deep);
  cursor: pointer;
  padding: 0;
}
.from:hover {
  text-decoration: underline;
}
code {
  font: var(--text-ui) / 1.5 var(--mono);
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
@media (width < 720px) {
  li {
    grid-template-columns: 1fr;
    gap: 0;
  }
  .from {
    text-align: left;
  }
}
</style>
