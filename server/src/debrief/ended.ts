import { and, eq, isNull, lt, notInArray, or, sql } from 'drizzle-orm'
import { talksEnded } from '../cues'
import { announce } from '../delivery'
import { agents, conversations } from '../database'
import { every } from '../every'
import type { Services } from '../services'
import { debriefOf } from './queries'

const AT_ONCE = 500
const EVERY_MS = 60_000

type Means = Pick<Services, 'config' | 'db' | 'jobs' | 'log' | 'bus' | 'pool' | 'seal'>

/**
 * Ends the conversations in which nobody said anything for a while and no person is wanted: whoever is to be told is, and
 * the debrief asks them. Gives how many.
 */
export async function endSilent(means: Means): Promise<number> {
  const { config, db, jobs } = means
  const silent = db
    .select({ id: conversations.id })
    .from(conversations)
    .where(
      and(
        eq(conversations.channel, 'talk'),
        isNull(conversations.endedAt),
        lt(conversations.lastAt, sql`now() - make_interval(mins => ${config.quietMinutes})`),
        or(isNull(conversations.person), notInArray(conversations.person, ['waiting', 'taken'])),
      ),
    )
    .limit(AT_ONCE)
  const ended = await db
    .update(conversations)
    .set({ endedAt: sql<Date>`now()` })
    .where(and(isNull(conversations.endedAt), sql`${conversations.id} in ${silent}`))
    .returning()
  const names = new Map(
    (await db.select({ id: agents.id, slug: agents.slug }).from(agents)).map((row) => [row.id, row.slug]),
  )
  for (const { id, agentId, turnCount, outcomes, liked, disliked, createdAt, lastAt } of ended) {
    const data = { agent: names.get(agentId), conversationId: id, turns: turnCount, outcomes, liked, disliked }
    const times = { startedAt: createdAt.toISOString(), lastAt: lastAt.toISOString() }
    await announce({ db, jobs }, agentId, { event: 'conversation.ended', data: { ...data, ...times } })
  }
  for (const agentId of new Set(ended.map((row) => row.agentId))) {
    if (await debriefOf(db, agentId)) await jobs.add('debrief', agentId)
    const own = ended.filter((row) => row.agentId === agentId)
    await talksEnded(
      means,
      agentId,
      own.map(({ id }) => id),
    )
  }
  return ended.length
}

/** Looks for silent conversations every minute; gives the function that stops it. */
export const keepEnding = (means: Means): (() => void) =>
  every(
    EVERY_MS,
    () => endSilent(means),
    (error) => means.log.error(error),
  )
