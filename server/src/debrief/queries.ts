import { and, asc, count, desc, eq, inArray, isNotNull, isNull, ne, or, sql } from 'drizzle-orm'
import type { SpokenLine } from '@parrot/core/debrief'
import type { DebriefAnswer, DebriefQuestion, DebriefState } from '@parrot/contract'
import { conversations, debriefAnswers, debriefs, jobs, turns, type Database } from '../database'

type Debrief = typeof debriefs.$inferSelect

/** What is asked of an agent's finished conversations; undefined where nothing is. */
export async function debriefOf(db: Database, agentId: string): Promise<Debrief | undefined> {
  const [row] = await db.select().from(debriefs).where(eq(debriefs.agentId, agentId))
  return row
}

/** Sets the questions. Answers to those that are gone go with them; what was asked before is asked again. */
export async function setQuestions(db: Database, agentId: string, questions: DebriefQuestion[]): Promise<void> {
  await db.transaction(async (tx) => {
    await tx
      .insert(debriefs)
      .values({ agentId, questions })
      .onConflictDoUpdate({
        target: debriefs.agentId,
        set: { questions, version: sql`${debriefs.version} + 1` },
      })
    await tx.delete(debriefAnswers).where(eq(debriefAnswers.agentId, agentId))
  })
}

const isFinished = (agentId: string) =>
  and(eq(conversations.agentId, agentId), eq(conversations.channel, 'talk'), isNotNull(conversations.endedAt))

/** Those that are over and were not asked the present questions, the oldest first. */
export const notAsked = (db: Database, agentId: string, version: number, limit: number) =>
  db
    .select({ id: conversations.id })
    .from(conversations)
    .where(and(isFinished(agentId), or(isNull(conversations.debriefed), ne(conversations.debriefed, version))))
    .orderBy(asc(conversations.endedAt))
    .limit(limit)

/** What was said in a conversation, line by line. */
export async function linesOf(db: Database, conversationId: string): Promise<SpokenLine[]> {
  const rows = await db
    .select({ said: turns.said, reply: turns.reply, person: turns.person })
    .from(turns)
    .where(eq(turns.conversationId, conversationId))
    .orderBy(asc(turns.ordinal))
  return rows.flatMap(({ said, reply, person }): SpokenLine[] => [
    ...(said === '' ? [] : [{ by: 'visitor', text: said } as const]),
    ...(reply === '' ? [] : [{ by: person === null ? 'agent' : 'person', text: reply } as const]),
  ])
}

/** Keeps what a conversation told, unless it went on meanwhile. */
export async function keepAnswers(
  db: Database,
  { agentId, version }: Debrief,
  conversationId: string,
  answers: readonly DebriefAnswer[],
): Promise<Date | null> {
  return db.transaction(async (tx) => {
    const [kept] = await tx
      .update(conversations)
      .set({ debriefed: version })
      .where(and(eq(conversations.id, conversationId), isNotNull(conversations.endedAt)))
      .returning({ endedAt: conversations.endedAt })
    if (!kept) return null
    await tx.delete(debriefAnswers).where(eq(debriefAnswers.conversationId, conversationId))
    if (answers.length > 0)
      await tx.insert(debriefAnswers).values(answers.map((answer) => ({ agentId, conversationId, ...answer })))
    return kept.endedAt
  })
}

/** What conversations told. */
export async function answersOf(db: Database, conversationIds: readonly string[]) {
  if (conversationIds.length === 0) return []
  return db
    .select()
    .from(debriefAnswers)
    .where(inArray(debriefAnswers.conversationId, [...conversationIds]))
}

const MOST_VALUES = 20

/** The questions of an agent and what came of them. */
export async function debriefStateOf(db: Database, agentId: string): Promise<DebriefState> {
  const debrief = await debriefOf(db, agentId)
  const [finished] = await db
    .select({
      all: count(),
      done: sql<number>`count(*) filter (where ${conversations.debriefed} = ${debrief?.version ?? 0})`.mapWith(Number),
    })
    .from(conversations)
    .where(isFinished(agentId))
  const running = await db
    .select({ id: jobs.id })
    .from(jobs)
    .where(and(eq(jobs.kind, 'debrief'), eq(jobs.subject, agentId), inArray(jobs.state, ['queued', 'running'])))
    .limit(1)
  const value = sql<string>`coalesce(${debriefAnswers.value}, '')`
  const rows = await db
    .select({ questionId: debriefAnswers.questionId, value, times: count() })
    .from(debriefAnswers)
    .where(eq(debriefAnswers.agentId, agentId))
    .groupBy(debriefAnswers.questionId, value)
    .orderBy(desc(count()), value)
  const questions = debrief?.questions ?? []
  return {
    questions,
    finished: finished!.all,
    done: questions.length > 0 ? finished!.done : 0,
    isRunning: running.length > 0,
    results: questions.map(({ id, kind }) => {
      const values = rows.filter(({ questionId }) => questionId === id)
      return {
        questionId: id,
        values: values.slice(0, MOST_VALUES).map(({ value: told, times }) => ({ value: told, times })),
        average: kind === 'number' ? averageOf(values) : null,
      }
    }),
  }
}

function averageOf(values: readonly { readonly value: string; readonly times: number }[]): number | null {
  const told = values.filter(({ value }) => value !== '')
  const times = told.reduce((sum, each) => sum + each.times, 0)
  return times === 0 ? null : told.reduce((sum, each) => sum + Number(each.value) * each.times, 0) / times
}
