import { createHash } from 'node:crypto'
import { and, asc, desc, eq, inArray, lt, ne } from 'drizzle-orm'
import type { Rehearsal, RunCell, RunColumn } from '@parrot/contract'
import { compareRuns, type Compared, type ScriptComparison, type ScriptResult } from '@parrot/core/rehearsal'
import { rehearsalResults as results, rehearsals, type Database, type RunRequest } from '../database'
import { notFound } from '../http/problems'
import { newId } from '../ids'
import type { Subject } from '../turns/subject'

export type RunRow = typeof rehearsals.$inferSelect

/** How far back the run before is looked for. */
const RUNS_SEARCHED = 20

/** Adds a run that waits to be played. */
export async function addRun(
  db: Database,
  agentId: string,
  request: RunRequest,
  { revision, edition }: Pick<Subject, 'revision' | 'edition'>,
  total: number,
): Promise<RunRow> {
  const values = {
    id: newId(),
    agentId,
    request,
    revision,
    edition,
    total,
    status: 'queued',
    passed: 0,
    failed: 0,
  } as const
  const [row] = await db.insert(rehearsals).values(values).returning()
  return row!
}

export async function runById(db: Database, id: string): Promise<RunRow> {
  const [row] = await db.select().from(rehearsals).where(eq(rehearsals.id, id))
  if (!row) throw notFound('rehearsal')
  return row
}

/** Keeps how one script fared, with the run's counts. */
export async function keepResult(db: Database, run: RunRow, ordinal: number, result: ScriptResult): Promise<void> {
  const prints = result.turns.map(({ reply }) => createHash('md5').update(reply).digest('hex'))
  const { scriptId, passed } = result
  await db
    .insert(results)
    .values({ rehearsalId: run.id, scriptId, ordinal, passed, prints, result })
    .onConflictDoNothing()
}

/** The scripts of a run that were played already. */
export async function playedIn(db: Database, id: string): Promise<Set<string>> {
  const rows = await db.select({ id: results.scriptId }).from(results).where(eq(results.rehearsalId, id))
  return new Set(rows.map((row) => row.id))
}

/** Sets where a run stands, and counts what was played so far. */
export async function setRunStatus(
  db: Database,
  id: string,
  status: RunRow['status'],
  error: string | null = null,
): Promise<void> {
  const rows = await db.select({ passed: results.passed }).from(results).where(eq(results.rehearsalId, id))
  const passed = rows.filter((row) => row.passed).length
  await db
    .update(rehearsals)
    .set({ status, error, passed, failed: rows.length - passed })
    .where(eq(rehearsals.id, id))
}

const shownRun = (row: RunRow) => ({
  id: row.id,
  status: row.status,
  error: row.error,
  revision: row.revision,
  edition: row.edition,
  createdAt: row.createdAt.toISOString(),
  total: row.total,
  passed: row.passed,
  failed: row.failed,
})

/** Each script of some runs as far as it is compared, by run. */
async function comparedIn(
  db: Database,
  runs: readonly RunRow[],
): Promise<Map<string, (Compared & { passed: boolean })[]>> {
  const rows = runs.length
    ? await db
        .select({
          run: results.rehearsalId,
          scriptId: results.scriptId,
          passed: results.passed,
          prints: results.prints,
        })
        .from(results)
        .where(
          inArray(
            results.rehearsalId,
            runs.map(({ id }) => id),
          ),
        )
        .orderBy(asc(results.ordinal))
    : []
  const by = new Map<string, Compared[]>()
  for (const { run, scriptId, passed, prints } of rows) {
    const compared = { scriptId, passed, turns: prints.map((reply) => ({ reply })) }
    by.set(run, [...(by.get(run) ?? []), compared])
  }
  return by
}

/** Finished runs before a moment, newest first. */
const runsBefore = (db: Database, agentId: string, before: Date, limit: number): Promise<RunRow[]> =>
  db
    .select()
    .from(rehearsals)
    .where(and(eq(rehearsals.agentId, agentId), lt(rehearsals.createdAt, before), ne(rehearsals.status, 'cancelled')))
    .orderBy(desc(rehearsals.createdAt))
    .limit(limit)

/** Compares each script of a run with the newest run before it that played it. */
function comparisonOf(now: readonly Compared[], earlier: readonly (readonly Compared[])[]): ScriptComparison[] {
  const before = new Map<string, Compared>()
  for (const run of earlier) for (const each of run) if (!before.has(each.scriptId)) before.set(each.scriptId, each)
  return compareRuns([...before.values()], now)
}

/** The last runs of an agent, newest first, as columns of the sheet. */
export async function listRuns(db: Database, agentId: string, limit: number): Promise<RunColumn[]> {
  const rows = await runsBefore(db, agentId, new Date(Date.now() + 60_000), limit + RUNS_SEARCHED)
  const by = await comparedIn(db, rows)
  const of = (row: RunRow) => by.get(row.id) ?? []
  return rows.slice(0, limit).map((row, at) => {
    const passed = new Map(of(row).map((each) => [each.scriptId, each.passed]))
    const cells = comparisonOf(of(row), rows.slice(at + 1).map(of))
    return { ...shownRun(row), cells: cells.map((cell) => ({ ...cell, passed: passed.get(cell.scriptId)! })) }
  })
}

/** A run with everything that was said in it. */
export async function rehearsalById(db: Database, id: string): Promise<Rehearsal> {
  const row = await runById(db, id)
  const rows = await db.select().from(results).where(eq(results.rehearsalId, id)).orderBy(asc(results.ordinal))
  const earlier = await runsBefore(db, row.agentId, row.createdAt, RUNS_SEARCHED)
  const by = await comparedIn(db, [row, ...earlier])
  const comparison = comparisonOf(
    by.get(id) ?? [],
    earlier.map((each) => by.get(each.id) ?? []),
  )
  return { ...shownRun(row), results: rows.map(({ result }) => result), comparison }
}

/** One script of a run, with the newest result of it before that run. */
export async function cellOf(db: Database, id: string, scriptId: string): Promise<RunCell> {
  const row = await runById(db, id)
  const [cell] = await db
    .select()
    .from(results)
    .where(and(eq(results.rehearsalId, id), eq(results.scriptId, scriptId)))
  if (!cell) throw notFound('script in this run')
  const [before] = await db
    .select({ result: results.result, revision: rehearsals.revision })
    .from(results)
    .innerJoin(rehearsals, eq(rehearsals.id, results.rehearsalId))
    .where(
      and(
        eq(results.scriptId, scriptId),
        eq(rehearsals.agentId, row.agentId),
        lt(rehearsals.createdAt, row.createdAt),
        ne(rehearsals.status, 'cancelled'),
      ),
    )
    .orderBy(desc(rehearsals.createdAt))
    .limit(1)
  return { result: cell.result, before: before ?? null }
}
