import * as rrule from 'rrule'
import { z } from 'zod'
import { fromWall, wallAsUtc } from '../zones'

/** Node takes the package for a module of the old kind, with everything behind its default; bundlers do not. */
const { RRule } = (rrule as unknown as { default?: typeof rrule }).default ?? rrule

/** A recurrence rule (RFC 5545) that can be followed; at most every quarter of an hour. */
export const ruleSchema = z
  .string()
  .trim()
  .max(300)
  .refine(
    (rule) => readRule(rule) !== undefined,
    'Write a recurrence such as FREQ=WEEKLY;BYDAY=TH;BYHOUR=9;BYMINUTE=0.',
  )
/** More often than every so many minutes is a mistake. */
const LEAST_MINUTES = 15

function readRule(rule: string): InstanceType<typeof RRule> | undefined {
  try {
    const options = RRule.parseString(rule)
    if (options.freq === undefined || options.freq > RRule.HOURLY) return undefined
    // Every minute of an hour is named one by one; more of them than fit the least distance are refused.
    const minutes = [options.byminute ?? 0].flat().length
    if (minutes > 60 / LEAST_MINUTES) return undefined
    return new RRule({ ...options, dtstart: new Date(Date.UTC(2024, 0, 1)), bysecond: 0 })
  } catch {
    return undefined
  }
}

/** When a recurrence is due next after a moment; undefined when never again. At nine stays nine when clocks change. */
export function nextDue(
  { rule, timeZone }: { readonly rule: string; readonly timeZone: string },
  after: Date,
): Date | undefined {
  const next = readRule(rule)?.after(wallAsUtc(after, timeZone))
  return next ? fromWall(next, timeZone) : undefined
}

/** A recurrence in English: "every week on Thursday at 09:30 (Europe/London)". */
export function recurrenceInWords({ rule, timeZone }: { readonly rule: string; readonly timeZone: string }): string {
  const read = readRule(rule)
  if (!read) return rule
  const hours = [read.origOptions.byhour ?? []].flat()
  const minutes = [read.origOptions.byminute ?? 0].flat()
  const times = hours.flatMap((hour) => minutes.map((minute) => `${two(hour)}:${two(minute)}`))
  // The package tells hours alone, so they are told here.
  const days = new RRule({ ...read.origOptions, byhour: null, byminute: null }).toText()
  return `${[days, times.length > 0 ? `at ${times.join(', ')}` : ''].filter(Boolean).join(' ')} (${timeZone})`
}

const two = (part: number): string => String(part).padStart(2, '0')
