import { randomBytes } from 'node:crypto'
import { and, eq, gt, inArray, isNull, ne, sql, type SQL } from 'drizzle-orm'
import type { z } from 'zod'
import { NO_FORM, type newOutlet, type Outlet, type outletChange } from '@parrot/contract'
import { agents, outletDays, outletKeys, outlets, type Database } from '../database'
import { HttpProblem, notFound } from '../http/problems'
import { newId } from '../ids'
import { newToken, sealPassword, sumOf } from '../members'

export type OutletRow = typeof outlets.$inferSelect

/** The outlets of an agent, in the order they were made. */
export async function listOutlets(db: Database, agentId: string): Promise<Outlet[]> {
  const rows = await db
    .select()
    .from(outlets)
    .where(and(eq(outlets.agentId, agentId), isNull(outlets.removedAt)))
    .orderBy(outlets.createdAt)
  return shown(db, rows)
}

async function shown(db: Database, rows: readonly OutletRow[]): Promise<Outlet[]> {
  const ids = rows.map(({ id }) => id)
  if (ids.length === 0) return []
  const keys = await db.select().from(outletKeys).where(inArray(outletKeys.outletId, ids)).orderBy(outletKeys.createdAt)
  const days = await db
    .select()
    .from(outletDays)
    .where(and(inArray(outletDays.outletId, ids), gt(outletDays.day, sql`current_date - 30`)))
    .orderBy(outletDays.day)
  const [now] = await db.select({ day: sql<string>`current_date::text` }).from(sql`(select 1) one`)
  return rows.map(({ agentId: _agent, createdAt: _made, removedAt: _removed, password, sealedSecret, ...row }) => ({
    ...row,
    form: row.form ?? NO_FORM,
    hasPassword: password !== null,
    hasSecret: sealedSecret !== null,
    days: days.filter(({ outletId }) => outletId === row.id).map(({ day, turns, tokens }) => ({ day, turns, tokens })),
    turnsToday: days.find(({ outletId, day }) => outletId === row.id && day === now!.day)?.turns ?? 0,
    keys: keys
      .filter(({ outletId }) => outletId === row.id)
      .map(({ id, name, createdAt, lastUsedAt }) => ({
        id,
        name,
        createdAt: createdAt.toISOString(),
        lastUsedAt: lastUsedAt?.toISOString() ?? null,
      })),
  }))
}

export const outletById = async (db: Database, id: string): Promise<Outlet> =>
  (await shown(db, [await outletRow(db, id)]))[0]!

export async function outletRow(db: Database, id: string): Promise<OutletRow> {
  const [row] = await db
    .select()
    .from(outlets)
    .where(and(eq(outlets.id, id), isNull(outlets.removedAt)))
  if (!row) throw notFound('outlet')
  return row
}

/** Makes an outlet under an address nobody guesses. */
export async function addOutlet(db: Database, agentId: string, given: z.output<typeof newOutlet>): Promise<Outlet> {
  const slug = `${given.kind}-${randomBytes(6).toString('hex')}`
  const [row] = await db
    .insert(outlets)
    .values({ id: newId(), agentId, slug, ...given })
    .returning()
  return (await shown(db, [row!]))[0]!
}

export async function changeOutlet(db: Database, id: string, change: z.output<typeof outletChange>): Promise<Outlet> {
  await outletRow(db, id)
  const { password, ...fields } = change
  const sealed = password === undefined ? {} : { password: await sealPassword(password) }
  await db
    .update(outlets)
    .set({ ...fields, ...sealed })
    .where(eq(outlets.id, id))
  return outletById(db, id)
}

/** Takes an outlet away, or brings it back under the same address. */
export async function setOutletRemoved(db: Database, id: string, isRemoved: boolean): Promise<void> {
  const rows = await db
    .update(outlets)
    .set({ removedAt: isRemoved ? new Date() : null })
    .where(eq(outlets.id, id))
    .returning()
  if (rows.length === 0) throw notFound('outlet')
}

/** Makes a key for programs; it is shown once. */
export async function addOutletKey(db: Database, outletId: string, name: string): Promise<{ id: string; key: string }> {
  await outletRow(db, outletId)
  const key = `parrot_out_${newToken()}`
  const id = newId()
  await db.insert(outletKeys).values({ id, outletId, name, keyHash: sumOf(key) })
  return { id, key }
}

export async function removeOutletKey(db: Database, outletId: string, id: string): Promise<void> {
  const rows = await db
    .delete(outletKeys)
    .where(and(eq(outletKeys.id, id), eq(outletKeys.outletId, outletId)))
    .returning()
  if (rows.length === 0) throw notFound('key')
}

/** Where somebody is let in: an agent, the edition that answers there, and the outlet where it is one. */
export interface Place {
  readonly agent: typeof agents.$inferSelect
  readonly edition: number
  readonly outlet: OutletRow | null
}

const nobody = () =>
  new HttpProblem(
    404,
    'Nobody is here to talk to.',
    'The address is wrong, or the agent is not published at the moment.',
  )

/**
 * The place behind an address: an outlet’s, or the page every published agent has under its own name. One for programs has
 * none: it is opened by its key alone.
 */
export async function placeBySlug(db: Database, slug: string): Promise<Place> {
  const [own] = await db
    .select()
    .from(agents)
    .where(and(eq(agents.slug, slug), isNull(agents.removedAt)))
  if (own) {
    if (own.liveEdition === null) throw nobody()
    return { agent: own, edition: own.liveEdition, outlet: null }
  }
  return placeWhere(db, and(eq(outlets.slug, slug), ne(outlets.kind, 'api'))!)
}

/** The place a key opens; throws when it opens none. */
export async function placeByKey(db: Database, key: string): Promise<Place> {
  const [found] = await db
    .select()
    .from(outletKeys)
    .where(eq(outletKeys.keyHash, sumOf(key)))
  if (!found) throw new HttpProblem(401, 'This key opens nothing.', 'It is wrong, or was taken back.', { code: 'key' })
  if (Date.now() - (found.lastUsedAt?.getTime() ?? 0) > MINUTE)
    await db.update(outletKeys).set({ lastUsedAt: new Date() }).where(eq(outletKeys.id, found.id))
  return placeWhere(db, eq(outlets.id, found.outletId))
}

const MINUTE = 60_000

async function placeWhere(db: Database, which: SQL): Promise<Place> {
  const [found] = await db
    .select({ agent: agents, outlet: outlets })
    .from(outlets)
    .innerJoin(agents, eq(agents.id, outlets.agentId))
    .where(and(which, isNull(outlets.removedAt), isNull(agents.removedAt)))
  const edition = found?.outlet.edition ?? found?.agent.liveEdition
  if (!found || edition == null || found.outlet.state === 'off') throw nobody()
  return { ...found, edition }
}
