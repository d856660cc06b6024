import type { Brief } from '@parrot/contract'

/** An interview is kept in this browser, so that it can be left and gone on with. */
const KEPT = 'parrot-interview'

export interface KeptInterview {
  readonly brief?: Brief
  readonly skipped?: readonly string[]
}

/** The interview that was left, or an empty one; what cannot be read counts as none. */
export function keptInterview(): KeptInterview {
  try {
    return JSON.parse(localStorage.getItem(KEPT) ?? '{}') as KeptInterview
  } catch {
    return {}
  }
}

export const keepInterview = (interview: KeptInterview): void => localStorage.setItem(KEPT, JSON.stringify(interview))

export const forgetInterview = (): void => localStorage.removeItem(KEPT)
