import { and, desc, eq, inArray } from 'drizzle-orm'
import type { GivenUpJob } from '@parrot/contract'
import {
  agents,
  deliveries,
  jobs,
  notes,
  rehearsals,
  sources,
  sourceVersions,
  studies,
  surveys,
  type Database,
} from '../database'

/** More are told of than anybody reads. */
const MOST_SHOWN = 100

/** The jobs that failed by a fault again and again, the latest first, each with what it was about. */
export async function givenUpJobs(db: Database): Promise<GivenUpJob[]> {
  const rows = await db
    .select()
    .from(jobs)
    .where(eq(jobs.state, 'failed'))
    .orderBy(desc(jobs.finishedAt))
    .limit(MOST_SHOWN)
  const known = await subjects(
    db,
    rows.map(({ subject }) => subject),
  )
  return rows.map(({ id, kind, subject, error, attempts, finishedAt, createdAt }) => ({
    id,
    kind,
    about: known.get(subject) ?? 'something that is there no longer',
    error: error ?? '',
    attempts,
    at: (finishedAt ?? createdAt).toISOString(),
  }))
}

/** The names of what jobs are about: a document by its title, the rest by its agent. */
async function subjects(db: Database, ids: readonly string[]): Promise<Map<string, string>> {
  if (ids.length === 0) return new Map()
  const documents = await db
    .select({ id: sourceVersions.id, name: sources.title })
    .from(sourceVersions)
    .innerJoin(sources, eq(sources.id, sourceVersions.sourceId))
    .where(inArray(sourceVersions.id, [...ids]))
  const itself = await db
    .select({ id: agents.id, name: agents.name })
    .from(agents)
    .where(inArray(agents.id, [...ids]))
  const ofAgents = await Promise.all(
    [surveys, rehearsals, notes, studies, deliveries].map((table) =>
      db
        .select({ id: table.id, name: agents.name })
        .from(table)
        .innerJoin(agents, eq(agents.id, table.agentId))
        .where(inArray(table.id, [...ids])),
    ),
  )
  return new Map([...documents, ...itself, ...ofAgents.flat()].map(({ id, name }) => [id, name]))
}

/** Puts a job that was given up out of the list. What it was about stays as it is. */
export async function forgetJob(db: Database, id: string): Promise<void> {
  await db
    .update(jobs)
    .set({ state: 'cancelled' })
    .where(and(eq(jobs.id, id), eq(jobs.state, 'failed')))
}
