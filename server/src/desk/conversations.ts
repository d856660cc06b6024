import { and, eq, inArray, isNull, ne, or, sql } from 'drizzle-orm'
import type { Person } from '@parrot/contract'
import { conversations, desks, turns, type Database } from '../database'
import { HttpProblem, notFound } from '../http/problems'
import { newId } from '../ids'

type Row = typeof conversations.$inferSelect

/** Who answers in a conversation, as visitor and logbook see it. */
export const personOf = ({
  person,
  personName,
  personSince,
}: Pick<Row, 'person' | 'personName' | 'personSince'>): Person | null =>
  person === null ? null : { state: person, name: personName, since: (personSince ?? new Date()).toISOString() }

/** Somebody who answers: a member, or whoever sits there where nobody signs in. */
export interface Answering {
  readonly id: string
  readonly name: string
}

const now = sql<Date>`now()`

/** Takes a conversation. One that somebody else has is theirs, unless it is taken from them. Gives its agent. */
export async function takeConversation(
  db: Database,
  id: string,
  { id: personId, name: personName }: Answering,
  isFromOther: boolean,
): Promise<{ agentId: string }> {
  const isFree = or(
    isNull(conversations.person),
    ne(conversations.person, 'taken'),
    eq(conversations.personId, personId),
  )
  const [taken] = await db
    .update(conversations)
    .set({ person: 'taken', personSince: now, personId, personName })
    .where(and(eq(conversations.id, id), eq(conversations.channel, 'talk'), isFromOther ? undefined : isFree))
    .returning({ agentId: conversations.agentId })
  if (taken) return taken
  const row = await conversationRow(db, id)
  throw new HttpProblem(409, `${row.personName} has this conversation.`, 'Take it over if they cannot go on.', {
    code: 'taken',
  })
}

async function conversationRow(db: Database, id: string): Promise<Row> {
  const [row] = await db
    .select()
    .from(conversations)
    .where(and(eq(conversations.id, id), eq(conversations.channel, 'talk')))
  if (!row) throw notFound('conversation')
  return row
}

/** Gives a conversation back to the agent, or lays one aside in which nobody is waited for any more. */
export async function leaveConversation(db: Database, id: string): Promise<{ agentId: string }> {
  const [left] = await db
    .update(conversations)
    .set({ person: null, personSince: null, personId: null, personName: '' })
    .where(and(eq(conversations.id, id), eq(conversations.channel, 'talk')))
    .returning({ agentId: conversations.agentId })
  if (!left) throw notFound('conversation')
  return left
}

/** Writes into a conversation as the person who has it. */
export async function writeAs(db: Database, id: string, { id: who }: Answering, text: string): Promise<Row> {
  const row = await conversationRow(db, id)
  if (row.person !== 'taken' || row.personId !== who)
    throw new HttpProblem(
      409,
      row.person === 'taken' ? `${row.personName} has this conversation.` : 'This conversation is the agent’s.',
      'Take it first.',
      { code: 'not-taken' },
    )
  await keepLine(db, row, { said: '', reply: text, person: row.personName })
  return row
}

/** Writes one line into a conversation in somebody's name, whoever has it. */
export async function tellAs(db: Database, id: string, name: string, text: string): Promise<void> {
  await keepLine(db, await conversationRow(db, id), { said: '', reply: text, person: name })
}

/** Keeps what a visitor says to the person who answers. */
export async function keepVisitorsLine(db: Database, id: string, said: string): Promise<{ turnId: string }> {
  const row = await conversationRow(db, id)
  return keepLine(db, row, { said, reply: '', person: row.personName })
}

async function keepLine(
  db: Database,
  { id: conversationId, agentId, edition }: Row,
  line: { readonly said: string; readonly reply: string; readonly person: string },
): Promise<{ turnId: string }> {
  const turnId = newId()
  const ofIt = eq(turns.conversationId, conversationId)
  const next = db
    .select({ ordinal: sql`coalesce(max(${turns.ordinal}), 0) + 1` })
    .from(turns)
    .where(ofIt)
  // What the agent knows stays as it was.
  const [last] = await db
    .select({ memory: turns.memory, revision: turns.revision })
    .from(turns)
    .where(ofIt)
    .orderBy(sql`${turns.ordinal} desc`)
    .limit(1)
  await db.insert(turns).values({
    id: turnId,
    conversationId,
    agentId,
    ordinal: sql`(${next})`,
    ...line,
    question: line.said,
    outcome: 'chatted',
    citations: [],
    workings: [],
    ...(last ? { memory: last.memory } : {}),
    revision: last?.revision ?? 0,
    edition,
    stance: '',
    model: '',
    tookMs: 0,
  })
  await db
    .update(conversations)
    .set({ lastAt: now, endedAt: null, debriefed: null, turnCount: sql`${conversations.turnCount} + 1` })
    .where(eq(conversations.id, conversationId))
  return { turnId }
}

/** Marks those in which somebody was waited for longer than their desks say; gives them. */
export async function missLate(db: Database): Promise<{ id: string; agentId: string }[]> {
  const late = db
    .select({ id: conversations.id })
    .from(conversations)
    .innerJoin(desks, eq(desks.agentId, conversations.agentId))
    .where(
      and(
        eq(conversations.person, 'waiting'),
        sql`${conversations.personSince} < now() - make_interval(mins => ${desks.waitMinutes})`,
      ),
    )
  return db
    .update(conversations)
    .set({ person: 'missed' })
    .where(and(inArray(conversations.id, late), eq(conversations.person, 'waiting')))
    .returning({ id: conversations.id, agentId: conversations.agentId })
}
