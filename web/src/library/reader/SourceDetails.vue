<script setup lang="ts">
import { ElAutocomplete, ElDatePicker, ElInput } from 'element-plus'
import { computed, onMounted, ref, watch } from 'vue'
import type { Source, SourceChanges } from '@parrot/contract'
import { call, get } from '../../api/client'
import ChoiceField from '../../shared/ChoiceField.vue'
import { tell, tellFailure } from '../../shared/undo'
import { moment } from '../../shared/when'
import { useLibrary } from '../libraryStore'
import CuttingForm from './CuttingForm.vue'

/** What is said of a source, when and how strongly it answers, and how it is cut. Each field keeps itself. */
const props = defineProps<{ source: Source }>()
const store = useLibrary()
const users = ref<{ id: string; name: string }[]>()

const fields = () => {
  const { title, description, shelf, tags, weight, validFrom, validUntil, refreshHours } = props.source
  return { title, description, shelf, tags: tags.join(', '), weight, validFrom, validUntil, refreshHours }
}
const form = ref(fields())
let known = fields()
// The list is loaded anew whenever anything in the library changes; what is being typed meanwhile stays.
watch(
  () => props.source,
  (now, before) => {
    const next = fields()
    const typed = Object.entries(form.value).filter(([key, value]) => value !== known[key as keyof typeof known])
    form.value = now.id === before.id ? { ...next, ...Object.fromEntries(typed) } : next
    known = next
  },
)
onMounted(async () => {
  users.value = (
    await get<{ agents: { id: string; name: string }[] }>(`/api/sources/${props.source.id}/agents`).catch(
      () => undefined,
    )
  )?.agents
})

const shelves = computed(() => [...new Set((store.sources ?? []).map((source) => source.shelf).filter(Boolean))].sort())
const isOnWeb = computed(() => props.source.kind === 'page' || props.source.kind === 'site')

/** Choices with the value a source has now among them, even when it is none of the usual ones. */
const EVERY = [
  [null, 'only by hand'],
  [1, 'every hour'],
  [24, 'every day'],
  [168, 'every week'],
  [720, 'every 30 days'],
] as const
const WEIGHTS = [
  [0.5, 'lighter: answers only when nothing better does'],
  [1, 'as usual'],
  [1.5, 'heavier: goes before others'],
  [3, 'much heavier: goes before almost everything'],
] as const
const withOwn = <T,>(
  usual: readonly (readonly [T, string])[],
  own: T,
  words: string,
): readonly (readonly [T, string])[] => (usual.some(([value]) => value === own) ? usual : [...usual, [own, words]])
const every = computed(() =>
  withOwn<number | null>(EVERY, form.value.refreshHours, `every ${form.value.refreshHours} hours`),
)
const weights = computed(() => withOwn<number>(WEIGHTS, form.value.weight, `${form.value.weight} times as usual`))
const suggestShelf = (typed: string, show: (all: { value: string }[]) => void): void =>
  show(shelves.value.filter((shelf) => shelf.toLowerCase().includes(typed.toLowerCase())).map((value) => ({ value })))

const put = (change: Partial<SourceChanges>) => call<Source>('PATCH', `/api/sources/${props.source.id}`, change)

/** Keeps one change, and offers the way back. */
async function keep(change: Partial<SourceChanges>): Promise<void> {
  const keys = Object.keys(change) as (keyof SourceChanges)[]
  const before = Object.fromEntries(keys.map((key) => [key, props.source[key]])) as Partial<SourceChanges>
  if (keys.every((key) => JSON.stringify(before[key]) === JSON.stringify(change[key]))) return
  try {
    await put(change)
    await store.load()
    tell(`“${props.source.title}” was changed.`, async () => {
      await put(before)
      await store.load()
    })
  } catch (problem) {
    tellFailure(problem)
    form.value = fields()
  }
}
const keepTags = () =>
  keep({
    tags: form.value.tags
      .split(',')
      .map((tag) => tag.trim())
      .filter(Boolean),
  })
</script>

<template>
  <div class="details">
    <div class="grid">
      <label class="label" for="d-title">Title</label>
      <ElInput id="d-title" v-model="form.title" maxlength="200" @change="keep({ title: form.title })" />

      <label class="label" for="d-description">What it holds</label>
      <ElInput
        type="textarea"
        id="d-description"
        v-model="form.description"
        :rows="2"
        maxlength="1000"
        @change="keep({ description: form.description })"
      />

      <label class="label" for="d-shelf">Shelf</label>
      <div class="acts">
        <ElAutocomplete
          id="d-shelf"
          v-model="form.shelf"
          class="short"
          :fetch-suggestions="suggestShelf"
          select-when-unmatched
          :maxlength="80"
          placeholder="none"
          @change="keep({ shelf: form.shelf })"
          @select="keep({ shelf: form.shelf })"
        />
        <span class="small soft">groups sources in the list</span>
      </div>

      <label class="label" for="d-tags">Tags</label>
      <div class="acts">
        <ElInput
          id="d-tags"
          v-model="form.tags"
          class="short"
          placeholder="prices, summer"
          maxlength="400"
          @change="keepTags"
        />
        <span class="small soft">parted by commas</span>
      </div>

      <span class="label">Weight</span>
      <ChoiceField
        v-model="form.weight"
        about="Weight"
        :options="weights"
        @update:model-value="keep({ weight: form.weight })"
      />

      <span class="label">Answers</span>
      <div class="acts">
        <label class="acts"
          >from
          <ElDatePicker
            v-model="form.validFrom"
            value-format="YYYY-MM-DD"
            aria-label="Answers from"
            @change="keep({ validFrom: form.validFrom || null })"
        /></label>
        <label class="acts"
          >until
          <ElDatePicker
            v-model="form.validUntil"
            value-format="YYYY-MM-DD"
            aria-label="Answers until"
            @change="keep({ validUntil: form.validUntil || null })"
        /></label>
        <span class="small soft">both days count; empty means always</span>
      </div>

      <template v-if="isOnWeb">
        <span class="label">Fetched again</span>
        <ChoiceField
          v-model="form.refreshHours"
          about="Fetched again"
          :options="every"
          @update:model-value="keep({ refreshHours: form.refreshHours })"
        />
      </template>

      <span class="label">Added</span>
      <p class="small">
        {{ moment(source.addedAt) }}<template v-if="source.addedBy"> by {{ source.addedBy }}</template>
        <span v-if="users && users.length > 1" class="soft">
          · used by {{ users.map((user) => user.name).join(', ') }}</span
        >
      </p>
    </div>
    <CuttingForm :source="source" />
  </div>
</template>

<style scoped>
.details {
  max-width: 860px;
  margin: 0 auto;
  padding: var(--gap-4) var(--gap-5) var(--gap-7);
}
.grid {
  display: grid;
  grid-template-columns: 130px minmax(0, 1fr);
  gap: var(--gap-3) var(--gap-4);
  align-items: center;
}
.short {
  width: 260px;
}
@media (width < 720px) {
  .details {
    padding: var(--gap-3) var(--gap-4);
  }
  .grid {
    grid-template-columns: minmax(0, 1fr);
    gap: var(--gap-1);
  }
}
</style>
