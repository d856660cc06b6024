import { and, count, eq, gt, sql } from 'drizzle-orm'
import { LRUCache } from 'lru-cache'
import type { People } from '@parrot/core/dialogue'
import type { Desk, DeskSettings } from '@parrot/contract'
import { conversations, deskPresence, desks, type Database } from '../database'
import { isWithin } from './hours'

/** How long somebody counts as there after their browser said so last. */
const HERE_SECONDS = 100

const settingsOf = ({ agentId: _agent, ...row }: typeof desks.$inferSelect): DeskSettings => row

/** An agent that nobody answers for has a desk that is off. */
const noDesk = (): DeskSettings => ({
  isOn: false,
  hours: [],
  timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
  saysCalled: '',
  saysNobody: '',
  waitMinutes: 5,
  mailTo: [],
})

export async function deskSettingsOf(db: Database, agentId: string): Promise<DeskSettings> {
  const [row] = await db.select().from(desks).where(eq(desks.agentId, agentId))
  return row ? settingsOf(row) : noDesk()
}

async function isSomebodyHere(db: Database, agentId: string): Promise<boolean> {
  const here = await db
    .select({ who: deskPresence.who })
    .from(deskPresence)
    .where(and(eq(deskPresence.agentId, agentId), gt(deskPresence.until, sql`now()`)))
    .limit(1)
  return here.length > 0
}

/** The desk of an agent as it stands just now. */
export async function deskOf(db: Database, agentId: string): Promise<Desk> {
  const settings = await deskSettingsOf(db, agentId)
  const isHere = await isSomebodyHere(db, agentId)
  const [waiting] = await db
    .select({ count: count() })
    .from(conversations)
    .where(and(eq(conversations.agentId, agentId), eq(conversations.person, 'waiting')))
  return {
    ...settings,
    isSomebodyHere: isHere,
    isOpen: settings.isOn && (isHere || isWithin(settings.hours, settings.timeZone, new Date())),
    waiting: waiting!.count,
  }
}

export async function setDesk(db: Database, agentId: string, settings: DeskSettings): Promise<void> {
  await db
    .insert(desks)
    .values({ agentId, ...settings })
    .onConflictDoUpdate({ target: desks.agentId, set: settings })
  known.get(db)?.delete(agentId)
}

/** Says that somebody is at the desk, for a while, or no longer. */
export async function setHere(db: Database, agentId: string, who: string, isHere: boolean): Promise<void> {
  const until = isHere ? sql<Date>`now() + make_interval(secs => ${HERE_SECONDS})` : sql<Date>`now()`
  await db
    .insert(deskPresence)
    .values({ agentId, who, until })
    .onConflictDoUpdate({ target: [deskPresence.agentId, deskPresence.who], set: { until } })
  known.get(db)?.delete(agentId)
}

/** What is known of desks; every visitor's turn asks, and another server may have changed it. */
const known = new WeakMap<Database, LRUCache<string, { desk: DeskSettings; isHere: boolean }>>()
const BELIEVED_MS = 3000

/** Whether somebody is there for an agent's visitors, and what they hear of it; undefined where nobody ever is. */
export async function peopleFor(db: Database, agentId: string): Promise<People | undefined> {
  const cache =
    known.get(db) ?? new LRUCache<string, { desk: DeskSettings; isHere: boolean }>({ max: 1000, ttl: BELIEVED_MS })
  known.set(db, cache)
  let found = cache.get(agentId)
  if (!found) {
    const desk = await deskSettingsOf(db, agentId)
    found = { desk, isHere: desk.isOn && (await isSomebodyHere(db, agentId)) }
    cache.set(agentId, found)
  }
  const { desk, isHere } = found
  if (!desk.isOn) return undefined
  const isThere = isHere || isWithin(desk.hours, desk.timeZone, new Date())
  return { isThere, says: isThere ? desk.saysCalled : desk.saysNobody }
}
