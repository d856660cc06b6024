import type { Brief, Rule } from '../brief'
import { BARS } from '../calling'
import { hold, readRule, type RuleReading, type Situation } from '../rules'
import type { Step, TurnContext, TurnState, WorkingDetail } from './turn'

/** A rule that a line calls for: its place in the brief, how it was read, how sure it is, and why. */
export interface CalledRule {
  readonly at: number
  readonly rule: Rule
  readonly reading: RuleReading
  readonly confidence: number
  readonly because: readonly string[]
}

/**
 * Tells which rules a line calls for, in front of any model: by facts, and by the one judgement of what the line is
 * about. What is always done is called for at a lower bar than what is usually done.
 */
export const callRules: Step = (state, context) => {
  const { brief } = context
  if (brief.rules.every((rule) => !rule.enabled)) return { state }
  const judged = judgeRules(brief, situationOf(state, context, false))
  const called = judged.filter(isCalled)
  const calledIfUnknown = judgeRules(brief, situationOf(state, context, true)).filter(isCalled)
  const conditional = called.filter(({ reading }) => reading.condition.kind !== 'always')
  return {
    state: { ...state, called, calledIfUnknown },
    report: {
      summary:
        conditional.length === 0
          ? 'No rule with a condition is called for.'
          : `The line calls for ${conditional.length === 1 ? 'one rule' : `${conditional.length} rules`} with a condition.`,
      details: [...conditional, ...judged.filter((each) => !isCalled(each) && each.confidence >= NEARLY)].map(detailOf),
    },
  }
}

/** A rule this near its bar is shown, though it is not called for. */
const NEARLY = 0.2

/** Every rule that is on, with how surely it is called for. */
export const judgeRules = (brief: Brief, situation: Situation): CalledRule[] =>
  brief.rules.flatMap((rule, at) => {
    if (!rule.enabled || rule.do.trim() === '') return []
    const reading = readRule(rule.when, rule.do)
    return [{ at, rule, reading, ...hold(reading.condition, situation, { like: rule.like, unlike: rule.unlike }) }]
  })

const isCalled = ({ rule, confidence }: CalledRule): boolean => confidence >= BARS[rule.strength]

const detailOf = (called: CalledRule): WorkingDetail => ({
  label: `${isCalled(called) ? 'Called for' : 'Not called for'}, ${Math.round(called.confidence * 100)} %`,
  text: [called.reading.explanation, ...(called.because.length > 0 ? [`(${called.because.join('; ')})`] : [])].join(
    ' ',
  ),
  field: `rules.${called.at}`,
  ...(isCalled(called) ? {} : { isAside: true }),
})

/** What the conditions of rules are held against. */
export function situationOf(state: TurnState, context: TurnContext, isUnknown: boolean): Situation {
  const { brief, conversation, today, variables } = context
  const duty = brief.duties.find((each) => each.id === state.memory.duty?.dutyId)?.name
  const party = state.memory.facts.find((fact) => fact.key === 'party')?.value
  return {
    reading: state.reading,
    isUnknown,
    turn: conversation.length + 1,
    variables: new Map(
      brief.variables.map(({ name, fallback }) => [name.toLowerCase(), variables?.[name] ?? fallback]),
    ),
    ...(today ? { today } : {}),
    ...(duty === undefined ? {} : { duty }),
    ...(party === undefined ? {} : { party }),
  }
}
