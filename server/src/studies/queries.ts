import { desc, eq, sql } from 'drizzle-orm'
import type { Study, StudyLine, StudyRequest } from '@parrot/contract'
import { studies, type Database } from '../database'
import { notFound } from '../http/problems'
import { newId } from '../ids'

export type StudyRow = typeof studies.$inferSelect

const MOST_LISTED = 60

export async function addStudy(
  db: Database,
  agentId: string,
  request: StudyRequest,
  revision: number,
): Promise<StudyRow> {
  const [row] = await db
    .insert(studies)
    .values({ id: newId(), agentId, request, revision, status: 'queued' })
    .returning()
  return row!
}

export async function studyRow(db: Database, id: string): Promise<StudyRow> {
  const [row] = await db.select().from(studies).where(eq(studies.id, id))
  if (!row) throw notFound('study')
  return row
}

export const setStudy = async (db: Database, id: string, values: Partial<StudyRow>): Promise<void> => {
  await db.update(studies).set(values).where(eq(studies.id, id))
}

/** Keeps what one step of a study worked out, with how far it has come. */
export async function keepStep(db: Database, id: string, key: string, value: unknown, done: number): Promise<void> {
  const step = JSON.stringify({ [key]: value })
  await db
    .update(studies)
    .set({ steps: sql`${studies.steps} || ${step}::jsonb`, done })
    .where(eq(studies.id, id))
}

const shownLine = ({ id, request, status, done, total, revision, createdAt, error }: StudyRow): StudyLine => ({
  id,
  kind: request.kind,
  request,
  status,
  progress: { done, total },
  revision,
  createdAt: createdAt.toISOString(),
  error,
})

export const shownStudy = (row: StudyRow): Study => ({ ...shownLine(row), votes: row.votes, result: row.result })

/** The studies of an agent, newest first, without what they found. */
export async function listStudies(db: Database, agentId: string): Promise<StudyLine[]> {
  const rows = await db
    .select()
    .from(studies)
    .where(eq(studies.agentId, agentId))
    .orderBy(desc(studies.createdAt))
    .limit(MOST_LISTED)
  return rows.map(shownLine)
}
