import { and, desc, eq, gt, inArray, isNull, ne, or, sql } from 'drizzle-orm'
import { LRUCache } from 'lru-cache'
import { groupQuestions } from '@parrot/core/logbook'
import type { Settling, Want, WantList } from '@parrot/contract'
import { conversations, settledQuestions, turns, type Database } from '../database'

/** Different questions that are put together; grouping takes questions times groups. */
const MOST_QUESTIONS = 500
/** Questions shown of a group. */
const MOST_SHOWN = 30

/** The line as it stands alone, follow-ups filled in; two askings of it in other letters are one question. */
const plain = sql<string>`lower(trim(${turns.question}))`

const isWanting = or(inArray(turns.outcome, ['unknown', 'offered']), eq(turns.rating, 'down'))

interface Row {
  readonly question: string
  readonly text: string
  readonly times: number
  readonly unknown: number
  readonly offered: number
  readonly disliked: number
  readonly word: string
  readonly conversationId: string
  readonly lastAt: string
}

/** The questions that were not answered, or not well, since something was last done about them: the commonest first. */
async function wanting(db: Database, agentId: string): Promise<Row[]> {
  const latest = <T>(column: unknown) => sql<T>`(array_agg(${column} order by ${turns.createdAt} desc))[1]`
  const how = (condition: unknown) => sql<number>`count(*) filter (where ${condition})`.mapWith(Number)
  const times = sql<number>`count(*)`.mapWith(Number)
  return db
    .select({
      question: plain,
      text: latest<string>(turns.question),
      times,
      unknown: how(sql`${turns.outcome} = 'unknown'`),
      offered: how(sql`${turns.outcome} = 'offered'`),
      disliked: how(sql`${turns.rating} = 'down'`),
      word: sql<string>`coalesce((array_agg(${turns.ratingWord} order by ${turns.createdAt} desc) filter (where ${turns.ratingWord} <> ''))[1], '')`,
      conversationId: latest<string>(turns.conversationId),
      lastAt: sql<string>`max(${turns.createdAt})`,
    })
    .from(turns)
    .innerJoin(conversations, eq(conversations.id, turns.conversationId))
    .leftJoin(settledQuestions, and(eq(settledQuestions.agentId, agentId), eq(settledQuestions.question, plain)))
    .where(
      and(
        eq(turns.agentId, agentId),
        eq(conversations.channel, 'talk'),
        isNull(turns.person),
        ne(turns.question, ''),
        isWanting,
        or(isNull(settledQuestions.at), gt(turns.createdAt, settledQuestions.at)),
      ),
    )
    .groupBy(plain)
    .orderBy(desc(times), desc(sql`max(${turns.createdAt})`))
    .limit(MOST_QUESTIONS)
}

/** Groups as they were last put together, by the questions they were made of. */
const known = new LRUCache<string, Want[]>({ max: 50 })

/** What visitors want and did not get, put together by meaning, most asked first. */
export async function wants(db: Database, agentId: string): Promise<WantList> {
  const rows = await wanting(db, agentId)
  const [settled] = await db
    .select({ count: sql<number>`count(*)`.mapWith(Number) })
    .from(settledQuestions)
    .where(eq(settledQuestions.agentId, agentId))
  const key = JSON.stringify([agentId, rows])
  const groups = known.get(key) ?? grouped(rows)
  known.set(key, groups)
  return { groups, looked: rows.length, settled: settled!.count }
}

function grouped(rows: readonly Row[]): Want[] {
  const byQuestion = new Map(rows.map((row) => [row.question, row]))
  const groups = groupQuestions(rows.map(({ question, text, times }) => ({ id: question, text, times })))
  return groups.map(({ title, times, ids }) => {
    const members = ids.map((id) => byQuestion.get(id)!)
    const sum = (which: 'unknown' | 'offered' | 'disliked') => members.reduce((total, row) => total + row[which], 0)
    return {
      title,
      times,
      unknown: sum('unknown'),
      offered: sum('offered'),
      disliked: sum('disliked'),
      word: members.find(({ word }) => word !== '')?.word ?? '',
      questions: members.slice(0, MOST_SHOWN).map(({ text, times: asked, conversationId, lastAt }) => ({
        text,
        times: asked,
        conversationId,
        lastAt: new Date(lastAt).toISOString(),
      })),
    }
  })
}

const plainly = (text: string): string => text.trim().toLowerCase()

/** Notes that something was done about questions: they come back only when they are asked again. */
export async function settle(
  db: Database,
  agentId: string,
  questions: readonly string[],
  how: Settling,
): Promise<void> {
  const rows = [...new Set(questions.map(plainly))].map((question) => ({ agentId, question, how, at: new Date() }))
  await db
    .insert(settledQuestions)
    .values(rows)
    .onConflictDoUpdate({
      target: [settledQuestions.agentId, settledQuestions.question],
      set: { how: sql`excluded.how`, at: sql`excluded.at` },
    })
}

/** Takes that back. */
export async function unsettle(db: Database, agentId: string, questions: readonly string[]): Promise<void> {
  await db
    .delete(settledQuestions)
    .where(and(eq(settledQuestions.agentId, agentId), inArray(settledQuestions.question, questions.map(plainly))))
}
