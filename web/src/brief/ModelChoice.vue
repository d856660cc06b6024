<script setup lang="ts">
import { onMounted, ref } from 'vue'
import type { Agent, Endpoint } from '@parrot/contract'
import { get, wordsFor } from '../api/client'
import { useAgent } from '../frame/agentStore'
import { tell, tellFailure } from '../shared/undo'

/** Which model answers: the built-in one, or an endpoint that was set up. */
const props = defineProps<{ agent: Agent }>()
const store = useAgent()
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
  <fieldset>
    <legend class="sr">Which model answers</legend>
    <label>
      <input type="radio" name="model" :checked="agent.endpointId === null" @change="choose(null)" />
      <span
        ><b>Understudy</b>, the built-in model.
        <span class="soft"
          >Works offline, always gives the same answer to the same question, says only what the library says.</span
        ></span
      >
    </label>
    <label v-for="endpoint in endpoints" :key="endpoint.id">
      <input type="radio" name="model" :checked="agent.endpointId === endpoint.id" @change="choose(endpoint.id)" />
      <span
        ><b>{{ endpoint.name }}</b
        >, an endpoint. <span class="soft">{{ endpoint.model }} at {{ endpoint.baseUrl }}</span></span
      >
    </label>
    <p v-if="error" class="soft">{{ error }}</p>
    <RouterLink class="btn small" to="/settings">Set up an endpoint</RouterLink>
  </fieldset>
</template>

<style scoped>
fieldset {
  border: 0;
  margin: 0;
  padding: 4px 0;
}
label {
  display: flex;
  gap: 10px;
  align-items: baseline;
  padding: 6px 0;
}
.btn {
  margin-top: 10px;
}
</style>
