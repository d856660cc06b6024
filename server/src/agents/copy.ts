import { and, eq, isNull } from 'drizzle-orm'
import { agentSources, expectations, scripts, type Database } from '../database'
import { newId } from '../ids'
import { currentBrief } from './briefs'
import { agentById, createAgent, type AgentRow } from './queries'

/**
 * Copies an agent under a name of its own: its brief as it is now (with the shared rules it uses), its library, scripts,
 * question set and model. Editions and conversations stay with the first one. All of it is made, or nothing.
 */
export async function copyAgent(db: Database, id: string, name: string): Promise<AgentRow> {
  const { endpointId } = await agentById(db, id)
  return db.transaction(async (tx) => {
    const { brief } = await currentBrief(tx, id)
    const own = await tx
      .select({ title: scripts.title, turns: scripts.turns, folder: scripts.folder, tags: scripts.tags })
      .from(scripts)
      .where(and(eq(scripts.agentId, id), isNull(scripts.removedAt)))
      .orderBy(scripts.createdAt)
    const copy = await createAgent(tx, name, { brief, scripts: own }, endpointId)
    const used = await tx
      .select()
      .from(agentSources)
      .where(and(eq(agentSources.agentId, id), isNull(agentSources.removedAt)))
    if (used.length > 0) await tx.insert(agentSources).values(used.map((row) => ({ ...row, agentId: copy.id })))
    const expected = await tx
      .select()
      .from(expectations)
      .where(and(eq(expectations.agentId, id), isNull(expectations.removedAt)))
    if (expected.length > 0)
      await tx.insert(expectations).values(expected.map((row) => ({ ...row, id: newId(), agentId: copy.id })))
    return copy
  })
}
