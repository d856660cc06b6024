import { eq, inArray } from 'drizzle-orm'
import { deliveries, notes, rehearsals, relayRuns, sourceVersions, studies, surveys, type Database } from '../database'

/** Everything that waits for work to be done on it, by its own word. */
export async function waitingForWork(db: Database) {
  const read = await db
    .select({ subject: sourceVersions.id })
    .from(sourceVersions)
    .where(inArray(sourceVersions.status, ['queued', 'reading', 'indexing']))
  const survey = await db
    .select({ subject: surveys.id })
    .from(surveys)
    .where(inArray(surveys.status, ['queued', 'walking']))
  const rehearse = await db
    .select({ subject: rehearsals.id })
    .from(rehearsals)
    .where(inArray(rehearsals.status, ['queued', 'running']))
  const note = await db
    .select({ subject: notes.id })
    .from(notes)
    .where(inArray(notes.status, ['trying']))
  const study = await db
    .select({ subject: studies.id })
    .from(studies)
    .where(inArray(studies.status, ['queued', 'running']))
  const send = await db.select({ subject: deliveries.id }).from(deliveries).where(eq(deliveries.state, 'waiting'))
  const relay = await db
    .select({ subject: relayRuns.id })
    .from(relayRuns)
    .where(inArray(relayRuns.status, ['queued', 'running']))
  const all = { read, survey, rehearse, note, study, send, relay } as const
  return Object.entries(all).flatMap(([kind, rows]) =>
    rows.map(({ subject }) => ({ kind: kind as keyof typeof all, subject })),
  )
}
