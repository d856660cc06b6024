import { createCalendarObject, deleteCalendarObject, fetchCalendarObjects } from 'tsdav'
import { busyIn, type Span } from '@parrot/core/appointments'

/** A calendar as it is reached: a CalDAV collection (RFC 4791), or an iCalendar file that can only be read. */
export interface CalendarPlace {
  readonly url: string
  readonly headers: Readonly<Record<string, string>>
  readonly fetch: typeof globalThis.fetch
}

/** A failure of a calendar, in words for the designer. */
export class CalendarTrouble extends Error {}

export const isFile = (url: string): boolean => /\.ics(?:\?|$)/i.test(url)

const reached = async <Done>(what: string, work: () => Promise<Done>): Promise<Done> => {
  try {
    return await work()
  } catch (error) {
    if (error instanceof CalendarTrouble) throw error
    const { message, cause } = error as Error & { cause?: Error }
    throw new CalendarTrouble(`The calendar could not ${what}: ${cause?.message ?? message}`)
  }
}

/** When a calendar says that time is taken within a stretch. Throws a CalendarTrouble where it cannot be read. */
export function takenIn(
  { url, headers, fetch }: CalendarPlace,
  stretch: Span,
  timeZone: string,
): Promise<readonly Span[]> {
  return reached('be read', async () => {
    const texts = isFile(url) ? [await fileAt(url, headers, fetch)] : await eventsIn({ url, headers, fetch }, stretch)
    const { spans, unread } = busyIn(texts, stretch, timeZone)
    // What cannot be read may be an appointment: nobody is told that time is free which is not.
    if (unread > 0)
      throw new CalendarTrouble(`${unread} ${unread === 1 ? 'entry' : 'entries'} of the calendar cannot be read.`)
    return spans
  })
}

async function fileAt(
  url: string,
  headers: Readonly<Record<string, string>>,
  fetch: typeof globalThis.fetch,
): Promise<string> {
  const response = await fetch(url, { headers: { ...headers, accept: 'text/calendar' } })
  if (!response.ok) throw new CalendarTrouble(`The calendar answered with status ${response.status}.`)
  return response.text()
}

async function eventsIn({ url, headers, fetch }: CalendarPlace, { from, to }: Span): Promise<string[]> {
  let status = 0
  const noting: typeof globalThis.fetch = async (...given) => {
    const response = await fetch(...given)
    status = Math.max(status, response.status)
    return response
  }
  const objects = await fetchCalendarObjects({
    calendar: { url },
    headers: { ...headers },
    fetch: noting,
    timeRange: { start: new Date(from).toISOString(), end: new Date(to).toISOString() },
    // Any name will do: servers name their entries as they like.
    urlFilter: (href) => href.replace(/\/$/, '') !== new URL(url).pathname.replace(/\/$/, ''),
  })
  if (status >= 400 || status === 0) throw new CalendarTrouble(`The calendar answered with status ${status || 'none'}.`)
  return objects.flatMap(({ data }) => (typeof data === 'string' && data.trim() !== '' ? [data] : []))
}

/** Puts a new entry into a calendar under a name; false where one of that name is there already. */
export function putNew({ url, headers, fetch }: CalendarPlace, name: string, ics: string): Promise<boolean> {
  return reached('be written to', async () => {
    const response = await createCalendarObject({
      calendar: { url },
      filename: name,
      iCalString: ics,
      headers: { ...headers },
      fetch,
    })
    if (response.status === 412 || response.status === 409) return false
    if (!response.ok) throw new CalendarTrouble(`The calendar answered with status ${response.status}.`)
    return true
  })
}

/** An entry of a calendar by its name; undefined where there is none. */
export function entryAt({ url, headers, fetch }: CalendarPlace, name: string): Promise<string | undefined> {
  return reached('be read', async () => {
    const response = await fetch(addressOf(url, name), { headers: { ...headers } })
    if (response.status === 404 || response.status === 410) return undefined
    if (!response.ok) throw new CalendarTrouble(`The calendar answered with status ${response.status}.`)
    return response.text()
  })
}

/** Takes an entry out of a calendar; one that is gone already is gone. */
export function takeOut({ url, headers, fetch }: CalendarPlace, name: string): Promise<void> {
  return reached('be written to', async () => {
    const calendarObject = { url: addressOf(url, name), etag: '' }
    const response = await deleteCalendarObject({
      calendarObject,
      headers: { ...headers },
      headersToExclude: ['If-Match'],
      fetch,
    })
    if (!response.ok && response.status !== 404 && response.status !== 410)
      throw new CalendarTrouble(`The calendar answered with status ${response.status}.`)
  })
}

const addressOf = (url: string, name: string): string => new URL(name, url.endsWith('/') ? url : `${url}/`).href
