import { computed, ref, type Ref } from 'vue'
import type { Rehearsal, ScriptResult, StoredScript } from '@parrot/contract'
import { get } from '../api/client'
import { postStream } from '../api/stream'
import { useBrief } from '../brief/briefStore'
import { useAgent } from '../frame/agentStore'
import { useLoaded } from '../shared/load'
import { tellFailure } from '../shared/undo'
import { summaryOf } from './checks'

/** Runs shown beside the scripts. */
const MOST_RUNS = 6

/** The scripts of an agent and how their latest runs went; running them, with its progress. */
export function useRuns(agentId: Ref<string>) {
  const brief = useBrief()
  const agents = useAgent()
  const scripts = useLoaded(() => get<{ scripts: StoredScript[] }>(`/api/agents/${agentId.value}/scripts`))
  const runs = useLoaded(() =>
    get<{ rehearsals: Rehearsal[] }>(`/api/agents/${agentId.value}/rehearsals?limit=${MOST_RUNS}`),
  )
  const progress = ref<{ done: number; total: number; title: string }>()
  let abort: AbortController | undefined

  /** Runs the scripts named, all when none is, on the draft as it is on the screen. */
  async function run(ids?: string[]): Promise<void> {
    const mine = (abort = new AbortController())
    progress.value = { done: 0, total: ids?.length ?? scripts.data.value?.scripts.length ?? 0, title: '' }
    try {
      await brief.save()
      const on = { progress: (data: { done: number; total: number; title: string }) => (progress.value = data) }
      await postStream<Rehearsal>(
        `/api/agents/${agentId.value}/rehearsals`,
        { scriptIds: ids, subject: 'draft' },
        on,
        mine.signal,
      )
      await runs.load()
      await agents.load()
    } catch (problem) {
      if (!mine.signal.aborted) tellFailure(problem)
    } finally {
      progress.value = undefined
    }
  }

  const rehearsals = computed(() => runs.data.value?.rehearsals ?? [])
  return {
    scripts,
    runs,
    rehearsals,
    progress,
    run,
    cancel: () => abort?.abort(),
    load: () => Promise.all([scripts.load(), runs.load()]),
    summary: computed(() => (rehearsals.value[0] ? summaryOf(rehearsals.value[0]) : '')),
  }
}

/** How a script went in a run, if it was played in it. */
export const resultOf = (rehearsal: Rehearsal, scriptId: string): ScriptResult | undefined =>
  rehearsal.results.find((result) => result.scriptId === scriptId)

/** The same script in the newest run before one, to compare with. */
export function runBefore(
  rehearsals: readonly Rehearsal[],
  run: Rehearsal | undefined,
  scriptId: string,
): { result: ScriptResult; revision: number } | undefined {
  const at = rehearsals.findIndex((each) => each.id === run?.id)
  const earlier = rehearsals.slice(at + 1).find((each) => resultOf(each, scriptId))
  const result = earlier && resultOf(earlier, scriptId)
  return result && { result, revision: earlier.revision }
}
