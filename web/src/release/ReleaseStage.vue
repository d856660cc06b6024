<script setup lang="ts">
import { ElButton, ElInput } from 'element-plus'
import { computed, onMounted, ref, watch } from 'vue'
import { useClipboard } from '@vueuse/core'
import { useRoute } from 'vue-router'
import type { Edition, Release } from '@parrot/contract'
import { get, post } from '../api/client'
import { useBrief } from '../brief/briefStore'
import { useAgent } from '../frame/agentStore'
import EmptyNote from '../shared/EmptyNote.vue'
import { useLoaded } from '../shared/load'
import { STAGE_NAMES } from '../shared/stages'
import { tell, tellFailure } from '../shared/undo'
import LoadingNote from '../shared/LoadingNote.vue'
import { plural } from '../shared/when'
import OutletList from '../outlets/OutletList.vue'
import RelayList from '../relays/RelayList.vue'
import ChangeList from './ChangeList.vue'
import EditionList from './EditionList.vue'
import HookList from './HookList.vue'

/** What changed since the last edition, what is not yet safe, and what visitors hear. */
const route = useRoute()
const agents = useAgent()
const brief = useBrief()
const agentId = computed(() => String(route.params.id))
const release = useLoaded(() => get<Release>(`/api/agents/${agentId.value}/release`))
const editions = useLoaded(() => get<{ editions: Edition[] }>(`/api/agents/${agentId.value}/editions`))
const summary = ref('')
const isPublishing = ref(false)

const load = () => Promise.all([release.load(), editions.load()])
onMounted(async () => {
  await brief.save()
  await load()
})
watch(() => [agents.ticks.agent, agents.ticks.sources, agents.ticks.editions, agents.ticks.scripts], load)

const state = computed(() => release.data.value)
const changes = computed(() => (state.value?.briefChanges.length ?? 0) + (state.value?.sourceChanges.length ?? 0))
const next = computed(() => (state.value?.latestEdition ?? 0) + 1)
const canPublish = computed(
  () => state.value !== undefined && (state.value.latestEdition === null || changes.value > 0),
)
const address = computed(() => `${location.origin}/talk/${agents.agent?.slug ?? ''}`)

async function publish(): Promise<void> {
  isPublishing.value = true
  try {
    await brief.save()
    const edition = await post<Edition>(`/api/agents/${agentId.value}/editions`, { summary: summary.value })
    summary.value = ''
    await Promise.all([load(), agents.load()])
    tell(`Edition ${edition.number} is live.`)
  } catch (problem) {
    tellFailure(problem)
  } finally {
    isPublishing.value = false
  }
}

async function setLive(number: number | null): Promise<void> {
  const before = agents.agent?.liveEdition ?? null
  const change = async (to: number | null) => {
    await post(`/api/agents/${agentId.value}/live`, { number: to })
    await Promise.all([load(), agents.load()])
  }
  try {
    await change(number)
    tell(number === null ? 'The agent is offline.' : `Visitors hear edition ${number} now.`, () => change(before))
  } catch (problem) {
    tellFailure(problem)
  }
}

const { copy, isSupported } = useClipboard({ legacy: true })
async function copyAddress(): Promise<void> {
  try {
    if (!isSupported.value) throw new Error('not supported')
    await copy(address.value)
    tell('The address was copied.')
  } catch {
    tellFailure(new Error('The browser did not allow copying. Select the address and copy it by hand.'))
  }
}
</script>

