import { readRule, type RuleReading } from '../../rules'
import type { Brief, Rule } from '../schema'

/** A rule of a brief, where it stands, and how it is understood. */
export interface ReadRule {
  readonly rule: Rule
  readonly at: number
  readonly reading: RuleReading
}

/** The rules of a brief that are switched on and say something. */
export const readRules = (brief: Brief): ReadRule[] =>
  brief.rules.flatMap((rule, at) =>
    rule.enabled && rule.do.trim() !== '' ? [{ rule, at, reading: readRule(rule.when, rule.do) }] : [],
  )
