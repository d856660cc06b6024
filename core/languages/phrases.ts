/** What the agent says by itself, in one language. Facts come from the library, in the library's own words. */
export interface Phrases {
  readonly yes: string
  readonly no: string
  readonly depends: string
  /** Joins the last of several: "and", "or". */
  readonly and: string
  readonly or: string
  readonly total: (about: string, sum: string, working: string) => string
  readonly equals: (given: string, converted: string) => string
  readonly which: (header: string, choices: string) => string
  /** A visitor's question about a topic, and whether a statement holds. */
  readonly askAbout: (topic: string) => string
  readonly askWhether: (subject: string, verb: string, rest: string) => string
  /** What stands in a column of a table for an entry. */
  readonly askCell: (column: string, entry: string) => string
  readonly sorry: string
  /** What is said when nothing is known, until the brief says something else. */
  readonly unknown: string
  /** Comes before what is offered: it may not answer. */
  readonly notSure: string
  readonly youAre: (name: string) => string
  readonly nameUnknown: string
  /** The agent puts nobody through; whom to ask comes after it where the library tells. */
  readonly noPerson: string
  readonly whomToAsk: string
  /** A person was asked to join; nobody is there who could. */
  readonly personCalled: string
  readonly nobodyThere: string
  readonly duty: DutyPhrases
  readonly courtesy: CourtesyPhrases
  readonly openers: Register
  readonly closers: Register
  readonly playful: readonly string[]
  readonly hedge: readonly string[]
  /** Leads in what another document says, when two do not agree. */
  readonly disagree: string
}

/** Wordings by formality; the agent picks one of several by the line it answers. */
export interface Register {
  readonly formal: readonly string[]
  readonly plain: readonly string[]
  readonly casual: readonly string[]
}

export interface CourtesyPhrases {
  readonly hello: Register
  readonly howCanIHelp: Register
  readonly welcome: Register
  /** To a line that takes note of what was said. */
  readonly noted: Register
  readonly bye: Register
  readonly iAm: (name: string, role: string) => string
  readonly aProgram: string
  readonly myJob: (job: string) => string
  readonly youCouldAsk: (question: string) => string
  readonly insult: Register
  readonly distress: string
  readonly emergency: string
}

/** What the agent says while it carries out a duty. */
export interface DutyPhrases {
  readonly ask: (name: string) => string
  /** What was wrong with an answer, by the type asked for. */
  readonly invalid: Readonly<Record<'text' | 'number' | 'date' | 'time' | 'email' | 'phone' | 'choice', string>>
  readonly oneOf: (choices: string) => string
  readonly have: string
  readonly changed: (name: string, value: string) => string
  readonly left: string
  /** What was asked for before is withdrawn; and somebody deals with it already, so that it is too late for that. */
  readonly takenBack: string
  readonly tooLate: string
  /** What was done is to be put right, and nothing does that. */
  readonly cannotChange: string
  readonly whichDuty: (names: string) => string
  readonly backTo: (name: string) => string
  /** Before something is done that cannot be taken back. */
  readonly shallI: string
  /** A person of the team is asked first, was asked already, agreed, and did not. */
  readonly held: string
  readonly heldBefore: string
  readonly agreed: string
  readonly refused: string
  /** A tool failed, was used with the same before, may not be used again, gave nothing back, or more than is told. */
  readonly notDone: string
  readonly doneBefore: string
  readonly tooOften: string
  readonly nothingFound: string
  readonly more: (count: number) => string
}
