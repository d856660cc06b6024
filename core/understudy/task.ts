import type { AnswerKind } from '../question'
import type { PromptView } from '../brief'
import type { GivenPassage } from '../dialogue'
import type { Evidence } from './evidence'
import type { Phrases } from '../languages'
import type { Cell } from './units'
import type { Asked } from './asked'

/** What a visitor told of themselves, as far as it bears on an answer. */
export interface Party {
  /** Who travels, eats or comes along: "2 adults", "1 child". */
  readonly groups: readonly { readonly count: number; readonly noun: string }[]
}

/** One question ready to be answered: taken apart, with the evidence for it and what the brief asks of the answer. */
export interface Task {
  readonly asked: Asked
  readonly kind: AnswerKind
  readonly passages: readonly GivenPassage[]
  /** All evidence, best first. */
  readonly evidence: readonly Evidence[]
  /** The part of it that is not too thin to answer from and that the rules allow to be said. */
  readonly enough: readonly Evidence[]
  readonly view: PromptView
  readonly phrases: Phrases
  readonly party: Party
}

/** A piece of a reply: its text without marker, and the passages it rests on (none for the agent's own words). */
export interface Piece {
  readonly text: string
  readonly cites?: readonly number[]
  readonly layout?: 'line'
  /** The rows it tells, for a reply laid out as a table: the subject of each first. */
  readonly rows?: readonly (readonly Cell[])[]
  /** Set on the words that answer yes or no, which stay beside what follows. */
  readonly isVerdict?: boolean
}

/** What a solver found: the pieces that answer, in order. `isAsking` when it has to ask back instead. */
export interface Finding {
  readonly solver: string
  readonly pieces: readonly Piece[]
  readonly isAsking?: boolean
  /** How it came to it, for the workings. */
  readonly note: string
  /** The line of the prompt that led to it, when one did. */
  readonly line?: string
}

/** Answers one kind of question, or gives nothing when the question is not of its kind or the evidence is not enough. */
export type Solver = (task: Task) => Finding | undefined
