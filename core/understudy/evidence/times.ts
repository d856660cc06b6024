import { daysIn, monthsIn } from '../../text'
import type { Asked } from '../asked'
import type { Unit } from '../units'

/** Whether a unit speaks of days or months, and of none that the question names. */
export function isOfOtherTimes(unit: Pick<Unit, 'text'>, { days, months }: Pick<Asked, 'days' | 'months'>): boolean {
  const misses = (asked: ReadonlySet<number>, own: ReadonlySet<number>) =>
    asked.size > 0 && own.size > 0 && ![...asked].some((each) => own.has(each))
  return misses(days, daysIn(unit.text)) || misses(months, monthsIn(unit.text))
}

/** "How many are there today?" is not answered by what a year of the past had. */
export const isOfThePast = ({ text }: Unit, asked: Asked): boolean =>
  /\b(?:today|now|nowadays|currently|at present|these days)\b/i.test(asked.text) &&
  (/\b1\d{3}\b/.test(text) ||
    (/\b(?:was|were|had)\b/.test(text) && !/\b(?:is|are|has|have|can|may|will)\b/.test(text))) &&
  !/\b(?:today|now|still)\b/i.test(text)
