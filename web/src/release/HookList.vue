<script setup lang="ts">
import { onMounted, ref, watch } from 'vue'
import { ElButton, ElCheckbox, ElCheckboxGroup, ElInput, ElSwitch } from 'element-plus'
import type { Delivery, Hook, HookEvent } from '@parrot/contract'
import { call, get, post } from '../api/client'
import { useAgent } from '../frame/agentStore'
import { useLoaded } from '../shared/load'
import { tell, tellFailure } from '../shared/undo'
import { ago } from '../shared/when'

/** Addresses that are told what happens, and what was sent last: to them, and by mail. */
const props = defineProps<{ agentId: string }>()
const agents = useAgent()
const path = `/api/agents/${props.agentId}/hooks`
const { data, load } = useLoaded(() => get<{ hooks: Hook[]; deliveries: Delivery[] }>(path))
onMounted(load)
watch(() => agents.ticks.logbook, load)

const EVENTS: readonly (readonly [HookEvent, string])[] = [
  ['passed.on', 'a person is asked for'],
  ['visitor.collected', 'a visitor left details'],
  ['request.made', 'something waits for the team'],
  ['unanswered', 'a question went unanswered'],
  ['conversation.ended', 'a conversation ended'],
  ['conversation.debriefed', 'the debrief was answered'],
]
const wordsFor = (event: HookEvent) => EVENTS.find(([name]) => name === event)![1]
const isAdding = ref(false)
const isLogOpen = ref(false)
const url = ref('')
const events = ref<HookEvent[]>(['passed.on', 'visitor.collected'])
const secret = ref('')

async function act(work: () => Promise<unknown>): Promise<void> {
  try {
    await work()
    await load()
  } catch (problem) {
    tellFailure(problem)
  }
}
const add = () =>
  act(async () => {
    secret.value = (await post<{ secret: string }>(path, { url: url.value, events: events.value })).secret
    url.value = ''
    isAdding.value = false
  })
const setOn = (hook: Hook, isOn: boolean) => act(() => call('PUT', `/api/hooks/${hook.id}`, { ...hook, isOn }))
const tryOut = (hook: Hook) =>
  act(() => post(`/api/hooks/${hook.id}/try`).then(() => tell('Something made up was sent.')))
const remove = (hook: Hook) =>
  act(() => call('DELETE', `/api/hooks/${hook.id}`).then(() => tell(`${hook.url} is told nothing any more.`)))
</script>

<template>
  <ul v-if="data?.hooks.length" class="plain-rows">
    <li v-for="hook in data.hooks" :key="hook.id" class="hook">
      <ElSwitch
        :model-value="hook.isOn"
        :aria-label="`Tell ${hook.url}`"
        size="small"
        @update:model-value="setOn(hook, Boolean($event))"
      />
      <span class="grow"
        ><span class="url">{{ hook.url }}</span>
        <span class="small soft">told when {{ hook.events.map((each) => wordsFor(each)).join(', ') }}</span></span
      >
      <span
        ><ElButton text size="small" @click="tryOut(hook)">Try</ElButton
        ><ElButton type="danger" text size="small" @click="remove(hook)">Remove</ElButton></span
      >
    </li>
  </ul>
  <p v-else class="soft">No other program is told what happens here.</p>
  <div v-if="secret" class="inset" role="status">
    <p class="small">
      Keep its secret now: it is shown only once. What is sent is signed with it, as the Standard Webhooks specification
      says.
    </p>
    <ElInput :model-value="secret" readonly aria-label="The secret" />
  </div>
  <form v-if="isAdding" @submit.prevent="add">
    <ElInput v-model="url" placeholder="https://example.org/told" aria-label="Address that is told" />
    <ElCheckboxGroup v-model="events" aria-label="What it is told">
      <ElCheckbox v-for="[event, text] in EVENTS" :key="event" :value="event">{{ text }}</ElCheckbox>
    </ElCheckboxGroup>
    <ElButton native-type="submit" size="small" :disabled="url.trim() === '' || events.length === 0">Add it</ElButton>
  </form>
  <ElButton v-else text size="small" @click="isAdding = true">Tell another program</ElButton>
  <template v-if="data?.deliveries.length">
    <ElButton text size="small" :aria-expanded="isLogOpen" @click="isLogOpen = !isLogOpen">{{
      isLogOpen ? 'Hide what was sent' : 'Show what was sent last'
    }}</ElButton>
    <ul v-if="isLogOpen" class="bare-list">
      <li v-for="each in data.deliveries.slice(0, 12)" :key="each.id" class="small" :class="each.state">
        {{ each.state === 'sent' ? '✓' : each.state === 'failed' ? '✕' : '…' }} {{ ago(each.createdAt) }}:
        {{ wordsFor(each.event) }}, to {{ each.to }}
        <span v-if="each.state !== 'sent' && each.attempts > 0"
          >({{ each.attempts }} {{ each.attempts === 1 ? 'time' : 'times' }}: {{ each.answer }})</span
        >
      </li>
    </ul>
  </template>
</template>

<style scoped>
.hook {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--gap-1) var(--gap-2);
  padding: var(--gap-1) 0;
}
.grow {
  flex: 1 1 180px;
  display: grid;
}
.url {
  overflow-wrap: anywhere;
}
form {
  display: grid;
  gap: var(--gap-2);
  justify-items: start;
  margin-top: var(--gap-2);
}
.failed {
  color: var(--brick);
}
.waiting {
  color: var(--warm);
}
</style>
