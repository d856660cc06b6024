import { appointmentSettings } from '@parrot/core/appointments'
import { book, cancel, CalendarTrouble, canBook, findFree, move, type CalendarPlace, type Desk } from '../../calendars'
import { mailServerOf, sendMail } from '../../delivery'
import { guardedFetch } from '../reach'
import { signed } from '../requests'
import { failed, operation, type Calling, type Done, type ToolKindAtHand } from './kind'

const BOOKED = { number: 'A-1001', state: 'booked', day: 'Friday 4 December 2026', time: '10:00', name: 'Ana' }
const OFFERED = {
  times: ['10:00', '10:30', '14:00'].map((time) => ({
    day: BOOKED.day,
    time,
    says: `${BOOKED.day} at ${time}`,
  })),
}

/** A calendar in which appointments are made: CalDAV, or an iCalendar file that only tells what is free. */
export const calendar: ToolKindAtHand = {
  operations: ({ url, settings }) => {
    const places = settings.appointments?.places ?? []
    const maybe: Record<string, readonly [string]> =
      places.length > 1 ? { 'place?': [`Where or with whom: ${places.map(({ name }) => name).join(', ')}?`] } : {}
    const free = operation(
      'free_times',
      'Free times',
      'Tells which times are free, on a day or in the coming days.',
      { 'day?': ['On which day?', 'date'], ...maybe },
      { standIn: JSON.stringify(OFFERED) },
    )
    if (!canBook(url)) return [free]
    const when = { day: ['On which day?', 'date'], time: ['At what time?', 'time'] } as const
    const known = {
      number: ['What is the number of the appointment?'],
      email: ['With which e-mail address was it booked?', 'email'],
    } as const
    const changes = { changes: true }
    return [
      free,
      operation(
        'book_time',
        'Book a time',
        'Books a free time and sends an invitation by mail.',
        {
          ...when,
          ...maybe,
          name: ['Under which name?'],
          email: ['Which e-mail address shall the invitation go to?', 'email'],
          'note?': ['What is it about?'],
        },
        { ...changes, standIn: JSON.stringify(BOOKED) },
      ),
      operation('move_time', 'Move an appointment', 'Moves an appointment to another free time.', { ...known, ...when }, { ...changes, standIn: JSON.stringify({ ...BOOKED, state: 'moved' }) }), // prettier-ignore
      operation('cancel_time', 'Cancel an appointment', 'Cancels an appointment; its time is free again.', known, { ...changes, standIn: JSON.stringify({ ...BOOKED, state: 'cancelled' }) }), // prettier-ignore
    ]
  },

  async call(calling): Promise<Done> {
    const { row, operation: asked, input, isDry } = calling
    const what = asked.request?.url ?? asked.name
    const work = WORK[what]
    const sent = { method: what, url: row.url, headers: {}, body: JSON.stringify(input, null, 2) }
    if (!work) return { sent: null, result: failed('The calendar cannot do that.') }
    if (isDry) return { sent, result: null }
    try {
      return { sent, result: await work(await deskFor(calling), input) }
    } catch (error) {
      if (error instanceof CalendarTrouble) return { sent, result: failed(error.message) }
      throw error
    }
  },
}

const WORK: Readonly<Record<string, (desk: Desk, input: Calling['input']) => ReturnType<typeof book>>> = {
  free_times: findFree,
  book_time: book,
  move_time: move,
  cancel_time: cancel,
}

async function deskFor({ means, row, secret, limits, caller }: Calling): Promise<Desk> {
  const settings = appointmentSettings.parse(row.settings.appointments ?? {})
  const { db, seal } = means
  const { from, user, host } = await mailServerOf(db)
  const own = URL.canParse(row.url) ? new URL(row.url).origin : ''
  const calendarOf = (place: string): CalendarPlace => {
    const url = settings.places.find(({ name }) => name === place)?.url || row.url
    const { headers } = signed({ method: 'GET', url, headers: {}, body: '' }, row.auth, secret)
    // The secret is the tool's own host's, whoever keeps the other calendars.
    const isOwn = URL.canParse(url) && new URL(url).origin === own
    return { url, headers: isOwn ? headers : {}, fetch: guardedFetch(limits.allowedHosts, limits.timeoutMs) }
  }
  return {
    toolId: row.id,
    toolName: row.name,
    settings,
    calendarOf,
    db,
    now: Date.now(),
    organizer: addressIn(from) || user,
    ...caller,
    invite: async (to, method, ics, words) => {
      if (host === '') return 'no invitation was sent: no mail server is set under Settings'
      const { isTaken, answer } = await sendMail(db, seal, to, { ...words, invitation: { method, ics } })
      return isTaken ? `an invitation went to ${to}` : `the invitation could not be sent: ${answer}`
    },
  }
}

/** "The desk <desk@ferries.example>" as its address alone. */
const addressIn = (from: string): string => /[^\s<>]+@[^\s<>]+/.exec(from)?.[0] ?? ''
