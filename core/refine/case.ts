import type { Brief } from '../brief'
import type { FoundPassage, TurnState } from '../dialogue'
import type { Check } from '../rehearsal'
import type { Complaint } from './complaint'
import type { Note } from './note'

/** A note with all that is known of the turn it is about: what causes are told from and proposals made of. */
export interface Case {
  readonly note: Note
  readonly complaint: Complaint
  /** What must be true of the answer for the note to be mended. */
  readonly checks: readonly Check[]
  /** The brief with the rules of the sets it shares after its own. */
  readonly brief: Brief
  /** How many of its rules are its own; others cannot be edited from here. */
  readonly ownRules: number
  /** The turn, taken anew with the brief and library as they are. */
  readonly turn: TurnState
  readonly library: CaseLibrary
  /** Names what is added: unlike anything in the brief. */
  readonly newId: string
  /** The day before today, YYYY-MM-DD. */
  readonly yesterday: string
}

/** The library as a case looks into it. */
export interface CaseLibrary {
  search(question: string, limit: number): readonly FoundPassage[]
  /** How much a source's scores count, 1 as usual, and its last day. */
  careOf(sourceId: string): { readonly weight: number; readonly validUntil: string | null }
}

/** The place of a field of the brief that the workings of a step name ("boundaries.2"), as list and number. */
export function placeIn(turn: Pick<TurnState, 'workings'>, step: string, list: string): number | undefined {
  const details = turn.workings.find((working) => working.step === step)?.details ?? []
  const field = details.find((each) => each.field?.startsWith(`${list}.`))?.field
  return field === undefined ? undefined : Number(field.split('.')[1])
}

/** The passage that the meant sentence rests on; of the whole answer, the first that is cited. */
export function groundOf({ turn, note }: Case): FoundPassage | undefined {
  const meant = note.sentence.trim()
  const support = turn.support.find(
    (each) => each.passageId && (meant === '' || each.text.includes(meant) || meant.includes(each.text)),
  )
  const id = support?.passageId ?? turn.citations[0]?.passageId
  return [...turn.given, ...turn.found].find((passage) => passage.passageId === id)
}
