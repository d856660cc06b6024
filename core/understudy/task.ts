import type { TurnForModel } from '../dialogue'
import type { Phrases } from '../languages'
import type { Question } from '../reading'
import type { ReadAnswer } from './read'

/** One question ready to be answered, with what was read for it. */
export interface Task {
  readonly question: Question
  readonly read: ReadAnswer
  readonly turn: TurnForModel
  readonly phrases: Phrases
  /** How much is said: one sentence, what stands together, or the passage and what belongs with it. */
  readonly size: 'short' | 'plain' | 'full'
  /** The longest answer in words. */
  readonly mostWords: number
  /** Whether the rules allow a text to be said. */
  readonly isAllowed: (text: string) => boolean
}

/** A piece of a reply: its text without marker, and the passages it rests on by number (none for the agent's own words). */
export interface Piece {
  readonly text: string
  readonly cites?: readonly number[]
  readonly layout?: 'line'
  /** The row it tells, subject first, for a reply laid out as a table. */
  readonly row?: readonly { readonly header: string; readonly value: string }[]
  /** Set on the words that answer yes or no, which stay beside what follows. */
  readonly isVerdict?: boolean
}

/** What a way of answering found: the pieces in order, how the turn ends by it, and how it came to it. */
export interface Finding {
  readonly outcome: 'answered' | 'offered' | 'clarified'
  readonly pieces: readonly Piece[]
  readonly note: string
  /** Set when no courtesy belongs around it. */
  readonly isPlain?: boolean
  /** The field of the brief that led to it, when one did. */
  readonly field?: string
}

/** A way of answering: computes from what was read, or gives nothing when the question is not for it. */
export interface Way {
  readonly name: string
  readonly run: (task: Task) => Finding | undefined
}
