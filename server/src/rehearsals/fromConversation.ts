import { and, asc, desc, eq, isNull } from 'drizzle-orm'
import type { Check, Script } from '@parrot/core/rehearsal'
import { conversations, turns, type Database } from '../database'
import { notFound } from '../http/problems'

const LONGEST_TITLE = 80

/**
 * A conversation as a script: what was said, each with the outcome it had and the first source it cited as checks.
 * Without an id it is the last one the designer had with the draft.
 */
export async function scriptFromConversation(db: Database, agentId: string, id?: string): Promise<Script> {
  const [conversation] = await db
    .select({ id: conversations.id })
    .from(conversations)
    .where(
      and(
        eq(conversations.agentId, agentId),
        id === undefined ? eq(conversations.channel, 'try') : eq(conversations.id, id),
      ),
    )
    .orderBy(desc(conversations.lastAt))
    .limit(1)
  const taken = conversation
    ? await db
        .select()
        .from(turns)
        // What was said to a person, and by one, is nothing an agent could be held to.
        .where(and(eq(turns.conversationId, conversation.id), isNull(turns.person)))
        .orderBy(asc(turns.ordinal))
    : []
  if (taken.length === 0) throw notFound('conversation')
  return {
    title: taken[0]!.said.slice(0, LONGEST_TITLE),
    folder: '',
    tags: [],
    turns: taken.map(({ said, outcome, citations }) => ({
      say: said,
      checks: [
        { kind: 'outcome', outcome },
        ...citations.slice(0, 1).map(({ sourceTitle }): Check => ({ kind: 'cites', source: sourceTitle })),
      ],
    })),
  }
}
