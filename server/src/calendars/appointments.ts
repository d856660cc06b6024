import { createHash } from 'node:crypto'
import { and, eq, isNull, sql } from 'drizzle-orm'
import {
  eventAsIcs,
  freeTimes,
  isFree,
  isOffered,
  momentOf,
  saidOf,
  stretchFor,
  uidIn,
  type AppointmentSettings,
  type Method,
  type Span,
} from '@parrot/core/appointments'
import type { ToolResult } from '@parrot/core/tools'
import { appointments, type Database } from '../database'
import { newId } from '../ids'
import { OneByOne } from '../turns/oneByOne'
import { CalendarTrouble, entryAt, isFile, putNew, takeOut, takenIn, type CalendarPlace } from './caldav'

/** What appointments are made with: the tool they belong to, its settings and calendars, and how a mail is sent. */
export interface Desk {
  readonly toolId: string
  readonly toolName: string
  readonly settings: AppointmentSettings
  /** The calendar of a place; the tool's own for "". */
  readonly calendarOf: (place: string) => CalendarPlace
  readonly db: Database
  readonly now: number
  /** Invites by mail; tells whether it was taken. */
  readonly invite: (
    to: string,
    method: Method,
    ics: string,
    words: { subject: string; text: string },
  ) => Promise<string>
  readonly organizer: string
  readonly agentId: string | null
  readonly conversationId: string | null
}

type Input = Readonly<Record<string, unknown>>
const text = (value: unknown): string => (typeof value === 'string' ? value.trim().slice(0, 300) : '')
const MOST_TIMES = 40
/** Where no day is named, so many of each: several days are seen at once. */
const MOST_OF_A_DAY = 8
const MINUTE = 60_000

/** Two who want the same time are served one after the other; across servers the calendar itself lets only one of them in. */
const atTheDesk = new OneByOne()

const placesOf = ({ settings }: Desk): string[] =>
  settings.places.length > 0 ? settings.places.map(({ name }) => name) : ['']

async function busyAt(desk: Desk, stretch: Span): Promise<Record<string, readonly Span[]>> {
  const { settings } = desk
  // What begins before the stretch and ends within its buffer counts as well.
  const wider = {
    from: stretch.from - settings.bufferMinutes * MINUTE,
    to: stretch.to + settings.bufferMinutes * MINUTE,
  }
  return Object.fromEntries(
    await Promise.all(
      placesOf(desk).map(async (place) => [place, await takenIn(desk.calendarOf(place), wider, settings.timeZone)]),
    ),
  )
}

/** The times that are free, as a value with `times`; of one day where one is named, else of the coming ones. */
export async function findFree(desk: Desk, input: Input): Promise<ToolResult> {
  const { settings, now } = desk
  const day = /^\d{4}-\d{2}-\d{2}$/.test(text(input.day)) ? text(input.day) : undefined
  const asked = { ...(day ? { day } : {}), ...(text(input.place) ? { place: text(input.place) } : {}) }
  const busy = await busyAt(desk, stretchFor(settings, asked, now))
  const slots = freeTimes(settings, busy, asked, now)
  const hasPlaces = settings.places.length > 1
  const ofDay = new Map<string, number>()
  const times = slots.flatMap(({ from, place }) => {
    const said = saidOf(settings, from)
    const before = ofDay.get(said.date) ?? 0
    ofDay.set(said.date, before + 1)
    if (!day && before >= MOST_OF_A_DAY) return []
    const at = hasPlaces ? `${said.time}, ${place}` : said.time
    return [{ day: said.day, time: at, says: `${said.day} at ${at}` }]
  })
  const value = { times: times.slice(0, MOST_TIMES) }
  return { text: JSON.stringify(value), value }
}

/** Books a time, puts it into the calendar and invites. A time that is not free is asked for again. */
export const book = (desk: Desk, input: Input): Promise<ToolResult> =>
  atTheDesk.run(desk.toolId, () => bookAlone(desk, input))

