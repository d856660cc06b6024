import { readCondition, type Condition } from './condition'
import { readDirectives, type Directive } from './directive'
import { explainCondition, explainDirective } from './explain'

/** A rule as it was read. `understood` is false when it is for the model only; `explanation` says how it was read. */
export interface Reading {
  readonly understood: boolean
  readonly condition: Condition
  readonly directives: readonly Directive[]
  readonly explanation: string
}

/**
 * Reads a rule in plain English into a condition and directives; the grammar and its limits stand in `docs/rules.md`.
 * The condition is taken from `when`, or from the front of `act` ("When …, say …"). What cannot be read whole is marked
 * as for the model only; nothing is guessed.
 */
export function readRule(when: string, act: string): Reading {
  const { condition: inFront, rest } = splitCondition(act)
  const spoken = [when.trim(), inFront].filter(Boolean)
  const conditions = spoken.map(readCondition)
  const directives = readDirectives(rest)
  const unread = spoken.find((_, at) => conditions[at] === undefined)
  if (unread !== undefined || !directives) {
    return {
      understood: false,
      condition: { kind: 'always' },
      directives: [],
      explanation: `For the model only: “${unread ?? rest}” is passed on as written; the built-in model ignores it.`,
    }
  }
  const read = conditions as Condition[]
  const condition: Condition =
    read.length === 0 ? { kind: 'always' } : read.length === 1 ? read[0]! : { kind: 'all', conditions: read }
  const lead = condition.kind === 'always' ? 'Always' : `When ${explainCondition(condition)}`
  return {
    understood: true,
    condition,
    directives,
    explanation: `${lead} → ${directives.map(explainDirective).join('; ')}`,
  }
}

function splitCondition(text: string): { condition: string; rest: string } {
  const trimmed = text.trim().replace(/\s+/g, ' ')
  const front = /^((?:when|whenever|if)\s+.+?)\s*(?:,|:|→|\bthen\b)\s*(.+)$/i.exec(trimmed)
  if (front) return { condition: front[1]!, rest: front[2]! }
  const behind =
    /^((?:always |never |please )?(?:say|tell|include|mention|add|remind|offer|ask|apologi[sz]e|recommend|use|hand|end|cite|answer|reply|keep)\b[^"“]*?|[^"“]*["“][^"”]*["”][^"“]*?)\s+((?:when|whenever|if)\s+(?!you\b).+?)\.?$/i.exec(
      trimmed,
    )
  // "Ask if they are over 60" asks; the condition of "offer help if they are confused" comes behind.
  return behind && !/^ask\b/i.test(behind[1]!)
    ? { condition: behind[2]!, rest: behind[1]!.trim() }
    : { condition: '', rest: trimmed }
}
