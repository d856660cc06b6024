import { daysIn } from './days'
import { quantitiesIn } from './quantities'

/** A stretch of clock time, in minutes after midnight, and the days it holds for (0 Monday to 6 Sunday; none named: empty). */
export interface Hours {
  readonly days: ReadonlySet<number>
  readonly from: number
  readonly to: number
}

const JOINS = /^\s*(?:to|until|till|through|and|–|—|-)\s*$/i

/**
 * The hours a text states, each with the days named for it: "Monday to Friday from 8:00 to 20:00 and Saturday from 9:00
 * to 13:00" states two. Days stand before all hours of a text or after all of them.
 */
export function hoursIn(text: string): Hours[] {
  const clocks = quantitiesIn(text).filter((each) => each.dimension === 'clock')
  const ranges = clocks.slice(1).flatMap((end, at) => {
    const start = clocks[at]!
    const joins = JOINS.test(text.slice(start.end, end.start))
    return joins && end.value > start.value ? [{ from: start, to: end }] : []
  })
  const between = [
    ...ranges.map(({ from }, at) => text.slice(ranges[at - 1]?.to.end ?? 0, from.start)),
    text.slice(ranges.at(-1)?.to.end ?? 0),
  ].map(daysIn)
  const stands = (between[0]?.size ?? 0) > 0 ? 0 : 1
  return ranges.map(({ from, to }, at) => ({ days: between[at + stands] ?? new Set(), from: from.value, to: to.value }))
}

const PARTS: readonly (readonly [RegExp, number, number])[] = [
  [/\bmornings?\b/i, 6 * 60, 12 * 60],
  [/\bafternoons?\b/i, 13 * 60, 17 * 60],
  [/\bevenings?\b/i, 18 * 60, 22 * 60],
  [/\b(?:at night|overnight|late at night)\b/i, 22 * 60, 24 * 60],
]

/** The stretch of the day a question names: a clock time (a stretch of no length) or "in the afternoon"; undefined when none. */
export function partOfDayIn(text: string): { from: number; to: number } | undefined {
  const clock = quantitiesIn(text).find((each) => each.dimension === 'clock')
  if (clock) return { from: clock.value, to: clock.value }
  const part = PARTS.find(([pattern]) => pattern.test(text))
  return part && { from: part[1], to: part[2] }
}
