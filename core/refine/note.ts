import type { TurnResult } from '../rehearsal'

/** The common complaints, one click each. */
export const QUICK_MARKS = [
  'wrong',
  'missing',
  'tooLong',
  'offTone',
  'wrongSource',
  'shouldDecline',
  'shouldAsk',
  'shouldPassOn',
] as const
export type QuickMark = (typeof QUICK_MARKS)[number]

/** What a designer says was wrong with an answer. */
export interface Note {
  readonly question: string
  /** What the visitor said before in the conversation. */
  readonly before: readonly string[]
  readonly marks: readonly QuickMark[]
  /** In their own words. */
  readonly wrong: string
  /** The answer they wanted; empty when they do not say. */
  readonly wanted: string
  /** The sentence that is meant; empty for the whole answer. */
  readonly sentence: string
}

/** A turn as it is kept with a note and shown in a trial. */
export type NotedTurn = Pick<TurnResult, 'reply' | 'outcome' | 'citations' | 'workings'>

/** A turn without what is not shown. */
export const notedTurn = ({ reply, outcome, citations, workings }: NotedTurn): NotedTurn => ({
  reply,
  outcome,
  citations,
  workings,
})
