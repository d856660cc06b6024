import { and, asc, desc, eq, inArray, isNotNull, isNull, max } from 'drizzle-orm'
import type { NewSource, Source } from '@parrot/contract'
import { agentSources, passages, sources, sourceVersions, type Database, type Origin } from '../database'
import { HttpProblem, notFound } from '../http/problems'
import { newId } from '../ids'
import type { UsedVersion } from './cache'

type SourceRow = typeof sources.$inferSelect
type VersionRow = typeof sourceVersions.$inferSelect
type Writes = Pick<Database, 'insert' | 'select' | 'update'>

/** The sources of an agent that are not removed, in the order they were added. */
export async function listSources(db: Database, agentId: string): Promise<Source[]> {
  const used = and(eq(agentSources.agentId, agentId), isNull(agentSources.removedAt))
  const ids = db.select({ id: agentSources.sourceId }).from(agentSources).where(used)
  // Versions first: a version that is seen as ready then has its title in the source that is read after it.
  const versions = await db
    .select()
    .from(sourceVersions)
    .where(inArray(sourceVersions.sourceId, ids))
    .orderBy(asc(sourceVersions.number))
  const rows = await db
    .select({ source: sources })
    .from(agentSources)
    .innerJoin(sources, eq(sources.id, agentSources.sourceId))
    .where(used)
    .orderBy(asc(agentSources.addedAt), asc(sources.id))
  return rows.flatMap(({ source }) => {
    const own = versions.filter((version) => version.sourceId === source.id)
    return own.length > 0 ? [shown(source, own)] : []
  })
}

/** One source as the screens show it. */
export async function sourceById(db: Database, id: string): Promise<Source> {
  const versions = await db
    .select()
    .from(sourceVersions)
    .where(eq(sourceVersions.sourceId, id))
    .orderBy(asc(sourceVersions.number))
  const [source] = await db.select().from(sources).where(eq(sources.id, id))
  if (!source) throw notFound('source')
  return shown(source, versions)
}

/** A source by its newest version's state, with the counts of the version that answers. */
function shown(source: SourceRow, versions: readonly VersionRow[]): Source {
  const newest = versions.at(-1)!
  const current = versions.find((version) => version.id === source.versionId)
  const isReady = newest.status === 'ready'
  return {
    id: source.id,
    title: source.title,
    kind: source.kind,
    origin: placeOf(newest.origin),
    status: newest.status,
    progress: newest.progress,
    error: newest.error,
    advice: newest.advice,
    hostToAllow: newest.hostToAllow,
    passages: current?.passages ?? 0,
    characters: current?.characters ?? 0,
    version: current?.number ?? 0,
    isReplacing: current !== undefined && !isReady,
    addedAt: source.createdAt.toISOString(),
    changedAt: source.changedAt.toISOString(),
  }
}

const placeOf = (origin: Origin): string =>
  origin.kind === 'file' ? origin.name : 'url' in origin ? origin.url : origin.title

/** The versions that answer for an agent's draft. */
export async function versionsInUse(db: Database, agentId: string): Promise<UsedVersion[]> {
  const rows = await db
    .select({ sourceId: sources.id, versionId: sources.versionId, title: sources.title })
    .from(agentSources)
    .innerJoin(sources, eq(sources.id, agentSources.sourceId))
    .where(and(eq(agentSources.agentId, agentId), isNull(agentSources.removedAt), isNotNull(sources.versionId)))
    .orderBy(asc(agentSources.addedAt), asc(sources.id))
  return rows.map((row) => ({ ...row, versionId: row.versionId! }))
}

/** Adds a source with its first version, waiting to be read. Gives the ids of both. */
export async function addSource(
  db: Database,
  agentId: string,
  origin: Origin,
  bytesHash: string | null,
): Promise<{ sourceId: string; versionId: string }> {
  return db.transaction(async (tx) => {
    const sourceId = newId()
    await tx.insert(sources).values({ id: sourceId, title: placeOf(origin), kind: origin.kind })
    await tx.insert(agentSources).values({ agentId, sourceId })
    return { sourceId, versionId: await addVersion(tx, sourceId, origin, bytesHash) }
  })
}

/** Adds a newer version of a source. The one that answers goes on answering until the new one is ready. */
export async function addVersion(
  tx: Writes,
  sourceId: string,
  origin: Origin,
  bytesHash: string | null,
): Promise<string> {
  const [last] = await tx
    .select({ number: max(sourceVersions.number) })
    .from(sourceVersions)
    .where(eq(sourceVersions.sourceId, sourceId))
  const id = newId()
  await tx
    .insert(sourceVersions)
    .values({ id, sourceId, number: (last?.number ?? 0) + 1, status: 'queued', origin, bytesHash })
  await tx.update(sources).set({ changedAt: new Date() }).where(eq(sources.id, sourceId))
  return id
}

/** The newest version of a source. */
export async function newestVersion(db: Database, sourceId: string): Promise<VersionRow> {
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
  await db
    .update(sourceVersions)
    .set({ status: 'queued', error: null, advice: null, hostToAllow: null, progress: 0 })
    .where(eq(sourceVersions.id, version.id))
  return version.id
}

/** Takes a source out of an agent's library, or puts it back. */
export async function setRemoved(db: Database, agentId: string, sourceId: string, isRemoved: boolean): Promise<void> {
  const rows = await db
    .update(agentSources)
    .set({ removedAt: isRemoved ? new Date() : null })
    .where(and(eq(agentSources.agentId, agentId), eq(agentSources.sourceId, sourceId)))
    .returning()
  if (rows.length === 0) throw notFound('source')
}

/** The agents that use a source now. */
export async function agentsUsing(db: Database, sourceId: string): Promise<string[]> {
  const rows = await db
    .select({ agentId: agentSources.agentId })
    .from(agentSources)
    .where(and(eq(agentSources.sourceId, sourceId), isNull(agentSources.removedAt)))
  return rows.map((row) => row.agentId)
}

/** A stretch of the passages of a version; without one, of the version that answers. */
export async function passagesOfSource(
  db: Database,
  sourceId: string,
  offset: number,
  limit: number,
): Promise<{ total: number; passages: (typeof passages.$inferSelect)[] }> {
  const [source] = await db.select().from(sources).where(eq(sources.id, sourceId))
  if (!source) throw notFound('source')
  if (!source.versionId) return { total: 0, passages: [] }
  const [version] = await db.select().from(sourceVersions).where(eq(sourceVersions.id, source.versionId))
  const rows = await db
    .select()
    .from(passages)
    .where(eq(passages.versionId, source.versionId))
    .orderBy(asc(passages.ordinal))
    .offset(offset)
    .limit(limit)
  return { total: version?.passages ?? 0, passages: rows }
}

/** Which part of a source a passage is: lets a citation open the document at its place, an older version too. */
export async function passageById(db: Database, id: string): Promise<typeof passages.$inferSelect> {
  const [row] = await db.select().from(passages).where(eq(passages.id, id))
  if (!row) throw notFound('passage')
  return row
}

/** The origin of a source that is not a file. */
export const originOf = (body: NewSource): Origin =>
  body.kind === 'page'
    ? { kind: 'page', url: body.url }
    : body.kind === 'site'
      ? { kind: 'site', url: body.url, maxPages: body.maxPages ?? 30, maxDepth: body.maxDepth ?? 3 }
      : { kind: body.kind, title: body.title }
