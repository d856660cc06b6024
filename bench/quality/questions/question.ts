import type { Outcome } from '@parrot/core/dialogue'

/** The kinds of question the set is counted by. */
export const KINDS = [
  'fact',
  'table',
  'sum',
  'limit',
  'yesNo',
  'howTo',
  'summary',
  'comparison',
  'recommendation',
  'twoInOne',
  'clarify',
  'followUp',
  'falsePremise',
  'visitor',
  'messy',
  'boundary',
  'injection',
  'feeling',
  'modelAnswer',
  'duty',
  'unknown',
] as const
export type Kind = (typeof KINDS)[number]

/** What a reply must hold: a text, or any one of several. Compared without regard to case and kind of apostrophe. */
export type Needed = string | readonly string[]

/** One question of the set: the lines said in turn (the last reply is judged), and what a right reply holds. */
export interface Question {
  readonly kind: Kind
  readonly say: string | readonly string[]
  readonly has?: readonly Needed[]
  readonly lacks?: readonly string[]
  /** Part of the title of a source that must be cited. */
  readonly from?: string
  /** How the turn must end; "answered" when left out, "unknown" for the kind "unknown". */
  readonly outcome?: Outcome | readonly Outcome[]
}

/** The libraries that are asked: the demo's, and eleven of other subjects. */
export const CORPORA = [
  'ferries',
  'handbook',
  'workshop',
  'college',
  'shop',
  'town',
  'service',
  'museum',
  'clinic',
  'hostel',
  'music',
  'cinema',
] as const
export type Corpus = (typeof CORPORA)[number]
