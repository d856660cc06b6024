<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import { watchDebounced } from '@vueuse/core'
import { ElButton, ElDialog, ElInput } from 'element-plus'
import type { RelayDraft, RelayShown } from '@parrot/contract'
import { call, get, post } from '../api/client'
import { useActing } from '../shared/acting'
import DraftBy from '../shared/DraftBy.vue'
import { useLoaded } from '../shared/load'

/** A relay begun from a sentence: it is read while it is written, and shows what each part of it becomes. */
const props = defineProps<{ agentId: string }>()
const emit = defineEmits<{ close: [] }>()
const router = useRouter()
const sentence = ref('')
const draft = ref<RelayDraft>()
const { error, isBusy, act } = useActing()
const path = `/api/agents/${props.agentId}/relays`
const { data, load } = useLoaded(() => get<{ examples: { title: string; sentence: string }[] }>(`${path}/examples`))
onMounted(load)

const timeZone = Intl.DateTimeFormat().resolvedOptions().timeZone
/** The outside model that writes it; "" reads it as one types. */
const writer = ref('')
watchDebounced(sentence, read, { debounce: 250 })

async function read(): Promise<void> {
  const text = sentence.value
  if (text.trim() === '' || writer.value !== '') return (draft.value = undefined)
  const made = await post<RelayDraft>(`${path}/draft`, { sentence: text, timeZone }).catch(() => undefined)
  // What was read of words that were changed since says nothing.
  if (text === sentence.value) draft.value = made
}

async function writtenBy(endpointId: string, signal: AbortSignal): Promise<void> {
  const text = sentence.value
  draft.value = undefined
  const made = await call<RelayDraft>('POST', `${path}/draft`, { sentence: text, timeZone, endpointId }, { signal })
  if (!signal.aborted && text === sentence.value) draft.value = made
}

const make = (whole: RelayDraft | undefined) =>
  act(async () => {
    const legs = [{ name: 'leg1', agent: props.agentId, task: 'What is to be found out or written?' }]
    const body = whole ? { ...whole.relay, cue: whole.cue } : { name: 'New relay', legs }
    const { id } = await post<RelayShown>(path, body)
    emit('close')
    await router.push({ name: 'relay', params: { id: props.agentId, relayId: id } })
  })
</script>

<template>
  <ElDialog
    :model-value="true"
    title="What is to be done, step by step?"
    width="680px"
    append-to-body
    @close="$emit('close')"
  >
    <ElInput
      v-model="sentence"
      type="textarea"
      autofocus
      :autosize="{ minRows: 3, maxRows: 8 }"
      maxlength="2000"
      placeholder="Every Thursday at 9, ask …, then have … say …, let me look at it, and draft a mail to …"
      aria-label="What is to be done"
    />
    <DraftBy
      v-model="writer"
      :text="sentence"
      built-in="the built-in reading of English, as you type"
      :write="writtenBy"
      @built-in="read"
    />
    <p v-if="!draft && data" class="examples">
      <span class="soft small">Begin from:</span>
      <ElButton v-for="each in data.examples" :key="each.title" text size="small" @click="sentence = each.sentence">{{
        each.title
      }}</ElButton>
    </p>
    <dl v-if="draft" aria-live="polite">
      <div v-for="(part, at) in draft.read" :key="at">
        <dt>{{ part.words }}</dt>
        <dd>{{ part.as }}</dd>
      </div>
    </dl>
    <p v-if="draft" class="soft small">
      Everything can be changed on the next screen. What it begins by is switched off until you have tried it.
    </p>
    <p v-if="error" class="wrong" role="alert">{{ error }}</p>
    <template #footer>
      <div class="acts end">
        <ElButton text @click="make(undefined)">Begin with an empty one</ElButton>
        <ElButton type="primary" :loading="isBusy" :disabled="!draft" @click="make(draft)">Make it</ElButton>
      </div>
    </template>
  </ElDialog>
</template>

<style scoped>
.examples {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 0 var(--gap-1);
  margin-top: var(--gap-2);
}
dl {
  margin: var(--gap-3) 0 var(--gap-2);
  border-top: 1px solid var(--line);
}
dl > div {
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(0, 3fr);
  gap: var(--gap-3);
  padding: var(--gap-2) 0;
  border-bottom: 1px solid var(--line);
}
dt {
  color: var(--soft);
  overflow-wrap: anywhere;
}
dd {
  margin: 0;
  overflow-wrap: anywhere;
}
.end {
  justify-content: end;
}
@media (width < 720px) {
  dl > div {
    grid-template-columns: minmax(0, 1fr);
    gap: 0;
  }
}
</style>
