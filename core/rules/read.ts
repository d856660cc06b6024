import { readCondition, type Condition } from './condition'
import { readDirectives, type Directive } from './directive'
import { explainCondition, explainDirective } from './explain'

/**
 * A rule as it was read. `understood` is false when what it asks for is for a language model only; `explanation` says how
 * it was read. The condition is always read: what is no fact is judged.
 */
export interface RuleReading {
  readonly understood: boolean
  readonly condition: Condition
  readonly directives: readonly Directive[]
  readonly explanation: string
}

const MOST_KNOWN = 500
const known = new Map<string, RuleReading>()

/**
 * Reads a rule in plain English into a condition and directives; what directives there are stands in `docs/rules.md`.
 * The condition is taken from `when`, or from the front of `act` ("When …, say …"). What cannot be read whole is marked
 * as for the model only; nothing is guessed.
 */
export function readRule(when: string, act: string): RuleReading {
  const key = `${when}\u0000${act}`
  let reading = known.get(key)
  if (!reading) {
    if (known.size >= MOST_KNOWN) known.clear()
    known.set(key, (reading = read(when, act)))
  }
  return reading
}

function read(when: string, act: string): RuleReading {
  const { condition: inFront, rest } = splitCondition(act)
  const conditions = [when.trim(), inFront].filter(Boolean).map(readCondition)
  const condition: Condition =
    conditions.length === 0
      ? { kind: 'always' }
      : conditions.length === 1
        ? conditions[0]!
        : { kind: 'all', conditions }
  const lead = condition.kind === 'always' ? 'Always' : `When ${explainCondition(condition)}`
  const directives = readDirectives(rest)
  return {
    understood: directives !== undefined,
    condition,
    directives: directives ?? [],
    explanation: directives
      ? `${lead} → ${directives.map(explainDirective).join('; ')}`
      : `${lead} → for a language model only: “${rest}” is passed on as written`,
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
