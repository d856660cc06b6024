import { and, desc, eq, gte, isNotNull, isNull, lte, sql } from 'drizzle-orm'
import { inputsFor, nextDue, takes, type Cue, type CueEvent } from '@parrot/core/team'
import type { CueTried } from '@parrot/contract'
import { relayEvents, relays, settings, type Database, type RunMail } from '../database'
import { entriesOf } from '../feeds'
import { HttpProblem } from '../http/problems'
import { newId } from '../ids'
import type { Services } from '../services'
import { addRun, nextLook, type RelayRow } from '../team'
import { filesIn } from './files'
import { lastMails, mailsSince, type MailCue } from './mailbox'
import { endedTalks } from './talks'
import { groupsGrown } from './wanting'

type Reading = Pick<Database, 'select'>
type Writing = Pick<Database, 'insert'>
type Means = Pick<Services, 'config' | 'db' | 'jobs' | 'bus' | 'log' | 'pool' | 'seal'>

/** One that was due longer ago than this was missed: it is made up for once, and says so. */
const MISSED_MS = 10 * 60_000
const TRIED_ON = 10
const PAUSED = 'cues'
const TAKEN = 'It was taken before.'

export async function arePaused(db: Database): Promise<boolean> {
  const [row] = await db.select().from(settings).where(eq(settings.name, PAUSED))
  return (row?.value as { isPaused?: boolean } | undefined)?.isPaused === true
}

/** Lets no cue begin anything, or lets them again. */
export async function setPaused(db: Database, isPaused: boolean): Promise<void> {
  const value = { isPaused }
  await db
    .insert(settings)
    .values({ name: PAUSED, value })
    .onConflictDoUpdate({ target: settings.name, set: { value } })
}

/**
 * Begins a relay for something that happened, once; tells the run, or why there is none. That it happened and the run are
 * written together: a kill in between loses neither, and nothing is begun twice.
 */
export async function takeEvent(
  { db, jobs, bus }: Means,
  relay: RelayRow,
  event: CueEvent,
  isNew = true,
): Promise<{ runId: string | null; because: string }> {
  const { cue } = relay
  if (!cue) return { runId: null, because: 'It has no cue.' }
  const isPaused = await arePaused(db)
  const taken = await db.transaction(async (tx) => {
    const id = newId()
    const [mine] = await tx
      .insert(relayEvents)
      .values({ id, relayId: relay.id, key: event.key, title: event.title.slice(0, 300), at: event.at })
      .onConflictDoNothing()
      .returning({ id: relayEvents.id })
    if (!mine) return { runId: null, because: TAKEN }
    const because = isNew ? await whyNot(tx, relay.id, cue, event, isPaused) : 'It was there before.'
    const begun = because === '' ? await beginFor(tx, relay, cue, event) : { runId: null, because }
    await tx.update(relayEvents).set(begun).where(eq(relayEvents.id, id))
    return begun
  })
  if (taken.runId === null) return taken
  await jobs.add('relay', taken.runId)
  bus.tell(relay.agentId, 'relays')
  return taken
}

/** Why a cue begins nothing for an event just now; "" where it does. */
async function whyNot(db: Reading, relayId: string, cue: Cue, event: CueEvent, isPaused: boolean): Promise<string> {
  const { isTaken, because } = takes(cue, event)
  if (!isTaken) return because
  if (isPaused) return 'All cues were paused.'
  // A time comes as often as its rule says.
  return cue.kind !== 'time' && (await begunToday(db, relayId)) >= cue.mostPerDay
    ? `It began ${cue.mostPerDay} times today already.`
    : ''
}

async function beginFor(
  db: Writing,
  relay: RelayRow,
  cue: Cue,
  event: CueEvent,
): Promise<{ runId: string | null; because: string }> {
  try {
    const names = relay.spec.inputs.map(({ name }) => name)
    const by = event.isLate ? 'its cue, late' : 'its cue'
    const run = await addRun(db, relay, inputsFor(cue, event, names), by, answerTo(cue, event))
    return { runId: run.id, because: '' }
  } catch (error) {
    // What a relay is not given as it wants is refused before anything is written.
    if (error instanceof HttpProblem) return { runId: null, because: error.message }
    throw error
  }
}

