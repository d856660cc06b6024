<script setup lang="ts">
import { computed, nextTick, onMounted, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { useEventListener, useLocalStorage } from '@vueuse/core'
import { ElButton } from 'element-plus'
import type { Passage, Source } from '@parrot/contract'
import { get } from '../../api/client'
import ChoiceField from '../../shared/ChoiceField.vue'
import EmptyNote from '../../shared/EmptyNote.vue'
import FilterField from '../../shared/FilterField.vue'
import LoadingNote from '../../shared/LoadingNote.vue'
import { count, plural } from '../../shared/when'
import OriginalPane from './OriginalPane.vue'
import PassageBand from './PassageBand.vue'
import type { usePassages } from './passageStore'
import { headingsOpening, placesIn } from './places'

/** The document passage by passage, to be searched, jumped about in and corrected, with its original beside it. */
const props = defineProps<{ source: Source | undefined; reading: ReturnType<typeof usePassages> }>()
const route = useRoute()
const { passages, total, error, isLoading, isBusy } = props.reading

const find = ref('')
const older = ref<Passage>()
const isBeside = useLocalStorage('parrot-original-beside', false)
const atPassage = ref<Passage>()
const target = computed(() => String(route.query.passage ?? ''))

/** Brings the passage in the address into view; one of an older version is shown on its own above. */
async function goToTarget(): Promise<void> {
  older.value = undefined
  if (target.value === '' || isLoading.value) return
  const here = passages.value.find((passage) => passage.id === target.value)
  if (here) atPassage.value = here
  else older.value = await get<Passage>(`/api/passages/${target.value}`).catch(() => undefined)
  await nextTick()
  document.getElementById(`passage-${target.value}`)?.scrollIntoView({ block: 'center' })
}
onMounted(goToTarget)
watch([target, isLoading], goToTarget)

const shown = computed(() => {
  const words = find.value.trim().toLowerCase()
  return words === '' ? passages.value : passages.value.filter((passage) => passage.text.toLowerCase().includes(words))
})
const places = computed(() => placesIn(passages.value))
function jump(id: string | undefined): void {
  document.getElementById(`passage-${id}`)?.scrollIntoView({ block: 'start' })
  atPassage.value = passages.value.find((passage) => passage.id === id)
}

/** A passage can be joined with the one after it when nothing stands between them. */
const joinable = (passage: Passage) => {
  const next = passages.value[passage.ordinal + 1]
  return next && !next.isExcluded && find.value.trim() === '' ? next : undefined
}

/** Ctrl F looks in the document, as a browser's own search would. */
const finder = ref<InstanceType<typeof FilterField>>()
useEventListener('keydown', (event) => {
  if (!(event.ctrlKey || event.metaKey) || event.key !== 'f') return
  event.preventDefault()
  finder.value?.focus()
})
</script>

<template>
  <div class="tools">
    <FilterField
      ref="finder"
      v-model="find"
      class="find"
      placeholder="Find in this document"
      label="Find in this document"
    />
    <span v-if="find.trim()" class="small soft number">{{ plural(shown.length, 'passage') }}</span>
    <ChoiceField
      v-if="places.length > 2"
      class="jump"
      about="Jump to"
      placeholder="Jump to…"
      can-filter
      :model-value="undefined"
      :options="places.map((place) => [place.id, place.name] as const)"
      @update:model-value="jump"
    />
    <ElButton
      v-if="source?.hasOriginal"
      size="small"
      class="beside"
      :aria-pressed="isBeside"
      @click="isBeside = !isBeside"
    >
      {{ isBeside ? 'Hide the original' : 'Show the original beside it' }}
    </ElButton>
  </div>
  <EmptyNote v-if="error" tone="failed" title="The document could not be loaded" :text="error">
    <ElButton @click="reading.load">Try again</ElButton>
  </EmptyNote>
  <LoadingNote v-else-if="isLoading && passages.length === 0" class="paper" text="Loading the document…" :rows="9" />
  <EmptyNote
    v-else-if="shown.length === 0"
    :title="find ? 'Nothing found' : 'No passages yet'"
    :text="find ? `No passage holds “${find}”.` : 'They appear here once the source has been read.'"
  />
  <div v-else class="both" :class="{ beside: isBeside && source?.hasOriginal }">
    <div class="paper">
      <div v-if="older" :id="`passage-${older.id}`" class="older">
        <p class="label">From an earlier version, {{ older.locator.label }}</p>
        <p class="text" dir="auto">{{ older.text }}</p>
      </div>
      <article
        v-for="(passage, at) in shown"
        :id="`passage-${passage.id}`"
        :key="passage.id"
        class="passage"
        @click="atPassage = passage"
        @focusin="atPassage = passage"
      >
        <component
          :is="heading.level === 0 ? 'h3' : 'h4'"
          v-for="heading in headingsOpening(shown[at - 1], passage)"
          :key="heading.text"
          dir="auto"
          >{{ heading.text }}</component
        >
        <PassageBand
          :passage="passage"
          :next="joinable(passage)"
          :is-target="passage.id === target"
          :find="find"
          :is-busy="isBusy"
          @edit="reading.edit(passage, $event)"
        />
      </article>
      <p v-if="total > passages.length" class="soft more">
        Showing the first {{ count(passages.length) }} of {{ count(total) }} passages.
      </p>
    </div>
    <OriginalPane v-if="isBeside && source?.hasOriginal" :source="source" :at="(atPassage ?? passages[0])?.locator" />
  </div>
</template>

<style scoped>
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
  align-items: center;
  padding: var(--gap-2) var(--gap-5) 0;
}
.find {
  width: 220px;
}
.jump {
  width: 200px;
}
.tools .beside {
  margin-left: auto;
}
.more {
  padding: var(--gap-6);
  text-align: center;
}
.both.beside {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
}
.paper {
  --place-width: 92px;
  max-width: 860px;
  margin: 0 auto;
  padding: var(--gap-2) var(--gap-5) var(--gap-7);
}
.both.beside .paper {
  --place-width: 56px;
  padding: var(--gap-2) var(--gap-3) var(--gap-7);
  width: 100%;
}
h3 {
  font-size: var(--text-head);
  margin: var(--gap-5) 0 var(--gap-1) calc(var(--place-width) + var(--gap-4));
}
h4 {
  font: 600 var(--text-lead) / 1.3 var(--serif);
  margin: var(--gap-5) 0 var(--gap-1) calc(var(--place-width) + var(--gap-4));
}
.older {
  background: var(--sky);
  border-radius: var(--radius);
  padding: var(--gap-3) var(--gap-4);
  margin: var(--gap-2) 0 var(--gap-4);
}
.text {
  font: var(--text-read) / 1.55 var(--serif);
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
@media (width < 1180px) {
  .both.beside {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (width < 720px) {
  .tools,
  .paper {
    padding-inline: var(--gap-4);
  }
  h3,
  h4 {
    margin-left: 0;
  }
}
</style>
