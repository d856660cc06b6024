import { defineStore } from 'pinia'
import { computed, ref, toRaw } from 'vue'
import type { Brief, BriefEdit, BriefState, Remark, RuleReading, StoredBrief } from '@parrot/contract'
import { tellFailure } from '../shared/undo'
import { ApiProblem, call, get, post, wordsFor } from '../api/client'

const SAVE_AFTER_MS = 450
const RETRY_AFTER_MS = 3000

/** Browsers let a request outlive its page when its body is under 64 KiB. */
const MOST_KEPT_ALIVE = 60_000
const keepAlive = (body: unknown): RequestInit =>
  JSON.stringify(body).length < MOST_KEPT_ALIVE ? { keepalive: true } : {}

/** How the brief on screen stands against the one on the server. */
export type SaveState = 'loading' | 'saved' | 'editing' | 'saving' | 'failed' | 'conflict'

/**
 * The brief that is open. An edit changes `brief`, is saved by itself a moment later as a new revision, and is kept in
 * this browser until the server has it, so that neither a closed tab nor a stopped server loses it.
 */
export const useBrief = defineStore('brief', () => {
  const brief = ref<Brief>()
  const revision = ref(0)
  const savedAt = ref('')
  const canUndo = ref(false)
  const canRedo = ref(false)
  const readings = ref<RuleReading[]>([])
  const remarks = ref<Remark[]>([])
  const size = ref<BriefState['size']>()
  const state = ref<SaveState>('loading')
  const error = ref('')
  let agentId = ''
  let timer: ReturnType<typeof setTimeout> | undefined
  let saving: Promise<void> | undefined
  let edits = 0

  const draftKey = () => `parrot-draft:${agentId}`

  function take(stored: BriefState & { brief?: Brief }): void {
    revision.value = stored.revision
    savedAt.value = stored.savedAt
    canUndo.value = stored.canUndo
    canRedo.value = stored.canRedo
    readings.value = stored.readings
    remarks.value = stored.remarks
    size.value = stored.size
    if (stored.brief) brief.value = stored.brief
  }

  function open(id: string): void {
    agentId = id
    brief.value = undefined
    edits = 0
    void load()
  }

  async function load(): Promise<void> {
    const id = agentId
    state.value = 'loading'
    try {
      const stored = await get<StoredBrief>(`/api/agents/${id}/brief`)
      if (id !== agentId) return
      take(stored)
      error.value = ''
      state.value = 'saved'
      takeUpDraft(stored)
    } catch (problem) {
      if (id !== agentId) return
      error.value = wordsFor(problem)
      state.value = 'failed'
    }
  }

  /** An edit this browser kept and the server never got is taken up again, if it was made on the same revision. */
  function takeUpDraft(stored: StoredBrief): void {
    const kept = localStorage.getItem(draftKey())
    if (!kept) return
    localStorage.removeItem(draftKey())
    const draft = JSON.parse(kept) as { revision: number; brief: Brief }
    if (draft.revision !== stored.revision) return
    brief.value = draft.brief
    changed()
  }

  /** Edits the brief: `change` alters it in place, and it is saved a moment later. */
  function edit(change: (draft: Brief) => void): void {
    if (!brief.value) return
    const drafted = brief.value.drafted.map((path) => [path, JSON.stringify(valueAt(path))] as const)
    change(brief.value)
    // What was touched is the designer's own from then on.
    const untouched = drafted.filter(([path, before]) => JSON.stringify(valueAt(path)) === before).map(([path]) => path)
    if (untouched.length !== brief.value.drafted.length) brief.value.drafted = untouched
    changed()
  }

  /** Whether a field, or a part of it, was drafted and not yet touched or accepted. */
  const isDrafted = (path: string): boolean => brief.value?.drafted.includes(path) === true

  /** Accepts what was drafted: one field, or everything. */
  const accept = (path?: string): void =>
    edit((draft) => (draft.drafted = path === undefined ? [] : draft.drafted.filter((each) => each !== path)))

  /** Makes an edit that was worked out on the server, on the brief as it is on the screen. */
  async function make(made: BriefEdit): Promise<void> {
    await save()
    take(await post<StoredBrief>(`/api/agents/${agentId}/brief/edit`, { edit: made }))
    state.value = 'saved'
  }

  /** Makes the edit of a mend. */
  const mend = (made: BriefEdit): Promise<void> => make(made).catch(tellFailure)

  function put(draft: Brief, path: string, value: unknown): void {
    const at = path.lastIndexOf('.')
    const holder = at < 0 ? draft : valueAt(path.slice(0, at))
    ;(holder as Record<string, unknown>)[path.slice(at + 1)] = value
  }

  /** The value of a field named by its path ("purpose.job"). */
  const valueAt = (path: string): unknown =>
    path.split('.').reduce<unknown>((value, key) => (value as Record<string, unknown> | undefined)?.[key], brief.value)

  /** Sets a field named by its path. */
  function setAt(path: string, value: unknown): void {
    edit((draft) => put(draft, path, value))
  }

  function changed(): void {
    edits++
    if (state.value !== 'conflict') state.value = 'editing'
    localStorage.setItem(draftKey(), JSON.stringify({ revision: revision.value, brief: toRaw(brief.value) }))
    clearTimeout(timer)
    timer = setTimeout(() => void save(), SAVE_AFTER_MS)
  }

  /** Saves what is not saved yet; resolves when the server has it or the attempt failed. */
  async function save(): Promise<void> {
    clearTimeout(timer)
    if (saving) {
      await saving
      if (state.value !== 'editing') return
    }
    if (state.value !== 'editing' && state.value !== 'failed') return
    if (!brief.value) return
    saving = write()
    await saving
    saving = undefined
  }

  async function write(): Promise<void> {
    const atEdit = edits
    const id = agentId
    state.value = 'saving'
    try {
      const body = { revision: revision.value, brief: toRaw(brief.value) }
      const stored = await call<BriefState>('PUT', `/api/agents/${id}/brief`, body, keepAlive(body))
      if (id !== agentId) return
      take(stored)
      error.value = ''
      if (edits === atEdit) {
        localStorage.removeItem(draftKey())
        state.value = 'saved'
      } else {
        state.value = 'editing'
        timer = setTimeout(() => void save(), SAVE_AFTER_MS)
      }
    } catch (problem) {
      if (id !== agentId) return
      error.value = wordsFor(problem)
      const isStale = problem instanceof ApiProblem && problem.problem.code === 'stale-revision'
      if (isStale && (await isSavedAlready(id))) return
      const isRefused = problem instanceof ApiProblem && problem.status >= 400 && problem.status < 500
      state.value = isStale ? 'conflict' : 'failed'
      if (!isRefused) timer = setTimeout(() => void save(), RETRY_AFTER_MS)
    }
  }

  /** Whether the newer revision on the server is this very brief: a page that closed sent it, and it arrived late. */
  async function isSavedAlready(id: string): Promise<boolean> {
    const stored = await get<StoredBrief>(`/api/agents/${id}/brief`).catch(() => undefined)
    if (!stored || id !== agentId || JSON.stringify(stored.brief) !== JSON.stringify(brief.value)) return false
    take(stored)
    error.value = ''
    localStorage.removeItem(draftKey())
    state.value = 'saved'
    return true
  }

  /** Takes over what another tab or person saved, unless there are edits here. */
  async function refresh(): Promise<void> {
    const id = agentId
    if (state.value !== 'saved') return
    const stored = await get<StoredBrief>(`/api/agents/${id}/brief`).catch(() => undefined)
    if (stored && id === agentId && state.value === 'saved' && stored.revision !== revision.value) take(stored)
  }

  // A page that is closed sends what is not saved yet; should that fail, the draft in this browser has it.
  window.addEventListener('pagehide', () => void save())

  async function step(direction: 'undo' | 'redo'): Promise<void> {
    await save()
    if (direction === 'undo' ? !canUndo.value : !canRedo.value) return
    take(await post<StoredBrief>(`/api/agents/${agentId}/brief/${direction}`))
    localStorage.removeItem(draftKey())
    state.value = 'saved'
  }

  /** Gives up the edits of this tab and shows what is on the server. */
  async function discard(): Promise<void> {
    localStorage.removeItem(draftKey())
    await load()
  }

  async function close(): Promise<void> {
    await save()
    agentId = ''
    brief.value = undefined
  }

  const readingOf = computed(() => new Map(readings.value.map((reading) => [reading.id, reading])))

  return {
    brief,
    revision,
    savedAt,
    canUndo,
    canRedo,
    state,
    error,
    readingOf,
    remarks,
    size,
    isDrafted,
    accept,
    mend,
    open,
    load,
    refresh,
    edit,
    valueAt,
    setAt,
    save,
    undo: () => step('undo'),
    redo: () => step('redo'),
    discard,
    close,
  }
})
