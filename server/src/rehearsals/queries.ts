import { and, asc, eq, inArray, isNotNull, isNull } from 'drizzle-orm'
import type { Script, StoredScript } from '@parrot/contract'
import { scripts, type Database } from '../database'
import { notFound } from '../http/problems'
import { newId } from '../ids'

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

export async function addScript(db: Database, agentId: string, script: Script): Promise<ScriptRow> {
  const [row] = await db
    .insert(scripts)
    .values({ id: newId(), agentId, ...script })
    .returning()
  return row!
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
