<script setup lang="ts">
import { onMounted, ref, watch } from 'vue'
import { ElButton } from 'element-plus'
import type { Cue, CueEventsShown, CueTried } from '@parrot/contract'
import { get, post } from '../api/client'
import { useAgent } from '../frame/agentStore'
import { useActing } from '../shared/acting'
import { useAllowing } from '../shared/allowing'
import { useLoaded } from '../shared/load'
import { moment } from '../shared/when'

/** What a cue would have done with the last things that happened, and what it did. */
const props = defineProps<{ relayId: string; cue: Cue; keep: () => Promise<void> }>()
const store = useAgent()
const tried = ref<CueTried['events']>()
const acting = useActing()
const { hostToAllow, attempt, allow } = useAllowing(acting)
const lately = useLoaded(() => get<CueEventsShown>(`/api/relays/${props.relayId}/events`))
onMounted(lately.load)
watch(() => store.ticks.relays, lately.load)
watch(
  () => JSON.stringify(props.cue),
  () => (tried.value = undefined),
)

const tryIt = () =>
  attempt(async () => {
    await props.keep()
    tried.value = (await post<CueTried>(`/api/relays/${props.relayId}/cue/try`, { cue: props.cue })).events
  })
const givenTo = (inputs: Readonly<Record<string, string>>) =>
  Object.entries(inputs)
    .filter(([, value]) => value !== '')
    .map(([name, value]) => `${name}: ${value.length > 90 ? `${value.slice(0, 90)}…` : value}`)
    .join(' · ')
</script>

<template>
  <div class="acts">
    <ElButton size="small" :disabled="acting.isBusy.value" @click="tryIt">{{
      acting.isBusy.value ? 'Looking …' : 'Try it on the last ten'
    }}</ElButton>
    <span class="soft small">Nothing is begun by that.</span>
  </div>
  <p v-if="acting.error.value" class="wrong" role="alert">
    {{ acting.error.value }}
    <ElButton v-if="hostToAllow" size="small" @click="allow">Allow {{ hostToAllow }} and try again</ElButton>
  </p>
  <p v-if="tried?.length === 0" class="soft small" role="status">Nothing happened yet that it could be tried on.</p>
  <ul v-if="tried?.length" class="bare-list" aria-label="What it would have done">
    <li v-for="(event, at) in tried" :key="at" :class="{ left: !event.isTaken }">
      <span aria-hidden="true">{{ event.isTaken ? '✓' : '–' }}</span>
      <span
        >{{ event.title }} <span class="soft small">{{ moment(event.at) }}</span>
        <span class="soft small why">{{
          event.isTaken ? givenTo(event.inputs) || 'would begin' : event.because
        }}</span></span
      >
    </li>
  </ul>
  <template v-if="lately.data.value?.events.length">
    <h3>What happened lately</h3>
    <ul class="bare-list" aria-label="What happened lately">
      <li v-for="(event, at) in lately.data.value.events.slice(0, 8)" :key="at" :class="{ left: event.runId === null }">
        <span aria-hidden="true">{{ event.runId ? '✓' : '–' }}</span>
        <span
          >{{ event.title }} <span class="soft small">{{ moment(event.at) }}</span>
          <span class="soft small why">{{ event.runId ? 'it began' : event.because }}</span></span
        >
      </li>
    </ul>
  </template>
</template>

<style scoped>
.acts {
  margin: var(--gap-2) 0;
}
h3 {
  margin: var(--gap-3) 0 var(--gap-1);
}
li {
  display: grid;
  grid-template-columns: 18px minmax(0, 1fr);
  padding: 3px 0;
}
.left {
  color: var(--soft);
}
.why {
  display: block;
  overflow-wrap: anywhere;
}
</style>
