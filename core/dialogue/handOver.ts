import { phrasesFor } from '../languages'
import type { HandOver, Step, StepResult, TurnContext, TurnState } from './turn'

/** Asked for by the visitor, and by no line of the brief. */
const BY_THE_VISITOR: HandOver = { to: '', field: '' }

/**
 * Calls a person at once where the visitor wants one and one is there, in front of any model: none of them could do it, and
 * most would say so.
 */
export const callPerson: Step = (state, context) => {
  if (state.reading.act !== 'person' || !context.people?.isThere) return { state }
  const called = { ...state, outcome: 'acted', isSettled: true, handOver: BY_THE_VISITOR } as const
  return { state: called, report: { summary: 'The visitor asked for a person, and one is there.', details: [] } }
}

/**
 * Notes that a person is to take over: a boundary that was hit says so, a rule that the line calls for, or the visitor.
 * Told from the brief and the line and not from the reply, so that it is the same in front of any model. Where people
 * answer, the visitor hears whether somebody comes.
 */
export const handOver: Step = (state, context) => {
  const rules = state.outcome === 'unknown' ? state.calledIfUnknown : state.called
  const byRule = rules.flatMap(({ reading, at }) =>
    reading.directives.flatMap((each) =>
      each.kind === 'handOver' && !each.isReferral ? [{ to: each.to, field: `rules.${at}` }] : [],
    ),
  )[0]
  const byVisitor = context.people && state.reading.act === 'person' ? BY_THE_VISITOR : undefined
  const passedOn = state.handOver ?? byRule ?? byVisitor
  if (!passedOn) return { state }
  return context.people
    ? toPeople(state, context, passedOn)
    : noted(state, passedOn, 'Nobody is called from here; the brief hands over to')
}

function toPeople(state: TurnState, { brief, people }: TurnContext, passedOn: HandOver): StepResult {
  const phrases = phrasesFor(brief.identity.language)
  const isThere = people!.isThere
  const words = people!.says || (isThere ? phrases.personCalled : phrases.nobodyThere)
  const reply = state.reply === '' ? words : `${state.reply}${state.reply.includes('\n') ? '\n\n' : ' '}${words}`
  return noted({ ...state, reply }, passedOn, isThere ? 'Called' : 'Nobody was there to be called; asked for was')
}

const noted = (state: TurnState, passedOn: HandOver, how: string): StepResult => ({
  state: { ...state, handOver: passedOn },
  report: {
    summary: `${how} ${passedOn.to || 'a person'}.`,
    details: [
      passedOn.field
        ? { label: 'Asked for by', text: 'the brief', field: passedOn.field }
        : { label: 'Asked for by', text: 'the visitor' },
    ],
  },
})
