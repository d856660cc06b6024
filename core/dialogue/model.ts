/** One message of a chat, in the roles the common chat protocols use. */
export interface ChatMessage {
  readonly role: 'system' | 'user' | 'assistant'
  readonly content: string
}

/**
 * What a model gives while it answers: pieces of text, and notes on how it came to them, with the line of the prompt
 * that led to it and the words of the reply that came of it.
 */
export type ModelEvent =
  | { readonly kind: 'text'; readonly text: string }
  | { readonly kind: 'note'; readonly text: string; readonly line?: string; readonly words?: readonly string[] }

/**
 * The port every language model is reached through. `answer` streams; it throws a ModelProblem when the model cannot
 * be reached or refuses, and stops soon after `signal` aborts.
 */
export interface Model {
  readonly name: string
  /** Whether asking again with what was wrong can give another answer; a deterministic model gives the same. */
  readonly canRevise?: boolean
  answer(messages: readonly ChatMessage[], signal?: AbortSignal): AsyncIterable<ModelEvent>
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
