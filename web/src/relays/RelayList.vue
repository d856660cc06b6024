<script setup lang="ts">
import { onMounted, ref, watch } from 'vue'
import { ElButton, ElCheckbox } from 'element-plus'
import type { RelayShown } from '@parrot/contract'
import { call, get } from '../api/client'
import { useAgent } from '../frame/agentStore'
import { useLoaded } from '../shared/load'
import { tellFailure } from '../shared/undo'
import { moment } from '../shared/when'
import NewRelay from './NewRelay.vue'
import { RUN_WORDS } from './states'

/** Chains of work that the agent and others do one after the other, by hand or at their times. */
const props = defineProps<{ agentId: string }>()
const agents = useAgent()
const { data, error, load } = useLoaded(() => get<{ relays: RelayShown[] }>(`/api/agents/${props.agentId}/relays`))
onMounted(load)
watch(() => agents.ticks.relays, load)

const isPaused = ref(false)
const paused = useLoaded(() => get<{ isPaused: boolean }>('/api/settings/cues'))
onMounted(async () => {
  await paused.load()
  isPaused.value = paused.data.value?.isPaused === true
})
async function pause(wanted: boolean): Promise<void> {
  try {
    isPaused.value = (await call<{ isPaused: boolean }>('PUT', '/api/settings/cues', { isPaused: wanted })).isPaused
  } catch (problem) {
    tellFailure(problem)
  }
}

const isMaking = ref(false)
</script>

<template>
  <p v-if="error" class="wrong" role="alert">{{ error }}</p>
  <ul v-else-if="data?.relays.length" class="plain-rows">
    <li v-for="relay in data.relays" :key="relay.id" class="plain-row">
      <RouterLink class="grow" :to="{ name: 'relay', params: { id: agentId, relayId: relay.id } }">{{
        relay.name
      }}</RouterLink>
      <span class="soft small"
        ><template v-if="relay.nextAt">next {{ moment(relay.nextAt) }}</template
        ><template v-else>{{ relay.legs.length }} {{ relay.legs.length === 1 ? 'leg' : 'legs' }}</template
        ><template v-if="relay.lastRun">, last: {{ RUN_WORDS[relay.lastRun.status] }}</template></span
      >
    </li>
  </ul>
  <p v-else class="soft">
    Work in several steps, done by this agent and others in turn: a notice, a report, a round of answers.
  </p>
  <div class="acts new">
    <ElButton size="small" @click="isMaking = true">New relay</ElButton>
    <ElCheckbox
      v-if="data?.relays.some(({ cue }) => cue?.isOn)"
      :model-value="isPaused"
      @update:model-value="pause($event === true)"
      >pause all cues here</ElCheckbox
    >
  </div>
  <NewRelay v-if="isMaking" :agent-id="agentId" @close="isMaking = false" />
  <p v-if="isPaused" class="small warm" role="status">
    ◐ No relay of any agent begins by itself while cues are paused.
  </p>
</template>

<style scoped>
.new {
  margin-top: var(--gap-2);
}
.warm {
  color: var(--warm);
}
</style>
