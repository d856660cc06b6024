import { computed, ref, watch, type Ref } from 'vue'
import type { Passage, PassageEdit, Source, SourceVersion } from '@parrot/contract'
import { get, post, wordsFor } from '../../api/client'
import { tell, tellFailure } from '../../shared/undo'

const PAGE = 200
const MOST_SHOWN = 2000

const DONE = {
  correct: 'The passage was corrected.',
  exclude: 'The passage is never found now.',
  restore: 'The passage is as it was.',
  split: 'The passage was split.',
  join: 'The passages were joined.',
} as const

/** The passages of a source as an agent reads them, and what can be changed in them by hand. */
export function usePassages(sourceId: string, agentId: string, source: Ref<Source | undefined>) {
  const passages = ref<Passage[]>([])
  const total = ref(0)
  const error = ref('')
  const isLoading = ref(true)
  const isSending = ref(false)
  /** While a source is being read anew its passages cannot be changed. */
  const isBusy = computed(
    () =>
      isSending.value ||
      (source.value !== undefined && source.value.status !== 'ready' && source.value.status !== 'failed'),
  )

  async function load(): Promise<void> {
    isLoading.value = true
    try {
      const loaded: Passage[] = []
      do {
        const page = await get<{ total: number; passages: Passage[] }>(
          `/api/sources/${sourceId}/passages?agent=${agentId}&offset=${loaded.length}&limit=${PAGE}`,
        )
        total.value = page.total
        loaded.push(...page.passages)
        if (page.passages.length === 0) break
      } while (loaded.length < total.value && loaded.length < MOST_SHOWN)
      passages.value = loaded
      error.value = ''
    } catch (problem) {
      error.value = wordsFor(problem)
    } finally {
      isLoading.value = false
    }
  }

  /** Changes a passage by hand, as a newer version of the source; undone, the version before answers again. */
  async function edit(passage: Passage, change: object): Promise<void> {
    if (!source.value || isBusy.value) return
    isSending.value = true
    const { version } = source.value
    const nth = passages.value.slice(0, passage.ordinal).filter((each) => each.text === passage.text).length
    const whole = { ...change, passage: passage.text, nth } as PassageEdit
    try {
      await post(`/api/sources/${sourceId}/edits`, { version, edit: whole })
      tell(DONE[whole.kind], () => answerWith(version))
    } catch (problem) {
      tellFailure(problem)
    } finally {
      isSending.value = false
    }
  }

  async function answerWith(number: number): Promise<void> {
    const { versions } = await get<{ versions: SourceVersion[] }>(`/api/sources/${sourceId}/versions`)
    const id = versions.find((version) => version.number === number)?.id
    if (id) await post(`/api/sources/${sourceId}/answer-with`, { versionId: id })
  }

  watch(
    () => [source.value?.version, source.value?.passages].join(),
    (now, before) => before !== ',' && now !== before && void load(),
  )
  return { passages, total, error, isLoading, isBusy, load, edit }
}
