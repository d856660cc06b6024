import ICAL from 'ical.js'
import { DateTime } from 'luxon'
import type { Span } from './free'

/** An event as it is put into a calendar. */
export interface EventFields extends Span {
  readonly uid: string
  readonly title: string
  readonly description: string
  readonly place: string
  /** Counts its changes: who was invited sees the latest. */
  readonly sequence: number
  /** Now, for when it was written. */
  readonly at: number
  /** Who invites, and who is invited; empty for nobody. */
  readonly organizer: string
  readonly attendee: string
}

/** What an invitation asks for (iTIP, RFC 5546): to come, or to know that it is off. */
export type Method = 'REQUEST' | 'CANCEL'

const PRODUCT = '-//Mild Parrot//Appointments//EN'
/** No recurrence is followed further than this. */
const MOST_OCCURRENCES = 2000

/** An event as iCalendar (RFC 5545), for a calendar or, with a method, for an invitation. Times are in UTC. */
export function eventAsIcs(fields: EventFields, method?: Method): string {
  const root = new ICAL.Component(['vcalendar', [], []])
  root.updatePropertyWithValue('version', '2.0')
  root.updatePropertyWithValue('prodid', PRODUCT)
  if (method) root.updatePropertyWithValue('method', method)
  const event = new ICAL.Component('vevent')
  const set = (name: string, value: string | ICAL.Time | number) => event.updatePropertyWithValue(name, value)
  set('uid', fields.uid)
  set('dtstamp', utc(fields.at))
  set('dtstart', utc(fields.from))
  set('dtend', utc(fields.to))
  set('summary', fields.title)
  set('sequence', fields.sequence)
  set('status', method === 'CANCEL' ? 'CANCELLED' : 'CONFIRMED')
  if (fields.description) set('description', fields.description)
  if (fields.place) set('location', fields.place)
  if (fields.organizer) set('organizer', `mailto:${fields.organizer}`)
  if (fields.attendee) {
    const attendee = new ICAL.Property('attendee')
    attendee.setValue(`mailto:${fields.attendee}`)
    attendee.setParameter('partstat', 'NEEDS-ACTION')
    attendee.setParameter('rsvp', 'TRUE')
    event.addProperty(attendee)
  }
  root.addSubcomponent(event)
  return root.toString()
}

const utc = (moment: number): ICAL.Time => ICAL.Time.fromJSDate(new Date(moment), true)

/** The id of the event in an iCalendar text; undefined where there is none or it cannot be read. */
export function uidIn(ics: string): string | undefined {
  const uid = componentOf(ics)?.getFirstSubcomponent('vevent')?.getFirstPropertyValue('uid')
  return typeof uid === 'string' ? uid : undefined
}

function componentOf(ics: string): ICAL.Component | undefined {
  try {
    return new ICAL.Component(ICAL.parse(ics) as unknown[])
  } catch {
    return undefined
  }
}

/**
 * When events take up time within a stretch: each occurrence of those that repeat, moved and left out ones as the calendar
 * says. What is cancelled or marked as leaving one free takes none. A day as a whole is one of the calendar's time zone.
 * Texts that cannot be read are left out, and how many those were is told.
 */
export function busyIn(
  texts: readonly string[],
  { from, to }: Span,
  timeZone: string,
): { spans: Span[]; unread: number } {
  const spans: Span[] = []
  let unread = 0
  for (const text of texts) {
    const root = componentOf(text)
    if (!root) {
      unread++
      continue
    }
    const zones = new Map(
      root.getAllSubcomponents('vtimezone').map((zone) => {
        const made = new ICAL.Timezone(zone)
        return [made.tzid, made] as const
      }),
    )
    const momentOf = (time: ICAL.Time): number => {
      const { year, month, day, hour, minute, second } = time
      if (time.isDate) return DateTime.fromObject({ year, month, day }, { zone: timeZone }).toMillis()
      const tzid = String((time as { timezone?: unknown }).timezone ?? '')
      const isUtc = time.zone === ICAL.Timezone.utcTimezone || tzid === 'Z'
      const known = zones.get(tzid)
      if (known && !isUtc) time.zone = known
      if (isUtc || known) return time.toUnixTime() * 1000
      const zone = tzid && DateTime.local({ zone: tzid }).isValid ? tzid : timeZone
      return DateTime.fromObject({ year, month, day, hour, minute, second }, { zone }).toMillis()
    }
    const events = root.getAllSubcomponents('vevent')
    const changed = events.filter((event) => event.hasProperty('recurrence-id'))
    for (const component of events.filter((event) => !changed.includes(event))) {
      const event = new ICAL.Event(component, {
        exceptions: changed.filter(
          (each) => each.getFirstPropertyValue('uid') === component.getFirstPropertyValue('uid'),
        ),
      })
      if (!event.startDate) continue
      const add = (start: ICAL.Time, end: ICAL.Time, of: ICAL.Component): boolean => {
        const span = { from: momentOf(start), to: momentOf(end) }
        if (span.from < to && span.to > from && takesTime(of)) spans.push(span)
        return span.from < to
      }
      if (!event.isRecurring()) {
        add(event.startDate, event.endDate, component)
        continue
      }
      const each = event.iterator()
      for (let count = 0; count < MOST_OCCURRENCES; count++) {
        const next = each.next()
        if (!next) break
        const { startDate, endDate, item } = event.getOccurrenceDetails(next)
        if (!add(startDate, endDate, item.component)) break
      }
    }
  }
  return { spans, unread }
}

const takesTime = (event: ICAL.Component): boolean =>
  String(event.getFirstPropertyValue('status') ?? '').toUpperCase() !== 'CANCELLED' &&
  String(event.getFirstPropertyValue('transp') ?? '').toUpperCase() !== 'TRANSPARENT'
