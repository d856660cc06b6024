import { LANGUAGES } from './names'
import {
  contentStems,
  datesIn,
  daysIn,
  monthsIn,
  numberOf,
  quantitiesIn,
  type Bound,
  type CalendarDay,
  type Dimension,
} from '../text'

/** When a rule applies: facts that can be told for certain, and what the line must be about, which is judged. */
export type Condition =
  | { readonly kind: 'always' }
  /** The line is about this; told by the one judgement (`core/calling`). */
  | { readonly kind: 'about'; readonly text: string }
  /** These very words stand in the line. */
  | { readonly kind: 'phrase'; readonly text: string }
  | { readonly kind: 'unknown' }
  | { readonly kind: 'firstTurn' }
  /** The visitor has written at least so often. */
  | { readonly kind: 'turns'; readonly least: number }
  /** So many of something, or so much: "more than 10 people", "over 20 kg". `value` in base units of the dimension. */
  | {
      readonly kind: 'quantity'
      readonly dimension: Dimension
      readonly bound: Bound
      readonly value: number
      readonly of: readonly string[]
      readonly words: string
    }
  /** Today is one of these days of the week, 0 for Monday. */
  | { readonly kind: 'weekday'; readonly days: readonly number[] }
  /** Today lies between two days of the year, both included; it may run over the turn of the year. */
  | { readonly kind: 'dates'; readonly from: DayOfYear; readonly to: DayOfYear }
  | { readonly kind: 'language'; readonly language: string; readonly name: string }
  | { readonly kind: 'duty'; readonly name: string }
  /** A variable is set (no value), or has a value. */
  | { readonly kind: 'variable'; readonly name: string; readonly value?: string }
  | { readonly kind: 'not'; readonly condition: Condition }
  | { readonly kind: 'all'; readonly conditions: readonly Condition[] }
  | { readonly kind: 'any'; readonly conditions: readonly Condition[] }

export interface DayOfYear {
  readonly month: number
  readonly day: number
}

const OPENING = /^(?:when(?:ever)?|if|in case|as soon as|once)\s+/i

/**
 * Reads a condition. Facts (today, a variable, the first turn, a quantity) are read for what they are; everything else is
 * what the line must be about. "It is Sunday and they ask about parking" is both, joined.
 */
export function readCondition(spoken: string): Condition {
  const text = spoken
    .trim()
    .replace(OPENING, '')
    .replace(/[.,;:]+$/, '')
    .replace(/\s+/g, ' ')
    .replace(/’/g, "'")
  if (text === '') return { kind: 'always' }
  return factIn(text) ?? joined(text) ?? denied(text) ?? { kind: 'about', text }
}

/** Conditions joined by "and" or "or", where at least one of them is a fact: subjects alone are judged as one. */
function joined(text: string): Condition | undefined {
  for (const [word, kind] of [
    ['and|but', 'all'],
    ['or', 'any'],
  ] as const) {
    const parts = text.split(new RegExp(`,?\\s+(?:${word})\\s+(?:if\\s+|when\\s+)?`, 'i'))
    if (parts.length < 2 || !parts.some((part) => factIn(part))) continue
    return { kind, conditions: parts.map((part) => factIn(part) ?? denied(part) ?? { kind: 'about', text: part }) }
  }
  return undefined
}

