<script setup lang="ts">
import { ElButton, ElRadio, ElRadioGroup } from 'element-plus'
import { onMounted, ref } from 'vue'
import type { Agent, Endpoint } from '@parrot/contract'
import { get, wordsFor } from '../api/client'
import { useAgent } from '../frame/agentStore'
import { tell, tellFailure } from '../shared/undo'

/** Which model answers: the built-in one, or an endpoint that was set up. */
const props = defineProps<{ agent: Agent }>()
const store = useAgent()
const BUILT_IN = ''
const endpoints = ref<Endpoint[]>([])
const error = ref('')

onMounted(async () => {
  try {
    endpoints.value = (await get<{ endpoints: Endpoint[] }>('/api/endpoints')).endpoints
  } catch (problem) {
    error.value = wordsFor(problem)
  }
})

async function choose(endpointId: string | null): Promise<void> {
  if (endpointId === props.agent.endpointId) return
  const before = props.agent.endpointId
  try {
    await store.setEndpoint(endpointId)
    tell('The model was changed. It answers visitors too, from now on.', () => store.setEndpoint(before))
  } catch (problem) {
    tellFailure(problem)
  }
}
</script>

<template>
  <div data-field="model">
    <ElRadioGroup
      class="stacked"
      aria-label="Which model answers"
      :model-value="agent.endpointId ?? BUILT_IN"
      @update:model-value="choose($event === BUILT_IN ? null : String($event))"
    >
      <ElRadio :value="BUILT_IN"
        ><b>Understudy</b>, the built-in model.
        <span class="soft"
          >Works offline, always gives the same answer to the same question, says only what the library says.</span
        ></ElRadio
      >
      <ElRadio v-for="endpoint in endpoints" :key="endpoint.id" :value="endpoint.id"
        ><b>{{ endpoint.name }}</b
        >, an endpoint. <span class="soft">{{ endpoint.model }} at {{ endpoint.baseUrl }}</span></ElRadio
      >
    </ElRadioGroup>
    <p v-if="error" class="soft">{{ error }}</p>
    <ElButton tag="router-link" size="small" class="set-up" to="/settings">Set up an endpoint</ElButton>
  </div>
</template>

<style scoped>
.set-up {
  margin-top: var(--gap-2);
}
</style>
