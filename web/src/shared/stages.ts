import type { Stage } from '@parrot/contract'

/** How the stages are called on every screen. */
export const STAGE_NAMES: Readonly<Record<Stage, string>> = {
  brief: 'Brief',
  library: 'Library',
  rehearse: 'Rehearse',
  release: 'Release',
  logbook: 'Logbook',
}

/** The parts of the logbook, by the names of their routes. */
export const LOGBOOK_PARTS = [
  ['logbook', 'Conversations'],
  ['requests', 'Requests'],
  ['wants', 'What they want'],
  ['visitors', 'Visitors'],
  ['debrief', 'Debrief'],
  ['over-time', 'Over time'],
] as const