/** "They do not mention a date" and "the visitor is not a member" hold when the line is about no such thing. */
function denied(text: string): Condition | undefined {
  const without = text
    .replace(
      /\b(?:does not|doesn't|do not|don't|has not|have not|did not|didn't) (\w+)/i,
      (_whole, verb: string) => `${verb}s`,
    )
    .replace(/\b(is|are|was|were)(?: not|n't)\b/i, '$1')
  return without === text ? undefined : { kind: 'not', condition: { kind: 'about', text: without } }
}

type Reader = (text: string) => Condition | undefined

const always: Reader = (text) =>
  /^(?:always|every time|at all times|in (?:every|each|all) (?:answers?|repl(?:y|ies)|cases?)|for every (?:answer|question))$/i.test(
    text,
  )
    ? { kind: 'always' }
    : undefined

const unknown: Reader = (text) =>
  /\b(?:you|it|the answer|library|agent|answer)\b.*\b(?:not know|n't know|cannot (?:answer|find)|can't (?:answer|find)|unknown|not (?:known|covered|in the)|no answer|unsure)|^unknown$|\bno answer\b/i.test(
    text,
  )
    ? { kind: 'unknown' }
    : undefined

const firstTurn: Reader = (text) =>
  /\bfirst (?:message|turn|question|line|reply|answer)\b|\b(?:conversation|chat) (?:starts|begins|opens)\b|\bstart of (?:the|a) (?:conversation|chat)\b/i.test(
    text,
  )
    ? { kind: 'firstTurn' }
    : undefined

const turns: Reader = (text) => {
  const found =
    /\b(?:asked|written|said|tried|come back)\b.*?\b(?:(\w+) (?:times|questions|messages)|(twice|thrice))\b/i.exec(text)
  const least = found?.[2] ? (/twice/i.test(found[2]) ? 2 : 3) : found?.[1] ? numberOf(found[1]) : undefined
  return least === undefined ? undefined : { kind: 'turns', least }
}

const language: Reader = (text) => {
  const name = /\b(?:writes?|asks?|speaks?|says?|talks?|is|answers?)(?: \w+){0,2} (?:in )?(\w+)$/i
    .exec(text)?.[1]
    ?.toLowerCase()
  const found = name === undefined ? undefined : LANGUAGES[name]
  return found === undefined
    ? undefined
    : { kind: 'language', language: found, name: name![0]!.toUpperCase() + name!.slice(1) }
}

const duty: Reader = (text) => {
  const found =
    /^(?:(?:while|during) )?(?:the |a )?duty ["“']?(.+?)["”']?(?: is (?:active|open|running|under way))?$/i.exec(
      text,
    ) ?? /^(?:while|during) (?:the |a )?(.+?) (?:duty|is under way)$/i.exec(text)
  return found ? { kind: 'duty', name: found[1]! } : undefined
}

const variable: Reader = (text) => {
  const found = /^(?:the )?(?:variable )?\{\{\s*([\w .-]+?)\s*\}\}\s*(?:(?:is|are|equals?|=)\s+(not )?(.+))?$/i.exec(
    text,
  )
  if (!found) return undefined
  const [, name, no, value] = found
  const isEmpty = value !== undefined && /^(?:empty|unset|missing|unknown)$/i.test(value)
  const isSet = value === undefined || /^(?:set|known|given|there)$/i.test(value)
  const read: Condition =
    isSet || isEmpty
      ? { kind: 'variable', name: name! }
      : { kind: 'variable', name: name!, value: value!.replace(/^["“']|["”']$/g, '') }
  return Boolean(no) !== isEmpty ? { kind: 'not', condition: read } : read
}

/** What leads to a day and says nothing more. */
const TODAY =
  /^(?:it(?:'s| is)|today is|the day is|the date is|on|at|during|in|between|from|before|until|up to|after|since)\s+/i
const BETWEEN =
  /\b(?:it is|it's|and|or|to|until|till|through|between|from|on|in|during|the|a|of|before|after|since|up|weekdays?|weekends?|st|nd|rd|th)\b|[\d\s,–-]/gi

const today: Reader = (text) => {
  if (!TODAY.test(text)) return undefined
  const [dates, days, months] = [datesIn(text), daysIn(text), monthsIn(text)]
  if (leftOf(text) !== '') return undefined
  if (dates.length > 0) return between(text, dates)
  if (days.size > 0) return { kind: 'weekday', days: [...days].sort((a, b) => a - b) }
  if (months.size === 0) return undefined
  const [first, last] = endsOf([...months].sort((a, b) => a - b))
  return { kind: 'dates', from: { month: first, day: 1 }, to: { month: last, day: LAST_DAY[last - 1]! } }
}

const NAMED_DAYS =
  /\b(?:mon|tues|wednes|thurs|fri|satur|sun)days?\b|\b(?:january|february|march|april|may|june|july|august|september|october|november|december|jan|feb|mar|apr|jun|jul|aug|sept?|oct|nov|dec)\b/gi
const leftOf = (text: string): string => text.replace(TODAY, '').replace(NAMED_DAYS, '').replace(BETWEEN, '').trim()

const LAST_DAY = [31, 29, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31]
const plainDay = ({ day, month }: CalendarDay): DayOfYear => ({ day, month })

function between(text: string, dates: readonly CalendarDay[]): Condition {
  const [from, to] = [plainDay(dates[0]!), plainDay(dates.at(-1)!)]
  if (dates.length === 1 && /^(?:it is |it's )?(?:before|until|up to)\b/i.test(text))
    return { kind: 'dates', from: { month: 1, day: 1 }, to }
  if (dates.length === 1 && /^(?:it is |it's )?(?:after|from|since)\b/i.test(text))
    return { kind: 'dates', from, to: { month: 12, day: 31 } }
  return { kind: 'dates', from, to }
}

/** The first and last month of a stretch that may go over the new year: 11, 12, 1, 2 begins with 11. */
function endsOf(months: readonly number[]): [number, number] {
  const gap = months.findIndex((month, at) => at > 0 && month - months[at - 1]! > 1)
  return gap < 0 ? [months[0]!, months.at(-1)!] : [months[gap]!, months[gap - 1]!]
}

/** What stands beside a quantity is what it is of; more words than these make another thing of it. */
const MOST_BESIDE = 2
const CARRIES =
  /\b(?:the|a|an|party|group|booking|order|family|class|team|they|someone|visitors?|customers?|guests?|people|persons?|has|have|is|are|of|for|with|wants?|asks?|needs?|brings?|books?|travels?|orders?|about|there|than|in|size|number|to|comes?|or|more|over|under|least|most|at|up|fewer|less|aged?|years?|old|it|costs?|weighs?|exactly|heavier|longer|larger|older|younger|above|below)\b/gi

const quantity: Reader = (text) => {
  const found = quantitiesIn(text)
  if (found.length !== 1) return undefined
  const { dimension, bound, value, of, start, end, amount, unit } = found[0]!
  if (dimension === 'clock' || (bound === 'exact' && dimension !== 'count')) return undefined
  const read: Condition = {
    kind: 'quantity',
    dimension,
    bound,
    value,
    of: dimension === 'count' ? of : [],
    words:
      dimension === 'count'
        ? `number of ${unit} ${SIGNS[bound]} ${amount}`
        : dimension === 'money'
          ? `${SIGNS[bound]} ${unit}${amount}`
          : `${SIGNS[bound]} ${amount} ${unit}`,
  }
  const beside = `${text.slice(0, start)} ${text.slice(end)}`.replace(CARRIES, ' ').replace(/\s+/g, ' ').trim()
  const stems = [...contentStems(beside)].filter((each) => /\p{L}/u.test(each))
  if (beside === '' || stems.length === 0) return read
  return stems.length > MOST_BESIDE ? undefined : { kind: 'all', conditions: [{ kind: 'about', text: beside }, read] }
}

const SIGNS: Readonly<Record<Bound, string>> = {
  most: 'at most',
  least: 'at least',
  under: 'under',
  over: 'more than',
  exact: 'exactly',
}

const phrase: Reader = (text) => {
  const found = /\b(?:says?|writes?|uses?|mentions?)(?: the)?(?: (?:words?|phrases?))? ["“]([^"”]+)["”]/i.exec(text)
  return found ? { kind: 'phrase', text: found[1]!.trim() } : undefined
}

/** The most particular first; the first that reads the text wins. */
const READERS: readonly Reader[] = [
  always,
  variable,
  phrase,
  unknown,
  firstTurn,
  turns,
  duty,
  language,
  today,
  quantity,
]

function factIn(text: string): Condition | undefined {
  for (const reader of READERS) {
    const found = reader(text)
    if (found) return found
  }
  return undefined
}
