import { ref, watch, type Ref } from 'vue'
import { watchDebounced } from '@vueuse/core'
import { wordsFor } from '../api/client'

/** Something that is changed in place and kept by itself, and whether it is. */
export interface Kept {
  /** "saved", "saving", or why it could not be kept. */
  readonly saving: Ref<string>
  /** Keeps what was changed just now. */
  keep(): Promise<void>
  /** What is shown is what is kept: it was just fetched. */
  took(): void
}

const REST_MS = 500

/**
 * Keeps what is changed once it rests. `textOf` gives what counts as changed; `put` sends it, and may take over what the
 * server made of it.
 */
export function useKept<T>(
  value: Ref<T | undefined>,
  textOf: (value: T) => string,
  put: (value: T) => Promise<void>,
): Kept {
  const saving = ref('saved')
  let kept: string | undefined
  const text = () => (value.value === undefined ? undefined : textOf(value.value))
  const keep = async () => {
    const now = text()
    if (value.value === undefined || now === kept) return
    saving.value = 'saving'
    try {
      await put(value.value)
      kept = now
      saving.value = 'saved'
    } catch (problem) {
      saving.value = wordsFor(problem)
    }
  }
  watch(value, () => text() !== kept && (saving.value = 'saving'), { deep: true })
  watchDebounced(value, keep, { deep: true, debounce: REST_MS })
  return { saving, keep, took: () => void (kept = text()) }
}
