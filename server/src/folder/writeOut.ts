import { and, asc, eq, inArray, isNull } from 'drizzle-orm'
import { migrate, type Brief } from '@parrot/core/brief'
import { currentBrief } from '../agents/briefs'
import { agentById } from '../agents/queries'
import { expectations, ruleSets, sources, sourceVersions, type Database } from '../database'
import { listSources, versionsInUse } from '../library/queries'
import type { UsedVersion } from '../library/cache'
import { newestVersion } from '../library/versions'
import { listScripts } from '../rehearsals/queries'
import { editionRow } from '../turns/subject'
import type { KeptAgent, KeptSource } from './packed'

const PICTURE = /^picture:([0-9a-f]{64})$/

/** An agent as it is now, or as an edition was published, with everything that a folder holds of it. */
export async function agentAsKept(db: Database, agentId: string, edition?: number): Promise<KeptAgent> {
  const agent = await agentById(db, agentId)
  const { brief, used, leftOut } =
    edition === undefined ? await draft(db, agentId) : await published(db, agentId, edition)
  const scripts = await listScripts(db, agentId)
  const kept = await keptSources(db, used)
  const face = PICTURE.exec(brief.identity.avatar)?.[1]
  return {
    name: agent.name,
    brief,
    ruleSets: await sharedRules(db, brief.ruleSets),
    scripts: scripts.map(({ title, turns, folder, tags }) => ({ title, turns, folder, tags })),
    sources: kept,
    questions: await questionsOf(db, agentId, used),
    leftOut,
    ...(face ? { face } : {}),
  }
}

/** The draft, with the newest original of each source that was never read: it is read where the folder is. */
async function draft(db: Database, agentId: string): Promise<Kept> {
  const answering = await versionsInUse(db, agentId)
  const used: UsedVersion[] = []
  const leftOut: string[] = []
  for (const { id, title, weight, validFrom, validUntil } of await listSources(db, agentId)) {
    const known = answering.find(({ sourceId }) => sourceId === id)
    const newest = known ? undefined : await newestVersion(db, id)
    if (known) used.push(known)
    else if (newest?.bytesHash) used.push({ sourceId: id, versionId: newest.id, title, weight, validFrom, validUntil })
    else leftOut.push(title)
  }
  return { brief: (await currentBrief(db, agentId)).brief, used, leftOut }
}

interface Kept {
  readonly brief: Brief
  readonly used: readonly UsedVersion[]
  readonly leftOut: readonly string[]
}

/** What was published has its shared rules among its own. */
async function published(db: Database, agentId: string, edition: number): Promise<Kept> {
  const row = await editionRow(db, agentId, edition)
  const brief = { ...migrate({ version: row.version, brief: row.brief }), ruleSets: [] }
  return { brief, used: row.sources, leftOut: [] }
}

async function sharedRules(db: Database, ids: readonly string[]): Promise<KeptAgent['ruleSets']> {
  if (ids.length === 0) return []
  const rows = await db
    .select()
    .from(ruleSets)
    .where(and(inArray(ruleSets.id, [...ids]), isNull(ruleSets.removedAt)))
  return ids.flatMap((id) => rows.filter((row) => row.id === id)).map(({ id, name, rules }) => ({ id, name, rules }))
}

async function keptSources(db: Database, used: readonly UsedVersion[]): Promise<KeptSource[]> {
  if (used.length === 0) return []
  const rows = await db
    .select({ source: sources, version: sourceVersions })
    .from(sourceVersions)
    .innerJoin(sources, eq(sources.id, sourceVersions.sourceId))
    .where(
      inArray(
        sourceVersions.id,
        used.map(({ versionId }) => versionId),
      ),
    )
  return used.flatMap((each) => {
    const row = rows.find(({ version }) => version.id === each.versionId)
    if (!row?.version.bytesHash) return []
    const { source, version } = row
    return [
      {
        origin: version.origin,
        bytesHash: row.version.bytesHash,
        ...(version.captionsHash ? { captionsHash: version.captionsHash } : {}),
        mediaType: version.origin.kind === 'page' ? (version.mediaType ?? undefined) : undefined,
        title: each.title,
        isTitled: source.isTitled,
        description: source.description,
        isDescribed: source.isDescribed,
        shelf: source.shelf,
        tags: source.tags,
        weight: each.weight ?? 1,
        validFrom: each.validFrom ?? null,
        validUntil: each.validUntil ?? null,
        refreshHours: source.refreshHours,
        asOf: version.createdAt.toISOString().slice(0, 10),
        cutting: version.cutting,
        edits: version.edits,
      },
    ]
  })
}

async function questionsOf(
  db: Database,
  agentId: string,
  used: readonly UsedVersion[],
): Promise<KeptAgent['questions']> {
  const rows = await db
    .select()
    .from(expectations)
    .where(and(eq(expectations.agentId, agentId), isNull(expectations.removedAt)))
    .orderBy(asc(expectations.createdAt), asc(expectations.id))
  return rows.flatMap(({ question, sourceId, excerpt }) => {
    const source = used.findIndex((each) => each.sourceId === sourceId)
    return source < 0 ? [] : [{ question, source, excerpt }]
  })
}
