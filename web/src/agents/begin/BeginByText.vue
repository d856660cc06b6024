<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { watchDebounced } from '@vueuse/core'
import { ElInput } from 'element-plus'
import type { Beginning, Draft } from '@parrot/contract'
import { call, post } from '../../api/client'
import DraftBy from '../../shared/DraftBy.vue'

/** Begins with a sentence, or with a prompt one has: the brief is drafted while one types. */
const props = defineProps<{ from: 'sentence' | 'prompt' }>()
const emit = defineEmits<{ drafted: [draft: Draft | undefined] }>()
const text = defineModel<string>({ required: true })
const placements = ref<Draft['placements']>([])
/** The outside model that writes the draft; "" drafts as one types. */
const writer = ref('')
const field = ref<InstanceType<typeof ElInput>>()
let turn = 0

onMounted(() => {
  field.value?.focus()
  void draft()
})
watchDebounced(text, draft, { debounce: 250 })

/** Has an outside model draft it; one that was stopped meanwhile changes nothing. */
async function writtenBy(endpointId: string, signal: AbortSignal): Promise<void> {
  const body = { from: 'sentence', text: text.value, endpointId } satisfies Beginning
  const made = await call<Draft>('POST', '/api/drafts', body, { signal })
  if (!signal.aborted) emit('drafted', made)
}

/** Drafts the brief from what was written so far. */
async function draft(): Promise<void> {
  if (props.from === 'sentence' && writer.value !== '') return
  const mine = ++turn
  if (text.value.trim().length < 3) return
  const made = await post<Draft>('/api/drafts', { from: props.from, text: text.value } satisfies Beginning).catch(
    () => undefined,
  )
  if (mine !== turn || !made) return
  placements.value = made.placements
  emit('drafted', made)
}
</script>

<template>
  <label class="label" for="begin-text">{{
    from === 'sentence' ? 'What is it for, for whom, and how should it sound?' : 'The prompt or instructions you have'
  }}</label>
  <ElInput
    id="begin-text"
    ref="field"
    v-model="text"
    type="textarea"
    class="text"
    :rows="from === 'sentence' ? 5 : 16"
    :maxlength="from === 'sentence' ? 4000 : 60000"
    :placeholder="
      from === 'sentence'
        ? 'A calm helper for the members of our club that answers questions on opening hours, fees and courses, never gives legal advice, short answers.'
        : 'You are …\n\n## Rules\n- Always …\n- Never …'
    "
  />
  <DraftBy
    v-if="from === 'sentence'"
    v-model="writer"
    :text="text"
    built-in="the built-in drafting, as you type"
    :write="writtenBy"
    @built-in="draft"
  />
  <ol v-if="placements.length" class="bare-list placements" aria-label="Where each line went">
    <li v-for="(each, at) in placements" :key="at">
      <span>{{ each.line }}</span><em>{{ each.field }}</em>
    </li>
  </ol>
</template>

<style scoped>
.text {
  font: var(--text-lead) / 1.5 var(--serif);
  margin-top: var(--gap-1);
}
.placements {
  margin-top: var(--gap-3);
  max-height: 260px;
  overflow-y: auto;
  font-size: var(--text-small);
}
.placements li {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: var(--gap-3);
  padding: 3px 0;
  border-bottom: 1px solid var(--line);
}
.placements em {
  font-style: normal;
  color: var(--accent-deep);
}
</style>