<template>
  <EmptyNote
    v-if="release.error.value"
    tone="failed"
    title="The release could not be loaded"
    :text="release.error.value"
  >
    <ElButton @click="load">Try again</ElButton>
  </EmptyNote>
  <div v-else-if="state" class="release">
    <section class="changes" aria-label="What changed">
      <h1>Release</h1>
      <p class="lead">
        <template v-if="state.latestEdition === null"
          >Nothing is published yet. Edition 1 would hold the brief and library as they are now.</template
        >
        <template v-else-if="changes === 0">The draft is the same as edition {{ state.latestEdition }}.</template>
        <template v-else
          >{{ plural(changes, 'change') }} since edition {{ state.latestEdition }}. Visitors do not hear
          {{ changes === 1 ? 'it' : 'them' }} until edition {{ next }} is published.</template
        >
      </p>

      <ChangeList :release="state" :agent-id="agentId" />
    </section>

    <aside>
      <section class="publish">
        <h2>{{ state.concerns.length ? 'Not yet safe' : 'Ready' }}</h2>
        <ul v-if="state.concerns.length" class="bare-list concerns">
          <li v-for="(concern, at) in state.concerns" :key="at">
            <span aria-hidden="true">◐</span>
            <span
              >{{ concern.text }}
              <RouterLink :to="{ name: concern.stage, params: { id: agentId } }">{{
                STAGE_NAMES[concern.stage]
              }}</RouterLink></span
            >
          </li>
        </ul>
        <p v-else class="soft">Everything was read, and the scripts passed with this revision.</p>
        <form v-if="canPublish" @submit.prevent="publish">
          <label class="label" for="summary">What is new in edition {{ next }}, in a line</label>
          <ElInput
            type="textarea"
            id="summary"
            v-model="summary"
            :rows="2"
            maxlength="1000"
            placeholder="For yourself and your colleagues"
          />
          <ElButton native-type="submit" type="primary" :disabled="isPublishing">Publish edition {{ next }}</ElButton>
        </form>
      </section>

      <section v-if="state.latestEdition !== null">
        <h2>Page</h2>
        <p v-if="state.liveEdition" class="soft">Edition {{ state.liveEdition }} answers here:</p>
        <p v-else class="soft">Nobody answers here while the agent is offline:</p>
        <p class="address">
          <a :href="address" target="_blank" rel="noopener">{{ address }}</a>
        </p>
        <ElButton size="small" @click="copyAddress">Copy the address</ElButton>
      </section>

      <section v-if="state.latestEdition !== null">
        <h2>Outlets</h2>
        <OutletList :agent-id="agentId" />
      </section>

      <section>
        <h2>Relays</h2>
        <RelayList :agent-id="agentId" />
      </section>

      <section v-if="state.latestEdition !== null">
        <h2>Webhooks</h2>
        <HookList :agent-id="agentId" />
      </section>

      <section v-if="editions.data.value?.editions.length">
        <h2>Editions</h2>
        <EditionList :editions="editions.data.value.editions" @live="setLive" />
      </section>
    </aside>
  </div>
  <div v-else class="release"><LoadingNote text="Comparing with the last edition…" :rows="8" /></div>
</template>

<style scoped>
.release {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 370px;
  gap: var(--gap-6);
  max-width: 1240px;
  margin: 0 auto;
  padding: var(--gap-4) var(--gap-5) var(--gap-7);
}
.lead {
  font: var(--text-lead) / 1.5 var(--serif);
  margin: var(--gap-1) 0 var(--gap-4);
  max-width: 62ch;
}
h2 {
  margin-bottom: var(--gap-2);
}
aside section {
  padding: var(--gap-4) 0;
  border-bottom: 1px solid var(--line);
}
aside section:first-child {
  padding-top: var(--gap-1);
}
aside section:last-child {
  border: 0;
}
.concerns li {
  display: flex;
  gap: var(--gap-2);
  padding: 3px 0;
  color: var(--warm);
}
form {
  display: grid;
  gap: var(--gap-2);
  margin-top: var(--gap-4);
  justify-items: start;
}
.address {
  overflow-wrap: anywhere;
  margin: var(--gap-0) 0 var(--gap-2);
}
@media (width < 960px) {
  .release {
    grid-template-columns: minmax(0, 1fr);
    padding: var(--gap-4) var(--gap-4) var(--gap-7);
    gap: var(--gap-4);
  }
}
</style>
