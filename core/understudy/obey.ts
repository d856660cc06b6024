import { breaks, holds, readRule, type Directive, type Reading, type Situation } from '../rules'
import type { PromptView } from '../brief'

/** What the rules of a prompt ask of one reply. */
export interface Orders {
  /** Sentences to add: statements first, then questions and offers. */
  readonly add: readonly string[]
  readonly avoid: readonly Directive[]
  /** How each rule was taken, for the workings. */
  readonly notes: readonly string[]
}

/** Reads the rules of a prompt and gives those that hold in a situation. "Never" without a condition holds always. */
export function ordersFor(view: PromptView, situation: Situation): Orders {
  const readings = view.rules.map((rule) => ({ rule, reading: readRule(rule.when, rule.do) }))
  const active = readings.filter(({ reading }) => reading.understood && applies(reading, situation))
  const directives = active.flatMap(({ reading }) => reading.directives)
  const said = directives.flatMap((each) => (each.kind === 'say' ? [each.text] : []))
  const asked = directives.flatMap((each) => (each.kind === 'ask' || each.kind === 'offer' ? [each.text] : []))
  return {
    add: [...new Set([...said, ...asked])],
    avoid: directives.filter((each) => each.kind === 'avoid'),
    notes: readings.map(({ rule, reading }) => {
      const line = `${rule.when ? `${rule.when}, ` : ''}${rule.do}`
      if (!reading.understood) return `Rule not read: ${line}`
      return `${applies(reading, situation) ? 'Rule applied' : 'Rule not called for'}: ${reading.explanation}`
    }),
  }
}

function applies(reading: Reading, situation: Situation): boolean {
  const forbids = reading.directives.some((directive) => directive.kind === 'avoid')
  return (forbids && reading.condition.kind === 'always') || holds(reading.condition, situation)
}

/** Whether a text keeps all prohibitions. */
export const isAllowed = (text: string, orders: Orders): boolean =>
  !orders.avoid.some((directive) => breaks(directive, text))
