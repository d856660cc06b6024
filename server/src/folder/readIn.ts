import { isDeepStrictEqual } from 'node:util'
import { eq } from 'drizzle-orm'
import type { Brief } from '@parrot/core/brief'
import { createAgent, type AgentRow } from '../agents/queries'
import { agentSources, expectations, ruleSets, sources, sourceVersions, type Database } from '../database'
import { inTurn, newId } from '../ids'
import type { KeptAgent, KeptSource } from './packed'

type Writes = Parameters<Parameters<Database['transaction']>[0]>[0]

/**
 * Makes an agent of what a folder held: all of it or nothing. Gives the agent and the versions that wait to be read.
 * Shared rules that are here already, word for word, are used; others become sets of their own.
 */
export async function agentFromFolder(
  db: Database,
  { name, brief, scripts, questions, ...folder }: Omit<KeptAgent, 'face'>,
  addedBy: string,
): Promise<{ agent: AgentRow; versions: string[] }> {
  return db.transaction(async (tx) => {
    const sets = new Map<string, string>()
    for (const set of folder.ruleSets) sets.set(set.id, await sharedRules(tx, set))
    const own: Brief = { ...brief, ruleSets: brief.ruleSets.map((id) => sets.get(id) ?? id) }
    const agent = await createAgent(tx, name, { brief: own, scripts })
    const added: { sourceId: string; versionId: string }[] = []
    const moment = inTurn()
    for (const source of folder.sources) added.push(await addKept(tx, agent.id, source, moment(), addedBy))
    if (questions.length > 0)
      await tx.insert(expectations).values(
        questions.map(({ question, source, excerpt }) => ({
          id: newId(),
          agentId: agent.id,
          question,
          sourceId: added[source]!.sourceId,
          excerpt,
          createdAt: moment(),
        })),
      )
    return { agent, versions: added.map(({ versionId }) => versionId) }
  })
}

async function sharedRules(tx: Writes, { id, name, rules }: KeptAgent['ruleSets'][number]): Promise<string> {
  const [known] = await tx.select().from(ruleSets).where(eq(ruleSets.id, id))
  if (!known) {
    await tx.insert(ruleSets).values({ id, name, rules: [...rules] })
    return id
  }
  if (!known.removedAt && isDeepStrictEqual(known.rules, rules)) return id
  const other = newId()
  await tx.insert(ruleSets).values({ id: other, name, rules: [...rules] })
  return other
}

async function addKept(
  tx: Writes,
  agentId: string,
  { origin, bytesHash, captionsHash, mediaType, cutting, edits, asOf, ...said }: KeptSource,
  moment: Date,
  addedBy: string,
): Promise<{ sourceId: string; versionId: string }> {
  const [sourceId, versionId] = [newId(), newId()]
  await tx.insert(sources).values({
    ...said,
    id: sourceId,
    kind: origin.kind,
    tags: [...said.tags],
    addedBy,
    createdAt: moment,
  })
  await tx.insert(agentSources).values({ agentId, sourceId, addedAt: moment })
  await tx.insert(sourceVersions).values({
    id: versionId,
    sourceId,
    number: 1,
    status: 'queued',
    because: 'added',
    origin,
    bytesHash,
    captionsHash: captionsHash ?? null,
    mediaType: mediaType ?? null,
    cutting,
    edits: [...edits],
    // The day it was read on the web, not the day it came here.
    ...(asOf ? { createdAt: new Date(`${asOf}T12:00:00Z`) } : {}),
  })
  return { sourceId, versionId }
}
