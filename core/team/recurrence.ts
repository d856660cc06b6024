import * as rrule from 'rrule'
import { z } from 'zod'

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
export const zoneSchema = z.string().max(60).refine(isZone, 'Write a time zone such as Europe/London.').default('UTC')

function isZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name })
    return true
  } catch {
    return false
  }
}

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

/** The clock on the wall of a time zone at a moment, as if it were UTC. */
function wallOf(moment: Date, timeZone: string): Date {
  const parts = new Intl.DateTimeFormat('en-GB', {
    timeZone,
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
    second: '2-digit',
    hourCycle: 'h23',
  }).formatToParts(moment)
  const part = (type: string) => Number(parts.find((each) => each.type === type)!.value)
  return new Date(Date.UTC(part('year'), part('month') - 1, part('day'), part('hour'), part('minute'), part('second')))
}

/** The moment at which a clock on the wall shows a time; where clocks skip it, the moment after. */
function momentOf(wall: Date, timeZone: string): Date {
  let moment = wall
  // Twice: the first guess may lie on the other side of a change of clocks.
  for (let turn = 0; turn < 2; turn++)
    moment = new Date(moment.getTime() + (wall.getTime() - wallOf(moment, timeZone).getTime()))
  return moment
}

/** When a recurrence is due next after a moment; undefined when never again. At nine stays nine when clocks change. */
export function nextDue(
  { rule, timeZone }: { readonly rule: string; readonly timeZone: string },
  after: Date,
): Date | undefined {
  const next = readRule(rule)?.after(wallOf(after, timeZone))
  return next ? momentOf(next, timeZone) : undefined
}
