import { and, count, eq, isNull, lt, lte, sql } from 'drizzle-orm'
import { DateTime } from 'luxon'
import { sendMail } from '../../delivery'
import { agents, reminders } from '../../database'
import { every } from '../../every'
import { newId } from '../../ids'
import type { Services } from '../../services'
import { failed, isAddress, operation, textOf, type ToolKindAtHand } from './kind'

const USUAL_TIME = '09:00'
const FURTHEST_DAYS = 366
/** One address is written to about no more than so many things that are still to come. */
const MOST_WAITING = 20

/** A mail at a time that a visitor names, to the address they give. */
export const reminder: ToolKindAtHand = {
  operations: () => [
    operation(
      'remind_me',
      'Remind by mail',
      'Writes a mail on a day, at a time, to remind of something.',
      {
        what: ['Of what shall I remind you?'],
        day: ['On which day?', 'date'],
        email: ['Which e-mail address shall I write to?', 'email'],
        'time?': ['At what time?', 'time'],
      },
      {
        changes: true,
        standIn: JSON.stringify({ day: 'Friday 4 December 2026', time: USUAL_TIME, what: 'the crossing' }),
      },
    ),
  ],

  async call({ means: { db }, row, input, caller, isDry }) {
    const { email, what, due } = wantedIn(input, row.settings.timeZone)
    const sent = { method: 'REMIND', url: `mailto:${email}`, headers: {}, body: `${due.toISO() ?? ''} ${what}` }
    if (!due.isValid || due.diffNow().milliseconds < 0 || due.diffNow('days').days > FURTHEST_DAYS)
      return { sent: null, result: { ...failed('That is no time to come within a year.'), asksAgain: ['day', 'time'] } }
    if (!isAddress(email))
      return { sent: null, result: { ...failed('That is no e-mail address.'), asksAgain: ['email'] } }
    if (isDry) return { sent, result: null }
    const [waiting] = await db
      .select({ count: count() })
      .from(reminders)
      .where(and(eq(sql`lower(${reminders.email})`, email.toLowerCase()), isNull(reminders.sentAt)))
    if (waiting!.count >= MOST_WAITING)
      return { sent: null, result: failed('There are many reminders for that address already.') }
    await db.insert(reminders).values({ id: newId(), toolId: row.id, email, what, dueAt: due.toJSDate(), ...caller })
    const value = { day: due.toFormat('cccc d LLLL yyyy'), time: due.toFormat('HH:mm'), what }
    return { sent, result: { text: JSON.stringify(value), value } }
  },

  async takeBack({ means: { db }, row, input, caller: { conversationId } }) {
    const { email, what, due } = wantedIn(input, row.settings.timeZone)
    if (conversationId === null || !due.isValid) return failed('There is no such reminder.')
    const own = and(eq(reminders.toolId, row.id), eq(reminders.conversationId, conversationId))
    const same = and(eq(reminders.email, email), eq(reminders.what, what), eq(reminders.dueAt, due.toJSDate()))
    const gone = await db
      .delete(reminders)
      .where(and(own, same, isNull(reminders.sentAt)))
      .returning()
    return gone.length > 0 ? { text: 'Taken back.' } : failed('It was sent already.')
  },
}

/** What is wanted, to which address, and when; a time that is none is not valid. */
const wantedIn = (input: Readonly<Record<string, unknown>>, zone = 'utc') => ({
  email: textOf(input.email, 200),
  what: textOf(input.what, 500),
  due: DateTime.fromISO(`${textOf(input.day, 10)}T${textOf(input.time, 5) || USUAL_TIME}`, { zone }),
})

const EVERY_MS = 60_000
const AGAIN_MS = 10 * 60_000
const MOST_TRIES = 5

/** Sends the reminders that are due, each once, whoever asks; gives how many went out. */
export async function sendDue({ db, seal, log }: Pick<Services, 'db' | 'seal' | 'log'>): Promise<number> {
  const due = await db
    .select({ reminder: reminders, name: agents.name })
    .from(reminders)
    .leftJoin(agents, eq(agents.id, reminders.agentId))
    .where(and(isNull(reminders.sentAt), lte(reminders.dueAt, new Date()), lt(reminders.tries, MOST_TRIES)))
    .limit(100)
  let sent = 0
  for (const { reminder: each, name } of due) {
    // Marked before it is sent: a kill sends none twice, and no other server sends it too.
    const [mine] = await db
      .update(reminders)
      .set({ sentAt: new Date(), tries: each.tries + 1 })
      .where(and(eq(reminders.id, each.id), isNull(reminders.sentAt)))
      .returning()
    if (!mine) continue
    const { isTaken, answer } = await sendMail(db, seal, each.email, {
      subject: each.what.replace(/\s+/g, ' ').slice(0, 120),
      text: `${each.what}\n\n${name ?? ''}`.trim(),
    })
    if (isTaken) sent++
    else {
      log.warn(`A reminder was not taken: ${answer}`)
      await db
        .update(reminders)
        .set({ sentAt: null, dueAt: new Date(Date.now() + AGAIN_MS) })
        .where(eq(reminders.id, each.id))
    }
  }
  return sent
}

/** Sends reminders when they are due; gives the function that stops it. */
export const keepReminding = (services: Services): (() => void) =>
  every(
    EVERY_MS,
    () => sendDue(services),
    (error) => services.log.error(error),
  )
