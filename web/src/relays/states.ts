import type { RunShown } from '@parrot/contract'

/** How a run stands, in words. */
export const RUN_WORDS: Readonly<Record<string, string>> = {
  queued: 'about to begin',
  running: 'at work',
  waiting: 'waits for you',
  done: 'done',
  failed: 'failed',
  cancelled: 'stopped',
}

type LegState = RunShown['legs'][number]['state']
/** How a leg stands: a mark and words. */
export const LEG_WORDS: Readonly<Record<LegState, readonly [mark: string, words: string]>> = {
  waiting: ['○', 'to come'],
  running: ['…', 'at work'],
  asks: ['◐', 'wants your yes'],
  looked: ['◐', 'to be looked at'],
  unsure: ['◐', 'cut off'],
  done: ['✓', 'done'],
  left: ['–', 'left out'],
  failed: ['✕', 'failed'],
}
export const isOver = (status: string): boolean => status === 'done' || status === 'failed' || status === 'cancelled'
