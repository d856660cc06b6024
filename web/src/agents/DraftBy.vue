<script setup lang="ts">
import { onBeforeUnmount, onMounted, ref, watch } from 'vue'
import type { Beginning, Draft, Endpoint } from '@parrot/contract'
import { call, get, wordsFor } from '../api/client'

/** Who writes the first draft: the built-in drafting, or an outside model that was set up in the settings. */
const props = defineProps<{ text: string }>()
const emit = defineEmits<{ written: [draft: Draft]; builtIn: [] }>()

const endpoints = ref<Endpoint[]>([])
const writer = defineModel<string>({ required: true })
const isWriting = ref(false)
const failure = ref('')
let stop: AbortController | undefined

onMounted(async () => {
  endpoints.value = (await get<{ endpoints: Endpoint[] }>('/api/endpoints').catch(() => ({ endpoints: [] }))).endpoints
})
onBeforeUnmount(() => stop?.abort())
watch(writer, (to) => {
  cancel()
  failure.value = ''
  if (to === '') emit('builtIn')
})

async function write(): Promise<void> {
  cancel()
  const mine = (stop = new AbortController())
  isWriting.value = true
  failure.value = ''
  const body = { from: 'sentence', text: props.text, endpointId: writer.value } satisfies Beginning
  try {
    const draft = await call<Draft>('POST', '/api/drafts', body, { signal: mine.signal })
    if (mine === stop) emit('written', draft)
  } catch (problem) {
    if (mine === stop && !mine.signal.aborted) failure.value = wordsFor(problem)
  } finally {
    if (mine === stop) isWriting.value = false
  }
}

function cancel(): void {
  stop?.abort()
  stop = undefined
  isWriting.value = false
}
</script>

<template>
  <div v-if="endpoints.length" class="by">
    <label class="small soft" for="draft-writer">Draft written by</label>
    <select id="draft-writer" v-model="writer" class="field">
      <option value="">the built-in drafting, as you type</option>
      <option v-for="each in endpoints" :key="each.id" :value="each.id">{{ each.name }} ({{ each.model }})</option>
    </select>
    <template v-if="writer !== ''">
      <button v-if="!isWriting" type="button" class="btn" :disabled="text.trim().length < 3" @click="write">
        Write it
      </button>
      <template v-else>
        <span class="small soft" role="status">Writing…</span>
        <button type="button" class="btn quiet" @click="cancel">Stop</button>
      </template>
    </template>
    <p v-if="failure" class="failed" role="alert">{{ failure }}</p>
  </div>
</template>

<style scoped>
.by {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  margin-top: 10px;
}
.by select {
  width: auto;
}
.failed {
  flex-basis: 100%;
  margin: 0;
  color: var(--brick);
}
</style>
