import { ANYONE, coverage, keepsTo, quantitiesIn, stem, synonymsOf, words, type Quantity } from '../text'
import { answerKindOf, moodOf, type Intent } from '../question'
import { stemsOf, type Condition, type DayOfYear } from './condition'
import type { Directive } from './directive'

/** What a rule's condition is held against. */
export interface Situation {
  readonly question: string
  readonly intent: Intent
  readonly isUnknown: boolean
  readonly isFirst?: boolean
  /** The language of the line, a BCP 47 primary tag. */
  readonly language?: string
  readonly today?: { readonly date: string; readonly weekday: number }
  /** Name of the duty under way. */
  readonly duty?: string
  readonly variables?: ReadonlyMap<string, string>
  /** What the visitor told of their party before ("12 people"). */
  readonly party?: string
}

/** Whether a condition holds in a situation. What a situation does not tell (today, a variable) does not hold. */
export function holds(condition: Condition, situation: Situation): boolean {
  switch (condition.kind) {
    case 'always':
      return situation.intent === 'question'
    case 'intent':
      return (
        situation.intent === condition.intent ||
        (condition.intent === 'thanks' && moodOf(situation.question) === 'thanks')
      )
    case 'mood':
      return (
        moodOf(situation.question) === condition.mood ||
        (condition.mood === 'complaint' && situation.intent === 'insult')
      )
    case 'asks':
      return situation.intent === 'question' && answerKindOf(situation.question) === condition.answer
    case 'unknown':
      return situation.isUnknown
    case 'firstTurn':
      return situation.isFirst === true
    case 'mentions':
      return mentions(situation.question, condition.anyOf)
    case 'phrase':
      return plain(situation.question).includes(plain(condition.text))
    case 'quantity':
      return quantitiesIn(`${situation.question}. ${situation.party ?? ''}`).some((each) => isSuch(each, condition))
    case 'weekday':
      return situation.today !== undefined && condition.days.includes(situation.today.weekday)
    case 'dates':
      return situation.today !== undefined && isBetween(situation.today.date, condition.from, condition.to)
    case 'language':
      return situation.language === condition.language
    case 'duty':
      return situation.duty !== undefined && plain(situation.duty) === plain(condition.name)
    case 'variable': {
      const value = situation.variables?.get(condition.name.toLowerCase()) ?? ''
      return condition.value === undefined ? value !== '' : plain(value) === plain(condition.value)
    }
    case 'not':
      return situation.intent === 'question' && !holds(condition.condition, situation)
    case 'all':
      return condition.conditions.every((each) => holds(each, situation))
    case 'any':
      return condition.conditions.some((each) => holds(each, situation))
  }
}

const plain = (text: string): string =>
  ` ${text
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim()} `

function isSuch(quantity: Quantity, wanted: Extract<Condition, { kind: 'quantity' }>): boolean {
  if (quantity.dimension !== wanted.dimension || !keepsTo(quantity.value, wanted.bound, wanted.value)) return false
  if (wanted.dimension !== 'count') return true
  const countsPeople = (of: readonly string[]) => of.some((each) => ANYONE.has(each))
  return wanted.of.some((each) => quantity.of.includes(each)) || (countsPeople(wanted.of) && countsPeople(quantity.of))
}

function isBetween(iso: string, from: DayOfYear, to: DayOfYear): boolean {
  const [, month, day] = iso.split('-').map(Number) as [number, number, number]
  const at = month * 100 + day
  const start = from.month * 100 + from.day
  const end = to.month * 100 + to.day
  return start <= end ? at >= start && at <= end : at >= start || at <= end
}

/** Whether a text speaks of any of the alternatives: all stems of one, or everyday words for them, stand in it. */
export function mentions(text: string, anyOf: readonly (readonly string[])[]): boolean {
  const stems = stemsOf(text)
  return anyOf.some((alternative) =>
    alternative.every((each) => stems.has(each) || [...synonymsOf(each)].some((other) => stems.has(other))),
  )
}

/** Whether a text holds any of the alternatives in these very words. */
const holdsWords = (text: string, anyOf: readonly (readonly string[])[]): boolean => {
  const stems = new Set(words(text).map((word) => stem(word.text)))
  return anyOf.some((alternative) => coverage(new Set(alternative), stems) === 1)
}

/** Whether a text says what a directive forbids; false for directives that forbid nothing. */
export const breaks = (directive: Directive, text: string): boolean =>
  directive.kind === 'avoid' && holdsWords(text, directive.anyOf)
