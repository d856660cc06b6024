import { and, asc, eq, inArray, isNull } from 'drizzle-orm'
import type { Brief } from '@parrot/core/brief'
import { briefAt } from '../agents/briefs'
import { agents, agentSources, revisions, sources, sourceVersions, type Database } from '../database'
import type { UsedVersion } from '../library/cache'

/** One moment in an agent's life at which its brief or a source of its library became another. */
export interface AgentState {
  readonly what: 'revision' | 'source'
  readonly label: string
  readonly at: Date
  readonly revision?: number
  readonly sourceId?: string
  readonly versionId?: string
}

/**
 * The states of an agent in their order: its revisions on the way to the present one, and the versions of the sources it
 * uses now, each from the moment it was made.
 */
export async function statesOf(db: Database, agentId: string): Promise<AgentState[]> {
  const [agent] = await db.select({ revision: agents.revision }).from(agents).where(eq(agents.id, agentId))
  const rows = await db
    .select({ number: revisions.number, parent: revisions.parent, at: revisions.createdAt })
    .from(revisions)
    .where(eq(revisions.agentId, agentId))
  const by = new Map(rows.map((row) => [row.number, row]))
  const line: AgentState[] = []
  for (let row = by.get(agent?.revision ?? 0); row; row = row.parent === null ? undefined : by.get(row.parent))
    line.push({ what: 'revision', label: `revision ${row.number}`, at: row.at, revision: row.number })
  const versions = await db
    .select({
      id: sourceVersions.id,
      sourceId: sourceVersions.sourceId,
      number: sourceVersions.number,
      at: sourceVersions.createdAt,
      title: sources.title,
      answers: sources.versionId,
    })
    .from(sourceVersions)
    .innerJoin(sources, eq(sources.id, sourceVersions.sourceId))
    .innerJoin(agentSources, eq(agentSources.sourceId, sources.id))
    .where(and(eq(agentSources.agentId, agentId), isNull(agentSources.removedAt), eq(sourceVersions.status, 'ready')))
    .orderBy(asc(sourceVersions.number))
  // A version newer than the one that answers was gone back on.
  const numbers = new Map(
    versions.filter(({ id, answers }) => id === answers).map(({ sourceId, number }) => [sourceId, number]),
  )
  const changes = versions
    .filter(({ sourceId, number }) => number <= (numbers.get(sourceId) ?? 0))
    .map(({ id, sourceId, number, title, at }): AgentState => ({
      what: 'source',
      label: `“${title}”, version ${number}`,
      at,
      sourceId,
      versionId: id,
    }))
  return [...line, ...changes].sort((a, b) => a.at.getTime() - b.at.getTime())
}

/** Brief and library of an agent as they were at one of its states. */
export async function stateAt(
  db: Database,
  agentId: string,
  states: readonly AgentState[],
  at: number,
): Promise<{ brief: Brief; revision: number; versions: UsedVersion[] }> {
  const past = states.slice(0, at + 1)
  const revision =
    past.findLast((state) => state.revision !== undefined)?.revision ??
    states.find((state) => state.revision !== undefined)!.revision!
  const versionOf = new Map(
    past.flatMap(({ sourceId, versionId }) => (sourceId && versionId ? [[sourceId, versionId] as const] : [])),
  )
  const ids = [...versionOf.keys()]
  const rows = ids.length ? await db.select().from(sources).where(inArray(sources.id, ids)) : []
  const versions = rows.map(({ id, title, weight, validFrom, validUntil }) => ({
    sourceId: id,
    versionId: versionOf.get(id)!,
    title,
    weight,
    validFrom,
    validUntil,
  }))
  return { brief: await briefAt(db, agentId, revision), revision, versions }
}
