import { shallowRef, type ShallowRef } from 'vue'
import { wordsFor } from '../api/client'

/** Something that is fetched: nothing yet, there, or failed with words. What was there stays while it loads again. */
export interface Loaded<T> {
  readonly data: ShallowRef<T | undefined>
  readonly error: ShallowRef<string>
  load(): Promise<void>
}

/** Fetches with `read`; an answer that comes after a later call's is dropped. */
export function useLoaded<T>(read: () => Promise<T>): Loaded<T> {
  const data = shallowRef<T>()
  const error = shallowRef('')
  let last = 0
  return {
    data,
    error,
    load: async () => {
      const turn = ++last
      try {
        const value = await read()
        if (turn !== last) return
        data.value = value
        error.value = ''
      } catch (problem) {
        if (turn === last) error.value = wordsFor(problem)
      }
    },
  }
}