async function bookAlone(desk: Desk, input: Input): Promise<ToolResult> {
  const wanted = await wantedTime(desk, input)
  if ('text' in wanted) return wanted
  const { start, place } = wanted
  const email = text(input.email)
  const first = numberFor(desk.toolId, place, start, email)
  const before = await appointmentOf(desk, { number: first, email })
  // The one of that number was moved elsewhere since: this is another.
  const isMoved = before !== undefined && before.start.getTime() !== start
  const number = isMoved ? numberFor(first, before.sequence) : first
  const row = { id: newId(), toolId: desk.toolId, number, place, start: new Date(start), sequence: 0, name: text(input.name), email, note: text(input.note), agentId: desk.agentId, conversationId: desk.conversationId } // prettier-ignore
  if (!(await putInto(desk, row))) return taken(desk, input)
  // The same booked once more, because its answer was lost on the way, is one appointment.
  if (isMoved || !before) await desk.db.insert(appointments).values(row)
  return told(desk, row, 'REQUEST', 'booked')
}

type Row = Pick<typeof appointments.$inferSelect, 'number' | 'place' | 'start' | 'sequence' | 'name' | 'email' | 'note'>

const notFree: ToolResult = { text: 'That time is not free.', isFailed: true, asksAgain: ['day', 'time'] }

/** A time that is not free; where its day has others, only another time is asked for. */
async function taken(desk: Desk, input: Input): Promise<ToolResult> {
  const { value } = await findFree(desk, input)
  const hasOthers = ((value as { times?: readonly unknown[] } | undefined)?.times?.length ?? 0) > 0
  return hasOthers && text(input.day) ? { ...notFree, asksAgain: ['time'] } : notFree
}

/** The time and place that are wanted, if they can be had. */
async function wantedTime(desk: Desk, input: Input): Promise<{ start: number; place: string } | ToolResult> {
  const { settings, now } = desk
  const start = momentOf(settings, text(input.day), text(input.time))
  if (start === undefined || !isOffered(settings, start, now)) return taken(desk, input)
  const stretch = { from: start, to: start + settings.lengthMinutes * MINUTE }
  const busy = await busyAt(desk, stretch)
  const wish = text(input.place).toLowerCase()
  const place = placesOf(desk).find(
    (name) =>
      (wish === '' || name.toLowerCase() === wish) &&
      isFree(stretch, busy[name] ?? [], settings.bufferMinutes * MINUTE),
  )
  return place === undefined ? taken(desk, input) : { start, place }
}

/** Short enough to be read out; who books the same time again has the same, and another at that time another. */
const numberFor = (...parts: readonly (string | number)[]): string =>
  `A-${createHash('sha256').update(parts.join('\n')).digest('hex').slice(0, 6).toUpperCase()}`

/** Who is invited knows an appointment by one id wherever it is moved to. */
const uidOf = ({ toolId }: Desk, { number }: Row): string => `${number}-${toolId}@mild-parrot`
/** An entry has an id of its own for when it is: a calendar takes no two entries of one id, as both stand there while one is moved. */
const entryUidOf = (desk: Desk, row: Row): string => `${row.start.getTime()}-${uidOf(desk, row)}`
/** An entry is named by when it begins: a calendar holds no two of one name. */
const nameFor = (start: Date): string => `${start.toISOString().replace(/[-:]|\.\d+/g, '')}.ics`

const eventFor = (desk: Desk, row: Row) => ({
  uid: uidOf(desk, row),
  title:
    desk.settings.title.replace(/\{\{\s*(name|number|email|note)\s*\}\}/g, (_, key: 'name') => row[key]).trim() ||
    desk.toolName,
  description: [row.name, row.email, row.note, row.number].filter(Boolean).join('\n'),
  place: row.place,
  from: row.start.getTime(),
  to: row.start.getTime() + desk.settings.lengthMinutes * MINUTE,
  sequence: row.sequence,
  at: desk.now,
  organizer: desk.organizer,
  attendee: row.email,
})

