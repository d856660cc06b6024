<script setup lang="ts">
import { computed, defineAsyncComponent, onMounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { Source } from '@parrot/contract'
import { useAgent } from '../frame/agentStore'
import EmptyNote from '../shared/EmptyNote.vue'
import { filesDropped, withoutCaptioned } from './dropped'
import AddSource from './AddSource.vue'
import FinderPane from './FinderPane.vue'
import { useLibrary } from './libraryStore'
import ConflictList from './ConflictList.vue'
import ElsewhereList from './ElsewhereList.vue'
import LibraryMeter from './LibraryMeter.vue'
import SourceRow from './SourceRow.vue'

const SourceReader = defineAsyncComponent(() => import('./reader/SourceReader.vue'))
const SurveyPane = defineAsyncComponent(() => import('./SurveyPane.vue'))

/** The library: sources at the left, and beside them the reader of one source or the finder. */
const route = useRoute()
const router = useRouter()
const store = useLibrary()
const agents = useAgent()

const agentId = computed(() => String(route.params.id))
const sourceId = computed(() => String(route.params.sourceId ?? ''))
const adding = ref<'page' | 'note' | 'pairs' | 'elsewhere'>()
const filter = ref('')
/** What stands at the right when no source is open. */
const pane = computed(() => String(route.query.pane ?? 'finder'))
const isDragging = ref(false)
const picker = ref<HTMLInputElement>()
const sameNames = ref<File[]>()

onMounted(() => store.load(agentId.value))
watch(
  () => agents.ticks.sources,
  () => store.load(agentId.value),
)

/** Lists shorter than this are seen at a glance. */
const FILTERED_FROM = 8
const filtered = computed(() => {
  const words = filter.value.trim().toLowerCase()
  return (store.sources ?? []).filter((source) =>
    [source.title, source.description, source.origin, source.shelf, ...source.tags]
      .join('\n')
      .toLowerCase()
      .includes(words),
  )
})
/** The sources by shelf; those on none come last. */
const shelves = computed(() => {
  const names = [...new Set(filtered.value.map((source) => source.shelf))].sort(
    (a, b) => Number(a === '') - Number(b === '') || a.localeCompare(b),
  )
  return names.map((name) => ({ name, sources: filtered.value.filter((source) => source.shelf === name) }))
})
const twinOf = (source: Source) => store.sources?.find((each) => each.id === source.alike?.sourceId)
const right = ref<HTMLElement>()
watch([sourceId, pane, () => route.query.view], () => right.value?.scrollTo(0, 0))
const openConflicts = computed(() => store.conflicts.filter((conflict) => !conflict.isSettled).length)
const showPane = (name: string) =>
  void router.push({ name: 'library', params: { id: agentId.value }, query: name === 'finder' ? {} : { pane: name } })

const open = (source: Source) =>
  void router.push({ name: 'library', params: { id: agentId.value, sourceId: source.id } })
const openPassage = (source: string, passage: string) =>
  void router.push({ name: 'library', params: { id: agentId.value, sourceId: source }, query: { passage } })
const close = () => void router.push({ name: 'library', params: { id: agentId.value } })

function take(given: readonly File[]): void {
  const files = withoutCaptioned(given)
  if (files.length === 0) return
  const known = new Set(store.sources?.filter((source) => source.kind === 'file').map((source) => source.origin))
  if (files.some((file) => known.has(file.name))) sameNames.value = [...files]
  else void store.upload(files, false)
}

function answerSameNames(replace: boolean): void {
  const files = sameNames.value ?? []
  sameNames.value = undefined
  void store.upload(files, replace)
}

async function onDrop(event: DragEvent): Promise<void> {
  isDragging.value = false
  take(await filesDropped(event.dataTransfer))
}

function onPick(event: Event): void {
  const input = event.target as HTMLInputElement
  take([...(input.files ?? [])])
  input.value = ''
}

function onDragLeave(event: DragEvent): void {
  if (!(event.currentTarget as HTMLElement).contains(event.relatedTarget as Node | null)) isDragging.value = false
}
</script>

<template>
  <div
    class="library"
    :class="{ dragging: isDragging }"
    @dragover.prevent="isDragging = true"
    @dragleave="onDragLeave"
    @drop.prevent="onDrop"
  >
    <section class="sources" aria-label="Sources">
      <header>
        <h1>Library</h1>
      </header>
      <LibraryMeter v-if="store.sources?.length" :sources="store.sources" :limit="store.limit" @open="open" />
      <div class="adds">
        <button type="button" class="btn main" @click="picker?.click()">Add files</button>
        <button type="button" class="btn" @click="adding = 'page'">Web page</button>
        <button type="button" class="btn" @click="showPane('website')">Website</button>
        <button type="button" class="btn" @click="adding = 'note'">Note</button>
        <button type="button" class="btn" @click="adding = 'pairs'">Pairs</button>
        <button type="button" class="btn quiet" @click="adding = 'elsewhere'">From another agent</button>
        <input ref="picker" type="file" multiple class="sr" aria-label="Files to add" tabindex="-1" @change="onPick" />
      </div>

      <ElsewhereList v-if="adding === 'elsewhere'" :agent-id="agentId" @close="adding = undefined" />
      <AddSource v-else-if="adding" :key="adding" :kind="adding" @close="adding = undefined" />
      <div v-if="sameNames" class="same" role="alertdialog" aria-label="Files with names that are there already">
        <p>
          <b>{{ sameNames.length === 1 ? sameNames[0]!.name : 'Some of these files' }}</b>
          {{ sameNames.length === 1 ? 'is' : 'are' }} in the library already.
        </p>
        <div class="adds">
          <button type="button" class="btn main small" @click="answerSameNames(true)">It is a newer version</button>
          <button type="button" class="btn small" @click="answerSameNames(false)">Keep both</button>
          <button type="button" class="btn quiet small" @click="sameNames = undefined">Cancel</button>
        </div>
      </div>

      <ul v-if="store.uploads.length" class="uploads">
        <li v-for="upload in store.uploads" :key="upload.id">
          <span class="grow">{{ upload.name }}</span>
          <span v-if="upload.error" class="failed">{{ upload.error }}</span>
          <progress v-else :value="upload.share" max="1" :aria-label="`Uploading ${upload.name}`" />
          <button v-if="upload.error" type="button" class="btn quiet small" @click="store.dismissUpload(upload.id)">
            Dismiss
          </button>
        </li>
      </ul>

      <EmptyNote
        v-if="store.error && !store.sources"
        tone="failed"
        title="The library could not be loaded"
        :text="store.error"
      >
        <button type="button" class="btn" @click="store.load(agentId)">Try again</button>
      </EmptyNote>
      <p v-else-if="!store.sources" class="soft">Loading…</p>
      <EmptyNote
        v-else-if="store.sources.length === 0 && store.uploads.length === 0"
        title="Nothing to know yet"
        text="Drag documents or whole folders here: PDF, Word, Excel, PowerPoint, OpenDocument, CSV, EPUB, Markdown, HTML, JSON, captions, calendars, e-mails, plain text, or a ZIP of these. Add web pages, notes, and questions with fixed answers."
      />
      <template v-else>
        <p v-if="openConflicts > 0" class="doubt">
          <button type="button" class="btn quiet small" @click="showPane('conflicts')">
            {{
              openConflicts === 1
                ? 'In one place sources do not agree'
                : `In ${openConflicts} places sources do not agree`
            }}
          </button>
        </p>
        <input
          v-if="store.sources.length >= FILTERED_FROM"
          v-model="filter"
          class="field filter"
          placeholder="Show only sources with…"
          aria-label="Show only sources with"
          @keydown.esc="filter = ''"
        />
        <p v-if="filtered.length === 0" class="soft">No source has “{{ filter }}” in its title, tags or shelf.</p>
        <section v-for="shelf in shelves" :key="shelf.name" :aria-label="shelf.name || 'Sources on no shelf'">
          <h3 v-if="shelves.length > 1 || shelf.name" class="shelf">{{ shelf.name || 'On no shelf' }}</h3>
          <ul class="rows">
            <SourceRow
              v-for="source in shelf.sources"
              :key="source.id"
              :source="source"
              :is-open="source.id === sourceId"
              @open="open(source)"
              @remove="store.remove(source)"
              @act="store.act(source, $event)"
              @allow="store.allowHost(source)"
              @version="store.uploadVersion(source, $event)"
              :twin="twinOf(source)"
              @keep-only="store.remove($event)"
            />
          </ul>
        </section>
      </template>
    </section>

    <div ref="right" class="right">
      <SourceReader
        v-if="sourceId"
        :key="sourceId"
        :source-id="sourceId"
        :agent-id="agentId"
        :sources="store.sources"
        @close="close"
      />
      <SurveyPane v-else-if="pane === 'website'" :agent-id="agentId" @close="close" />
      <ConflictList
        v-else-if="pane === 'conflicts'"
        :agent-id="agentId"
        :conflicts="store.conflicts"
        :sources="store.sources ?? []"
        @close="close"
        @passage="openPassage"
        @changed="store.loadConflicts()"
      />
      <FinderPane v-else :agent-id="agentId" @passage="openPassage" />
    </div>
    <div v-if="isDragging" class="drop" aria-hidden="true"><p>Drop to add to the library</p></div>
  </div>
</template>

<style scoped>
.library {
  position: relative;
  display: grid;
  grid-template-columns: minmax(320px, 430px) minmax(0, 1fr);
  --pane-top: 0px;
  height: calc(100dvh - var(--path-height) - var(--strip-height));
}
/* The list keeps its place while the reader is read, and the reader begins at its top. */
.sources,
.right {
  overflow-y: auto;
  min-width: 0;
}
.sources {
  padding: 22px 22px 40px 28px;
  border-right: 1px solid var(--line);
}
header {
  margin-bottom: 4px;
}
.adds {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-bottom: 14px;
}
.same {
  background: var(--warm-wash);
  border-radius: var(--radius);
  padding: 12px 14px 0;
  margin-bottom: 14px;
}
.same p {
  margin-bottom: 8px;
  overflow-wrap: anywhere;
}
.shelf {
  font: 600 13px/1.3 var(--sans);
  color: var(--soft);
  margin: 16px 0 4px;
}
.filter {
  margin-bottom: 10px;
}
.doubt {
  margin: 0 0 10px;
}
.doubt .btn {
  color: var(--warm);
  background: var(--warm-wash);
}
.uploads,
.rows {
  list-style: none;
  margin: 0;
  padding: 0;
}
.uploads li {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
  padding: 7px 0;
  font-size: 14px;
}
.grow {
  flex: 1;
  overflow-wrap: anywhere;
}
.failed {
  color: var(--brick);
}
progress {
  width: 90px;
}
.drop {
  position: absolute;
  inset: 10px;
  z-index: 30;
  border: 2px dashed var(--accent);
  border-radius: 14px;
  background: rgb(250 247 240 / 88%);
  display: grid;
  place-items: center;
  font: 600 24px var(--serif);
  color: var(--accent-deep);
  pointer-events: none;
}
@media (max-width: 900px) {
  .library {
    grid-template-columns: minmax(0, 1fr);
    --pane-top: var(--path-height);
    height: auto;
    min-height: calc(100dvh - var(--path-height) - var(--strip-height));
  }
  .sources,
  .right {
    overflow: visible;
  }
  .sources {
    border-right: 0;
    border-bottom: 1px solid var(--line);
    padding: 18px 16px;
  }
}
</style>
