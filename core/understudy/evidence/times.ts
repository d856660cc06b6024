import { daysIn, monthsIn } from '../../text'
import type { Asked } from '../asked'
import type { Unit } from '../units'

/** Whether a unit speaks of days or months, and of none that the question names. */
export function isOfOtherTimes(unit: Pick<Unit, 'text'>, { days, months }: Pick<Asked, 'days' | 'months'>): boolean {
  const misses = (asked: ReadonlySet<number>, own: ReadonlySet<number>) =>
    asked.size > 0 && own.size > 0 && ![...asked].some((each) => own.has(each))
  return misses(days, daysSaid(unit.text)) || misses(months, monthsIn(unit.text))
}

/** The days a text speaks of; of "…, except on Sundays" all others. */
export function daysSaid(text: string): ReadonlySet<number> {
  const left = /\b(?:except|but not|apart from)(?: for| on)? ([^,;.]*)/i.exec(text)?.[1]
  const without = left === undefined ? new Set<number>() : daysIn(left)
  if (without.size === 0) return daysIn(text)
  return new Set([0, 1, 2, 3, 4, 5, 6].filter((day) => !without.has(day)))
}

/** "How many are there today?" is not answered by what a year of the past had. */
export const isOfThePast = ({ text }: Unit, asked: Asked): boolean =>
  /\b(?:today|now|nowadays|currently|at present|these days)\b/i.test(asked.text) &&
  (/\b1\d{3}\b/.test(text) ||
    (/\b(?:was|were|had)\b/.test(text) && !/\b(?:is|are|has|have|can|may|will)\b/.test(text))) &&
  !/\b(?:today|now|still)\b/i.test(text)
