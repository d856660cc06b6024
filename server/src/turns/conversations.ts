import { and, desc, eq, ne, sql } from 'drizzle-orm'
import { languageOf, spokenTag } from '@parrot/core/text'
import { NOTHING_KNOWN, type Exchange, type Memory } from '@parrot/core/dialogue'
import type { EarlierAnswer } from '@parrot/contract'
import { conversations, turns, visitors, type Database } from '../database'
import { notFound } from '../http/problems'
import { newId } from '../ids'
import { addRequests, approvalOf } from '../requests'
import type { TurnKept } from './remembered'
import type { Subject } from './subject'

type Channel = (typeof conversations.$inferSelect)['channel']
export type TurnRow = typeof turns.$inferSelect

/** How many earlier turns are loaded; a brief may let the model see fewer. */
const MOST_EXCHANGES = 100

/** A conversation to go on with: its id, what was said, and who answers in it. */
export interface OpenConversation {
  readonly id: string
  readonly exchanges: readonly Exchange[]
  readonly person: (typeof conversations.$inferSelect)['person']
  readonly hasCollected: boolean
}

/** The conversation to go on with, or a new one. One that is not this agent's is not found. */
export async function conversationOf(
  db: Database,
  agentId: string,
  channel: Channel,
  id: string | undefined,
): Promise<OpenConversation> {
  if (id === undefined) return { id: newId(), exchanges: [], person: null, hasCollected: false }
  const rows = await db
    .select({
      by: turns.person,
      person: conversations.person,
      hasCollected: conversations.hasCollected,
      said: turns.said,
      reply: turns.reply,
      question: turns.question,
      outcome: turns.outcome,
      memory: turns.memory,
    })
    .from(turns)
    .innerJoin(conversations, eq(conversations.id, turns.conversationId))
    .where(and(eq(conversations.id, id), eq(conversations.agentId, agentId), eq(conversations.channel, channel)))
    .orderBy(desc(turns.ordinal))
    .limit(MOST_EXCHANGES)
  if (rows.length === 0) {
    // It begins with its first turn; the visitor may have filled a form before.
    const told = await db
      .select({ id: visitors.id })
      .from(visitors)
      .where(and(eq(visitors.conversationId, id), eq(visitors.agentId, agentId)))
    if (told.length === 0 || channel !== 'talk') throw notFound('conversation')
    return { id, exchanges: [], person: null, hasCollected: true }
  }
  const { person, hasCollected } = rows[0]!
  return { id, exchanges: exchangesOf(rows.reverse()), person, hasCollected }
}

/**
 * What was said as exchanges: the lines of a talk with a person, in which each side may say several, make one of them; what
 * the agent said by itself belongs to the one before.
 */
function exchangesOf(rows: readonly (Exchange & { readonly by: string | null })[]): Exchange[] {
  const made: Exchange[] = []
  let isOpen = false
  for (const { by, said, reply, question, outcome, memory } of rows) {
    const line = { said, reply, question, outcome, memory } as Exchange
    const before = made.at(-1)
    if (by === null && said === '' && before)
      made.splice(-1, 1, { ...before, reply: joined(before.reply, reply), memory } as Exchange)
    else if (by === null || !isOpen || !before || (said !== '' && before.reply !== '')) made.push(line)
    else
      made.splice(-1, 1, {
        ...line,
        said: joined(before.said, said),
        question: joined(before.said, said),
        reply: joined(before.reply, reply),
      })
    isOpen = by !== null
  }
  return made
}

const joined = (...parts: readonly string[]): string => parts.filter((part) => part !== '').join('\n')

