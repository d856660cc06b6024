<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import { useLocalStorage, useTitle } from '@vueuse/core'
import { ElButton, ElSegmented } from 'element-plus'
import type { Agent } from '@parrot/contract'
import { call, get, post } from '../api/client'
import AgentFace from '../shared/AgentFace.vue'
import ChoiceField from '../shared/ChoiceField.vue'
import EmptyNote from '../shared/EmptyNote.vue'
import FilterField from '../shared/FilterField.vue'
import LoadingNote from '../shared/LoadingNote.vue'
import { useKeys } from '../shared/keys'
import { useLoaded } from '../shared/load'
import PageTurner from '../shared/PageTurner.vue'
import { usePages } from '../shared/pages'
import { download } from '../shared/download'
import { tell, tellFailure } from '../shared/undo'
import MemberMenu from '../members/MemberMenu.vue'
import { session } from '../members/session'
import ShareDialog from '../members/ShareDialog.vue'
import AgentRow from './AgentRow.vue'
import { arranged, ORDERS, SHOWN, type Order, type Shown } from './arranged'
import CopyDialog from './CopyDialog.vue'
import FolderDialog from './FolderDialog.vue'

/** All agents: found by their words, put in an order, copied, renamed, removed. */
const router = useRouter()
useTitle('Agents · Mild Parrot')
const { data, error, load } = useLoaded(() => get<{ agents: Agent[] }>('/api/agents'))
onMounted(load)

/** Fewer are seen at a glance. */
const SEARCHED_FROM = 6
const PAGE = 20
const words = ref('')
const order = useLocalStorage<Order>('parrot-agents-order', 'made')
const which = ref<Shown>('all')
const found = computed(() =>
  arranged(data.value?.agents ?? [], { words: words.value, order: order.value, which: which.value }),
)
const { page, shown } = usePages(found, PAGE, () => [words.value, order.value, which.value].join())

const copying = ref<Agent>()
const sharing = ref<Agent>()
const isReadingIn = ref(false)
const startNew = () => void router.push({ name: 'new-agent' })
const search = ref<InstanceType<typeof FilterField>>()
useKeys({ n: startNew, '/': () => search.value?.focus() })

async function rename(agent: Agent, name: string): Promise<void> {
  try {
    await call('PATCH', `/api/agents/${agent.id}`, { name })
    await load()
    tell(`“${agent.name}” is called “${name}” now.`, async () => {
      await call('PATCH', `/api/agents/${agent.id}`, { name: agent.name })
      await load()
    })
  } catch (problem) {
    tellFailure(problem)
  }
}

async function remove(agent: Agent): Promise<void> {
  try {
    await call('DELETE', `/api/agents/${agent.id}`)
    await load()
    const isLive = agent.liveEdition !== null
    tell(`“${agent.name}” was removed${isLive ? '; its page is offline' : ''}.`, async () => {
      await post(`/api/agents/${agent.id}/restore`)
      await load()
    })
  } catch (problem) {
    tellFailure(problem)
  }
}

async function copied(copy: Agent): Promise<void> {
  copying.value = undefined
  await load()
  tell(`“${copy.name}” was made, with the same brief, library and scripts.`, () => remove(copy))
}
async function readIn(agent: Agent): Promise<void> {
  isReadingIn.value = false
  await load()
  tell(`“${agent.name}” was made of the folder; its documents are being read.`, () => remove(agent))
}
</script>

<template>
  <main class="page">
    <header class="page-head">
      <AgentFace seed="Mild Parrot" :size="38" />
      <h1>Mild Parrot</h1>
      <ElButton tag="router-link" text to="/tools">Tools</ElButton>
      <ElButton tag="router-link" text to="/settings">Models and settings</ElButton>
      <MemberMenu />
      <ElButton text @click="isReadingIn = true">Read in a folder</ElButton>
      <ElButton type="primary" @click="startNew">New agent</ElButton>
    </header>

    <EmptyNote v-if="error" tone="failed" title="The agents could not be loaded" :text="error">
      <ElButton @click="load">Try again</ElButton>
    </EmptyNote>
    <LoadingNote v-else-if="!data" :rows="8" />
    <EmptyNote
      v-else-if="data.agents.length === 0"
      title="No agents yet"
      text="An agent answers people’s questions from your documents, in the tone you set. Begin with a sentence, an interview, a template or a prompt you have."
    >
      <ElButton type="primary" @click="startNew">New agent</ElButton>
    </EmptyNote>

    <template v-else>
      <div v-if="data.agents.length >= SEARCHED_FROM" class="acts find">
        <FilterField
          ref="search"
          v-model="words"
          class="search"
          placeholder="Find an agent by its name or what it is for  ( / )"
          label="Find an agent"
        />
        <ElSegmented v-model="which" :options="SHOWN" aria-label="Which agents" />
        <ChoiceField v-model="order" :options="ORDERS" about="Order of the agents" />
      </div>
      <EmptyNote v-if="found.length === 0" title="No agent like that" text="Try other words, or show all of them.">
        <ElButton @click="((words = ''), (which = 'all'))">Show all {{ data.agents.length }}</ElButton>
      </EmptyNote>
      <ul v-else class="bare-list agents">
        <AgentRow
          v-for="agent in shown"
          :key="agent.id"
          :agent="agent"
          :can-share="session?.hasMembers === true"
          @share="sharing = agent"
          @rename="rename(agent, $event)"
          @copy="copying = agent"
          @write-out="download(`/api/agents/${agent.id}/folder`)"
          @remove="remove(agent)"
        />
      </ul>
      <PageTurner v-model="page" class="pages" :total="found.length" :size="PAGE" />
    </template>
    <ShareDialog v-if="sharing" :agent="sharing" @close="sharing = undefined" />
    <CopyDialog v-if="copying" :agent="copying" @copied="copied" @close="copying = undefined" />
    <FolderDialog v-if="isReadingIn" @made="readIn" @close="isReadingIn = false" />
  </main>
</template>

<style scoped>
.find {
  margin-bottom: var(--gap-3);
}
.search {
  flex: 1 1 280px;
  max-width: 460px;
}
.agents {
  border-top: 1px solid var(--line);
}
.pages {
  margin-top: var(--gap-4);
}
</style>
