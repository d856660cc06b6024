<script setup lang="ts">
import { nextTick, onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import { STAGES, type Agent } from '@parrot/contract'
import { call, get, post } from '../api/client'
import AgentFace from '../shared/AgentFace.vue'
import EmptyNote from '../shared/EmptyNote.vue'
import StateMark from '../shared/StateMark.vue'
import { STAGE_NAMES } from '../shared/stages'
import { useLoaded } from '../shared/load'
import { tell, tellFailure } from '../shared/undo'
import { ago, moment } from '../shared/when'
import { useKeys } from '../shared/keys'

const router = useRouter()
const { data, error, load } = useLoaded(() => get<{ agents: Agent[] }>('/api/agents'))
onMounted(() => {
  document.title = 'Agents · Mild Parrot'
  void load()
})

const renaming = ref('')
const newTitle = ref('')

const startNew = () => void router.push({ name: 'new-agent' })
useKeys({ n: startNew })

async function startRenaming(agent: Agent): Promise<void> {
  renaming.value = agent.id
  newTitle.value = agent.name
  await nextTick()
  const field = document.getElementById('rename-field') as HTMLInputElement | null
  field?.focus()
  field?.select()
}

async function rename(agent: Agent): Promise<void> {
  if (renaming.value !== agent.id) return
  renaming.value = ''
  const name = newTitle.value.trim()
  if (name === '' || name === agent.name) return
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
</script>

<template>
  <div class="page">
    <header class="top">
      <div class="brand">
        <AgentFace seed="Mild Parrot" :size="38" />
        <h1>Mild Parrot</h1>
      </div>
      <RouterLink class="btn quiet" to="/settings">Models and settings</RouterLink>
      <button type="button" class="btn main" @click="startNew">New agent</button>
    </header>

    <EmptyNote v-if="error" tone="failed" title="The agents could not be loaded" :text="error">
      <button type="button" class="btn" @click="load">Try again</button>
    </EmptyNote>
    <p v-else-if="!data" class="soft loading">Loading…</p>
    <EmptyNote
      v-else-if="data.agents.length === 0"
      title="No agents yet"
      text="An agent answers people’s questions from your documents, in the tone you set. Begin with a sentence, an interview, a template or a prompt you have."
    >
      <button type="button" class="btn main" @click="startNew">New agent</button>
    </EmptyNote>

    <ul v-else class="agents">
      <li v-for="agent in data.agents" :key="agent.id" class="agent" :data-agent="agent.name">
        <AgentFace :seed="agent.face" :size="68" />
        <div class="who">
          <div class="name">
            <input
              v-if="renaming === agent.id"
              id="rename-field"
              v-model="newTitle"
              class="field"
              maxlength="80"
              aria-label="New name"
              @keydown.enter="rename(agent)"
              @keydown.esc="renaming = ''"
              @blur="rename(agent)"
            />
            <RouterLink v-else class="open" :to="{ name: 'brief', params: { id: agent.id } }">{{
              agent.name
            }}</RouterLink>
            <span class="live" :class="{ on: agent.liveEdition }">{{
              agent.liveEdition ? `Edition ${agent.liveEdition} is live` : 'Draft'
            }}</span>
          </div>
          <p class="line">{{ agent.description || 'No description yet.' }}</p>
          <ul class="stages">
            <li v-for="stage in STAGES" :key="stage">
              <RouterLink :to="{ name: stage, params: { id: agent.id } }">
                <span class="label">{{ STAGE_NAMES[stage] }}</span>
                <span class="state"
                  ><StateMark :state="agent.stages[stage].state" />
                  <template v-for="(part, at) in agent.stages[stage].text.split(', ')" :key="at"
                    >{{ at > 0 ? ', ' : ' ' }}<span class="part">{{ part }}</span></template
                  ></span
                >
              </RouterLink>
            </li>
          </ul>
        </div>
        <div class="side">
          <span class="small soft" :title="moment(agent.changedAt)">changed {{ ago(agent.changedAt) }}</span>
          <span class="acts">
            <button type="button" class="btn quiet small" @click="startRenaming(agent)">Rename</button>
            <button type="button" class="btn quiet small danger" @click="remove(agent)">Remove</button>
          </span>
        </div>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.page {
  max-width: 1120px;
  margin: 0 auto;
  padding: 26px 28px 60px;
}
.top {
  display: flex;
  align-items: center;
  gap: 12px;
  margin-bottom: 26px;
}
.brand {
  display: flex;
  gap: 12px;
  align-items: center;
  flex: 1;
}
.loading {
  padding: 40px;
  text-align: center;
}
.agents {
  list-style: none;
  margin: 0;
  padding: 0;
  border-top: 1px solid var(--line);
}
.agent {
  display: grid;
  grid-template-columns: auto 1fr auto;
  gap: 22px;
  padding: 22px 4px;
  border-bottom: 1px solid var(--line);
}
.name {
  display: flex;
  align-items: baseline;
  gap: 12px;
}
.name .field {
  max-width: 320px;
}
.open {
  font: 600 23px/1.2 var(--serif);
  color: var(--ink);
  text-decoration: none;
}
.open:hover {
  text-decoration: underline;
  text-decoration-color: var(--accent);
}
.live {
  font: 600 13px var(--sans);
  color: var(--soft);
}
.live.on {
  color: var(--accent-deep);
}
.line {
  color: var(--soft);
  margin: 3px 0 12px;
  font: 16px/1.45 var(--serif);
}
.stages {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(4, minmax(96px, 124px)) 1fr;
  gap: 6px 20px;
}
.stages a {
  display: grid;
  color: inherit;
  text-decoration: none;
}
.stages a:hover .label {
  color: var(--accent-deep);
  text-decoration: underline;
}
.state {
  font-size: 14px;
}
/* A line ends between "2 unanswered" and "1 passed on", not within them. */
.part {
  white-space: nowrap;
}
.side {
  display: grid;
  justify-items: end;
  align-content: space-between;
}
.acts {
  display: flex;
  gap: 2px;
}
@media (max-width: 1000px) {
  .stages {
    grid-template-columns: repeat(auto-fill, minmax(130px, 1fr));
  }
}
@media (max-width: 720px) {
  .page {
    padding: 18px 16px 60px;
  }
  .agent {
    grid-template-columns: auto 1fr;
    gap: 14px;
  }
  .side {
    grid-column: 1 / -1;
    display: flex;
    justify-content: space-between;
    align-items: center;
  }
  .top {
    flex-wrap: wrap;
  }
}
</style>
