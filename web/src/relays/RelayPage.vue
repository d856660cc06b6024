<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { ElButton, ElInput } from 'element-plus'
import type { Agent, RelayShown } from '@parrot/contract'
import { call, get, post, wordsFor } from '../api/client'
import EmptyNote from '../shared/EmptyNote.vue'
import { useKept } from '../shared/kept'
import KeptNote from '../shared/KeptNote.vue'
import LoadingNote from '../shared/LoadingNote.vue'
import { tell, tellFailure } from '../shared/undo'
import CueField from './CueField.vue'
import LegList from './LegList.vue'
import MailField from './MailField.vue'
import RelayInputs from './RelayInputs.vue'
import RunPanel from './RunPanel.vue'

/** One relay: what it is given, its legs, when it begins by itself, and beside it its runs. Every change is kept by itself. */
const route = useRoute()
const router = useRouter()
const agentId = computed(() => String(route.params.id))
const path = computed(() => `/api/relays/${String(route.params.relayId)}`)
const relay = ref<RelayShown>()
const agents = ref<Agent[]>([])
const failed = ref('')
const { saving, keep, took } = useKept(
  relay,
  ({ name, inputs, legs, output, mail, cue }) => JSON.stringify([name, inputs, legs, output, mail, cue]),
  async (value) => {
    const { problems, nextAt, hasSecret } = await call<RelayShown>('PUT', path.value, value)
    Object.assign(value, { problems, nextAt, hasSecret })
  },
)

onMounted(async () => {
  try {
    const [found, all] = await Promise.all([get<RelayShown>(path.value), get<{ agents: Agent[] }>('/api/agents')])
    relay.value = found
    agents.value = all.agents
    took()
  } catch (problem) {
    failed.value = wordsFor(problem)
  }
})
const names = computed(() => [
  ...(relay.value?.inputs ?? []).map(({ name }) => name),
  ...(relay.value?.legs ?? []).map(({ name }) => name),
])

async function remove(): Promise<void> {
  const { name } = relay.value!
  const from = path.value
  try {
    await call('DELETE', from)
    await router.push({ name: 'release', params: { id: agentId.value } })
    tell(`“${name}” was taken away.`, async () => {
      await post(`${from}/restore`)
      await router.push({ name: 'relay', params: { id: agentId.value, relayId: from.split('/').at(-1) } })
    })
  } catch (problem) {
    tellFailure(problem)
  }
}
</script>

<template>
  <EmptyNote v-if="failed" tone="failed" title="The relay could not be loaded" :text="failed">
    <ElButton tag="router-link" :to="{ name: 'release', params: { id: agentId } }">Back to the release</ElButton>
  </EmptyNote>
  <LoadingNote v-else-if="!relay" :rows="8" />
  <div v-else class="paired staged">
    <section aria-label="The relay">
      <ElButton tag="router-link" text size="small" :to="{ name: 'release', params: { id: agentId } }"
        >‹ Release</ElButton
      >
      <ElInput v-model="relay.name" class="name" maxlength="120" aria-label="Name of the relay" />
      <p class="soft">
        Each leg is done by an agent as it was published; what it finds is passed on by its name.
        <KeptNote :saving="saving" />
      </p>
      <RelayInputs v-model="relay.inputs" />
      <LegList
        v-model="relay.legs"
        :agents="agents"
        :inputs="relay.inputs.map(({ name }) => name)"
        :problems="relay.problems"
        :agent-id="agentId"
      />
      <h2>What comes of it</h2>
      <ElInput
        v-model="relay.output"
        type="textarea"
        :autosize="{ minRows: 2, maxRows: 12 }"
        maxlength="8000"
        :placeholder="`the last result; or a text with ${names.map((name) => `{{${name}}}`).join(', ') || '{{names}}'}`"
        aria-label="What comes of it"
      />
      <p v-for="{ problem } in relay.problems.filter(({ leg }) => leg === '')" :key="problem" class="warm">
        ◐ {{ problem }}
      </p>
      <MailField v-model="relay.mail" />
      <CueField v-model="relay" :keep="keep" />
      <ElButton type="danger" text size="small" class="remove" @click="remove">Take this relay away</ElButton>
    </section>
    <aside aria-label="Runs">
      <RunPanel :relay="relay" :agent-id="agentId" :keep="keep" />
    </aside>
  </div>
</template>

<style scoped>
.name {
  margin: var(--gap-1) 0 var(--gap-2);
  font: 600 var(--text-reply) / 1.3 var(--serif);
}
h2 {
  margin: var(--gap-5) 0 var(--gap-2);
}
.warm {
  color: var(--warm);
}
.remove {
  display: block;
  margin-top: var(--gap-5);
}
</style>
