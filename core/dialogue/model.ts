import type { Brief } from '../brief'
import type { Question } from '../reading'
import type { CalledRule } from './rules'
import type { ToolCall, ToolDescription } from '../tools'
import type { Memory } from './memory'
import type { Act, Signal } from '../reading'
import type { Exchange, FoundPassage, Outcome } from './turn'

/** One message of a chat, in the roles the common chat protocols use. */
export interface ChatMessage {
  readonly role: 'system' | 'user' | 'assistant' | 'tool'
  readonly content: string
  /** What the assistant wants called. */
  readonly calls?: readonly ToolCall[]
  /** Of a tool's message: which call it answers. */
  readonly callId?: string
}

/** What the built-in model works from: the turn itself, so that it need not read its own prompt back. */
export interface TurnForModel {
  readonly brief: Brief
  readonly act: Act
  readonly signals: readonly Signal[]
  /** The line as it is understood. */
  readonly line: string
  readonly questions: readonly Question[]
  readonly found: readonly FoundPassage[]
  readonly memory: Memory
  readonly conversation: readonly Exchange[]
  /** The rules that this line calls for, and those that it calls for when the answer is not known. */
  readonly called: readonly CalledRule[]
  readonly calledIfUnknown: readonly CalledRule[]
  readonly isDeliberate: boolean
  readonly variables: Readonly<Record<string, string>>
  /** How rare a stem is in the library, 0..1. */
  readonly rarity: (stem: string) => number
}

/** What a model is asked: the chat as any model gets it, and in a turn what it was made from. */
export interface ModelRequest {
  readonly messages: readonly ChatMessage[]
  readonly turn?: TurnForModel
  /** What may be called; a model that calls nothing leaves them alone. */
  readonly tools?: readonly ToolDescription[]
}

/** What one request took, as the endpoint counts it. */
export interface Usage {
  readonly prompt: number
  readonly completion: number
  /** Set where the endpoint did not count and the figures were reckoned from the text. */
  readonly isReckoned?: boolean
  /** What it cost, with its currency, where prices are known. */
  readonly cost?: { readonly amount: number; readonly currency: string }
}

/**
 * What a model gives while it answers: pieces of text; notes on how it came to them, with the field of the brief that
 * led to it and the words of the reply that came of it; how the turn ended, where the model knows that itself; what it wants
 * called; that it fell silent for a moment, was cut off, and what the request took.
 */
export type ModelEvent =
  | { readonly kind: 'text'; readonly text: string }
  | { readonly kind: 'note'; readonly text: string; readonly field?: string; readonly words?: readonly string[] }
  | { readonly kind: 'outcome'; readonly outcome: Outcome }
  | { readonly kind: 'calls'; readonly calls: readonly ToolCall[] }
  | { readonly kind: 'pause' }
  | { readonly kind: 'cut'; readonly because: string }
  | { readonly kind: 'usage'; readonly usage: Usage }

/**
 * The port every language model is reached through. `answer` streams; it throws a ModelProblem when the model cannot
 * be reached or refuses, and stops soon after `signal` aborts.
 */
export interface Model {
  readonly name: string
  /** Whether asking again with what was wrong can give another answer; the built-in model gives the same. */
  readonly canRevise?: boolean
  /** How much it can hold of prompt and answer together, in tokens; the built-in model has no such bound. */
  readonly contextTokens?: number
  /** Longest answer it may give, in tokens. */
  readonly longestReply?: number
  /** How many tokens a text has for it. */
  readonly countTokens?: (text: string) => number
  answer(request: ModelRequest, signal?: AbortSignal): AsyncIterable<ModelEvent>
}

/** A failure of a model that a designer can act on. */
export class ModelProblem extends Error {
  constructor(
    message: string,
    readonly advice: string,
  ) {
    super(message)
  }
}
