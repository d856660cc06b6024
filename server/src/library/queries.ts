import { and, asc, count, desc, eq, inArray, isNotNull, isNull, ne, sql } from 'drizzle-orm'
import { ALIKE, likenessOf } from '@parrot/core/curation'
import type { Origin } from '@parrot/core/library'
import type { NewSource, Source, SourceChanges, SourceElsewhere } from '@parrot/contract'
import { agents, agentSources, editions, passages, sources, sourceVersions, turns, type Database } from '../database'
import { notFound } from '../http/problems'
import { inTurn, newId } from '../ids'
import type { UsedVersion } from './cache'
import type { VersionRow } from './versions'

type SourceRow = typeof sources.$inferSelect

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
  const shares = await sharesOf(
    db,
    rows.map(({ source }) => source.id),
  )
  const all = rows.flatMap(({ source }) => {
    const own = versions.filter((version) => version.sourceId === source.id)
    return own.length > 0 ? [{ source, own }] : []
  })
  const alike = nearDuplicates(all.flatMap(({ source, own }) => answering(source, own) ?? []))
  return all.map(({ source, own }) => ({
    ...shown(source, own),
    agents: shares.get(source.id) ?? 0,
    alike: alike.get(source.id) ?? null,
  }))
}

const answering = (source: SourceRow, own: readonly VersionRow[]): VersionRow | undefined =>
  own.find((version) => version.id === source.versionId)

/** For each source that is much the same as one added before it, which one that is. */
function nearDuplicates(versions: readonly VersionRow[]): Map<string, { sourceId: string; share: number }> {
  const found = new Map<string, { sourceId: string; share: number }>()
  versions.forEach((version, at) => {
    for (const earlier of versions.slice(0, at)) {
      const share = likenessOf(earlier.sketch, version.sketch)
      if (share >= ALIKE && share > (found.get(version.sourceId)?.share ?? 0))
        found.set(version.sourceId, { sourceId: earlier.sourceId, share })
    }
  })
  return found
}

/** How many agents use each source. */
async function sharesOf(db: Database, ids: readonly string[]): Promise<Map<string, number>> {
  if (ids.length === 0) return new Map()
  const rows = await db
    .select({ id: agentSources.sourceId, agents: count() })
    .from(agentSources)
    .innerJoin(agents, eq(agents.id, agentSources.agentId))
    .where(and(inArray(agentSources.sourceId, [...ids]), isNull(agentSources.removedAt), isNull(agents.removedAt)))
    .groupBy(agentSources.sourceId)
  return new Map(rows.map((row) => [row.id, row.agents]))
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
  return { ...shown(source, versions), agents: (await sharesOf(db, [id])).get(id) ?? 0, alike: null }
}

/** A source by its newest version's state, with the counts of the version that answers. */
function shown(source: SourceRow, versions: readonly VersionRow[]): Omit<Source, 'agents' | 'alike'> {
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
    lostEdits: current?.lostEdits ?? 0,
    cutting: current?.cutting ?? newest.cutting,
    description: source.description,
    shelf: source.shelf,
    tags: source.tags,
    weight: source.weight,
    validFrom: source.validFrom,
    validUntil: source.validUntil,
    addedBy: source.addedBy,
    refreshHours: source.refreshHours,
    hasOriginal: newest.bytesHash !== null,
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
    .select({
      sourceId: sources.id,
      versionId: sources.versionId,
      title: sources.title,
      weight: sources.weight,
      validFrom: sources.validFrom,
      validUntil: sources.validUntil,
      asOf: sql<string | null>`to_char(${sourceVersions.createdAt}, 'YYYY-MM-DD')`,
    })
    .from(agentSources)
    .innerJoin(sources, eq(sources.id, agentSources.sourceId))
    .leftJoin(sourceVersions, eq(sourceVersions.id, sources.versionId))
    .where(and(eq(agentSources.agentId, agentId), isNull(agentSources.removedAt), isNotNull(sources.versionId)))
    .orderBy(asc(agentSources.addedAt), asc(sources.id))
  return rows.map((row) => ({ ...row, versionId: row.versionId! }))
}

/** Characters that the sources of an agent hold together, one of them left out. */
export async function charactersHeld(db: Database, agentId: string, without: string): Promise<number> {
  const [row] = await db
    .select({ held: sql<number>`coalesce(sum(${sourceVersions.characters}), 0)::int` })
    .from(agentSources)
    .innerJoin(sources, eq(sources.id, agentSources.sourceId))
    .innerJoin(sourceVersions, eq(sourceVersions.id, sources.versionId))
    .where(and(eq(agentSources.agentId, agentId), isNull(agentSources.removedAt), ne(sources.id, without)))
  return row!.held
}

/** The versions that answer for a draft or an edition. */
export async function versionsKept(db: Database): Promise<Set<string>> {
  const now = await db.select({ versionId: sources.versionId }).from(sources).where(isNotNull(sources.versionId))
  const published = await db.select({ sources: editions.sources }).from(editions)
  return new Set([
    ...now.map((row) => row.versionId!),
    ...published.flatMap((row) => row.sources.map((source) => source.versionId)),
  ])
}

