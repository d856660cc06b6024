import type { RequestKind, TeamRequest } from '@parrot/contract'
import { ago, moment } from '../../shared/when'

/** What each kind asks for, and what its two decisions are called. */
export const KINDS: Readonly<
  Record<RequestKind, { readonly asks: string; readonly yes: string; readonly no: string; readonly words: string }>
> = {
  approval: { asks: 'Wants your yes', yes: 'Yes, do it', no: 'Refuse', words: 'What the visitor is told with it' },
  callBack: { asks: 'Wants a call', yes: 'Called', no: 'Lay aside', words: 'A word in the conversation' },
  question: { asks: 'Wants an answer', yes: 'Answer', no: 'Lay aside', words: 'Your answer, in your name' },
}

/** How a request stands, where that says more than that it waits. */
export function standing({ state, by, decidedAt, kind }: TeamRequest): string {
  const when = decidedAt ? ago(decidedAt) : ''
  switch (state) {
    case 'waiting':
      return ''
    case 'doing':
      return `${by} is deciding on it just now.`
    case 'unsure':
      return `◐ ${by} said yes ${when}, and it was cut off while it was being done. Look whether it was done before you agree again.`
    case 'failed':
      return `✕ ${by} said yes ${when}, and it did not work. The visitor was told so; it can be tried again.`
    case 'done':
      return kind === 'approval' ? `✓ ${by} agreed ${when}.` : `✓ ${by}, ${when}.`
    case 'refused':
      return kind === 'approval' ? `– ${by} refused ${when}.` : `– ${by} laid it aside ${when}.`
    case 'withdrawn':
      return `– The visitor took it back ${when}.`
  }
}

/** When it is wanted, told as it is urgent. */
export const dueWords = ({ dueAt }: TeamRequest, now = Date.now()): string =>
  dueAt === null ? '' : new Date(dueAt).getTime() < now ? `was wanted ${moment(dueAt)}` : `wanted ${moment(dueAt)}`

export const isOver = ({ state }: TeamRequest): boolean => ['done', 'refused', 'withdrawn'].includes(state)
/** What the agent did stays done, and what the visitor took back is theirs; everything else can be opened again. */
export const canReopen = ({ state, kind }: TeamRequest): boolean =>
  state === 'refused' || (state === 'done' && kind !== 'approval')
