import { DateTime } from 'luxon'

const DAY = String.raw`(\d{4}-\d{2}-\d{2})`
const STEP = new RegExp(String.raw`^${DAY}((?:\s*[+-]\s*\d{1,5}\s*(?:days?|weeks?|months?|years?))+)$`, 'i')
const BETWEEN = new RegExp(String.raw`^${DAY}\s*(?:-|–|−|to|until)\s*${DAY}$`, 'i')
const PART = /([+-])\s*(\d{1,5})\s*(day|week|month|year)/gi

/**
 * What an expression of days comes to: "2027-03-12 + 2 weeks - 1 day" as a day, "2027-05-09 - 2027-03-12" and
 * "2027-03-12 to 2027-05-09" as how many lie between. Undefined where it is no such expression, or names a day that there is
 * not. A month after the end of January is the end of February (ISO 8601 days, as the package reckons).
 */
export function workedDays(expression: string): string | undefined {
  const text = expression.trim()
  const step = STEP.exec(text)
  if (step) {
    const day = [...step[2]!.matchAll(PART)].reduce(
      (at, [, sign, many, unit]) => at.plus({ [`${unit!.toLowerCase()}s`]: Number(many) * (sign === '-' ? -1 : 1) }),
      DateTime.fromISO(step[1]!, { zone: 'utc' }),
    )
    return day.isValid ? `${day.toISODate()} (${day.toFormat('cccc', { locale: 'en-GB' })})` : undefined
  }
  const between = BETWEEN.exec(text)
  if (!between) return undefined
  const [one, other] = [between[1]!, between[2]!].map((each) => DateTime.fromISO(each, { zone: 'utc' }))
  const days = Math.abs(other!.diff(one!, 'days').days)
  return Number.isFinite(days) ? `${days} ${days === 1 ? 'day' : 'days'}` : undefined
}
