/** A condition with lines that call for it and lines near it that do not. */
export interface Called {
  readonly when: string
  readonly by: readonly string[]
  readonly not: readonly string[]
}

/** A condition, a line, and whether the line calls for it. */
export interface Triple {
  readonly when: string
  readonly line: string
  readonly isCalled: boolean
}

/** The triples of a set. The lines that call for one condition are no triples of another: some would call for it too. */
export const triplesOf = (set: readonly Called[]): Triple[] =>
  set.flatMap(({ when, by, not }) => [
    ...by.map((line) => ({ when, line, isCalled: true })),
    ...not.map((line) => ({ when, line, isCalled: false })),
  ])
