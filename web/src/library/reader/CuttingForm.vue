<script setup lang="ts">
import { computed, onBeforeUnmount, reactive, ref, watch } from 'vue'
import type { Cutting, CuttingPreview, Source } from '@parrot/contract'
import { call, post, wordsFor } from '../../api/client'
import { tell, tellFailure } from '../../shared/undo'
import { plural } from '../../shared/when'

/** How a source is cut into passages, with what another way would make of it shown before it is done. */
const props = defineProps<{ source: Source }>()
const form = reactive<Cutting>({ ...props.source.cutting })
const preview = ref<CuttingPreview>()
const error = ref('')
const isLooking = ref(false)

const WAYS = [
  { by: 'structure', words: 'along its headings, lists and paragraphs', hint: 'best for most documents' },
  { by: 'size', words: 'into pieces of one size', hint: 'for long text without headings' },
  { by: 'row', words: 'every paragraph, list item and table row for itself', hint: 'for lists of short facts' },
  { by: 'sentence', words: 'every sentence for itself', hint: 'for rules that stand alone' },
] as const
const hasSize = computed(() => form.by === 'structure' || form.by === 'size')
const hasOverlap = computed(() => form.by !== 'row')
const isChanged = computed(() => JSON.stringify({ ...form }) !== JSON.stringify(props.source.cutting))

let timer: ReturnType<typeof setTimeout> | undefined
let abort: AbortController | undefined
const WAIT_MS = 350
watch(
  form,
  () => {
    clearTimeout(timer)
    abort?.abort()
    preview.value = undefined
    if (isChanged.value) timer = setTimeout(() => void look(), WAIT_MS)
  },
  { deep: true },
)
onBeforeUnmount(() => {
  clearTimeout(timer)
  abort?.abort()
})
watch(
  () => props.source.cutting,
  (cutting) => Object.assign(form, cutting),
)

async function look(): Promise<void> {
  const mine = new AbortController()
  abort = mine
  isLooking.value = true
  error.value = ''
  try {
    const path = `/api/sources/${props.source.id}/cutting/preview`
    preview.value = await call<CuttingPreview>('POST', path, { ...form }, { signal: mine.signal })
  } catch (problem) {
    if (!mine.signal.aborted) error.value = wordsFor(problem)
  } finally {
    if (abort === mine) isLooking.value = false
  }
}

async function apply(): Promise<void> {
  const before = { ...props.source.cutting }
  const cut = (cutting: Cutting) => post(`/api/sources/${props.source.id}/cutting`, cutting)
  try {
    await cut({ ...form })
    tell('The source is being cut anew. The passages as they are answer until it is done.', async () => {
      await cut(before)
    })
  } catch (problem) {
    tellFailure(problem)
  }
}
</script>

<template>
  <section class="cutting" aria-label="How it is cut">
    <h3>How it is cut into passages</h3>
    <div class="ways" role="radiogroup" aria-label="Way of cutting">
      <label v-for="way in WAYS" :key="way.by" :class="{ on: form.by === way.by }">
        <input v-model="form.by" type="radio" name="by" :value="way.by" />
        <span>{{ way.words }}</span> <span class="small soft">{{ way.hint }}</span>
      </label>
    </div>
    <div class="sizes">
      <label v-if="hasSize">
        about
        <input v-model.number="form.target" class="field" type="number" min="100" max="4000" step="50" /> characters
        each
      </label>
      <label v-if="hasOverlap">
        each begins with up to
        <input v-model.number="form.overlap" class="field" type="number" min="0" max="1000" step="50" /> characters of
        the one before
      </label>
    </div>
    <p v-if="error" class="wrong" role="alert">{{ error }}</p>
    <p v-else-if="isLooking" class="soft small">Looking what that would make of it…</p>
    <template v-if="preview">
      <p class="told">
        It would be <b>{{ plural(preview.passages, 'passage') }}</b> instead of {{ source.passages }};
        {{ preview.same }} stay as they are. The longest has {{ plural(preview.longest, 'character') }}.
        <span v-if="preview.lostEdits" class="wrong"
          >{{ plural(preview.lostEdits, 'change') }} by hand would find no place.</span
        >
      </p>
      <p>
        <button type="button" class="btn main small" @click="apply">Cut it this way</button>
        <button type="button" class="btn quiet small" @click="Object.assign(form, source.cutting)">Leave it</button>
      </p>
      <ol class="first" aria-label="First passages it would have">
        <li v-for="(passage, n) in preview.first" :key="n" :class="{ fresh: passage.isNew }">
          <span v-if="passage.headings.length" class="small soft">{{ passage.headings.join(' › ') }}</span>
          <p class="text">{{ passage.text }}</p>
        </li>
      </ol>
    </template>
  </section>
</template>

<style scoped>
.cutting {
  border-top: 1px solid var(--line);
  margin-top: 26px;
  padding-top: 18px;
}
.ways {
  display: grid;
  gap: 2px;
  margin: 10px 0;
}
.ways label {
  display: flex;
  gap: 9px;
  align-items: baseline;
  padding: 4px 8px;
  border-radius: 6px;
}
.ways label.on {
  background: var(--accent-wash);
}
.sizes {
  display: grid;
  gap: 8px;
  margin-bottom: 10px;
}
.sizes .field {
  width: 90px;
  margin: 0 4px;
}
.told {
  margin-bottom: 10px;
}
.first {
  list-style: none;
  padding: 0;
  margin: 14px 0 0;
}
.first li {
  border-left: 3px solid var(--line);
  padding: 5px 0 5px 12px;
  margin-bottom: 6px;
}
.first li.fresh {
  border-left-color: var(--accent);
}
.text {
  font: 15px/1.5 var(--serif);
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
</style>
