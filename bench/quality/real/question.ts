/** A question over a document that was not written for this: what a right reply holds, any of several wordings. */
export interface RealQuestion {
  readonly say: string
  /** A right reply holds one of these; none for a question that the document does not answer. */
  readonly has: readonly string[]
}

export const q = (say: string, ...has: readonly string[]): RealQuestion => ({ say, has })

/** The questions over one document: those that may be looked at, and those that are opened only to tell a result. */
export interface RealSet {
  readonly looked: readonly RealQuestion[]
  readonly sealed: readonly RealQuestion[]
}
