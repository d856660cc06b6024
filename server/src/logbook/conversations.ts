import { and, arrayContains, asc, count, desc, eq, gt, inArray, isNotNull, isNull, sql, type SQL } from 'drizzle-orm'
import type { Conversation, ConversationSummary, LogbookQuery } from '@parrot/contract'
import { conversations, debriefAnswers, turns, within, wordsOf, type Database } from '../database'
import { answersOf } from '../debrief'
import { personOf } from '../desk'
import { notFound } from '../http/problems'
import { earlier } from '../turns/conversations'

/** The conversations of an agent that a query narrows to, whichever of them are looked at. */
function narrowed(agentId: string, query: Partial<LogbookQuery>): SQL {
  const { q, outcome, edition, outlet, language, from, to, rating, collected, minutes, debrief } = query
  const words = (q?.match(/[\p{L}\p{N}]+/gu) ?? []).map((word) => `${word.toLowerCase()}:*`).join(' & ')
  const said = sql`select ${turns.conversationId} from ${turns} where ${turns.agentId} = ${agentId}
    and ${wordsOf(turns)} @@ to_tsquery('simple', ${words})`
  return and(
    eq(conversations.agentId, agentId),
    eq(conversations.channel, 'talk'),
    words === '' ? undefined : inArray(conversations.id, sql`(${said})`),
    outcome && arrayContains(conversations.outcomes, [outcome]),
    edition === undefined ? undefined : eq(conversations.edition, edition),
    outlet === undefined
      ? undefined
      : outlet === 'own'
        ? isNull(conversations.outletId)
        : eq(conversations.outletId, outlet),
    language === undefined ? undefined : eq(conversations.language, language),
    within(conversations.lastAt, from, to),
    debrief ? inArray(conversations.id, toldIn(agentId, debrief)) : undefined,
    rating && gt(rating === 'up' ? conversations.liked : conversations.disliked, 0),
    collected === 'true' ? eq(conversations.hasCollected, true) : undefined,
    minutes === undefined
      ? undefined
      : sql`${conversations.lastAt} - ${conversations.createdAt} >= make_interval(mins => ${minutes})`,
  )!
}

/** The conversations that told a certain answer. */
function toldIn(agentId: string, debrief: string): SQL {
  const at = debrief.indexOf(':')
  const value = debrief.slice(at + 1)
  return sql`(select ${debriefAnswers.conversationId} from ${debriefAnswers}
    where ${debriefAnswers.agentId} = ${agentId} and ${debriefAnswers.questionId} = ${debrief.slice(0, at)}
    and ${value === '' ? sql`${debriefAnswers.value} is null` : sql`${debriefAnswers.value} = ${value}`})`
}

const isUnanswered = sql`${conversations.unanswered} > 0`

const kindOf = ({ unanswered, passedOn, person }: Partial<LogbookQuery>): SQL | undefined =>
  person
    ? eq(conversations.person, person)
    : passedOn === 'true'
      ? isNotNull(conversations.passedOnTo)
      : unanswered === 'true'
        ? isUnanswered
        : undefined

/** Visitors’ conversations, the latest first, and how many of those that are found went unanswered or were passed on. */
export async function listConversations(
  db: Database,
  agentId: string,
  query: Partial<LogbookQuery>,
  { offset, limit }: { offset: number; limit: number },
): Promise<{
  total: number
  unanswered: number
  passedOn: number
  waiting: number
  conversations: ConversationSummary[]
}> {
  const found = narrowed(agentId, query)
  const [counts] = await db
    .select({
      total: count(),
      unanswered: sql<number>`count(*) filter (where ${isUnanswered})`.mapWith(Number),
      passedOn: count(conversations.passedOnTo),
      waiting: sql<number>`count(*) filter (where ${conversations.person} = 'waiting')`.mapWith(Number),
    })
    .from(conversations)
    .where(found)
  const rows = await db
    .select()
    .from(conversations)
    .where(and(found, kindOf(query)))
    .orderBy(desc(conversations.lastAt), asc(conversations.id))
    .offset(offset)
    .limit(limit)
  return { ...counts!, conversations: rows.map(summaryOf) }
}

/** Every turn of the conversations a query finds, the earliest conversation first, page by page. */
export async function* turnsFound(db: Database, agentId: string, query: Partial<LogbookQuery>) {
  const found = and(narrowed(agentId, query), kindOf(query))
  for (let after: ConversationRow | undefined; ;) {
    const page = await db
      .select()
      .from(conversations)
      .where(
        and(found, after && sql`(${conversations.createdAt}, ${conversations.id}) > (${after.createdAt}, ${after.id})`),
      )
      .orderBy(asc(conversations.createdAt), asc(conversations.id))
      .limit(PAGE)
    if (page.length === 0) return
    const ids = page.map(({ id }) => id)
    const lines = await db.select().from(turns).where(inArray(turns.conversationId, ids)).orderBy(asc(turns.ordinal))
    const told = await answersOf(db, ids)
    for (const row of page)
      yield {
        conversation: summaryOf(row),
        lines: lines.filter(({ conversationId }) => conversationId === row.id),
        debrief: told.filter(({ conversationId }) => conversationId === row.id),
      }
    after = page.at(-1)
  }
}

const PAGE = 200

type ConversationRow = typeof conversations.$inferSelect

const summaryOf = (row: ConversationRow): ConversationSummary => ({
  id: row.id,
  startedAt: row.createdAt.toISOString(),
  lastAt: row.lastAt.toISOString(),
  edition: row.edition,
  turns: row.turnCount,
  unanswered: row.unanswered,
  passedOnTo: row.passedOnTo,
  opening: row.opening,
  outletId: row.outletId,
  language: row.language,
  person: personOf(row),
  liked: row.liked,
  disliked: row.disliked,
  hasCollected: row.hasCollected,
})

/** One conversation with every line, its citations and workings. */
export async function conversationById(db: Database, id: string, who: string): Promise<Conversation> {
  const [row] = await db.select().from(conversations).where(eq(conversations.id, id))
  if (!row) throw notFound('conversation')
  const lines = await db.select().from(turns).where(eq(turns.conversationId, id)).orderBy(asc(turns.ordinal))
  return {
    ...summaryOf(row),
    debrief: (await answersOf(db, [id])).map(({ questionId, value, because }) => ({
      questionId,
      value,
      because: [...because],
    })),
    isMine: row.person === 'taken' && row.personId === who,
    lines: lines.map((line) => ({
      ...earlier(line),
      id: line.id,
      said: line.said,
      inserts: line.inserts,
      workings: line.workings,
      handOver: line.handOver,
      edition: line.edition,
      by: line.person,
      rating: line.rating,
      ratingWord: line.ratingWord,
    })),
  }
}
