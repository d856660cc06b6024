import type { Stage } from '@parrot/contract'

/** How the stages are called on every screen. */
export const STAGE_NAMES: Readonly<Record<Stage, string>> = {
  brief: 'Brief',
  library: 'Library',
  rehearse: 'Rehearse',
  release: 'Release',
  logbook: 'Logbook',
}
