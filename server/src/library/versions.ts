import { and, asc, desc, eq, inArray, max } from 'drizzle-orm'
import { changesBetweenPassages, type Edit } from '@parrot/core/curation'
import type { Cutting, Origin } from '@parrot/core/library'
import type { SourceVersion, VersionDiff } from '@parrot/contract'
import { passages, sources, sourceVersions, type Database, type VersionReason } from '../database'
import { HttpProblem, notFound } from '../http/problems'
import { newId } from '../ids'

export type VersionRow = typeof sourceVersions.$inferSelect
export type Writes = Pick<Database, 'insert' | 'select' | 'update'>

/** What a newer version is made of; what is not given is as in the version that answers. */
export interface NewVersion {
  readonly because: VersionReason
  readonly origin?: Origin
  readonly bytesHash?: string | null
  readonly mediaType?: string | null
  readonly cutting?: Cutting
  /** One more change by hand, made on the version that answers. */
  readonly edit?: Edit
}

/** Adds a newer version of a source. The one that answers goes on answering until the new one is ready. */
export async function addVersion(tx: Writes, sourceId: string, made: NewVersion): Promise<string> {
  const [last] = await tx
    .select({ number: max(sourceVersions.number) })
    .from(sourceVersions)
    .where(eq(sourceVersions.sourceId, sourceId))
  const before = await answeringVersion(tx, sourceId)
  const origin = made.origin ?? before?.origin
  if (!origin) throw notFound('source')
  const id = newId()
  await tx.insert(sourceVersions).values({
    id,
    sourceId,
    number: (last?.number ?? 0) + 1,
    status: 'queued',
    because: made.because,
    origin,
    bytesHash: made.bytesHash === undefined ? (before?.bytesHash ?? null) : made.bytesHash,
    mediaType: made.mediaType === undefined ? (before?.mediaType ?? null) : made.mediaType,
    captionsHash: made.bytesHash === undefined ? (before?.captionsHash ?? null) : null,
    cutting: made.cutting ?? before?.cutting,
    edits: [...(before?.edits ?? []), ...(made.edit ? [made.edit] : [])],
    basedOn: made.edit ? before?.id : null,
    pages: made.edit ? before?.pages : undefined,
    validators: made.bytesHash === undefined ? before?.validators : undefined,
  })
  await tx.update(sources).set({ changedAt: new Date() }).where(eq(sources.id, sourceId))
  return id
}

/** The version of a source that answers now; undefined before the first is ready. */
export async function answeringVersion(
  db: Pick<Database, 'select'>,
  sourceId: string,
): Promise<VersionRow | undefined> {
  const [row] = await db
    .select({ version: sourceVersions })
    .from(sources)
    .innerJoin(sourceVersions, eq(sourceVersions.id, sources.versionId))
    .where(eq(sources.id, sourceId))
  return row?.version
}

/** The newest version of a source. */
export async function newestVersion(db: Pick<Database, 'select'>, sourceId: string): Promise<VersionRow> {
  const [version] = await db
    .select()
    .from(sourceVersions)
    .where(eq(sourceVersions.sourceId, sourceId))
    .orderBy(desc(sourceVersions.number))
    .limit(1)
  if (!version) throw notFound('source')
  return version
}

/** Queues a failed version again; gives its id. */
export async function requeue(db: Database, sourceId: string): Promise<string> {
  const version = await newestVersion(db, sourceId)
  if (version.status !== 'failed') throw new HttpProblem(409, 'Only a source that failed can be tried again.')
  await waitAgain(db, version.id)
  return version.id
}

/** Makes a version that failed wait to be read again. */
export async function waitAgain(db: Database, versionId: string): Promise<void> {
  await db
    .update(sourceVersions)
    .set({ status: 'queued', error: null, advice: null, hostToAllow: null, progress: 0 })
    .where(and(eq(sourceVersions.id, versionId), eq(sourceVersions.status, 'failed')))
}

/** All versions of a source, newest first. */
export async function versionsOf(db: Database, sourceId: string): Promise<SourceVersion[]> {
  const [source] = await db.select().from(sources).where(eq(sources.id, sourceId))
  if (!source) throw notFound('source')
  const rows = await db
    .select()
    .from(sourceVersions)
    .where(eq(sourceVersions.sourceId, sourceId))
    .orderBy(desc(sourceVersions.number))
  return rows.map((row) => ({
    id: row.id,
    number: row.number,
    status: row.status,
    because: row.because,
    answers: row.id === source.versionId,
    passages: row.passages,
    characters: row.characters,
    edits: row.edits.length,
    lostEdits: row.lostEdits,
    pages: row.pages,
    createdAt: row.createdAt.toISOString(),
  }))
}

/** Lets an earlier version answer again, or a later one that was set aside. */
export async function answerWith(db: Database, sourceId: string, versionId: string): Promise<void> {
  const [version] = await db
    .select()
    .from(sourceVersions)
    .where(and(eq(sourceVersions.id, versionId), eq(sourceVersions.sourceId, sourceId)))
  if (!version) throw notFound('version')
  if (version.status !== 'ready') throw new HttpProblem(409, 'Only a version that was read can answer.')
  await db.update(sources).set({ versionId, changedAt: new Date() }).where(eq(sources.id, sourceId))
}

/** What changed in the passages from one version of a source to another. */
export async function versionDiff(db: Database, sourceId: string, from: number, to: number): Promise<VersionDiff> {
  const rows = await db
    .select()
    .from(sourceVersions)
    .where(and(eq(sourceVersions.sourceId, sourceId), inArray(sourceVersions.number, [from, to])))
  const textsOf = async (number: number) => {
    const version = rows.find((row) => row.number === number)
    if (!version) throw notFound('version')
    const found = await db
      .select({ text: passages.text, isExcluded: passages.isExcluded })
      .from(passages)
      .where(eq(passages.versionId, version.id))
      .orderBy(asc(passages.ordinal))
    return found.filter((passage) => !passage.isExcluded).map((passage) => passage.text)
  }
  return { from, to, changes: changesBetweenPassages(await textsOf(from), await textsOf(to)) }
}
