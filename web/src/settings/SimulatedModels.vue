<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { ElRadio, ElRadioGroup } from 'element-plus'
import type { Agent, Endpoint, SimulatedModels } from '@parrot/contract'
import { call, get, wordsFor } from '../api/client'
import ChoiceField from '../shared/ChoiceField.vue'
import { tell, tellFailure } from '../shared/undo'

/** Simulated language models that ship with the product: one click has an agent answer through one of them. */
const props = defineProps<{ endpoints: readonly Endpoint[] }>()
const emit = defineEmits<{ changed: [] }>()

const BUILT_IN = 'built-in model'
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
    <div class="acts">
      <span class="label">Agent</span>
      <ChoiceField
        v-model="agentId"
        about="Agent"
        can-filter
        :options="agents.map((each) => [each.id, each.name] as const)"
      />
    </div>
    <ElRadioGroup
      class="stacked"
      :model-value="chosen ?? (chosen === null ? BUILT_IN : undefined)"
      :aria-label="`Which model ${agent?.name ?? 'the agent'} answers through`"
      @update:model-value="choose($event === BUILT_IN ? null : String($event))"
    >
      <ElRadio :value="BUILT_IN"
        ><b>built-in</b> <span class="soft">No language model: the agent reads its documents itself.</span></ElRadio
      >
      <ElRadio v-for="model in served.models" :key="model.id" :value="model.id"
        ><b>{{ model.id }}</b> <span class="soft">{{ model.about }}</span></ElRadio
      >
    </ElRadioGroup>
  </template>
</template>
