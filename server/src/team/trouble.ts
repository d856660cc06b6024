import { inArray } from 'drizzle-orm'
import type { Brief } from '@parrot/core/brief'
import { agents, type Database } from '../database'
import { mayTurnTo } from './mayTurnTo'

/** What is not right with the colleagues a brief names, in words: gone, not published, or not shared with everybody. */
export async function troubleWithColleagues(db: Database, agentId: string, { colleagues }: Brief): Promise<string[]> {
  const named = [...new Set(colleagues.flatMap(({ agent, enabled }) => (enabled && agent !== '' ? [agent] : [])))]
  if (named.length === 0) return []
  const rows = await db.select().from(agents).where(inArray(agents.id, named))
  const troubles: string[] = []
  for (const id of named) {
    const row = rows.find((each) => each.id === id && each.removedAt === null)
    if (!row) troubles.push('A colleague of the brief is no more: their lines are answered here.')
    else if (!(await mayTurnTo(db, agentId, id)))
      troubles.push(`Somebody may edit this agent and not look at “${row.name}”, so it is not asked.`)
    else if (row.liveEdition === null)
      troubles.push(`“${row.name}” is not published: visitors are answered here instead.`)
  }
  return troubles
}
