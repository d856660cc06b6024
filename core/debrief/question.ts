export const DEBRIEF_KINDS = ['yesNo', 'choice', 'number', 'date', 'text'] as const
export type DebriefKind = (typeof DEBRIEF_KINDS)[number]

/** What is asked of every finished conversation. */
export interface DebriefQuestion {
  readonly id: string
  /** As one would ask a colleague who was there: "Did they want to book?" */
  readonly question: string
  readonly kind: DebriefKind
  readonly options: readonly string[]
  /** Lines of visitors that mean yes, for the built-in means. */
  readonly like: readonly string[]
}

/** One side's words in a conversation. */
export interface SpokenLine {
  readonly by: 'visitor' | 'agent' | 'person'
  readonly text: string
}

/** What came of a question: null where the conversation does not tell, and the lines it rests on. */
export interface DebriefAnswer {
  readonly value: string | null
  readonly because: readonly string[]
}

/** Whether a value is one that a question can have. */
export function isAnswerTo({ kind, options }: DebriefQuestion, value: string): boolean {
  switch (kind) {
    case 'yesNo':
      return value === 'yes' || value === 'no'
    case 'choice':
      return options.includes(value)
    case 'number':
      return /^-?\d+(?:\.\d+)?$/.test(value)
    case 'date':
    case 'text':
      return value.trim() !== '' && value.length <= 300
  }
}