/** The mail that a run is to answer, as a draft or by itself. */
const answerTo = (cue: Cue, { replyTo }: CueEvent): RunMail | null =>
  cue.kind !== 'mail' || cue.does === 'note' || !replyTo
    ? null
    : {
        to: replyTo.to,
        subject: replyTo.subject,
        sentAt: null,
        answers: { messageId: replyTo.messageId, isSentAlone: cue.does === 'answer' },
      }

async function begunToday(db: Reading, relayId: string): Promise<number> {
  const [row] = await db
    .select({ count: sql<number>`count(*)::int` })
    .from(relayEvents)
    .where(
      and(
        eq(relayEvents.relayId, relayId),
        isNotNull(relayEvents.runId),
        gte(relayEvents.createdAt, sql`date_trunc('day', now())`),
      ),
    )
  return row!.count
}

/** What stands where a cue looks and was not seen there yet, the latest first; undefined for a cue that looks nowhere. */
function unseen(
  means: Means,
  { agentId }: Pick<RelayRow, 'agentId'>,
  cue: Cue,
  seen: () => Promise<ReadonlySet<string>>,
  most: number,
  isFirst = false,
): Promise<CueEvent[]> | undefined {
  if (cue.kind === 'feed') return entriesOf(means, cue.url).then((entries) => entries.slice(0, most))
  if (cue.kind === 'file') return seen().then((known) => filesIn(means, cue, known, isFirst ? 'names' : most))
  return cue.kind === 'wanting' ? seen().then((known) => groupsGrown(means.db, agentId, cue, known, most)) : undefined
}

const MOST_AT_ONCE = 50

/** Begins a relay for what is new where its cue looks, the oldest first; at the first look all there is was there before. */
async function takeUnseen(means: Means, relay: RelayRow, looked: Promise<readonly CueEvent[]>): Promise<void> {
  for (const event of (await looked).toReversed()) await takeEvent(means, relay, event, relay.lookedAt !== null)
  await means.db.update(relays).set({ lookedAt: new Date() }).where(eq(relays.id, relay.id))
}

/** The keys of what happened for a cue, as far back as is kept. */
async function seenFor(db: Database, relayId: string): Promise<ReadonlySet<string>> {
  const rows = await db.select({ key: relayEvents.key }).from(relayEvents).where(eq(relayEvents.relayId, relayId))
  return new Set(rows.map(({ key }) => key))
}

/** Looks at a mailbox: what came since the last look begins the relay; at the first look nothing does. */
async function lookAtMails(means: Means, relay: RelayRow, cue: MailCue): Promise<void> {
  const { mails, lookedTo } = await mailsSince(means, cue, relay.sealedSecret, relay.lookedTo)
  for (const mail of mails) await takeEvent(means, relay, mail)
  await means.db.update(relays).set({ lookedTo }).where(eq(relays.id, relay.id))
}

/** Begins what is due; gives how many cues were. */
export async function beginDue(means: Means): Promise<number> {
  const due = await means.db
    .select()
    .from(relays)
    .where(and(lte(relays.nextAt, new Date()), isNull(relays.removedAt)))
  let begun = 0
  for (const relay of due) {
    const isMine = relay.cue?.kind === 'time' ? await takeTime(means, relay) : await lookWhereItIs(means, relay)
    if (isMine) begun++
  }
  return begun
}

/**
 * Begins a relay whose time has come: first that it came, with its run, then when it comes next. A kill in between loses no
 * time, and whoever comes second finds that it was taken.
 */
async function takeTime(means: Means, relay: RelayRow): Promise<boolean> {
  const at = relay.nextAt!
  const isLate = Date.now() - at.getTime() > MISSED_MS
  const event = { key: at.toISOString(), title: 'Its time had come', at, values: {}, isLate }
  const { because } = await takeEvent(means, relay, event)
  const wasMine = because !== TAKEN
  await putOn(means.db, relay)
  return wasMine
}

