import { ref, type Ref } from 'vue'
import { wordsFor } from '../api/client'

/** Something being done at a place that says beside it what went wrong. */
export interface Acting {
  readonly error: Ref<string>
  readonly isBusy: Ref<boolean>
  /** Does it; a failure is told in words, and forgotten with the next try. */
  act(work: () => Promise<unknown>): Promise<void>
}

export function useActing(): Acting {
  const error = ref('')
  const isBusy = ref(false)
  return {
    error,
    isBusy,
    act: async (work) => {
      isBusy.value = true
      error.value = ''
      try {
        await work()
      } catch (problem) {
        error.value = wordsFor(problem)
      } finally {
        isBusy.value = false
      }
    },
  }
}
