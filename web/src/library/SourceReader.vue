<script setup lang="ts">
import { computed, nextTick, onMounted, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import type { Passage, Source } from '@parrot/contract'
import { get, wordsFor } from '../api/client'
import EmptyNote from '../shared/EmptyNote.vue'
import { plural } from '../shared/when'

/** A source as the machine read it: its passages as bands, each with its place in the original. */
const props = defineProps<{ sourceId: string; sources: readonly Source[] | undefined }>()
defineEmits<{ close: [] }>()
const route = useRoute()

const PAGE = 200
const passages = ref<Passage[]>([])
const total = ref(0)
const error = ref('')
const isLoading = ref(true)
const find = ref('')
const older = ref<Passage>()
const source = computed(() => props.sources?.find((each) => each.id === props.sourceId))
const target = computed(() => String(route.query.passage ?? ''))

async function load(): Promise<void> {
  isLoading.value = true
  try {
    const loaded: Passage[] = []
    do {
      const page = await get<{ total: number; passages: Passage[] }>(
        `/api/sources/${props.sourceId}/passages?offset=${loaded.length}&limit=${PAGE}`,
      )
      total.value = page.total
      loaded.push(...page.passages)
      if (page.passages.length === 0) break
    } while (loaded.length < total.value && loaded.length < 2000)
    passages.value = loaded
    error.value = ''
  } catch (problem) {
    error.value = wordsFor(problem)
  } finally {
    isLoading.value = false
  }
  await show()
}

/** Brings the passage in the address into view; one of an older version is shown on its own above. */
async function show(): Promise<void> {
  older.value = undefined
  if (target.value === '') return
  if (!passages.value.some((passage) => passage.id === target.value)) {
    older.value = await get<Passage>(`/api/passages/${target.value}`).catch(() => undefined)
  }
  await nextTick()
  document.getElementById(`passage-${target.value}`)?.scrollIntoView({ block: 'center' })
}

onMounted(load)
watch(
  () => source.value?.version,
  (now, before) => before !== undefined && now !== before && void load(),
)
watch(target, show)

const shown = computed(() => {
  const words = find.value.trim().toLowerCase()
  return words === '' ? passages.value : passages.value.filter((passage) => passage.text.toLowerCase().includes(words))
})

/** Headings that open with this passage: those the one before did not stand under. */
function opening(at: number): { text: string; level: number }[] {
  const before = shown.value[at - 1]?.headings ?? []
  const own = shown.value[at]!.headings
  let same = 0
  while (same < own.length && own[same] === before[same]) same++
  return own.slice(same).map((text, index) => ({ text, level: same + index }))
}

const linesOf = (text: string) => text.split('\n')
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
      <input v-model="find" class="field find" placeholder="Find in this document" aria-label="Find in this document" />
    </header>
    <EmptyNote v-if="error" tone="failed" title="The document could not be loaded" :text="error">
      <button type="button" class="btn" @click="load">Try again</button>
    </EmptyNote>
    <p v-else-if="isLoading && passages.length === 0" class="soft loading">Loading the document…</p>
    <EmptyNote
      v-else-if="shown.length === 0"
      :title="find ? 'Nothing found' : 'No passages yet'"
      :text="find ? `No passage holds “${find}”.` : 'They appear here once the source has been read.'"
    />
    <div v-else class="paper">
      <div v-if="older" :id="`passage-${older.id}`" class="older">
        <p class="label">From an earlier version, {{ older.locator.label }}</p>
        <p v-for="(line, n) in linesOf(older.text)" :key="n" class="text">{{ line }}</p>
      </div>
      <article
        v-for="(passage, at) in shown"
        :id="`passage-${passage.id}`"
        :key="passage.id"
        class="passage"
        :class="{ target: passage.id === target }"
      >
        <component :is="heading.level === 0 ? 'h3' : 'h4'" v-for="heading in opening(at)" :key="heading.text">{{
          heading.text
        }}</component>
        <div class="band">
          <span class="place number">{{
            passage.locator.kind === 'heading' ? `passage ${passage.ordinal + 1}` : passage.locator.label
          }}</span>
          <div>
            <p v-for="(line, n) in linesOf(passage.text)" :key="n" class="text">{{ line }}</p>
          </div>
        </div>
      </article>
      <p v-if="total > passages.length" class="soft loading">
        Showing the first {{ passages.length }} of {{ total }} passages.
      </p>
    </div>
  </section>
</template>

<style scoped>
.reader {
  min-width: 0;
}
header {
  position: sticky;
  top: var(--path-height);
  z-index: 10;
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 12px 28px 12px 16px;
  background: var(--paper);
  border-bottom: 1px solid var(--line);
}
.grow {
  flex: 1;
  min-width: 0;
}
.grow h2,
.grow p {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.find {
  width: 210px;
}
.loading {
  padding: 40px;
  text-align: center;
}
.paper {
  max-width: 860px;
  margin: 0 auto;
  padding: 18px 34px 60px;
}
h3 {
  font-size: 24px;
  margin: 26px 0 6px 108px;
}
h4 {
  font: 600 19px/1.3 var(--serif);
  margin: 24px 0 4px 108px;
}
.band {
  display: grid;
  grid-template-columns: 92px 1fr;
  gap: 16px;
  padding: 9px 12px 9px 0;
}
.place {
  font-size: 13px;
  color: var(--soft);
  text-align: right;
  padding-right: 10px;
  border-right: 3px solid var(--line);
  overflow: hidden;
  text-overflow: ellipsis;
}
.passage:nth-of-type(even) .place {
  border-right-color: var(--line-strong);
}
.text {
  font: 17px/1.55 var(--serif);
  overflow-wrap: anywhere;
}
.text + .text {
  margin-top: 0.4em;
}
.target .band {
  background: var(--sky);
  border-radius: 6px;
}
.target .place {
  border-right-color: var(--sky-deep);
  color: var(--sky-deep);
  font-weight: 700;
}
.older {
  background: var(--sky);
  border-radius: 6px;
  padding: 14px 18px;
  margin: 10px 0 20px;
}
@media (max-width: 720px) {
  header {
    flex-wrap: wrap;
    padding-left: 8px;
  }
  .paper {
    padding: 12px 16px;
  }
  h3,
  h4 {
    margin-left: 0;
  }
  .band {
    grid-template-columns: 1fr;
    gap: 2px;
  }
  .place {
    text-align: left;
    border-right: 0;
  }
}
</style>
