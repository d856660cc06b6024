import { setImmediate as breathe } from 'node:timers/promises'
import { and, asc, desc, eq, inArray, isNotNull, isNull, lt } from 'drizzle-orm'
import type { Rehearsal, Script, StoredScript } from '@parrot/contract'
import { compareRuns, playScript, type ScriptResult } from '@parrot/core/rehearsal'
import { rehearsals, scripts, type Database } from '../database'
import { notFound } from '../http/problems'
import { newId } from '../ids'
import type { Services } from '../services'
import { ask, type Subject } from '../turns/subject'

type ScriptRow = typeof scripts.$inferSelect
type RehearsalRow = typeof rehearsals.$inferSelect

export const shownScript = (row: ScriptRow): StoredScript => ({
  id: row.id,
  title: row.title,
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
    .orderBy(asc(scripts.createdAt), asc(scripts.id))

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

/** What a caller hears while scripts are played. */
export interface Progress {
  readonly done: number
  readonly total: number
  readonly title: string
}

/**
 * Plays scripts with a subject and keeps the run. One script that cannot be played (a model that fails) fails alone,
 * with its reason. A run that is cancelled is not kept.
 */
export async function rehearse(
  services: Services,
  agentId: string,
  subject: Subject,
  chosen: readonly ScriptRow[],
  onProgress: (progress: Progress) => void,
  signal?: AbortSignal,
): Promise<Rehearsal | undefined> {
  const results: ScriptResult[] = []
  for (const script of chosen) {
    if (signal?.aborted) return undefined
    onProgress({ done: results.length, total: chosen.length, title: script.title })
    try {
      results.push(
        await playScript(script, async (said, conversation) => {
          // Lets other requests in between turns: the built-in model computes on this thread.
          await breathe()
          return ask(services, subject, said, conversation, { signal })
        }),
      )
    } catch (error) {
      if (signal?.aborted) return undefined
      const reason = error instanceof Error ? error.message : String(error)
      results.push({ scriptId: script.id, title: script.title, passed: false, turns: [], error: reason })
    }
  }
  const passed = results.filter((result) => result.passed).length
  const [row] = await services.db
    .insert(rehearsals)
    .values({
      id: newId(),
      agentId,
      revision: subject.revision,
      edition: subject.edition,
      passed,
      failed: results.length - passed,
      results,
    })
    .returning()
  return shownRehearsal(services.db, row!)
}

/** How far back the run before is looked for. */
const RUNS_SEARCHED = 20

/** A run with each script compared to the newest earlier run that played it. */
export async function shownRehearsal(db: Database, row: RehearsalRow): Promise<Rehearsal> {
  const earlier = await db
    .select()
    .from(rehearsals)
    .where(and(eq(rehearsals.agentId, row.agentId), lt(rehearsals.createdAt, row.createdAt)))
    .orderBy(desc(rehearsals.createdAt))
    .limit(RUNS_SEARCHED)
  const before = new Map<string, ScriptResult>()
  for (const run of earlier)
    for (const each of run.results) if (!before.has(each.scriptId)) before.set(each.scriptId, each)
  return {
    id: row.id,
    revision: row.revision,
    edition: row.edition,
    createdAt: row.createdAt.toISOString(),
    passed: row.passed,
    failed: row.failed,
    results: row.results,
    comparison: compareRuns([...before.values()], row.results),
  }
}

/** The last runs of an agent, newest first. */
export async function listRehearsals(db: Database, agentId: string, limit: number): Promise<Rehearsal[]> {
  const rows = await db
    .select()
    .from(rehearsals)
    .where(eq(rehearsals.agentId, agentId))
    .orderBy(desc(rehearsals.createdAt))
    .limit(limit)
  const shown: Rehearsal[] = []
  for (const row of rows) shown.push(await shownRehearsal(db, row))
  return shown
}

export async function rehearsalById(db: Database, id: string): Promise<Rehearsal> {
  const [row] = await db.select().from(rehearsals).where(eq(rehearsals.id, id))
  if (!row) throw notFound('rehearsal')
  return shownRehearsal(db, row)
}
