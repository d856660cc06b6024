import { useIntervalFn } from '@vueuse/core'
import { computed, ref, watch, type Ref } from 'vue'
import type { Rehearsal, RunCell, RunColumn, StoredScript } from '@parrot/contract'
import { get, post } from '../api/client'
import { postStream } from '../api/stream'
import { useBrief } from '../brief/briefStore'
import { useAgent } from '../frame/agentStore'
import { useLoaded } from '../shared/load'
import { tellFailure } from '../shared/undo'
import { summaryOf } from './checks'

/** Runs that are loaded: enough for the sheet and for the chart, runs of single scripts among them. */
const MOST_RUNS = 16
/** A run that somebody else began, or that was begun before the page was loaded, is looked at this often. */
const LOOK_AGAIN_MS = 1000

interface RunProgress {
  readonly done: number
  readonly total: number
  readonly title: string
}

/** The scripts of an agent and how their latest runs went; running them, with its progress. */
export function useRuns(agentId: Ref<string>) {
  const brief = useBrief()
  const agents = useAgent()
  const scripts = useLoaded(() => get<{ scripts: StoredScript[] }>(`/api/agents/${agentId.value}/scripts`))
  const runs = useLoaded(() =>
    get<{ rehearsals: RunColumn[] }>(`/api/agents/${agentId.value}/rehearsals?limit=${MOST_RUNS}`),
  )
  const own = ref<RunProgress>()
  const runningId = ref('')

  /** Runs the scripts named, all when none is, on the draft as it is on the screen, each once or more often. */
  async function run(ids?: string[], times = 1): Promise<void> {
    own.value = { done: 0, total: ids?.length ?? scripts.data.value?.scripts.length ?? 0, title: '' }
    try {
      await brief.save()
      await postStream<Rehearsal>(
        `/api/agents/${agentId.value}/rehearsals`,
        { scriptIds: ids, subject: 'draft', times },
        {
          begun: ({ id }: { id: string }) => (runningId.value = id),
          progress: (data: RunProgress) => (own.value = data),
        },
      )
      await runs.load()
      await agents.load()
    } catch (problem) {
      tellFailure(problem)
    } finally {
      own.value = undefined
      runningId.value = ''
    }
  }

  const all = computed(() => runs.data.value?.rehearsals ?? [])
  const underWay = computed(() => all.value.find(({ status }) => status === 'queued' || status === 'running'))
  const progress = computed<RunProgress | undefined>(
    () =>
      own.value ?? (underWay.value && { done: underWay.value.cells.length, total: underWay.value.total, title: '' }),
  )
  const looking = useIntervalFn(() => void runs.load(), LOOK_AGAIN_MS, { immediate: false })
  watch(
    () => underWay.value !== undefined && own.value === undefined,
    (isElsewhere) => (isElsewhere ? looking.resume() : looking.pause()),
  )

  async function cancel(): Promise<void> {
    const id = runningId.value || underWay.value?.id
    if (!id) return
    try {
      await post(`/api/rehearsals/${id}/cancel`)
      await runs.load()
    } catch (problem) {
      tellFailure(problem)
    }
  }

  /** Runs that came to their end, newest first. */
  const rehearsals = computed(() => all.value.filter(({ status }) => status === 'done'))
  return {
    scripts,
    runs,
    rehearsals,
    progress,
    run,
    cancel,
    load: () => Promise.all([scripts.load(), runs.load()]),
    summary: computed(() => (rehearsals.value[0] ? summaryOf(rehearsals.value[0]) : '')),
  }
}

/** How a script went in a run, if it was played in it. */
export const cellOf = (run: RunColumn, scriptId: string): RunColumn['cells'][number] | undefined =>
  run.cells.find((cell) => cell.scriptId === scriptId)

/** Everything that was said in one script of a run, with the newest result of it before that run. */
export function useCell(run: Ref<RunColumn | undefined>, scriptId: Ref<string>) {
  const cell = useLoaded(async () => {
    const { id } = run.value ?? {}
    return id && cellOf(run.value!, scriptId.value)
      ? get<RunCell>(`/api/rehearsals/${id}/scripts/${scriptId.value}`)
      : undefined
  })
  watch([() => run.value?.id, scriptId], () => void cell.load(), { immediate: true })
  return cell.data
}
