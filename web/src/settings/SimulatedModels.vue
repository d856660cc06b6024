<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import type { Agent, Endpoint, SimulatedModels } from '@parrot/contract'
import { call, get, wordsFor } from '../api/client'
import { tell, tellFailure } from '../shared/undo'

/** Simulated language models that ship with the product: one click has an agent answer through one of them. */
const props = defineProps<{ endpoints: readonly Endpoint[] }>()
const emit = defineEmits<{ changed: [] }>()

const served = ref<SimulatedModels>({ baseUrl: null, models: [] })
const agents = ref<Agent[]>([])
const agentId = ref('')
const error = ref('')
const agent = computed(() => agents.value.find(({ id }) => id === agentId.value))
/** The simulated model the agent answers through; null for the built-in one, undefined for another endpoint. */
const chosen = computed(() => {
  if (agent.value?.endpointId == null) return null
  const endpoint = props.endpoints.find(({ id }) => id === agent.value!.endpointId)
  return endpoint?.baseUrl === served.value.baseUrl ? endpoint?.model : undefined
})

onMounted(async () => {
  try {
    const [models, listed] = await Promise.all([
      get<SimulatedModels>('/api/settings/simulated-models'),
      get<{ agents: Agent[] }>('/api/agents'),
    ])
    served.value = models
    agents.value = listed.agents
    agentId.value = listed.agents[0]?.id ?? ''
  } catch (problem) {
    error.value = wordsFor(problem)
  }
})

async function choose(model: string | null): Promise<void> {
  const before = chosen.value
  try {
    await set(model)
    tell(
      `${agent.value!.name} answers through ${model === null ? 'the built-in model' : `the simulated model “${model}”`}, visitors too.`,
      before === undefined ? undefined : () => set(before),
    )
  } catch (problem) {
    tellFailure(problem)
  }
}

async function set(model: string | null): Promise<void> {
  const changed = await call<Agent>('PUT', `/api/agents/${agentId.value}/simulated-model`, { model })
  agents.value = agents.value.map((each) => (each.id === changed.id ? changed : each))
  emit('changed')
}
</script>

<template>
  <p v-if="error" class="soft">{{ error }}</p>
  <p v-else-if="served.models.length === 0" class="soft">
    They do not run here. The start command of the application starts them.
  </p>
  <template v-else>
    <label class="who">
      <span class="label">Agent</span>
      <select v-model="agentId" class="field" aria-label="Agent">
        <option v-for="each in agents" :key="each.id" :value="each.id">{{ each.name }}</option>
      </select>
    </label>
    <fieldset>
      <legend class="sr">Which model {{ agent?.name }} answers through</legend>
      <label>
        <input type="radio" name="simulated" :checked="chosen === null" @change="choose(null)" />
        <span><b>built-in</b> <span class="soft">No language model: the agent reads its documents itself.</span></span>
      </label>
      <label v-for="model in served.models" :key="model.id">
        <input type="radio" name="simulated" :checked="chosen === model.id" @change="choose(model.id)" />
        <span
          ><b>{{ model.id }}</b> <span class="soft">{{ model.about }}</span></span
        >
      </label>
    </fieldset>
  </template>
</template>

<style scoped>
.who {
  display: flex;
  gap: 12px;
  align-items: center;
}
.who .field {
  width: 240px;
}
fieldset {
  border: 0;
  margin: 0;
  padding: 0;
}
fieldset label {
  display: flex;
  gap: 10px;
  align-items: baseline;
  padding: 4px 0;
}
</style>
