import { holds, readRule, type Situation } from '../rules'
import { languageOf } from '../text'
import type { HandOver, Step, TurnContext, TurnState } from './turn'

/**
 * Notes that a person is to take over: a boundary that was hit says so, or a rule that held for this turn. Told from
 * the brief and not from the reply, so that it is the same in front of any model.
 */
export const handOver: Step = (state, context) => {
  const passedOn = state.handOver ?? (state.isSettled ? undefined : byRule(state, context))
  if (!passedOn) return { state }
  return {
    state: { ...state, handOver: passedOn },
    report: {
      step: 'handover',
      summary: `The conversation was passed on to ${passedOn.to || 'a person'}.`,
      details: [{ label: 'Asked for by', text: 'the brief', field: passedOn.field }],
    },
  }
}

/** The first rule that hands over and holds. */
function byRule(state: TurnState, context: TurnContext): HandOver | undefined {
  const situation = situationOf(state, context)
  for (const [at, rule] of context.brief.rules.entries()) {
    const reading = rule.enabled ? readRule(rule.when, rule.do) : undefined
    const directive = reading?.directives.find((each) => each.kind === 'handOver' && !each.isReferral)
    if (reading?.understood && directive?.kind === 'handOver' && holds(reading.condition, situation))
      return { to: directive.to, field: `rules.${at}` }
  }
  return undefined
}

/** What the conditions of rules are held against once the turn is over. */
function situationOf(state: TurnState, { brief, conversation, today, variables }: TurnContext): Situation {
  const duty = brief.duties.find((each) => each.id === state.memory.duty?.dutyId)?.name
  const party = state.memory.facts.find((fact) => fact.key === 'party')?.value
  return {
    question: state.question,
    intent: state.intent,
    isUnknown: state.outcome === 'unknown',
    isFirst: conversation.length === 0,
    language: languageOf(state.question),
    variables: new Map(
      brief.variables.map(({ name, fallback }) => [name.toLowerCase(), variables?.[name] ?? fallback]),
    ),
    ...(today ? { today } : {}),
    ...(duty === undefined ? {} : { duty }),
    ...(party === undefined ? {} : { party }),
  }
}
