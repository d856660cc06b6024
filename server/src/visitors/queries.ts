import { and, asc, count, desc, eq, ilike, inArray, or, sql, type SQL } from 'drizzle-orm'
import type { Visitor, VisitorQuery } from '@parrot/contract'
import { conversations, outlets, turns, visitors, within, type Database } from '../database'
import { forgetDeliveries } from '../delivery'
import { notFound } from '../http/problems'
import { newId } from '../ids'
import { forgetCalls } from '../tools'
import type { Filled } from './fields'

/** Whose record it is: the conversation in which something was told. */
export interface Telling {
  readonly agentId: string
  readonly conversationId: string
  readonly outletId: string | null
}

/** Keeps what a visitor told: one record a conversation, however often and in whatever way it is told. What is told anew counts. */
export async function keepVisitor(
  db: Database,
  { agentId, conversationId, outletId }: Telling,
  told: Filled,
): Promise<void> {
  await db.transaction(async (tx) => {
    const [before] = await tx.select().from(visitors).where(eq(visitors.conversationId, conversationId)).for('update')
    const merged = {
      name: told.name || (before?.name ?? ''),
      email: told.email || (before?.email ?? ''),
      phone: told.phone || (before?.phone ?? ''),
      values: [
        ...(before?.values ?? []).filter(({ label }) => !told.values.some((each) => each.label === label)),
        ...told.values,
      ],
      consents: [...(before?.consents ?? []), ...told.consents],
      changedAt: new Date(),
    }
    await tx
      .insert(visitors)
      .values({ id: newId(), agentId, conversationId, outletId, ...merged })
      .onConflictDoUpdate({ target: visitors.conversationId, set: merged })
    await tx.update(conversations).set({ hasCollected: true }).where(eq(conversations.id, conversationId))
  })
}

/** What a visitor gave of themselves in a conversation, as far as they did. */
export async function visitorIn(
  db: Database,
  conversationId: string,
): Promise<{ name?: string; email?: string; phone?: string } | undefined> {
  const [row] = await db
    .select({ name: visitors.name, email: visitors.email, phone: visitors.phone })
    .from(visitors)
    .where(eq(visitors.conversationId, conversationId))
  return row && Object.fromEntries(Object.entries(row).filter(([, value]) => value !== ''))
}

function narrowed(agentId: string, { q, outlet, consent, from, to }: VisitorQuery): SQL {
  const like = `%${(q ?? '').replace(/[%_\\]/g, '\\$&')}%`
  return and(
    eq(visitors.agentId, agentId),
    q
      ? or(
          ilike(visitors.name, like),
          ilike(visitors.email, like),
          ilike(visitors.phone, like),
          sql`${visitors.values}::text ilike ${like}`,
        )
      : undefined,
    outlet ? eq(visitors.outletId, outlet) : undefined,
    consent && sql`jsonb_array_length(${visitors.consents}) ${consent === 'yes' ? sql`> 0` : sql`= 0`}`,
    within(visitors.createdAt, from, to),
  )!
}

/** Visitors who told something of themselves, the latest first. */
export async function listVisitors(
  db: Database,
  agentId: string,
  query: VisitorQuery,
  { offset, limit }: { offset: number; limit: number },
): Promise<{ total: number; visitors: Visitor[] }> {
  const found = narrowed(agentId, query)
  const [counted] = await db.select({ total: count() }).from(visitors).where(found)
  const rows = await db
    .select({ visitor: visitors, outlet: outlets.name })
    .from(visitors)
    .leftJoin(outlets, eq(outlets.id, visitors.outletId))
    .where(found)
    .orderBy(desc(visitors.createdAt), visitors.id)
    .offset(offset)
    .limit(limit)
  return {
    total: counted!.total,
    visitors: rows.map(({ visitor, outlet }) => ({
      id: visitor.id,
      conversationId: visitor.conversationId,
      outlet,
      name: visitor.name,
      email: visitor.email,
      phone: visitor.phone,
      values: visitor.values,
      consents: visitor.consents,
      createdAt: visitor.createdAt.toISOString(),
    })),
  }
}

const ALL = 500

/** All visitors a query finds, page by page. */
export async function* visitorsFound(db: Database, agentId: string, query: VisitorQuery): AsyncGenerator<Visitor> {
  for (let offset = 0; ; offset += ALL) {
    const { visitors: page } = await listVisitors(db, agentId, query, { offset, limit: ALL })
    yield* page
    if (page.length < ALL) return
  }
}

/** The records of one visitor: the one that is named, and all of the same agent with the same mail address. */
const sameVisitor = async (db: Pick<Database, 'select'>, id: string): Promise<(typeof visitors.$inferSelect)[]> => {
  const [named] = await db.select().from(visitors).where(eq(visitors.id, id))
  if (!named) throw notFound('visitor')
  if (named.email === '') return [named]
  return db
    .select()
    .from(visitors)
    .where(and(eq(visitors.agentId, named.agentId), sql`lower(${visitors.email}) = ${named.email.toLowerCase()}`))
}

/** Everything that is kept of one visitor: what they told, and their conversations line by line. */
export async function keptOf(db: Database, id: string): Promise<object> {
  const records = await sameVisitor(db, id)
  const ids = records.map(({ conversationId }) => conversationId)
  const lines = await db.select().from(turns).where(inArray(turns.conversationId, ids)).orderBy(asc(turns.ordinal))
  return {
    records: records.map(({ agentId: _agent, ...record }) => record),
    conversations: ids.map((conversationId) => ({
      id: conversationId,
      lines: lines
        .filter((line) => line.conversationId === conversationId)
        .map(({ createdAt, said, reply, person, rating, ratingWord, memory }) => ({
          at: createdAt.toISOString(),
          visitor: said,
          reply,
          by: person ?? 'the agent',
          rating,
          ratingWord,
          remembered: memory.facts,
        })),
    })),
  }
}

/** Erases a visitor for good: what they told, every conversation in which they did, and what was sent of it. */
export async function eraseVisitor(db: Database, id: string): Promise<{ agentId: string }> {
  return db.transaction(async (tx) => {
    const records = await sameVisitor(tx, id)
    const ids = records.map(({ conversationId }) => conversationId)
    await tx.delete(visitors).where(inArray(visitors.conversationId, ids))
    await tx.delete(conversations).where(inArray(conversations.id, ids))
    await forgetDeliveries(tx, ids)
    await forgetCalls(tx, ids)
    return { agentId: records[0]!.agentId }
  })
}
