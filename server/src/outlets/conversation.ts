import { timingSafeEqual } from 'node:crypto'
import { and, asc, eq, sql } from 'drizzle-orm'
import type { Citation } from '@parrot/core/dialogue'
import type { Person, Rating, TalkConversation, TalkReply } from '@parrot/contract'
import { conversations, turns, type Database } from '../database'
import { personOf } from '../desk'
import { notFound } from '../http/problems'
import { isAwaited } from '../requests'
import type { Seal } from '../settings/seal'

/** Opens one conversation to whoever had it: its id, with a proof that this server gave it out. */
export const keyOf = (seal: Seal, id: string): string => `${id}.${seal.sign('conversation', id)}`

/** The conversation that a key opens at an agent; throws where it opens none. */
export async function conversationByKey(
  { db, seal }: { readonly db: Database; readonly seal: Seal },
  agentId: string,
  key: string,
): Promise<typeof conversations.$inferSelect> {
  const id = key.split('.')[0]!
  const expected = Buffer.from(keyOf(seal, id))
  const given = Buffer.from(key)
  if (given.length !== expected.length || !timingSafeEqual(given, expected)) throw notFound('conversation')
  const [row] = await db
    .select()
    .from(conversations)
    .where(and(eq(conversations.id, id), eq(conversations.agentId, agentId), eq(conversations.channel, 'talk')))
  if (!row) throw notFound('conversation')
  return row
}

/** What a visitor may see of citations. */
export const citationsFor = (citations: readonly Citation[]): TalkReply['citations'] =>
  citations.map(({ marker, sourceTitle, quote, locator, headings }) => ({
    marker,
    sourceTitle,
    quote,
    locator,
    headings: [...headings],
  }))

export async function personIn(db: Database, id: string): Promise<Person | null> {
  const [row] = await db.select().from(conversations).where(eq(conversations.id, id))
  return row ? personOf(row) : null
}

/** A conversation as its visitor sees it again. */
export async function seenAgain(db: Database, row: typeof conversations.$inferSelect): Promise<TalkConversation> {
  const lines = await db.select().from(turns).where(eq(turns.conversationId, row.id)).orderBy(asc(turns.ordinal))
  return {
    conversationId: row.id,
    lines: lines.map(({ id, ordinal, said, reply, citations, inserts, person, rating }) => ({
      turnId: id,
      ordinal,
      said,
      reply,
      citations: citationsFor(citations),
      inserts,
      by: person,
      rating,
    })),
    person: personOf(row),
    isAwaited: await isAwaited(db, row.id),
    hasForm: row.hasCollected,
  }
}

/** Keeps what a visitor thinks of an answer; it counts once, however often it is changed. */
export async function rate(
  db: Database,
  conversationId: string,
  turnId: string,
  rating: Rating | null,
  word: string,
): Promise<void> {
  await db.transaction(async (tx) => {
    const ofIt = and(eq(turns.id, turnId), eq(turns.conversationId, conversationId))
    const [before] = await tx.select({ rating: turns.rating }).from(turns).where(ofIt).for('update')
    if (!before) throw notFound('answer')
    await tx
      .update(turns)
      .set({ rating, ratingWord: rating === null ? '' : word })
      .where(ofIt)
    const change = (which: Rating) => Number(rating === which) - Number(before.rating === which)
    await tx
      .update(conversations)
      .set({
        liked: sql`${conversations.liked} + ${change('up')}`,
        disliked: sql`${conversations.disliked} + ${change('down')}`,
      })
      .where(eq(conversations.id, conversationId))
  })
}