/** A source to be added: where it comes from, and the kept original where there is one. */
interface GivenSource {
  readonly origin: Origin
  readonly bytesHash: string | null
}

/** Adds sources, each with its first version, waiting to be read; all of them or none. Gives the ids of both. */
export async function addSources(
  db: Database,
  agentId: string,
  given: readonly GivenSource[],
  addedBy = '',
): Promise<{ sourceId: string; versionId: string }[]> {
  const moment = inTurn()
  const added = given.map((each) => ({ ...each, sourceId: newId(), versionId: newId(), at: moment() }))
  await db.transaction(async (tx) => {
    for (let from = 0; from < added.length; from += AT_ONCE) {
      const some = added.slice(from, from + AT_ONCE)
      await tx.insert(sources).values(
        some.map(({ sourceId, origin, at }) => ({
          id: sourceId,
          title: placeOf(origin),
          kind: origin.kind,
          addedBy,
          createdAt: at,
        })),
      )
      await tx.insert(agentSources).values(some.map(({ sourceId, at }) => ({ agentId, sourceId, addedAt: at })))
      await tx.insert(sourceVersions).values(
        some.map(({ sourceId, versionId, origin, bytesHash }) => ({
          id: versionId,
          sourceId,
          number: 1,
          status: 'queued' as const,
          because: 'added' as const,
          origin,
          bytesHash,
        })),
      )
    }
  })
  return added.map(({ sourceId, versionId }) => ({ sourceId, versionId }))
}
const AT_ONCE = 200

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

/** The agents that use a source, by name. */
export async function usersOf(db: Database, sourceId: string): Promise<{ id: string; name: string }[]> {
  return db
    .select({ id: agents.id, name: agents.name })
    .from(agentSources)
    .innerJoin(agents, eq(agents.id, agentSources.agentId))
    .where(and(eq(agentSources.sourceId, sourceId), isNull(agentSources.removedAt), isNull(agents.removedAt)))
    .orderBy(asc(agents.name))
}

/** Lets another agent use a source that is there. */
export async function shareSource(db: Database, agentId: string, sourceId: string): Promise<void> {
  const [source] = await db.select({ id: sources.id }).from(sources).where(eq(sources.id, sourceId))
  if (!source) throw notFound('source')
  await db
    .insert(agentSources)
    .values({ agentId, sourceId })
    .onConflictDoUpdate({ target: [agentSources.agentId, agentSources.sourceId], set: { removedAt: null } })
}

/** Sources of other agents that this one does not use. */
export async function sourcesElsewhere(
  db: Database,
  agentId: string,
  visible: (agentIds: readonly string[]) => Promise<ReadonlySet<string>>,
): Promise<SourceElsewhere[]> {
  const rows = await db
    .select({ id: sources.id, title: sources.title, kind: sources.kind, agent: agents.name, agentId: agents.id })
    .from(agentSources)
    .innerJoin(sources, eq(sources.id, agentSources.sourceId))
    .innerJoin(agents, eq(agents.id, agentSources.agentId))
    .where(and(isNull(agentSources.removedAt), isNull(agents.removedAt), isNotNull(sources.versionId)))
    .orderBy(asc(sources.title), asc(sources.id))
  const own = new Set(rows.filter((row) => row.agentId === agentId).map((row) => row.id))
  const others = new Map<string, SourceElsewhere>()
  const shown = await visible(rows.map((row) => row.agentId))
  for (const { id, title, kind, agent } of rows.filter((row) => !own.has(row.id) && shown.has(row.agentId))) {
    const known = others.get(id)
    others.set(id, { id, title, kind, agents: [...(known?.agents ?? []), agent] })
  }
  return [...others.values()]
}

/** Changes what is said of a source. */
export async function changeSource(db: Database, id: string, change: SourceChanges): Promise<void> {
  const rows = await db
    .update(sources)
    .set({
      ...change,
      ...(change.title === undefined ? {} : { isTitled: true }),
      ...(change.description === undefined ? {} : { isDescribed: true }),
    })
    .where(eq(sources.id, id))
    .returning({ id: sources.id })
  if (rows.length === 0) throw notFound('source')
}

/** How often each passage of an agent's library was cited in its last turns. */
export async function citedLately(db: Database, agentId: string): Promise<Map<string, number>> {
  const rows = await db
    .select({ citations: turns.citations })
    .from(turns)
    .where(eq(turns.agentId, agentId))
    .orderBy(desc(turns.createdAt))
    .limit(LATELY)
  const times = new Map<string, number>()
  for (const { citations } of rows)
    for (const id of new Set(citations.map((citation) => citation.passageId))) times.set(id, (times.get(id) ?? 0) + 1)
  return times
}

/** Turns looked back on for what answered lately. */
const LATELY = 300

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
export const originOf = (body: NewSource): Origin => {
  switch (body.kind) {
    case 'page':
      return { kind: 'page', url: body.url, ...(body.renderMs === undefined ? {} : { renderMs: body.renderMs }) }
    case 'site': {
      const { kind, url, maxPages = 30, maxDepth = 3, ...plan } = body
      return { kind, url, maxPages, maxDepth, ...plan }
    }
    default:
      return { kind: body.kind, title: body.title }
  }
}
