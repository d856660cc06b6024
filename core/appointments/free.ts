import { DateTime } from 'luxon'
import { wallAt } from '../zones'
import type { AppointmentSettings } from './settings'

/** A stretch of time, in milliseconds since 1970: from, and until before `to`. */
export interface Span {
  readonly from: number
  readonly to: number
}

/** A time that can be had, at a place; the tool's own calendar has no name. */
export interface Slot extends Span {
  readonly place: string
}

const MINUTE = 60_000
const DAY = 24 * 60 * MINUTE

/** What is looked through: from today on for some days, or one day; at one place, or at all. */
export interface Asked {
  /** A day as 2027-03-12; left out, from today on. */
  readonly day?: string
  readonly place?: string
}

/** The stretch of time in which free times are looked for, so that only what is then is read from a calendar. */
export function stretchFor({ timeZone, windowDays }: AppointmentSettings, { day }: Asked, now: number): Span {
  const from = day ? DateTime.fromISO(day, { zone: timeZone }) : wallAt(now, timeZone)
  const start = from.startOf('day')
  return { from: start.toMillis(), to: start.plus({ days: day ? 1 : windowDays }).toMillis() }
}

/**
 * The times that are free: on the grid of the opening hours of each day (length and buffer from when it opens), not taken,
 * not too soon and not too far ahead, not on a holiday. The hours are those of the wall clock of their time zone: on the day
 * the clocks change an hour that is skipped has no times, and one that comes twice has them once.
 */
export function freeTimes(
  settings: AppointmentSettings,
  busy: Readonly<Record<string, readonly Span[]>>,
  asked: Asked,
  now: number,
): Slot[] {
  const { timeZone, daysAhead, noticeMinutes, holidays, places } = settings
  const { from, to } = stretchFor(settings, asked, now)
  const first = now + noticeMinutes * MINUTE
  const last = wallAt(now, timeZone).startOf('day').plus({ days: daysAhead }).toMillis()
  const names = (places.length > 0 ? places.map(({ name }) => name) : ['']).filter(
    (name) => !asked.place || name.toLowerCase() === asked.place.toLowerCase(),
  )
  const slots: Slot[] = []
  for (let day = wallAt(from, timeZone); day.toMillis() < to; day = day.plus({ days: 1 })) {
    if (holidays.includes(day.toISODate()!)) continue
    for (const start of startsOn(settings, day)) {
      const end = start + settings.lengthMinutes * MINUTE
      if (start < first || start >= last) continue
      for (const place of names) {
        if (isFree({ from: start, to: end }, busy[place] ?? [], settings.bufferMinutes * MINUTE))
          slots.push({ from: start, to: end, place })
      }
    }
  }
  return slots
}

/** Whether a time on the grid of the opening hours begins just then, whatever stands in the calendar. */
export function isOffered(settings: AppointmentSettings, start: number, now: number): boolean {
  const { timeZone, daysAhead, noticeMinutes, holidays } = settings
  const day = wallAt(start, timeZone).startOf('day')
  return (
    start >= now + noticeMinutes * MINUTE &&
    start < now + daysAhead * DAY &&
    !holidays.includes(day.toISODate()!) &&
    startsOn(settings, day).includes(start)
  )
}

/** Whether a stretch is free of all others, with what must be left free after each. */
export const isFree = ({ from, to }: Span, busy: readonly Span[], buffer: number): boolean =>
  !busy.some((each) => from < each.to + buffer && each.from < to + buffer)

/** When times begin on a day, by the wall clock there. */
function startsOn({ hours, lengthMinutes, bufferMinutes }: AppointmentSettings, day: DateTime): number[] {
  const spans = hours.filter(({ days }) => days.includes(day.weekday - 1))
  return spans.flatMap(({ from, to }) => {
    const starts: number[] = []
    const until = minutesOf(to)
    for (let at = minutesOf(from); at + lengthMinutes <= until; at += lengthMinutes + bufferMinutes) {
      const start = day.set({ hour: Math.floor(at / 60), minute: at % 60, second: 0, millisecond: 0 })
      // An hour that the clocks skip is moved by the calendar: it is no time of that day.
      if (start.hour * 60 + start.minute === at) starts.push(start.toMillis())
    }
    return starts
  })
}

const minutesOf = (clock: string): number => Number(clock.slice(0, 2)) * 60 + Number(clock.slice(3))

/** The moment that a day and a time on the wall clock there are; undefined for one that is none, or that the clocks skip. */
export function momentOf({ timeZone }: AppointmentSettings, day: string, time: string): number | undefined {
  const at = DateTime.fromISO(`${day}T${time}`, { zone: timeZone })
  return at.isValid && at.toFormat('HH:mm') === time.slice(0, 5) ? at.toMillis() : undefined
}

/** A moment as people there say it: its day, and its time by the wall clock. */
export function saidOf(
  { timeZone }: AppointmentSettings,
  moment: number,
  language = 'en-GB',
): { day: string; time: string; date: string } {
  const at = wallAt(moment, timeZone, language)
  return { day: at.toFormat('cccc d LLLL yyyy'), time: at.toFormat('HH:mm'), date: at.toISODate()! }
}
