import * as de from 'chrono-node/de'
import * as en from 'chrono-node/en'
import * as es from 'chrono-node/es'
import * as fr from 'chrono-node/fr'
import * as it from 'chrono-node/it'
import * as nl from 'chrono-node/nl'
import type { ParsedComponents, ParsedResult } from 'chrono-node'
import { dayNames, monthNames, type Spoken } from '../languages'
import { languageOf } from './language'
import { remembered } from './remember'
import { words } from './words'

/** A day of the year as a text names it ("12 March", "2027-03-12"); `month` 1..12, `year` when given. */
export interface CalendarDay {
  readonly day: number
  readonly month: number
  readonly year?: number
  readonly start: number
  readonly end: number
}

const PARSERS: Readonly<
  Record<Spoken, { parse: (text: string, today: Date, options?: { forwardDate?: boolean }) => ParsedResult[] }>
> = {
  en: en.GB,
  de: de.strict,
  fr: fr.strict,
  es: es.strict,
  it: it.strict,
  nl: nl.strict,
}

/** Days are named by text alone here; what is told from today is told elsewhere. */
const ANY_DAY = new Date(Date.UTC(2024, 0, 1))
/** Another day of another month, and of the week. */
const LATER_DAY = new Date(Date.UTC(2024, 4, 14))

/** The calendar days a text names with day and month, in its order (chrono-node); both ends of a stretch. */
export const datesIn = remembered((text): readonly CalendarDay[] => {
  if (!/\d/.test(text)) return []
  const parser = PARSERS[languageOf(text)]
  return parser.parse(text, ANY_DAY).flatMap((found) => {
    if (!/\d/.test(found.text) || isRelative(found)) return []
    const dayOf = (part: ParsedComponents | null | undefined): CalendarDay[] => {
      if (!part?.isCertain('day') || !part.isCertain('month')) return []
      const year = part.isCertain('year') ? { year: part.get('year')! } : {}
      const [start, end] = [found.index, found.index + found.text.length]
      return [{ day: part.get('day')!, month: part.get('month')!, ...year, start, end }]
    }
    return [...dayOf(found.start), ...dayOf(found.end)]
  })

  /** "Tomorrow at 5" is another day of the year whenever it is said. */
  function isRelative({ start, text: named }: ParsedResult): boolean {
    if (!start.isCertain('day')) return false
    const [later] = parser.parse(named, LATER_DAY)
    return later?.start.get('day') !== start.get('day') || later?.start.get('month') !== start.get('month')
  }
})

/** A day of a year. */
export interface DayOfYear {
  readonly year: number
  readonly month: number
  readonly day: number
}

/**
 * The day that a text names, seen from today (YYYY-MM-DD): "tomorrow", "next Friday", "12 March" as the one to come
 * (chrono-node); undefined when it names none.
 */
export function dayIn(text: string, today: string): DayOfYear | undefined {
  const from = new Date(`${today}T12:00:00`)
  const found = PARSERS[languageOf(text)]
    .parse(text, from, { forwardDate: true })
    // A month alone names no day of it.
    .find(({ start }) => start.isCertain('day') || start.isCertain('weekday'))
  const named = found?.start
  return named && { year: named.get('year')!, month: named.get('month')!, day: named.get('day')! }
}

/** The time of the day that a text names together with a day, "tomorrow at 8", in minutes; undefined where it names none. */
export function timeWithDay(text: string): number | undefined {
  const found = PARSERS[languageOf(text)]
    .parse(text, ANY_DAY)
    .find(({ start }) => start.isCertain('hour') && (start.isCertain('day') || start.isCertain('weekday')))
  return found && found.start.get('hour')! * 60 + (found.start.get('minute') ?? 0)
}

/** A text without the days and times it names. */
export const withoutTimes = (text: string): string =>
  PARSERS[languageOf(text)]
    .parse(text, ANY_DAY)
    .reduceRight((left, { index, text: { length } }) => `${left.slice(0, index)} ${left.slice(index + length)}`, text)
    .replace(/\s+(?=[\s,.;!?]|$)/g, '')
    .trim()

/** Words that join the two ends of a stretch, in any of the languages. */
const TO = new Set('to until till through bis au à a hasta fino tot t/m en'.split(' '))
const GROUPS: readonly (readonly [names: readonly string[], days: readonly number[]])[] = [
  ['weekday,weekdays,werktags,wochentags,feriali,laborables,werkdagen'.split(','), [0, 1, 2, 3, 4]],
  ['weekend,weekends,wochenende,wochenenden,wochenends'.split(','), [5, 6]],
  ['daily,täglich,everyday,diario,dagelijks'.split(','), [0, 1, 2, 3, 4, 5, 6]],
]

/** The place of a name among others: whole, as a plural, or its first three letters with or without a stop. */
function placeIn(names: readonly string[], word: string, isShortAllowed: boolean): number {
  const whole = names.findIndex((name) => word === name || word === `${name}s` || word === `${name.slice(0, -1)}en`)
  if (whole >= 0 || !isShortAllowed || word.length < 3 || word.length > 4) return whole
  return names.findIndex((name) => name.startsWith(word))
}

/** The places that a text names, with those between the two ends of a stretch ("Monday to Friday", "Mon–Fri"). */
function namedIn(text: string, names: readonly string[], isShortAllowed: boolean): Set<number> {
  const found = new Set<number>()
  let before: { place: number; end: number } | undefined
  let isOpen = false
  for (const word of words(text)) {
    const plain = word.text.toLowerCase()
    // "Sun" is a day and "sun" is none.
    const place = placeIn(names, plain, isShortAllowed && plain !== word.text)
    if (place >= 0) {
      const isJoined = before && (isOpen || /^\.?\s*[–—-]\s*$/.test(text.slice(before.end, word.start)))
      if (isJoined) for (let at = before!.place; at !== place; at = (at + 1) % names.length) found.add(at)
      found.add(place)
      before = { place, end: word.end }
      isOpen = false
    } else {
      isOpen = before !== undefined && TO.has(plain)
      if (!isOpen) before = undefined
    }
  }
  return found
}

/** The days of the week a text names, 0 for Monday to 6 for Sunday: "Monday to Friday" names five. Empty when none. */
export const daysIn = remembered((text): ReadonlySet<number> => {
  const language = languageOf(text)
  const found = namedIn(text, dayNames(language), true)
  const plain = new Set(words(text.toLowerCase()).map((word) => word.text))
  for (const [names, days] of GROUPS) if (names.some((name) => plain.has(name))) days.forEach((day) => found.add(day))
  if (/\bevery day\b/i.test(text)) for (let day = 0; day < 7; day++) found.add(day)
  return found
})

/** The months a text names, 1 for January to 12: "November to February" names four. "may" counts only as "May", and "May I" is none. */
export const monthsIn = remembered((text): ReadonlySet<number> => {
  const plain = text
    .replace(/\b(?:may|mars|march|marches)\b/g, '')
    .replace(/(?<=^|[.!?]\s+)May(?=\s+(?!to\b|till\b|until\b|and\b|or\b|[–—-]|\d)\S)/g, '')
  return new Set([...namedIn(plain, monthNames(languageOf(text)), false)].map((month) => month + 1))
})
