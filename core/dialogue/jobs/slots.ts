import type { Brief } from '../../brief'
import {
  ANYONE,
  contentStems,
  coverage,
  datesIn,
  dayIn,
  daysIn,
  editDistance,
  monthsIn,
  quantitiesIn,
  timeWithDay,
  words,
} from '../../text'
import type { Today } from '../turn'

/** One thing a duty asks for. */
export type Slot = Brief['duties'][number]['ask'][number] & {
  /** What there is to choose from, where that is known otherwise than from the question. */
  readonly choices?: readonly string[]
  /** A question is an answer here: it is to be passed on. */
  readonly mayAsk?: boolean
}

const MONTHS = 'January February March April May June July August September October November December'.split(' ')
const WEEKDAYS = 'Monday Tuesday Wednesday Thursday Friday Saturday Sunday'.split(' ')

/**
 * The value a line gives for a slot, in the form it is kept in; undefined when it gives none of that type. `isAsked`
 * when the line answers the slot's own question: then a bare number or any text will do.
 */
export function slotValue(slot: Slot, line: string, isAsked: boolean, today?: Today): string | undefined {
  switch (slot.type) {
    case 'date':
      return dateIn(line, today)
    case 'time':
      return timeIn(line)
    case 'number':
      return numberFor(slot, line, isAsked)
    case 'email':
      return /[^\s@<>,;]+@[^\s@<>,;]+\.[\p{L}]{2,}/u.exec(line)?.[0].replace(/[.,;]+$/, '')
    case 'phone':
      return phoneIn(line)
    case 'choice':
      return choiceIn(slot, line, isAsked)
    case 'text':
      return isAsked ? textIn(line) : undefined
  }
}

/** The choices a slot's question offers: "Which island: Long Isle, Eastmere or South Rock?" offers three. */
export function choicesOf(slot: Slot): readonly string[] {
  if (slot.choices) return slot.choices
  const listed = /[:–—(]\s*([^?)]+)\)?\??\s*$/.exec(slot.question)?.[1] ?? ''
  return listed
    .split(/\s*,\s*|\s+or\s+|\s*\/\s*/)
    .map((choice) => choice.replace(/^or\s+/, '').trim())
    .filter(Boolean)
}

function choiceIn(slot: Slot, line: string, isAsked: boolean): string | undefined {
  const choices = choicesOf(slot)
  if (choices.length === 0) return isAsked ? textIn(line) : undefined
  const lower = line.toLowerCase()
  const whole = choices.filter((choice) => lower.includes(choice.toLowerCase()))
  if (whole.length === 1) return whole[0]
  const said = contentStems(line)
  const near = choices.filter((choice) => coverage(contentStems(choice), said) > 0)
  if (near.length === 1) return near[0]
  // A slip of the pen is forgiven only where a choice is expected.
  if (!isAsked) return undefined
  const close = choices.filter((choice) =>
    words(line).some(
      (word) =>
        word.text.length > 3 &&
        editDistance(word.text.toLowerCase(), choice.toLowerCase(), 2) <= (choice.length > 5 ? 2 : 1),
    ),
  )
  return close.length === 1 ? close[0] : undefined
}

