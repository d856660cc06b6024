<script setup lang="ts">
import { computed, ref } from 'vue'
import { ElButton, ElProgress } from 'element-plus'
import { holdsAll, type Source } from '@parrot/contract'
import EmptyNote from '../shared/EmptyNote.vue'
import FilterField from '../shared/FilterField.vue'
import LoadingNote from '../shared/LoadingNote.vue'
import { useFilePick } from '../shared/pick'
import AddSource from './AddSource.vue'
import DropZone from './DropZone.vue'
import { withoutCaptioned } from './dropped'
import ElsewhereList from './ElsewhereList.vue'
import { useLibrary } from './libraryStore'
import LibraryMeter from './LibraryMeter.vue'
import SourceRow from './SourceRow.vue'
import SpokenNote from './SpokenNote.vue'

/** The sources of the library: what can be added, what is on its way, and what is there, by shelf. */
const props = defineProps<{ agentId: string; sourceId: string }>()
const emit = defineEmits<{ open: [source: Source]; pane: [name: string] }>()
const store = useLibrary()

const adding = ref<'page' | 'note' | 'pairs' | 'spoken' | 'elsewhere'>()
const filter = ref('')
const sameNames = ref<File[]>()

/** Lists shorter than this are seen at a glance. */
const FILTERED_FROM = 8
const filtered = computed(() => {
  const isLookedFor = holdsAll(filter.value)
  return (store.sources ?? []).filter(({ title, description, origin, shelf, tags }) =>
    isLookedFor(title, description, origin, shelf, ...tags),
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
const openConflicts = computed(() => store.conflicts.filter((conflict) => !conflict.isSettled).length)

/** Adds files; those with names that are there already are asked about first. */
function take(given: readonly File[]): void {
  const files = withoutCaptioned(given)
  if (files.length === 0) return
  const known = new Set(store.sources?.filter((source) => source.kind === 'file').map((source) => source.origin))
  if (files.some((file) => known.has(file.name))) sameNames.value = [...files]
  else void store.upload(files, false)
}
defineExpose({ take })
const pickFiles = useFilePick(take, { multiple: true })

function answerSameNames(replace: boolean): void {
  const files = sameNames.value ?? []
  sameNames.value = undefined
  void store.upload(files, replace)
}
const isEmpty = computed(() => store.sources?.length === 0 && store.uploads.length === 0)
</script>

<template>
  <section class="sources" aria-label="Sources">
    <h1>Library</h1>
    <LibraryMeter
      v-if="store.sources?.length"
      :sources="store.sources"
      :limit="store.limit"
      @open="emit('open', $event)"
    />
    <div class="acts adds">
      <ElButton type="primary" @click="pickFiles">Add files</ElButton>
      <ElButton @click="adding = 'page'">Web page</ElButton>
      <ElButton @click="emit('pane', 'website')">Website</ElButton>
      <ElButton @click="adding = 'note'">Note</ElButton>
      <ElButton @click="adding = 'pairs'">Pairs</ElButton>
      <ElButton @click="adding = 'spoken'">Spoken</ElButton>
      <ElButton text @click="adding = 'elsewhere'">From another agent</ElButton>
    </div>

    <ElsewhereList v-if="adding === 'elsewhere'" :agent-id="props.agentId" @close="adding = undefined" />
    <SpokenNote v-else-if="adding === 'spoken'" @close="adding = undefined" />
    <AddSource v-else-if="adding" :key="adding" :kind="adding" @close="adding = undefined" />
    <div v-if="sameNames" class="same" role="alertdialog" aria-label="Files with names that are there already">
      <p>
        <b>{{ sameNames.length === 1 ? sameNames[0]!.name : 'Some of these files' }}</b>
        {{ sameNames.length === 1 ? 'is' : 'are' }} in the library already.
      </p>
      <div class="acts">
        <ElButton type="primary" size="small" @click="answerSameNames(true)">It is a newer version</ElButton>
        <ElButton size="small" @click="answerSameNames(false)">Keep both</ElButton>
        <ElButton text size="small" @click="sameNames = undefined">Cancel</ElButton>
      </div>
    </div>

    <ul v-if="store.uploads.length" class="bare-list uploads">
      <li v-for="upload in store.uploads" :key="upload.id">
        <span class="grow">{{ upload.name }}</span>
        <span v-if="upload.error" class="wrong">{{ upload.error }}</span>
        <ElProgress
          v-else
          class="bar"
          :percentage="upload.share * 100"
          :show-text="false"
          :aria-label="`Uploading ${upload.name}`"
        />
        <ElButton v-if="upload.error" text size="small" @click="store.dismissUpload(upload.id)"> Dismiss </ElButton>
      </li>
    </ul>

    <EmptyNote
      v-if="store.error && !store.sources"
      tone="failed"
      title="The library could not be loaded"
      :text="store.error"
    >
      <ElButton @click="store.load(props.agentId)">Try again</ElButton>
    </EmptyNote>
    <LoadingNote v-else-if="!store.sources" :rows="6" />
    <DropZone v-else-if="isEmpty" @files="take" />
    <template v-else>
      <ElButton v-if="openConflicts > 0" text size="small" class="doubt" @click="emit('pane', 'conflicts')">
        {{
          openConflicts === 1 ? 'In one place sources do not agree' : `In ${openConflicts} places sources do not agree`
        }}
      </ElButton>
      <FilterField
        v-if="store.sources.length >= FILTERED_FROM"
        v-model="filter"
        class="filter"
        label="Show only sources with"
      />
      <p v-if="filtered.length === 0 && filter" class="soft">
        No source has “{{ filter }}” in its title, tags or shelf.
      </p>
      <section v-for="shelf in shelves" :key="shelf.name" :aria-label="shelf.name || 'Sources on no shelf'">
        <h2 v-if="shelves.length > 1 || shelf.name" class="shelf">{{ shelf.name || 'On no shelf' }}</h2>
        <ul class="bare-list">
          <SourceRow
            v-for="source in shelf.sources"
            :key="source.id"
            :source="source"
            :is-open="source.id === sourceId"
            :twin="twinOf(source)"
            @open="emit('open', source)"
            @remove="store.remove(source)"
            @act="store.act(source, $event)"
            @allow="store.allowHost(source)"
            @version="store.uploadVersion(source, $event)"
            @keep-only="store.remove($event)"
          />
        </ul>
      </section>
    </template>
  </section>
</template>

<style scoped>
.sources {
  padding: var(--gap-4) var(--gap-4) var(--gap-6) var(--gap-5);
}
h1 {
  margin-bottom: var(--gap-1);
}
.adds {
  margin-bottom: var(--gap-3);
}
.same {
  background: var(--warm-wash);
  border-radius: var(--radius);
  padding: var(--gap-3);
  margin-bottom: var(--gap-3);
}
.same p {
  margin-bottom: var(--gap-2);
  overflow-wrap: anywhere;
}
.shelf {
  font: 600 var(--text-small) / 1.3 var(--sans);
  color: var(--soft);
  margin: var(--gap-4) 0 var(--gap-1);
}
.filter,
.doubt {
  margin-bottom: var(--gap-2);
}
.doubt {
  color: var(--warm);
  background: var(--warm-wash);
}
.uploads li {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-1) var(--gap-2);
  align-items: center;
  padding: var(--gap-2) 0;
  font-size: var(--text-ui);
}
.bar {
  width: 90px;
}
@media (width < 960px) {
  .sources {
    padding: var(--gap-4);
  }
}
</style>