/** Keeps a turn that was taken; the conversation begins with its first. */
export async function keepTurn(
  db: Pick<Database, 'insert' | 'select' | 'with' | '$with' | 'transaction'>,
  place: {
    agentId: string
    channel: Channel
    conversationId: string
    outletId?: string | null
    hasCollected?: boolean
    /** A person was called in this turn, or could not be. */
    person?: 'waiting' | 'missed' | undefined
  },
  subject: Subject,
  state: TurnKept,
  tookMs: number,
): Promise<TurnRow> {
  const { agentId, channel, conversationId, outletId = null, person, hasCollected = false } = place
  const own = spokenTag(subject.brief.identity.language)
  const language = languageOf(state.said, own)
  const isUnanswered = state.outcome === 'unknown'
  const passedOnTo = state.handOver?.to ?? null
  const asked = channel === 'talk' ? state.held : []
  // What waits for the team is there when the turn is, or neither.
  if (asked.length > 0)
    return db.transaction(async (tx) => {
      const kept = await keepTurn(tx, place, subject, { ...state, held: [] }, tookMs)
      await addRequests(
        tx,
        asked.map((held) => approvalOf(place, held, subject.edition)),
      )
      return kept
    })
  // One statement for both: a crowd waits for as many as there are.
  const conversation = db.$with('conversation').as(
    db
      .insert(conversations)
      .values({
        id: conversationId,
        agentId,
        channel,
        opening: state.said,
        turnCount: 1,
        unanswered: isUnanswered ? 1 : 0,
        outcomes: [state.outcome],
        passedOnTo,
        edition: subject.edition,
        language,
        outletId,
        hasCollected,
        ...(person ? { person, personSince: new Date() } : {}),
      })
      .onConflictDoUpdate({
        target: conversations.id,
        set: {
          lastAt: new Date(),
          endedAt: null,
          debriefed: null,
          turnCount: sql`${conversations.turnCount} + 1`,
          edition: subject.edition,
          // A line in which no language shows tells nothing of the one before.
          ...(language === own ? {} : { language }),
          ...(isUnanswered ? { unanswered: sql`${conversations.unanswered} + 1` } : {}),
          ...(passedOnTo === null ? {} : { passedOnTo }),
          ...(person ? { person, personSince: new Date() } : {}),
          outcomes: sql`array(select distinct unnest(array_append(${conversations.outcomes}, ${state.outcome})))`,
        },
      })
      .returning({ id: conversations.id }),
  )
  const next = db
    .select({ ordinal: sql`coalesce(max(${turns.ordinal}), 0) + 1` })
    .from(turns)
    .where(eq(turns.conversationId, conversationId))
  const [row] = await db
    .with(conversation)
    .insert(turns)
    .values({
      id: newId(),
      conversationId,
      agentId,
      ordinal: sql`(${next})`,
      said: state.said,
      question: state.question,
      reply: state.reply,
      outcome: state.outcome,
      citations: [...state.citations],
      inserts: [...state.inserts],
      workings: [...state.workings],
      support: [...state.support],
      memory: state.memory,
      handOver: state.handOver ?? null,
      revision: subject.revision,
      edition: subject.edition,
      stance: subject.stance,
      model: subject.model.name,
      tookMs,
      usage: [...state.usage],
    })
    .returning()
  return row!
}

/** The last answer the designer got to the same words when brief, library or model were others. */
export async function answerBefore(
  db: Database,
  agentId: string,
  said: string,
  stance: string,
): Promise<EarlierAnswer | null> {
  const [row] = await db
    .select({ turn: turns })
    .from(turns)
    .innerJoin(conversations, eq(conversations.id, turns.conversationId))
    .where(
      and(eq(turns.agentId, agentId), eq(turns.said, said), ne(turns.stance, stance), eq(conversations.channel, 'try')),
    )
    .orderBy(desc(turns.createdAt))
    .limit(1)
  return row ? earlier(row.turn) : null
}

/** An answer as it is shown beside another. */
export const earlier = (row: TurnRow): EarlierAnswer => ({
  reply: row.reply,
  outcome: row.outcome,
  revision: row.revision,
  citations: row.citations,
  inserts: row.inserts,
  askedAt: row.createdAt.toISOString(),
})

async function lastTurn(db: Database, conversationId: string): Promise<TurnRow> {
  const [last] = await db
    .select()
    .from(turns)
    .where(eq(turns.conversationId, conversationId))
    .orderBy(desc(turns.ordinal))
    .limit(1)
  if (!last) throw notFound('conversation')
  return last
}

/** A memory without the facts of one key, or without anything; what colleagues know is theirs and goes as well. */
function without(memory: Memory, key: string | undefined): Memory {
  if (key === undefined) return NOTHING_KNOWN
  const colleagues = memory.colleagues && {
    colleagues: Object.fromEntries(
      Object.entries(memory.colleagues).map(([agent, theirs]) => [agent, without(theirs, key)]),
    ),
  }
  return { ...memory, facts: memory.facts.filter((fact) => fact.key !== key), ...colleagues }
}

/** Erases what was remembered of a conversation: everything, or the facts of one key. */
export async function forget(db: Database, conversationId: string, key: string | undefined): Promise<Memory> {
  const last = await lastTurn(db, conversationId)
  // What was told stays in no earlier turn either.
  const rows = await db.select().from(turns).where(eq(turns.conversationId, conversationId))
  await db.transaction(async (tx) => {
    for (const row of rows)
      await tx
        .update(turns)
        .set({ memory: without(row.memory, key) })
        .where(eq(turns.id, row.id))
  })
  return without(last.memory, key)
}

/** Keeps a summary of what was said so far in somebody's own words, in place of the one made by itself. */
export async function writeSummary(db: Database, conversationId: string, text: string): Promise<Memory> {
  const last = await lastTurn(db, conversationId)
  const { summary: _before, ...rest } = last.memory
  // It takes the place of what was told last; turns after those are summed up beside it.
  const upTo = last.memory.earlier?.upTo ?? last.ordinal
  const memory: Memory = text === '' ? rest : { ...rest, summary: { text, upTo } }
  await db.update(turns).set({ memory }).where(eq(turns.id, last.id))
  return memory
}
