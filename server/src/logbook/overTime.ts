import { and, asc, count, desc, eq, gte, isNull, lt, sql, type SQL } from 'drizzle-orm'
import type { z } from 'zod'
import type { OverTime, overTimeQuery } from '@parrot/contract'
import { conversations, turns, type Database } from '../database'
import { HttpProblem } from '../http/problems'

const MOST_DAYS = 400
const MOST_QUESTIONS = 20
const DAY = 24 * 60 * 60_000

/** What happened by day and by edition: how many came, how their turns ended, what they thought of it, what it took. */
export async function overTime(
  db: Database,
  agentId: string,
  { from, to, zone, outlet }: z.output<typeof overTimeQuery>,
): Promise<OverTime> {
  if (Date.parse(to) - Date.parse(from) > MOST_DAYS * DAY || to < from)
    throw new HttpProblem(400, 'Choose an earlier and a later day, at most a year apart.')
  const moment = (day: string, add: number) => sql`((${day}::date + ${add}::int)::timestamp at time zone ${zone})`
  const within = and(
    eq(turns.agentId, agentId),
    eq(conversations.channel, 'talk'),
    gte(turns.createdAt, moment(from, 0)),
    lt(turns.createdAt, moment(to, 1)),
    outlet === undefined
      ? undefined
      : outlet === 'own'
        ? isNull(conversations.outletId)
        : eq(conversations.outletId, outlet),
  )!
  // Grouped by its place: the zone is a parameter, and two parameters are never the same expression.
  const day = sql<string>`to_char(${turns.createdAt} at time zone ${zone}, 'YYYY-MM-DD')`
  const days = await countedBy(db, day, within)
  const editions = await countedBy(db, sql<number>`${turns.edition}`, and(within, sql`${turns.edition} is not null`)!)
  const question = sql<string>`lower(trim(${turns.said}))`
  const questions = await db
    .select({ text: sql<string>`min(${turns.said})`, times: count() })
    .from(turns)
    .innerJoin(conversations, eq(conversations.id, turns.conversationId))
    .where(and(within, isNull(turns.person), sql`trim(${turns.said}) <> '' and ${turns.outcome} <> 'chatted'`))
    .groupBy(question)
    .orderBy(desc(count()), asc(question))
    .limit(MOST_QUESTIONS)
  const byDay = new Map(days.map(({ by, ...counts }) => [by, counts]))
  return {
    days: daysFrom(from, to).map((each) => ({ day: each, ...(byDay.get(each) ?? NOTHING) })),
    editions: editions.map(({ by, ...counts }) => ({ edition: Number(by), ...counts })),
    questions,
  }
}

const NOTHING = {
  conversations: 0,
  turns: 0,
  answered: 0,
  offered: 0,
  unknown: 0,
  other: 0,
  passedOn: 0,
  liked: 0,
  disliked: 0,
  medianMs: null,
  tokens: 0,
}

async function countedBy<By>(db: Database, by: SQL<By>, within: SQL) {
  const where = (condition: SQL) => sql<number>`count(*) filter (where ${condition})`.mapWith(Number)
  const byAgent = sql`${turns.person} is null`
  const ended = (outcome: string) => where(sql`${byAgent} and ${turns.outcome} = ${outcome}`)
  return db
    .select({
      by,
      conversations: sql<number>`count(distinct ${turns.conversationId})`.mapWith(Number),
      turns: where(byAgent),
      answered: ended('answered'),
      offered: ended('offered'),
      unknown: ended('unknown'),
      other: where(sql`${byAgent} and ${turns.outcome} not in ('answered', 'offered', 'unknown')`),
      passedOn: where(sql`${turns.handOver} is not null and ${turns.handOver} <> 'null'::jsonb`),
      liked: where(sql`${turns.rating} = 'up'`),
      disliked: where(sql`${turns.rating} = 'down'`),
      medianMs: sql<
        number | null
      >`percentile_cont(0.5) within group (order by ${turns.tookMs}) filter (where ${byAgent})`,
      tokens: sql<number>`coalesce(sum((
        select sum(coalesce((each ->> 'prompt')::float, 0) + coalesce((each ->> 'completion')::float, 0))
        from jsonb_array_elements(${turns.usage}) each)), 0)`.mapWith(Number),
    })
    .from(turns)
    .innerJoin(conversations, eq(conversations.id, turns.conversationId))
    .where(within)
    .groupBy(sql`1`)
    .orderBy(sql`1`)
}

function daysFrom(from: string, to: string): string[] {
  const days: string[] = []
  for (let at = Date.parse(from); at <= Date.parse(to); at += DAY) days.push(new Date(at).toISOString().slice(0, 10))
  return days
}
