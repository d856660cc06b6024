<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, reactive, ref, watch } from 'vue'
import type { Survey } from '@parrot/contract'
import { get, post, wordsFor } from '../api/client'
import { useAgent } from '../frame/agentStore'
import { plural } from '../shared/when'
import { tellFailure } from '../shared/undo'
import { useLibrary } from './libraryStore'
import PageBranch from './PageBranch.vue'
import { pagesUnder, pageTree } from './pageTree'

/** A website, in two steps: first a look at which pages there are, then reading those that were ticked. */
const props = defineProps<{ agentId: string }>()
const emit = defineEmits<{ close: [] }>()
const store = useLibrary()
const agents = useAgent()

const form = reactive({
  url: '',
  maxPages: 50,
  maxDepth: 3,
  include: '',
  exclude: '',
  delayMs: 100,
  renders: false,
  renderMs: 800,
})
const hasMore = ref(false)
const canRender = ref(false)
const survey = ref<Survey>()
const picked = ref(new Set<string>())
const unticked = ref(new Set<string>())
const error = ref('')
const isSending = ref(false)

const patterns = (text: string) => text.split(/[\s,]+/).filter(Boolean)
const plan = () => ({
  url: form.url,
  maxPages: form.maxPages,
  maxDepth: form.maxDepth,
  delayMs: form.delayMs,
  ...(form.include.trim() ? { include: patterns(form.include) } : {}),
  ...(form.exclude.trim() ? { exclude: patterns(form.exclude) } : {}),
  ...(form.renders ? { renderMs: form.renderMs } : {}),
})

const isWalking = computed(() => survey.value?.status === 'queued' || survey.value?.status === 'walking')
const tree = computed(() => pageTree(survey.value?.pages ?? []))
const characters = computed(() =>
  (survey.value?.pages ?? [])
    .filter((page) => picked.value.has(page.url))
    .reduce((sum, page) => sum + page.characters, 0),
)

onMounted(async () => {
  canRender.value = (await get<{ canRender: boolean }>('/api/rendering').catch(() => ({ canRender: false }))).canRender
})

async function look(): Promise<void> {
  isSending.value = true
  error.value = ''
  try {
    const { id } = await post<{ id: string }>(`/api/agents/${props.agentId}/surveys`, plan())
    picked.value = new Set()
    unticked.value = new Set()
    await follow(id)
  } catch (problem) {
    error.value = wordsFor(problem)
  } finally {
    isSending.value = false
  }
}

/** Takes over what the survey has found; new pages are ticked unless they were unticked. */
async function follow(id: string): Promise<void> {
  const found = await get<Survey>(`/api/surveys/${id}`)
  survey.value = found
  const readable = found.pages.filter((page) => page.problem === undefined).map((page) => page.url)
  picked.value = new Set(readable.filter((url) => !unticked.value.has(url)))
}
const FOLLOW_MS = 700
const timer = setInterval(() => {
  if (survey.value && isWalking.value) void follow(survey.value.id).catch(() => undefined)
}, FOLLOW_MS)
onBeforeUnmount(() => clearInterval(timer))
watch(
  () => agents.ticks.sources,
  () => survey.value && isWalking.value && void follow(survey.value.id).catch(() => undefined),
)

async function stop(): Promise<void> {
  if (!survey.value) return
  await post(`/api/surveys/${survey.value.id}/cancel`).catch(tellFailure)
  await follow(survey.value.id)
}

async function allow(): Promise<void> {
  const host = survey.value?.hostToAllow
  if (!host) return
  try {
    await store.allow(host)
    await look()
  } catch (problem) {
    tellFailure(problem)
  }
}

function pick(urls: readonly string[], isPicked: boolean): void {
  for (const url of urls) {
    if (isPicked) {
      picked.value.add(url)
      unticked.value.delete(url)
    } else {
      picked.value.delete(url)
      unticked.value.add(url)
    }
  }
  picked.value = new Set(picked.value)
}

async function read(): Promise<void> {
  isSending.value = true
  try {
    const { maxPages: _, ...how } = plan()
    await store.add({ kind: 'site', ...how, maxPages: Math.max(1, picked.value.size), pages: [...picked.value] })
    emit('close')
  } catch (problem) {
    error.value = wordsFor(problem)
  } finally {
    isSending.value = false
  }
}
const all = computed(() => tree.value.flatMap(pagesUnder).map((page) => page.url))
</script>

