/** Helpers of core's own tests: passages made of a text, and the built-in model asked about them. */
import { briefFrom } from '../brief'
import { takeTurn, type FoundPassage, type TurnState } from '../dialogue'
import { understudy } from '../understudy'

export { allotments, passageOf, TEXTS } from './allotments'
export { asked, desk, REFUND, REFUND_LINES, refundOffice } from './desk'
export { calling, saying } from './models'

export type BriefInput = Parameters<typeof briefFrom>[0]

/** A passage as a search gives it. */
export const found = (text: string, headings: string[] = ['Plots'], sourceTitle = 'Rules'): FoundPassage => ({
  passageId: text.slice(0, 8),
  sourceId: 's',
  sourceTitle,
  text,
  headings,
  locator: { kind: 'line', line: 1, label: 'line 1' },
  score: 1,
  parts: [],
  coverage: 1,
})

/** Asks the built-in model with a brief that is cool and says one thing, unless told otherwise: a whole turn. */
export async function answered(
  question: string,
  passages: readonly FoundPassage[],
  brief: BriefInput = {},
): Promise<TurnState> {
  const whole = briefFrom({
    grounding: { whenUnknown: 'The book does not say.' },
    ...brief,
    manner: { ...brief.manner, dials: { warmth: 20, brevity: 60, ...brief.manner?.dials } },
  })
  return takeTurn(question, {
    brief: whole,
    library: { search: () => passages },
    model: understudy,
    conversation: [],
    clock: () => 0,
  })
}
