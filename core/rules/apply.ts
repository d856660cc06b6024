import { judge } from '../calling'
import type { Reading } from '../reading'
import { ANYONE, coverage, keepsTo, quantitiesIn, stemSet, type Quantity } from '../text'
import type { Condition, DayOfYear } from './condition'
import type { Directive } from './directive'

/** What a rule's condition is held against. */
export interface Situation {
  readonly reading: Reading
  readonly isUnknown: boolean
  /** How many lines the visitor has written, this one counted. */
  readonly turn: number
  readonly today?: { readonly date: string; readonly weekday: number }
  /** Name of the duty under way. */
  readonly duty?: string
  readonly variables?: ReadonlyMap<string, string>
  /** What the visitor told of their party before ("12 people"). */
  readonly party?: string
}

/** Lines that say what a condition is about or not about, as its rule has them. */
export interface Samples {
  readonly like?: readonly string[]
  readonly unlike?: readonly string[]
}

/** How surely a condition holds, 0..1, and why. */
export interface Held {
  readonly confidence: number
  readonly because: readonly string[]
}

const fact = (isSo: boolean): Held => ({ confidence: isSo ? 1 : 0, because: [] })

/** How surely a condition holds in a situation. What a situation does not tell (today, a variable) does not hold. */
export function hold(condition: Condition, situation: Situation, samples: Samples = {}): Held {
  const { reading } = situation
  switch (condition.kind) {
    case 'always':
      return fact(true)
    case 'about':
      return judge({ when: condition.text, ...samples }, reading)
    case 'unknown':
      return fact(situation.isUnknown)
    case 'firstTurn':
      return fact(situation.turn === 1)
    case 'turns':
      return fact(situation.turn >= condition.least)
    case 'phrase':
      return fact(plain(reading.said).includes(plain(condition.text)))
    case 'quantity':
      return fact(quantitiesIn(`${reading.said}. ${situation.party ?? ''}`).some((each) => isSuch(each, condition)))
    case 'weekday':
      return fact(situation.today !== undefined && condition.days.includes(situation.today.weekday))
    case 'dates':
      return fact(situation.today !== undefined && isBetween(situation.today.date, condition.from, condition.to))
    case 'language':
      return fact(reading.language === condition.language)
    case 'duty':
      return fact(situation.duty !== undefined && plain(situation.duty) === plain(condition.name))
    case 'variable': {
      const value = situation.variables?.get(condition.name.toLowerCase()) ?? ''
      return fact(condition.value === undefined ? value !== '' : plain(value) === plain(condition.value))
    }
    case 'not': {
      const { confidence, because } = hold(condition.condition, situation, samples)
      return { confidence: 1 - confidence, because }
    }
    case 'all':
      return joined(
        condition.conditions.map((each) => hold(each, situation, samples)),
        Math.min,
      )
    case 'any':
      return joined(
        condition.conditions.map((each) => hold(each, situation, samples)),
        Math.max,
      )
  }
}

const joined = (all: readonly Held[], by: (...values: number[]) => number): Held => ({
  confidence: by(...all.map(({ confidence }) => confidence)),
  because: all.flatMap(({ because }) => because),
})

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

/** Whether a text says what a directive forbids, in these very words; false for directives that forbid nothing. */
export const breaks = (directive: Directive, text: string): boolean =>
  directive.kind === 'avoid' &&
  directive.anyOf.some((alternative) => coverage(new Set(alternative), stemSet(text)) === 1)