/** Looks where a cue looks; only one server does. What goes wrong is told under the cue. */
async function lookWhereItIs(means: Means, relay: RelayRow): Promise<boolean> {
  const { db, log } = means
  const cue = relay.cue
  if (!cue || !(await putOn(db, relay))) return false
  try {
    const looked = unseen(means, relay, cue, () => seenFor(db, relay.id), MOST_AT_ONCE, relay.lookedAt === null)
    if (looked) await takeUnseen(means, relay, looked)
    else if (cue.kind === 'mail') await lookAtMails(means, relay, cue)
  } catch (error) {
    log.warn(error)
    await noteTrouble(means, relay, error as Error)
  }
  return true
}

/** Tells under the cue that it could not look, once a day: a feed that is gone begins nothing, and nobody would know. */
async function noteTrouble({ db, bus }: Means, relay: RelayRow, { message }: Error): Promise<void> {
  const at = new Date()
  const trouble = { title: 'It could not look', because: message, at }
  await db
    .insert(relayEvents)
    .values({ id: newId(), relayId: relay.id, key: `trouble ${at.toISOString().slice(0, 10)}`, ...trouble })
    .onConflictDoUpdate({ target: [relayEvents.relayId, relayEvents.key], set: trouble })
  bus.tell(relay.agentId, 'relays')
}

/** Says when a cue is to be looked at next; false where somebody else did already. */
async function putOn(db: Database, row: RelayRow): Promise<boolean> {
  const mine = await db
    .update(relays)
    .set({ nextAt: nextLook(row.cue) })
    .where(and(eq(relays.id, row.id), eq(relays.nextAt, row.nextAt!)))
    .returning({ id: relays.id })
  return mine.length > 0
}

/** Begins the relays that wait for a conversation to be over. */
export async function talksEnded(means: Means, agentId: string, ids: readonly string[]): Promise<void> {
  const waiting = (
    await means.db
      .select()
      .from(relays)
      .where(and(eq(relays.agentId, agentId), isNull(relays.removedAt)))
  ).filter(({ cue }) => cue?.kind === 'conversation' && cue.isOn)
  if (waiting.length === 0) return
  const events = await endedTalks(means.db, agentId, ids.length, ids)
  for (const relay of waiting) for (const event of events) await takeEvent(means, relay, event)
}

/** What a cue would have done with the last things that happened; nothing is begun. */
export async function tryCue(means: Means, relay: RelayRow, cue: Cue): Promise<CueTried> {
  const names = relay.spec.inputs.map(({ name }) => name)
  const events = await lastEvents(means, relay, cue)
  return {
    events: events.map((event) => ({
      title: event.title,
      at: event.at.toISOString(),
      ...takes(cue, event),
      inputs: inputsFor(cue, event, names),
    })),
  }
}

async function lastEvents(means: Means, relay: RelayRow, cue: Cue): Promise<readonly CueEvent[]> {
  const looked = unseen(means, relay, cue, async () => new Set<string>(), TRIED_ON)
  if (looked) return looked
  if (cue.kind === 'mail') return lastMails(means, cue, relay.sealedSecret, TRIED_ON)
  if (cue.kind === 'conversation') return endedTalks(means.db, relay.agentId, TRIED_ON)
  if (cue.kind === 'time') {
    const times: Date[] = []
    for (let at: Date | undefined = nextDue(cue, new Date()); at && times.length < TRIED_ON; at = nextDue(cue, at))
      times.push(at)
    return times.map((at) => ({ key: at.toISOString(), title: 'It would begin', at, values: {} }))
  }
  const rows = await eventsOf(means.db, relay.id)
  return rows.slice(0, TRIED_ON).map(({ key, title, at }) => ({ key, title, at, values: { text: title } }))
}

const MOST_SHOWN = 50
export const eventsOf = (db: Database, relayId: string): Promise<(typeof relayEvents.$inferSelect)[]> =>
  db
    .select()
    .from(relayEvents)
    .where(eq(relayEvents.relayId, relayId))
    .orderBy(desc(relayEvents.createdAt))
    .limit(MOST_SHOWN)
