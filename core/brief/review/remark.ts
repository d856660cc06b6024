import type { BriefEdit } from '../edit'
import type { Brief } from '../schema'

/** The kinds of remark, each made by one finder. */
export const REMARK_KINDS = [
  'said-and-forbidden',
  'short-and-long',
  'two-offers',
  'two-sign-offs',
  'duty-behind-boundary',
  'suggestion-behind-boundary',
  'no-way-out',
  'vague',
  'never-applies',
  'said-twice',
  'unexplained',
  'unknown-tool',
  'unknown-duty',
  'unknown-variable',
  'no-job',
  'no-audience',
  'no-answer-when-unknown',
  'no-greeting',
  'example-breaks-rule',
  'greeting-out-of-tone',
  'over-budget',
  'too-long-rule',
  'boundary-without-examples',
  'question-missing',
  'choice-without-choices',
  'strength-against-words',
  'term-twice',
  'absolute-with-exceptions',
  'two-limits',
  'persona-against-dials',
  'samples-against-dials',
  'asked-for-nothing',
  'promise-nobody-keeps',
] as const
export type RemarkKind = (typeof REMARK_KINDS)[number]

/** A remark in the margin, beside the line it concerns: what was found, why it matters, and a mend where there is one. */
export interface Remark {
  readonly kind: RemarkKind
  readonly field: string
  readonly text: string
  readonly why: string
  readonly mend?: { readonly label: string; readonly edit: BriefEdit }
}

/** What a review knows beside the brief. */
export interface ReviewContext {
  /** Whether a word stands in the library; a review without one takes every word as known. */
  readonly isInLibrary?: (word: string) => boolean
  /** Texts of the library that say most about a line; a review without it knows of no exceptions. */
  readonly passagesOn?: (line: string) => readonly string[]
}

export type Finder = (brief: Brief, context: ReviewContext) => Remark[]

/** A remark put together. */
export const remark = (
  kind: Remark['kind'],
  field: string,
  text: string,
  why: string,
  mend?: Remark['mend'],
): Remark => ({
  kind,
  field,
  text,
  why,
  ...(mend ? { mend } : {}),
})
