/**
 * A reply written as a language model writes one, sentence by sentence. The sign before each says what it is:
 * `+` the documents back it, `-` it is invented or twisted, `.` it claims nothing.
 */
export interface LabelledReply {
  readonly to: string
  readonly sentences: readonly string[]
}

export const reply = (to: string, ...sentences: string[]): LabelledReply => ({ to, sentences })