<template>
  <section class="survey" aria-label="Website">
    <header>
      <button type="button" class="btn quiet small" @click="$emit('close')">‹ Finder</button>
      <div>
        <h2>A website</h2>
        <p class="soft">First a look at which pages there are; then tick those the agent should know.</p>
      </div>
    </header>
    <form @submit.prevent="look">
      <label class="label" for="site-url">Where it begins</label>
      <div class="start">
        <input id="site-url" v-model="form.url" class="field" placeholder="https://…" autofocus />
        <button class="btn main" :disabled="isSending || isWalking || form.url.trim() === ''">Look at its pages</button>
      </div>
      <p>
        <label
          >at most
          <input v-model.number="form.maxPages" class="field few" type="number" min="1" max="500" /> pages</label
        >,
        <label
          ><input v-model.number="form.maxDepth" class="field few" type="number" min="0" max="10" /> links deep</label
        >
        <button type="button" class="btn quiet small" :aria-expanded="hasMore" @click="hasMore = !hasMore">
          {{ hasMore ? 'Fewer settings' : 'More settings' }}
        </button>
      </p>
      <div v-if="hasMore" class="more">
        <label for="site-in">Only addresses like</label>
        <input id="site-in" v-model="form.include" class="field" placeholder="/help/* /prices" />
        <label for="site-out">But not</label>
        <input id="site-out" v-model="form.exclude" class="field" placeholder="/news/* *print*" />
        <label for="site-delay">Wait between pages</label>
        <span
          ><input
            id="site-delay"
            v-model.number="form.delayMs"
            class="field few"
            type="number"
            min="0"
            max="10000"
            step="100"
          />
          ms; more when its robots.txt asks for it</span
        >
        <span>Pages made by scripts</span>
        <span v-if="canRender">
          <label><input v-model="form.renders" type="checkbox" /> render each in a browser and wait</label>
          <input
            v-model.number="form.renderMs"
            class="field few"
            type="number"
            min="0"
            max="10000"
            step="100"
            aria-label="Milliseconds to wait"
            :disabled="!form.renders"
          />
          ms
        </span>
        <span v-else class="soft">There is no Chromium on the server to render them with.</span>
      </div>
      <p v-if="error" class="wrong" role="alert">{{ error }}</p>
    </form>

    <div v-if="survey" class="found">
      <p v-if="survey.status === 'failed'" class="wrong" role="alert">
        {{ survey.error }} {{ survey.advice }}
        <button v-if="survey.hostToAllow" type="button" class="btn small" @click="allow">
          Allow {{ survey.hostToAllow }} and look again
        </button>
      </p>
      <template v-else>
        <p class="state" aria-live="polite">
          <template v-if="isWalking">
            Looking: {{ plural(survey.pages.length, 'page') }} so far, {{ survey.waiting }} more to look at.
            <button type="button" class="btn quiet small" @click="stop">That is enough</button>
          </template>
          <template v-else>Found {{ plural(survey.pages.length, 'page') }}.</template>
          <button
            v-if="all.length > 1"
            type="button"
            class="btn quiet small"
            @click="pick(all, picked.size < all.length)"
          >
            {{ picked.size < all.length ? 'Tick all' : 'Untick all' }}
          </button>
        </p>
        <ul class="tree">
          <PageBranch v-for="node in tree" :key="node.name" :node="node" :picked="picked" @pick="pick" />
        </ul>
        <p class="read">
          <button type="button" class="btn main" :disabled="isWalking || isSending || picked.size === 0" @click="read">
            Read {{ plural(picked.size, 'page') }}
          </button>
          <span class="soft small number">about {{ plural(characters, 'character') }} of text</span>
        </p>
      </template>
    </div>
  </section>
</template>

<style scoped>
.survey {
  padding: 16px 28px 60px 20px;
  max-width: 900px;
}
header {
  display: flex;
  gap: 12px;
  align-items: baseline;
  margin-bottom: 14px;
}
form {
  display: grid;
  gap: 8px;
  background: var(--sheet);
  border: 1px solid var(--line);
  border-radius: 10px;
  padding: 14px 16px;
}
.start {
  display: flex;
  gap: 10px;
}
.few {
  width: 84px;
  margin: 0 3px;
}
.more {
  display: grid;
  grid-template-columns: 170px minmax(0, 1fr);
  gap: 8px 12px;
  align-items: center;
}
.found {
  margin-top: 18px;
}
.state {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: center;
}
.tree {
  list-style: none;
  padding: 0;
  margin: 8px 0 16px;
  border-top: 1px solid var(--line);
  padding-top: 6px;
}
.read {
  position: sticky;
  bottom: var(--strip-height);
  display: flex;
  gap: 12px;
  align-items: center;
  background: var(--paper);
  padding: 10px 0;
  border-top: 1px solid var(--line);
}
@media (max-width: 720px) {
  .start,
  .more {
    display: grid;
    grid-template-columns: 1fr;
  }
}
</style>
