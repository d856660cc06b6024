<script setup lang="ts">
import { watchDebounced } from '@vueuse/core'
import { ElButton, ElInputNumber, ElRadio, ElRadioGroup } from 'element-plus'
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import type { Cutting, CuttingPreview, Source } from '@parrot/contract'
import { call, post, wordsFor } from '../../api/client'
import { tell, tellFailure } from '../../shared/undo'
import { plural } from '../../shared/when'

/** How a source is cut into passages, with what another way would make of it shown before it is done. */
const props = defineProps<{ source: Source }>()
const form = ref<Cutting>({ ...props.source.cutting })
const preview = ref<CuttingPreview>()
const error = ref('')
const isLooking = ref(false)

const WAYS = [
  { by: 'structure', words: 'along its headings, lists and paragraphs', hint: 'best for most documents' },
  { by: 'size', words: 'into pieces of one size', hint: 'for long text without headings' },
  { by: 'row', words: 'every paragraph, list item and table row for itself', hint: 'for lists of short facts' },
  { by: 'sentence', words: 'every sentence for itself', hint: 'for rules that stand alone' },
] as const
const hasSize = computed(() => form.value.by === 'structure' || form.value.by === 'size')
const hasOverlap = computed(() => form.value.by !== 'row')
const isChanged = computed(() => JSON.stringify(form.value) !== JSON.stringify(props.source.cutting))

let abort: AbortController | undefined
const WAIT_MS = 350
watch(
  form,
  () => {
    abort?.abort()
    preview.value = undefined
  },
  { deep: true },
)
watchDebounced(form, () => isChanged.value && look(), { deep: true, debounce: WAIT_MS })
onBeforeUnmount(() => abort?.abort())
watch(
  () => props.source.cutting,
  (cutting) => (form.value = { ...cutting }),
)

async function look(): Promise<void> {
  const mine = new AbortController()
  abort = mine
  isLooking.value = true
  error.value = ''
  try {
    const path = `/api/sources/${props.source.id}/cutting/preview`
    preview.value = await call<CuttingPreview>('POST', path, form.value, { signal: mine.signal })
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
    await cut({ ...form.value })
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
    <ElRadioGroup v-model="form.by" class="stacked ways" aria-label="Way of cutting">
      <ElRadio v-for="way in WAYS" :key="way.by" :value="way.by"
        >{{ way.words }} <span class="small soft">{{ way.hint }}</span></ElRadio
      >
    </ElRadioGroup>
    <div class="sizes">
      <label v-if="hasSize" class="acts">
        about
        <ElInputNumber v-model="form.target" :min="100" :max="4000" :step="50" controls-position="right" />
        characters each
      </label>
      <label v-if="hasOverlap" class="acts">
        each begins with up to
        <ElInputNumber v-model="form.overlap" :min="0" :max="1000" :step="50" controls-position="right" />
        characters of the one before
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
        <ElButton type="primary" size="small" @click="apply">Cut it this way</ElButton>
        <ElButton text size="small" @click="form = { ...source.cutting }">Leave it</ElButton>
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
  margin-top: var(--gap-5);
  padding-top: var(--gap-4);
}
.ways {
  margin: var(--gap-2) 0;
}
.sizes {
  display: grid;
  gap: var(--gap-2);
  margin-bottom: var(--gap-3);
}
.told {
  margin-bottom: var(--gap-3);
}
.first {
  list-style: none;
  padding: 0;
  margin: var(--gap-3) 0 0;
}
.first li {
  border-left: 3px solid var(--line);
  padding: var(--gap-1) 0 var(--gap-1) var(--gap-3);
  margin-bottom: var(--gap-2);
}
.first li.fresh {
  border-left-color: var(--accent);
}
.text {
  font: var(--text-body) / 1.5 var(--serif);
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
</style>
