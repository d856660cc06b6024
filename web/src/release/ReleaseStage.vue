<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import type { Edition, Release } from '@parrot/contract'
import { get, post } from '../api/client'
import { useBrief } from '../brief/briefStore'
import { useAgent } from '../frame/agentStore'
import EmptyNote from '../shared/EmptyNote.vue'
import { useLoaded } from '../shared/load'
import { STAGE_NAMES } from '../shared/stages'
import { tell, tellFailure } from '../shared/undo'
import { ago, moment, plural } from '../shared/when'

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

async function copy(): Promise<void> {
  try {
    await navigator.clipboard.writeText(address.value)
    tell('The address was copied.')
  } catch {
    tellFailure(new Error('The browser did not allow copying. Select the address and copy it by hand.'))
  }
}

const SIGNS = { added: '+', removed: '−', changed: '~' } as const
</script>

<template>
  <EmptyNote
    v-if="release.error.value"
    tone="failed"
    title="The release could not be loaded"
    :text="release.error.value"
  >
    <button type="button" class="btn" @click="load">Try again</button>
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

      <template v-if="state.briefChanges.length">
        <h2>Brief</h2>
        <ul class="list">
          <li v-for="(change, at) in state.briefChanges" :key="at">
            <span class="sign" :class="change.kind" aria-hidden="true">{{ SIGNS[change.kind] }}</span>
            <RouterLink class="name" :to="{ name: 'brief', params: { id: agentId }, query: { field: change.field } }">{{
              change.label
            }}</RouterLink>
            <span class="text">
              <template v-if="change.kind === 'changed'"
                ><del>{{ change.before }}</del> <ins>{{ change.after }}</ins></template
              >
              <template v-else-if="change.kind === 'added'"
                ><ins>{{ change.after }}</ins></template
              >
              <template v-else
                ><del>{{ change.before }}</del></template
              >
            </span>
          </li>
        </ul>
      </template>
      <template v-if="state.sourceChanges.length">
        <h2>Library</h2>
        <ul class="list">
          <li v-for="change in state.sourceChanges" :key="change.sourceId">
            <span class="sign" :class="change.kind" aria-hidden="true">{{ SIGNS[change.kind] }}</span>
            <span class="name">{{ change.title }}</span>
            <span class="text soft">{{ change.detail }}</span>
          </li>
        </ul>
      </template>
    </section>

    <aside>
      <section class="publish">
        <h2>{{ state.concerns.length ? 'Not yet safe' : 'Ready' }}</h2>
        <ul v-if="state.concerns.length" class="concerns">
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
          <textarea
            id="summary"
            v-model="summary"
            class="field"
            rows="2"
            maxlength="1000"
            placeholder="For yourself and your colleagues"
          />
          <button class="btn main" :disabled="isPublishing">Publish edition {{ next }}</button>
        </form>
      </section>

      <section v-if="state.latestEdition !== null">
        <h2>Page</h2>
        <p v-if="state.liveEdition" class="soft">Edition {{ state.liveEdition }} answers here:</p>
        <p v-else class="soft">Nobody answers here while the agent is offline:</p>
        <p class="address">
          <a :href="address" target="_blank" rel="noopener">{{ address }}</a>
        </p>
        <button type="button" class="btn small" @click="copy">Copy the address</button>
      </section>

      <section v-if="editions.data.value?.editions.length">
        <h2>Editions</h2>
        <ol class="editions">
          <li
            v-for="edition in editions.data.value.editions"
            :key="edition.number"
            :class="{ live: edition.isLive }"
            :data-edition="edition.number"
          >
            <div class="grow">
              <b>Edition {{ edition.number }}</b> <span v-if="edition.isLive" class="badge">✓ live</span>
              <p v-if="edition.summary">{{ edition.summary }}</p>
              <p class="small soft" :title="moment(edition.createdAt)">
                revision {{ edition.revision }}, {{ plural(edition.sources, 'source') }}, {{ ago(edition.createdAt) }}
              </p>
            </div>
            <button v-if="!edition.isLive" type="button" class="btn small" @click="setLive(edition.number)">
              Make live
            </button>
            <button v-else type="button" class="btn quiet small danger" @click="setLive(null)">Take offline</button>
          </li>
        </ol>
      </section>
    </aside>
  </div>
  <p v-else class="soft opening">Comparing with the last edition…</p>
</template>

<style scoped>
.release {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 370px;
  gap: 44px;
  max-width: 1240px;
  margin: 0 auto;
  padding: 22px 28px 60px;
}
.lead {
  font: 18px/1.5 var(--serif);
  margin: 6px 0 18px;
  max-width: 62ch;
}
h2 {
  margin: 0 0 8px;
}
.changes h2 {
  margin-top: 22px;
  padding-bottom: 5px;
  border-bottom: 1px solid var(--line);
}
ul,
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
.list li {
  display: grid;
  grid-template-columns: 18px 190px 1fr;
  gap: 10px;
  padding: 6px 0;
  align-items: baseline;
}
.sign {
  font-weight: 700;
  color: var(--soft);
}
.sign.added {
  color: var(--accent-deep);
}
.sign.removed {
  color: var(--brick);
}
.name {
  font-weight: 700;
  overflow-wrap: anywhere;
}
.text {
  font: 16px/1.45 var(--serif);
  overflow-wrap: anywhere;
}
del {
  color: var(--soft);
}
ins {
  text-decoration: none;
  background: var(--straw);
}
.list .added + .name + .text ins {
  background: none;
}
aside section {
  padding: 16px 0 20px;
  border-bottom: 1px solid var(--line);
}
aside section:first-child {
  padding-top: 6px;
}
aside section:last-child {
  border: 0;
}
.concerns li {
  display: flex;
  gap: 8px;
  padding: 3px 0;
  color: var(--warm);
}
form {
  display: grid;
  gap: 7px;
  margin-top: 16px;
  justify-items: start;
}
.address {
  overflow-wrap: anywhere;
  margin: 2px 0 10px;
}
.editions li {
  display: flex;
  gap: 12px;
  align-items: flex-start;
  padding: 9px 0;
}
.grow {
  flex: 1;
}
.badge {
  color: var(--accent-deep);
  font-weight: 700;
  font-size: 13px;
  margin-left: 6px;
}
.opening {
  padding: 80px;
  text-align: center;
}
@media (max-width: 960px) {
  .release {
    grid-template-columns: minmax(0, 1fr);
    padding: 18px 16px 60px;
    gap: 20px;
  }
  .list li {
    grid-template-columns: 18px 1fr;
  }
  .list .text {
    grid-column: 2;
  }
}
</style>
