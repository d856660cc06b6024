import { computed, reactive, readonly } from 'vue'
import { wordsFor } from '../api/client'

export interface Notice {
  readonly id: number
  readonly text: string
  readonly tone: 'done' | 'failed'
  /** How long it stays, unless somebody is at it. */
  readonly forMs: number
  readonly undo?: () => Promise<void>
}

const state = reactive<{ notices: Notice[] }>({ notices: [] })
let lastId = 0

const UNDO_MS = 12_000
const NOTICE_MS = 6_000
const FAILURE_MS = 12_000
const MOST_SHOWN = 3

/** Notices at the foot of the screen: what was done, with a way back where there is one. */
export const notices = readonly(state)

/** The newest notice that can be undone. */
export const undoable = computed(() => state.notices.findLast((notice) => notice.undo !== undefined))

export function dismiss(id: number): void {
  state.notices = state.notices.filter((notice) => notice.id !== id)
}

function show(notice: Omit<Notice, 'id'>): void {
  state.notices = [...state.notices.slice(1 - MOST_SHOWN), { ...notice, id: ++lastId }]
}

/** Says what was done; with `undo`, offers the way back. */
export const tell = (text: string, undo?: () => Promise<void>): void =>
  show({ text, tone: 'done', undo, forMs: undo ? UNDO_MS : NOTICE_MS })

/** Says what went wrong. */
export const tellFailure = (error: unknown): void => show({ text: wordsFor(error), tone: 'failed', forMs: FAILURE_MS })

/** Runs a notice's undo; a failure is told. */
export async function undoNotice(id: number): Promise<void> {
  const notice = state.notices.find((each) => each.id === id)
  dismiss(id)
  try {
    await notice?.undo?.()
  } catch (error) {
    tellFailure(error)
  }
}
