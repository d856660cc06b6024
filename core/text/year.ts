import { remembered } from './remember'

const MONTHS = 'january february march april may june july august september october november december'.split(' ')

const MONTH_NAME = MONTHS.map((month) =>
  month === 'may' ? '(?<=\\b(?:in|from|to|until|till|since|of|by|and|or|during|–|-) )may' : month,
).join('|')
const MONTH_RANGE = new RegExp(`\\b(${MONTH_NAME})\\s*(?:to|until|till|through|-|–)\\s*(${MONTH_NAME})\\b`, 'gi')
/** A month without a day of it: "15 October" is a date. */
const WHOLE_MONTH = new RegExp(
  `(?<!\\d(?:st|nd|rd|th)?(?: of)? )\\b(${MONTH_NAME})\\b(?! \\d{1,2}(?:st|nd|rd|th)?\\b)`,
  'gi',
)

/**
 * The months a text names as such, 1 for January to 12: "from November to February" names four. A day of a month is a
 * date and names none; "may" counts only where a month can stand.
 */
export const monthsIn = remembered((text): ReadonlySet<number> => {
  const monthAt = (name: string) => MONTHS.indexOf(name.toLowerCase())
  const months = new Set<number>()
  for (const [, from, to] of text.matchAll(MONTH_RANGE)) {
    for (let month = monthAt(from!); ; month = (month + 1) % 12) {
      months.add(month + 1)
      if (month === monthAt(to!)) break
    }
  }
  for (const [, name] of text.matchAll(WHOLE_MONTH)) months.add(monthAt(name!) + 1)
  for (const [season, of] of SEASONS) if (season.test(text)) of.forEach((month) => months.add(month))
  return months
})

/** "In winter", "every summer"; "the winter course" is a name, unless it is of hours or months. */
const seasonCalled = (name: string): RegExp =>
  new RegExp(
    `\\b(?:in|during) ${name}\\b|\\b(?:every|each|this|next|the) ${name}\\b(?! (?!${AFTER_SEASON})\\p{L})|^${name}\\b|\\b${name}s?$`,
    'iu',
  )
const AFTER_SEASON =
  '(?:and|or|is|are|do|does|can|may|months?|season|hours|opening|times?|timetable|at|on|for|to|i|we|you|the|a|only|by|from|until|but|when|if)\\b'

/** The months of each season in the north; "spring" is a source of water and "fall" an accident as well. */
const SEASONS: readonly (readonly [RegExp, readonly number[]])[] = [
  [seasonCalled('winter'), [12, 1, 2]],
  [/\b(?:in|during) (?:the )?spring\b|^spring\b/i, [3, 4, 5]],
  [seasonCalled('summer'), [6, 7, 8]],
  [seasonCalled('autumn'), [9, 10, 11]],
]

const FEASTS: readonly (readonly [RegExp, number, number])[] = [
  [/\b(?:christmas|xmas)(?! eve)\b/i, 25, 12],
  [/\bchristmas eve\b/i, 24, 12],
  [/\bboxing day\b/i, 26, 12],
  [/\bnew year['’]?s eve\b/i, 31, 12],
  [/\bnew year(?!['’]?s? eve)/i, 1, 1],
]

/** The fixed feasts a text names, as days of the year: "at Christmas" is 25 December. */
export const feastsIn = (text: string): { day: number; month: number }[] =>
  FEASTS.filter(([name]) => name.test(text)).map(([, day, month]) => ({ day, month }))

/** Whether a text speaks of the days on which a whole country rests. */
export const namesPublicHolidays = (text: string): boolean => /\b(?:public|bank|national) holidays?\b/i.test(text)

/** Stretches of the year a text states from one date to another: "from 20 December to 6 January". */
export function stretchesOfYear(text: string): { from: CalendarDay; to: CalendarDay }[] {
  const dates = datesIn(text)
  return dates.slice(1).flatMap((to, at) => {
    const from = dates[at]!
    return /^\s*(?:to|until|till|through|–|—|-)\s*$/i.test(text.slice(from.end, to.start)) ? [{ from, to }] : []
  })
}

/** Whether a day of the year lies in a stretch of it, which may go over the new year; both ends belong to it. */
export function liesIn(
  day: Pick<CalendarDay, 'day' | 'month'>,
  { from, to }: { from: CalendarDay; to: CalendarDay },
): boolean {
  const ordinal = (of: Pick<CalendarDay, 'day' | 'month'>) => of.month * 31 + of.day
  const [at, start, end] = [ordinal(day), ordinal(from), ordinal(to)]
  return start <= end ? at >= start && at <= end : at >= start || at <= end
}

/** A day of the year as a text names it ("12 March", "March 12th", "2027-03-12"); `month` 1..12, `year` when given. */
export interface CalendarDay {
  readonly day: number
  readonly month: number
  readonly year?: number
  readonly start: number
  readonly end: number
}

const MONTH = `(${MONTHS.map((month) => `${month.slice(0, 3)}(?:${month.slice(3)})?`).join('|')})`
const DAY_FIRST = new RegExp(`\\b(\\d{1,2})(?:st|nd|rd|th)?(?: of)? ${MONTH}\\b\\.?,?(?: (\\d{4}))?`, 'gi')
const MONTH_FIRST = new RegExp(`\\b${MONTH}\\.? (\\d{1,2})(?:st|nd|rd|th)?\\b,?(?: (\\d{4}))?`, 'gi')
const ISO = /\b(\d{4})-(\d{2})-(\d{2})\b/g
const SLASHED = /\b(\d{1,2})[/.](\d{1,2})[/.](\d{4})\b/g

/** The calendar days a text names, in its order; days no month has are left out. */
export function datesIn(text: string): CalendarDay[] {
  const found: CalendarDay[] = []
  const add = (match: RegExpMatchArray, day: number, month: number, year: string | undefined) => {
    const longest = [31, 29, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31][month - 1]
    if (longest === undefined || day < 1 || day > longest) return
    const start = match.index!
    const end = start + match[0].length
    if (found.some((other) => start < other.end && end > other.start)) return
    found.push({ day, month, ...(year ? { year: Number(year) } : {}), start, end })
  }
  const monthOf = (name: string) => MONTHS.findIndex((month) => month.startsWith(name.toLowerCase().slice(0, 3))) + 1
  for (const match of text.matchAll(ISO)) add(match, Number(match[3]), Number(match[2]), match[1])
  for (const match of text.matchAll(SLASHED)) add(match, Number(match[1]), Number(match[2]), match[3])
  for (const match of text.matchAll(DAY_FIRST)) add(match, Number(match[1]), monthOf(match[2]!), match[3])
  for (const match of text.matchAll(MONTH_FIRST)) add(match, Number(match[2]), monthOf(match[1]!), match[3])
  return found.sort((a, b) => a.start - b.start)
}
