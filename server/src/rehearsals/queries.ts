import { and, asc, eq, inArray, isNotNull, isNull, sql } from 'drizzle-orm'
import type { Script, StoredScript } from '@parrot/contract'
import { scripts, type Database } from '../database'
import { notFound } from '../http/problems'
import { inTurn, newId } from '../ids'

export type ScriptRow = typeof scripts.$inferSelect

export const shownScript = (row: ScriptRow): StoredScript => ({
  id: row.id,
  title: row.title,
  folder: row.folder,
  tags: row.tags,
  turns: row.turns,
  changedAt: row.changedAt.toISOString(),
})

/** The scripts of an agent, oldest first; only some of them when ids are given. */
export const listScripts = (db: Database, agentId: string, ids?: readonly string[]): Promise<ScriptRow[]> =>
  db
    .select()
    .from(scripts)
    .where(
      and(eq(scripts.agentId, agentId), isNull(scripts.removedAt), ids ? inArray(scripts.id, [...ids]) : undefined),
    )
    .orderBy(asc(scripts.place), asc(scripts.createdAt), asc(scripts.id))

/** Where a new script stands: after all others, however they were ordered. */
const lastPlace = (agentId: string) =>
  sql<number>`coalesce((select max(${scripts.place}) from ${scripts} where ${scripts.agentId} = ${agentId}), 0)`

export async function addScript(db: Database, agentId: string, script: Script): Promise<ScriptRow> {
  const [row] = await db
    .insert(scripts)
    .values({ id: newId(), agentId, ...script, place: lastPlace(agentId) })
    .returning()
  return row!
}

/** Adds scripts in their order, all of them or none. */
export async function addScripts(db: Database, agentId: string, many: readonly Script[]): Promise<void> {
  if (many.length === 0) return
  const moment = inTurn()
  await db.transaction(async (tx) => {
    for (let from = 0; from < many.length; from += AT_ONCE)
      await tx.insert(scripts).values(
        many.slice(from, from + AT_ONCE).map((script) => ({
          id: newId(),
          agentId,
          ...script,
          place: lastPlace(agentId),
          createdAt: moment(),
        })),
      )
  })
}
const AT_ONCE = 200

/** Puts an agent's scripts in the order of their ids; those not named come after. */
export async function orderScripts(db: Database, agentId: string, ids: readonly string[]): Promise<void> {
  await db.transaction(async (tx) => {
    await tx.update(scripts).set({ place: ids.length }).where(eq(scripts.agentId, agentId))
    for (const [place, id] of ids.entries())
      await tx
        .update(scripts)
        .set({ place })
        .where(and(eq(scripts.id, id), eq(scripts.agentId, agentId)))
  })
}

export async function changeScript(db: Database, id: string, script: Script): Promise<ScriptRow> {
  const [row] = await db
    .update(scripts)
    .set({ ...script, changedAt: new Date() })
    .where(and(eq(scripts.id, id), isNull(scripts.removedAt)))
    .returning()
  if (!row) throw notFound('script')
  return row
}

/** Removes a script from sight, or brings it back. */
export async function setScriptRemoved(db: Database, id: string, isRemoved: boolean): Promise<ScriptRow> {
  const [row] = await db
    .update(scripts)
    .set({ removedAt: isRemoved ? new Date() : null })
    .where(and(eq(scripts.id, id), isRemoved ? isNull(scripts.removedAt) : isNotNull(scripts.removedAt)))
    .returning()
  if (!row) throw notFound('script')
  return row
}