/** Puts an appointment into the calendar. Where the answer was lost on the way, it is looked up whether it is there. */
async function putInto(desk: Desk, row: Row): Promise<boolean> {
  const calendar = desk.calendarOf(row.place)
  const name = nameFor(row.start)
  const isOurs = async () => uidIn((await entryAt(calendar, name)) ?? '') === entryUidOf(desk, row)
  try {
    return (
      (await putNew(calendar, name, eventAsIcs({ ...eventFor(desk, row), uid: entryUidOf(desk, row) }))) ||
      (await isOurs())
    )
  } catch (error) {
    if (await isOurs().catch(() => false)) return true
    throw error
  }
}

async function told(
  desk: Desk,
  row: Row,
  method: Method,
  state: 'booked' | 'moved' | 'cancelled',
): Promise<ToolResult> {
  const said = saidOf(desk.settings, row.start.getTime())
  const value = {
    number: row.number,
    state,
    day: said.day,
    time: said.time,
    ...(row.place ? { place: row.place } : {}),
    name: row.name,
  }
  const words = {
    subject: `${desk.toolName}: ${said.day}, ${said.time}`,
    text: `${state}: ${said.day}, ${said.time}${row.place ? `, ${row.place}` : ''}. Number ${row.number}.`,
  }
  const note =
    row.email === '' ? undefined : await desk.invite(row.email, method, eventAsIcs(eventFor(desk, row), method), words)
  return { text: JSON.stringify(value), value, ...(note ? { note } : {}) }
}

const notThere: ToolResult = {
  text: 'There is no appointment of that number and e-mail address.',
  isFailed: true,
  asksAgain: ['number', 'email'],
}

/** An appointment by its number, for who knows the e-mail address it was booked with. */
async function appointmentOf(desk: Desk, input: Input): Promise<typeof appointments.$inferSelect | undefined> {
  const [row] = await desk.db
    .select()
    .from(appointments)
    .where(
      and(
        eq(appointments.toolId, desk.toolId),
        eq(appointments.number, text(input.number).toUpperCase()),
        eq(sql`lower(${appointments.email})`, text(input.email).toLowerCase()),
        isNull(appointments.cancelledAt),
      ),
    )
  return row
}

/** Moves an appointment: the new time is taken before the old one is given back. */
export const move = (desk: Desk, input: Input): Promise<ToolResult> =>
  atTheDesk.run(desk.toolId, async () => {
    const row = await appointmentOf(desk, input)
    if (!row) return notThere
    const wanted = await wantedTime(desk, { place: row.place, ...input })
    if ('text' in wanted) return wanted
    const next = { ...row, start: new Date(wanted.start), place: wanted.place, sequence: row.sequence + 1 }
    if (!(await putInto(desk, next))) return taken(desk, input)
    await desk.db.update(appointments).set({ start: next.start, place: next.place, sequence: next.sequence }).where(eq(appointments.id, row.id)) // prettier-ignore
    const isElsewhere = row.place !== next.place || nameFor(row.start) !== nameFor(next.start)
    if (isElsewhere) await takeOut(desk.calendarOf(row.place), nameFor(row.start))
    return told(desk, next, 'REQUEST', 'moved')
  })

/** Cancels an appointment; its time is free again. */
export const cancel = (desk: Desk, input: Input): Promise<ToolResult> =>
  atTheDesk.run(desk.toolId, async () => {
    const row = await appointmentOf(desk, input)
    if (!row) return notThere
    await takeOut(desk.calendarOf(row.place), nameFor(row.start))
    await desk.db
      .update(appointments)
      .set({ cancelledAt: new Date(desk.now) })
      .where(eq(appointments.id, row.id))
    return told(desk, { ...row, sequence: row.sequence + 1 }, 'CANCEL', 'cancelled')
  })

/** What an appointment tool can do; a calendar that is a file can only be read. */
export const canBook = (url: string): boolean => !isFile(url)
export { CalendarTrouble }
