import { coverage, stem, words } from '../text'
import type { Intent } from './intent'
import type { Condition, Directive } from './read'

/** What a rule's condition is held against. */
export interface Situation {
  readonly question: string
  readonly intent: Intent
  readonly isUnknown: boolean
}

/** Whether a condition holds in a situation. */
export function holds(condition: Condition, situation: Situation): boolean {
  switch (condition.kind) {
    case 'always':
      return situation.intent === 'question'
    case 'intent':
      return situation.intent === condition.intent
    case 'unknown':
      return situation.isUnknown
    case 'mentions':
      return mentions(situation.question, condition.anyOf)
  }
}

/** Whether a text speaks of any of the alternatives: all stems of one stand in it. */
export function mentions(text: string, anyOf: readonly (readonly string[])[]): boolean {
  const stems = new Set(words(text).map((word) => stem(word.text)))
  return anyOf.some((alternative) => coverage(new Set(alternative), stems) === 1)
}

/** Whether a text says what a directive forbids; false for directives that forbid nothing. */
export const breaks = (directive: Directive, text: string): boolean =>
  directive.kind === 'avoid' && mentions(text, directive.anyOf)
