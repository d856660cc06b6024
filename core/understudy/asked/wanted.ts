/** A way in which a text can speak of a term: the stems it needs, and how fully that counts, 0..1. */
export interface Form {
  readonly stems: readonly string[]
  readonly share: number
}

/**
 * One term of a question. A `name` must be found or nothing answers; `focus` is what is asked for ("the *salary* of a
 * deckhand"); `light` words carry the question's form; a `number` is compared elsewhere.
 */
export interface Wanted {
  readonly stem: string
  /** The word as the question writes it, in small letters and singular. */
  readonly word: string
  readonly forms: readonly Form[]
  readonly weight: number
  readonly role: 'subject' | 'focus' | 'name' | 'light' | 'number'
  /** Whether it is what happens ("close", "drink") rather than what it happens to. */
  readonly isVerb?: boolean
  /** Whether it is what is to be done ("can I *borrow*"). */
  readonly isDone?: boolean
  /** Whether it is the thing that it is to be done to ("change the *logo* of the club"). */
  readonly isObject?: boolean
  /** Whether it is the thing whose price is asked ("how much is dog *insurance*"). */
  readonly isPriced?: boolean
  /** Whether it is what the agent is all about, which goes without saying. */
  readonly isAmbient?: boolean
}
