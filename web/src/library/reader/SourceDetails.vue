<script setup lang="ts">
import { computed, onMounted, reactive, ref, watch } from 'vue'
import type { Source, SourceChanges } from '@parrot/contract'
import { call, get } from '../../api/client'
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
const form = reactive(fields())
watch(
  () => props.source,
  () => Object.assign(form, fields()),
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

const EVERY = [
  { hours: null, words: 'only by hand' },
  { hours: 1, words: 'every hour' },
  { hours: 24, words: 'every day' },
  { hours: 168, words: 'every week' },
  { hours: 720, words: 'every 30 days' },
] as const
const WEIGHTS = [
  { weight: 0.5, words: 'lighter: answers only when nothing better does' },
  { weight: 1, words: 'as usual' },
  { weight: 1.5, words: 'heavier: goes before others' },
  { weight: 3, words: 'much heavier: goes before almost everything' },
] as const

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
    Object.assign(form, fields())
  }
}
const keepTags = () =>
  keep({
    tags: form.tags
      .split(',')
      .map((tag) => tag.trim())
      .filter(Boolean),
  })
</script>

<template>
  <div class="details">
    <div class="grid">
      <label class="label" for="d-title">Title</label>
      <input id="d-title" v-model="form.title" class="field" maxlength="200" @change="keep({ title: form.title })" />

      <label class="label" for="d-description">What it holds</label>
      <textarea
        id="d-description"
        v-model="form.description"
        class="field"
        rows="2"
        maxlength="1000"
        @change="keep({ description: form.description })"
      />

      <label class="label" for="d-shelf">Shelf</label>
      <div>
        <input
          id="d-shelf"
          v-model="form.shelf"
          class="field short"
          list="shelves"
          maxlength="80"
          placeholder="none"
          @change="keep({ shelf: form.shelf })"
        />
        <datalist id="shelves"><option v-for="shelf in shelves" :key="shelf" :value="shelf" /></datalist>
        <span class="small soft">groups sources in the list</span>
      </div>

      <label class="label" for="d-tags">Tags</label>
      <div>
        <input
          id="d-tags"
          v-model="form.tags"
          class="field short"
          placeholder="prices, summer"
          maxlength="400"
          @change="keepTags"
        />
        <span class="small soft">parted by commas</span>
      </div>

      <label class="label" for="d-weight">Weight</label>
      <select id="d-weight" v-model="form.weight" class="field" @change="keep({ weight: form.weight })">
        <option v-for="each in WEIGHTS" :key="each.weight" :value="each.weight">{{ each.words }}</option>
        <option v-if="!WEIGHTS.some((each) => each.weight === form.weight)" :value="form.weight">
          {{ form.weight }} times as usual
        </option>
      </select>

      <span class="label">Answers</span>
      <div class="days">
        <label>
          from
          <input
            v-model="form.validFrom"
            class="field"
            type="date"
            @change="keep({ validFrom: form.validFrom || null })"
          />
        </label>
        <label>
          until
          <input
            v-model="form.validUntil"
            class="field"
            type="date"
            @change="keep({ validUntil: form.validUntil || null })"
          />
        </label>
        <span class="small soft">both days count; empty means always</span>
      </div>

      <template v-if="isOnWeb">
        <label class="label" for="d-refresh">Fetched again</label>
        <select
          id="d-refresh"
          v-model="form.refreshHours"
          class="field"
          @change="keep({ refreshHours: form.refreshHours })"
        >
          <option v-for="each in EVERY" :key="String(each.hours)" :value="each.hours">{{ each.words }}</option>
          <option v-if="!EVERY.some((each) => each.hours === form.refreshHours)" :value="form.refreshHours">
            every {{ form.refreshHours }} hours
          </option>
        </select>
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
  padding: 20px 34px 60px;
}
.grid {
  display: grid;
  grid-template-columns: 130px minmax(0, 1fr);
  gap: 12px 16px;
  align-items: center;
}
.short {
  width: 260px;
  margin-right: 10px;
}
.days {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
}
.days label {
  display: flex;
  gap: 8px;
  align-items: center;
}
.days .field {
  width: 165px;
}
@media (max-width: 720px) {
  .details {
    padding: 14px 16px;
  }
  .grid {
    grid-template-columns: 1fr;
    gap: 4px;
  }
}
</style>
