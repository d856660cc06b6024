import { and, asc, desc, eq, inArray, isNotNull } from 'drizzle-orm'
import type { CueEvent } from '@parrot/core/team'
import { conversations, turns, type Database } from '../database'

const LONGEST = 8000

/** Conversations with visitors that are over, the latest first: all of an agent's, or those that are named. */
export async function endedTalks(
  db: Database,
  agentId: string,
  limit: number,
  ids?: readonly string[],
): Promise<CueEvent[]> {
  const rows = await db
    .select()
    .from(conversations)
    .where(
      and(
        eq(conversations.agentId, agentId),
        eq(conversations.channel, 'talk'),
        isNotNull(conversations.endedAt),
        ids ? inArray(conversations.id, [...ids]) : undefined,
      ),
    )
    .orderBy(desc(conversations.endedAt))
    .limit(limit)
  if (rows.length === 0) return []
  const lines = await db
    .select({ conversationId: turns.conversationId, said: turns.said, reply: turns.reply })
    .from(turns)
    .where(
      inArray(
        turns.conversationId,
        rows.map(({ id }) => id),
      ),
    )
    .orderBy(asc(turns.ordinal))
  return rows.map(({ id, opening, outcomes, endedAt }) => ({
    key: id,
    title: opening,
    at: endedAt!,
    outcomes,
    values: {
      opening,
      text: lines
        .filter((line) => line.conversationId === id)
        .map(({ said, reply }) => `Visitor: ${said}\nAgent: ${reply}`)
        .join('\n')
        .slice(0, LONGEST),
      outcomes: outcomes.join(', '),
      visitor: lines
        .filter((line) => line.conversationId === id)
        .map(({ said }) => said)
        .join('\n')
        .slice(0, LONGEST),
    },
  }))
}