function textIn(line: string): string | undefined {
  const plain = line.trim().replace(/^(?:it(?:['’]s| is)|my name is|this is|the)\s+/i, '')
  return /[\p{L}\p{N}]/u.test(plain) ? plain.slice(0, 300) : undefined
}

function phoneIn(line: string): string | undefined {
  const found = /\+?[\d(][\d\s()/.-]{4,}\d/.exec(line)?.[0].trim()
  return found && found.replace(/\D/g, '').length >= 6 ? found.replace(/\s+/g, ' ') : undefined
}

/** What a line counts, days aside. */
function countsIn(line: string) {
  const dates = datesIn(line)
  return quantitiesIn(line).filter(
    (each) => each.dimension === 'count' && !dates.some((date) => each.start < date.end && each.end > date.start),
  )
}

const isCountedAs = ({ name, question }: Slot, of: readonly string[]): boolean => {
  const asked = contentStems(`${name} ${question}`)
  return of.some((each) => asked.has(each))
}

/** The number that a line gives under a slot's own word: "three children", "plot 12". */
export const numberNamed = (slot: Slot, line: string): string | undefined =>
  countsIn(line)
    .find(({ of }) => isCountedAs(slot, of))
    ?.amount.toString() ?? numberAfter(slot.name, line)

/** How many a line speaks of without saying who they are, and no slot by its own word: "for 4 people", "a table of six". */
export const numberOfAnyone = (slots: readonly Slot[], line: string): string | undefined =>
  countsIn(line)
    .find(({ of }) => (ANYONE.has(of[0] ?? '') || of[0] === 'of') && !slots.some((slot) => isCountedAs(slot, of)))
    ?.amount.toString()

function numberFor(slot: Slot, line: string, isAsked: boolean): string | undefined {
  const counts = countsIn(line)
  // "Two adults and three children": what is counted by the very word is meant before anybody at all.
  const meant = numberNamed(slot, line) ?? numberOfAnyone([slot], line)
  if (meant !== undefined || !isAsked) return meant
  if (counts[0]) return String(counts[0].amount)
  const bare = /(?<![\w.:/-])(\d{1,9}(?:\.\d+)?)(?![\w:/]|\.\d)/.exec(line)?.[1]
  if (bare) return String(Number(bare))
  const spelled = words(line).map((word) => quantitiesIn(`${word.text} pieces`)[0]?.amount)
  const amount = spelled.find((each) => each !== undefined)
  return amount === undefined ? undefined : String(amount)
}

/** A word this short may stand between a thing and its number: "no.", "number", "Nr.". */
const LONGEST_BETWEEN = 6

/** The number a thing is called by: "plot 12", "booking no. 7". */
function numberAfter(name: string, line: string): string | undefined {
  const called = contentStems(name)
  const said = words(line).map(({ text }) => text)
  const at = said.findIndex((word) => [...contentStems(word)].some((stem) => called.has(stem)))
  if (at < 0) return undefined
  const [next = '', after = ''] = said.slice(at + 1)
  const number = /^\d/.test(next) || next.length > LONGEST_BETWEEN ? next : after
  return /^\d{1,9}$/.test(number) ? String(Number(number)) : undefined
}

function timeIn(line: string): string | undefined {
  const clock = quantitiesIn(line).find((each) => each.dimension === 'clock')
  if (clock) return clockText(clock.value)
  const withDay = timeWithDay(line)
  if (withDay !== undefined) return clockText(withDay)
  const bare = /^\W*(?:at )?(\d{1,2})(?:[:.h](\d{2}))?\W*$/i.exec(line)
  if (!bare || Number(bare[1]) > 23 || Number(bare[2] ?? 0) > 59) return undefined
  return clockText(Number(bare[1]) * 60 + Number(bare[2] ?? 0))
}

const clockText = (minutes: number): string =>
  `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(Math.round(minutes % 60)).padStart(2, '0')}`

/** A day as the line names it, "12 March" or "next Friday"; with today known, as its date: "4 December 2026". */
function dateIn(line: string, today?: Today): string | undefined {
  const date = datesIn(line)[0]
  const day = today && dayIn(line, today.date)
  if (day && (date === undefined || date.year === undefined || day.year === date.year))
    return `${day.day} ${MONTHS[day.month - 1]} ${day.year}`
  if (date) return `${date.day} ${MONTHS[date.month - 1]}${date.year ? ` ${date.year}` : ''}`
  const relative = /\b(today|tonight|tomorrow|the day after tomorrow)\b/i.exec(line)?.[1]?.toLowerCase()
  if (relative) return relative
  const weekday = WEEKDAYS.find((each) => new RegExp(`\\b${each}s?\\b`, 'i').test(line))
  return weekday && (/\bnext\b/i.test(line) ? `next ${weekday}` : weekday)
}

/** A day as it is kept, as a tool wants it: "4 December 2026" as 2026-12-04; what cannot be told stays as it is. */
export function isoDay(kept: string, today?: Today): string {
  const day = dayIn(kept, today?.date ?? '2024-01-01')
  return day && (today || /\d{4}/.test(kept)) ? isoOf(day) : kept
}

const isoOf = ({ year, month, day }: { readonly year: number; readonly month: number; readonly day: number }): string =>
  `${year}-${String(month).padStart(2, '0')}-${String(day).padStart(2, '0')}`

/**
 * A name that a line gives without being asked, "in Little Tarn" or between quotation marks; undefined where there is none
 * or there are several.
 */
export function nameIn(line: string, taken: readonly string[]): string | undefined {
  const quoted = [...line.matchAll(/[“"«„]([^”"»“]{1,120})[”"»“]/g)].map((match) => match[1]!.trim())
  const found =
    quoted.length > 0
      ? quoted
      : [...line.matchAll(/(?<!^\W*)(?<![.!?]\s+)\p{Lu}[\p{L}\d'’-]+(?:\s+\p{Lu}[\p{L}\d'’-]+)*/gu)].map(
          (match) => match[0],
        )
  const free = found.filter(
    (name) =>
      !taken.some((each) => each.toLowerCase().includes(name.toLowerCase())) &&
      daysIn(name).size + monthsIn(name).size === 0 &&
      !/^I(?:[’']\w+)?$/.test(name),
  )
  return free.length === 1 ? free[0] : undefined
}
