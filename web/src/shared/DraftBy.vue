<script setup lang="ts">
import { ElButton } from 'element-plus'
import { onBeforeUnmount, onMounted, ref, watch } from 'vue'
import type { Endpoint } from '@parrot/contract'
import { get, wordsFor } from '../api/client'
import ChoiceField from './ChoiceField.vue'

/**
 * Who writes a first draft of what was said: the built-in drafting, or an outside model that was set up in the settings,
 * which `write` asks and whose draft it puts in its place.
 */
const props = defineProps<{
  text: string
  builtIn: string
  write: (endpointId: string, signal: AbortSignal) => Promise<void>
}>()
const emit = defineEmits<{ builtIn: [] }>()

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

async function begin(): Promise<void> {
  cancel()
  const mine = (stop = new AbortController())
  isWriting.value = true
  failure.value = ''
  try {
    await props.write(writer.value, mine.signal)
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
    <span class="small soft">Draft written by</span>
    <ChoiceField
      v-model="writer"
      about="Draft written by"
      :options="[['', builtIn], ...endpoints.map((each) => [each.id, `${each.name} (${each.model})`] as const)]"
    />
    <template v-if="writer !== ''">
      <ElButton v-if="!isWriting" :disabled="text.trim().length < 3" @click="begin"> Write it </ElButton>
      <template v-else>
        <span class="small soft" role="status">Writing…</span>
        <ElButton text @click="cancel">Stop</ElButton>
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
  gap: var(--gap-2);
  margin-top: var(--gap-3);
}
.failed {
  flex-basis: 100%;
  margin: 0;
  color: var(--brick);
}
</style>
