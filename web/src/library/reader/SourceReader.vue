<script setup lang="ts">
import { computed, nextTick, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { Passage, PassageEdit, Source, SourceVersion } from '@parrot/contract'
import { get, post, wordsFor } from '../../api/client'
import EmptyNote from '../../shared/EmptyNote.vue'
import { tell, tellFailure } from '../../shared/undo'
import { plural } from '../../shared/when'
import ContentEditor from './ContentEditor.vue'
import OriginalPane from './OriginalPane.vue'
import PassageBand from './PassageBand.vue'
import SourceDetails from './SourceDetails.vue'
import VersionList from './VersionList.vue'

/** A source as the machine read it, passage by passage, with its original, its versions and what is said of it. */
const props = defineProps<{ sourceId: string; agentId: string; sources: readonly Source[] | undefined }>()
defineEmits<{ close: [] }>()
const route = useRoute()
const router = useRouter()

const PAGE = 200
const MOST_SHOWN = 2000
const BESIDE = 'parrot-original-beside'
const passages = ref<Passage[]>([])
const total = ref(0)
const error = ref('')
const isLoading = ref(true)
const find = ref('')
const older = ref<Passage>()
const isBeside = ref(localStorage.getItem(BESIDE) === 'yes')
const atPassage = ref<Passage>()
const source = computed(() => props.sources?.find((each) => each.id === props.sourceId))
const target = computed(() => String(route.query.passage ?? ''))

const TABS = computed(() => [
  { key: 'read', name: 'As read' },
  ...(source.value?.kind === 'pairs' || source.value?.kind === 'note' ? [{ key: 'write', name: 'Write' }] : []),
  { key: 'versions', name: 'Versions' },
  { key: 'details', name: 'Details' },
])
const tab = computed(() => {
  const asked = String(route.query.view ?? 'read')
  return TABS.value.some((each) => each.key === asked) ? asked : 'read'
})
const show = (view: string) => void router.replace({ query: view === 'read' ? {} : { view } })

async function load(): Promise<void> {
  isLoading.value = true
  try {
    const loaded: Passage[] = []
    do {
      const page = await get<{ total: number; passages: Passage[] }>(
        `/api/sources/${props.sourceId}/passages?agent=${props.agentId}&offset=${loaded.length}&limit=${PAGE}`,
      )
      total.value = page.total
      loaded.push(...page.passages)
      if (page.passages.length === 0) break
    } while (loaded.length < total.value && loaded.length < MOST_SHOWN)
    passages.value = loaded
    error.value = ''
  } catch (problem) {
    error.value = wordsFor(problem)
  } finally {
    isLoading.value = false
  }
  await goToTarget()
}

/** Brings the passage in the address into view; one of an older version is shown on its own above. */
async function goToTarget(): Promise<void> {
  older.value = undefined
  if (target.value === '') return
  const here = passages.value.find((passage) => passage.id === target.value)
  if (here) atPassage.value = here
  else older.value = await get<Passage>(`/api/passages/${target.value}`).catch(() => undefined)
  await nextTick()
  document.getElementById(`passage-${target.value}`)?.scrollIntoView({ block: 'center' })
}

onMounted(load)
watch(
  () => [source.value?.version, source.value?.passages].join(),
  (now, before) => before !== ',' && now !== before && void load(),
)
watch(target, goToTarget)

const shown = computed(() => {
  const words = find.value.trim().toLowerCase()
  return words === '' ? passages.value : passages.value.filter((passage) => passage.text.toLowerCase().includes(words))
})
/** Places of the original to jump to: pages, slides, sheets, or the outermost headings. */
const places = computed(() => {
  const seen = new Map<string, string>()
  for (const { id, locator, headings } of passages.value) {
    const name =
      locator.kind === 'heading' || locator.kind === 'line'
        ? (headings[0] ?? '')
        : locator.kind === 'row'
          ? locator.sheet
          : locator.label
    const inner = locator.kind === 'heading' && headings.length > 1 ? headings[1]! : name
    if (inner !== '' && !seen.has(inner)) seen.set(inner, id)
  }
  return [...seen].map(([name, id]) => ({ name, id }))
})
function jump(event: Event): void {
  const id = (event.target as HTMLSelectElement).value
  document.getElementById(`passage-${id}`)?.scrollIntoView({ block: 'start' })
  atPassage.value = passages.value.find((passage) => passage.id === id)
}

function toggleBeside(): void {
  isBeside.value = !isBeside.value
  localStorage.setItem(BESIDE, isBeside.value ? 'yes' : 'no')
}

/** Headings that open with this passage: those the one before did not stand under. */
function opening(at: number): { text: string; level: number }[] {
  const before = shown.value[at - 1]?.headings ?? []
  const own = shown.value[at]!.headings
  let same = 0
  while (same < own.length && own[same] === before[same]) same++
  return own.slice(same).map((text, index) => ({ text, level: same + index }))
}

/** A passage can be joined with the one after it when nothing stands between them. */
const joinable = (passage: Passage) => {
  const next = passages.value[passage.ordinal + 1]
  return next && !next.isExcluded && find.value.trim() === '' ? next : undefined
}

const isSending = ref(false)
const isBusy = computed(
  () =>
    isSending.value ||
    (source.value !== undefined && source.value.status !== 'ready' && source.value.status !== 'failed'),
)
const DONE = {
  correct: 'The passage was corrected.',
  exclude: 'The passage is never found now.',
  restore: 'The passage is as it was.',
  split: 'The passage was split.',
  join: 'The passages were joined.',
} as const

async function edit(passage: Passage, change: object): Promise<void> {
  if (!source.value || isBusy.value) return
  isSending.value = true
  const { version } = source.value
  const nth = passages.value.slice(0, passage.ordinal).filter((each) => each.text === passage.text).length
  const whole = { ...change, passage: passage.text, nth } as PassageEdit
  try {
    await post(`/api/sources/${props.sourceId}/edits`, { version, edit: whole })
    tell(DONE[whole.kind], () => answerWith(version))
  } catch (problem) {
    tellFailure(problem)
  } finally {
    isSending.value = false
  }
}

async function answerWith(number: number): Promise<void> {
  const { versions } = await get<{ versions: SourceVersion[] }>(`/api/sources/${props.sourceId}/versions`)
  const id = versions.find((version) => version.number === number)?.id
  if (id) await post(`/api/sources/${props.sourceId}/answer-with`, { versionId: id })
}

/** Ctrl F looks in the document, as a browser's own search would. */
const finder = ref<HTMLInputElement>()
function onKey(event: KeyboardEvent): void {
  if ((event.ctrlKey || event.metaKey) && event.key === 'f' && tab.value === 'read') {
    event.preventDefault()
    finder.value?.select()
  }
}
onMounted(() => window.addEventListener('keydown', onKey))
onBeforeUnmount(() => window.removeEventListener('keydown', onKey))
</script>

<template>
  <section class="reader" aria-label="Reader">
    <header>
      <button type="button" class="btn quiet small" @click="$emit('close')">‹ Finder</button>
      <div class="grow">
        <h2>{{ source?.title ?? 'Source' }}</h2>
        <p class="small soft">
          {{ source?.origin
          }}<template v-if="source && source.version > 0">
            · version {{ source.version }} · {{ plural(total, 'passage') }},
            {{ plural(source.characters, 'character') }}</template
          >
        </p>
      </div>
      <nav class="tabs" aria-label="Views of the source">
        <button
          v-for="each in TABS"
          :key="each.key"
          type="button"
          :aria-current="tab === each.key ? 'page' : undefined"
          @click="show(each.key)"
        >
          {{ each.name }}
        </button>
      </nav>
    </header>

    <template v-if="tab === 'read'">
      <div class="tools">
        <input
          ref="finder"
          v-model="find"
          class="field find"
          placeholder="Find in this document"
          aria-label="Find in this document"
          @keydown.esc="find = ''"
        />
        <span v-if="find.trim()" class="small soft number">{{ plural(shown.length, 'passage') }}</span>
        <select v-if="places.length > 2" class="field jump" aria-label="Jump to" @change="jump">
          <option value="">Jump to…</option>
          <option v-for="place in places" :key="place.id" :value="place.id">{{ place.name }}</option>
        </select>
        <button
          v-if="source?.hasOriginal"
          type="button"
          class="btn small beside"
          :aria-pressed="isBeside"
          @click="toggleBeside"
        >
          {{ isBeside ? 'Hide the original' : 'Show the original beside it' }}
        </button>
      </div>
      <EmptyNote v-if="error" tone="failed" title="The document could not be loaded" :text="error">
        <button type="button" class="btn" @click="load">Try again</button>
      </EmptyNote>
      <p v-else-if="isLoading && passages.length === 0" class="soft loading">Loading the document…</p>
      <EmptyNote
        v-else-if="shown.length === 0"
        :title="find ? 'Nothing found' : 'No passages yet'"
        :text="find ? `No passage holds “${find}”.` : 'They appear here once the source has been read.'"
      />
      <div v-else class="both" :class="{ beside: isBeside && source?.hasOriginal }">
        <div class="paper">
          <div v-if="older" :id="`passage-${older.id}`" class="older">
            <p class="label">From an earlier version, {{ older.locator.label }}</p>
            <p class="text">{{ older.text }}</p>
          </div>
          <article
            v-for="(passage, at) in shown"
            :id="`passage-${passage.id}`"
            :key="passage.id"
            class="passage"
            @click="atPassage = passage"
            @focusin="atPassage = passage"
          >
            <component :is="heading.level === 0 ? 'h3' : 'h4'" v-for="heading in opening(at)" :key="heading.text">{{
              heading.text
            }}</component>
            <PassageBand
              :passage="passage"
              :next="joinable(passage)"
              :is-target="passage.id === target"
              :find="find"
              :is-busy="isBusy"
              @edit="edit(passage, $event)"
            />
          </article>
          <p v-if="total > passages.length" class="soft loading">
            Showing the first {{ passages.length }} of {{ total }} passages.
          </p>
        </div>
        <OriginalPane
          v-if="isBeside && source?.hasOriginal"
          :source="source"
          :at="(atPassage ?? passages[0])?.locator"
        />
      </div>
    </template>
    <template v-else-if="source">
      <ContentEditor v-if="tab === 'write'" :key="source.version" :source="source" />
      <VersionList v-else-if="tab === 'versions'" :source="source" />
      <SourceDetails v-else :source="source" />
    </template>
  </section>
</template>

<style scoped>
.reader {
  min-width: 0;
}
header {
  position: sticky;
  top: var(--pane-top);
  z-index: 10;
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 10px 28px 0 16px;
  background: var(--paper);
  border-bottom: 1px solid var(--line);
}
.grow {
  flex: 1;
  min-width: 0;
  padding-bottom: 8px;
}
.grow h2,
.grow p {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.tabs {
  display: flex;
  gap: 2px;
  align-self: end;
}
.tabs button {
  background: none;
  border: 0;
  border-bottom: 3px solid transparent;
  padding: 8px 10px;
  font-weight: 600;
  font-size: 14px;
  color: var(--soft);
  cursor: pointer;
}
.tabs button[aria-current] {
  color: var(--ink);
  border-bottom-color: var(--accent);
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
  padding: 10px 28px 0 34px;
}
.find {
  width: 220px;
}
.jump {
  width: 200px;
}
.beside {
  margin-left: auto;
}
.loading {
  padding: 40px;
  text-align: center;
}
.both.beside {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
}
.paper {
  max-width: 860px;
  margin: 0 auto;
  padding: 8px 34px 60px;
}
.both.beside .paper {
  padding: 8px 14px 60px;
  width: 100%;
}
.both.beside :deep(.band) {
  grid-template-columns: 56px 1fr;
  gap: 12px;
}
.both.beside :deep(.text) {
  font-size: 16px;
}
.both.beside :is(h3, h4) {
  margin-left: 68px;
}
h3 {
  font-size: 24px;
  margin: 26px 0 6px 108px;
}
h4 {
  font: 600 19px/1.3 var(--serif);
  margin: 24px 0 4px 108px;
}
.older {
  background: var(--sky);
  border-radius: 6px;
  padding: 14px 18px;
  margin: 10px 0 20px;
}
.text {
  font: 17px/1.55 var(--serif);
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
@media (max-width: 1180px) {
  .both.beside {
    grid-template-columns: 1fr;
  }
}
@media (max-width: 720px) {
  header {
    flex-wrap: wrap;
    padding-left: 8px;
    gap: 0 12px;
  }
  .grow {
    flex-basis: 70%;
    padding-bottom: 0;
  }
  .tools {
    padding-left: 16px;
  }
  .paper {
    padding: 8px 16px;
  }
  h3,
  h4 {
    margin-left: 0;
  }
}
</style>
