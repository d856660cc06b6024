import { and, eq, gte, lt, sql } from 'drizzle-orm'
import { maskedWithin, type Memory } from '@parrot/core/dialogue'
import { outletDays, type Database } from '../database'
import { isWithin } from '../desk'
import { HttpProblem } from '../http/problems'
import type { TurnKept } from '../turns/remembered'
import type { OutletRow, Place } from './queries'

const today = sql`current_date`

/** What an outlet says while nobody is answered there; nothing where it answers. */
export function closedWords(outlet: OutletRow | null): string | undefined {
  if (outlet?.state === 'paused') return outlet.pausedMessage || 'There is a pause here just now.'
  if (!outlet || outlet.hours.length === 0 || isWithin(outlet.hours, outlet.timeZone, new Date())) return undefined
  return outlet.closedMessage || 'There is nobody here at this time of day.'
}

/** Throws with what the outlet says where it is paused, or closed at this time of day. */
export function mustBeOpen({ outlet }: Place): void {
  const words = closedWords(outlet)
  if (words !== undefined) throw new HttpProblem(503, words, undefined, { code: 'paused' })
}

const usedUp = (outlet: OutletRow, words: string): HttpProblem =>
  new HttpProblem(429, outlet.usedUpMessage || words, undefined, { code: 'used-up' })

/** Throws where a line is longer than the outlet takes, or its conversation has had all the turns it may. */
export function mustFit({ outlet }: Place, text: string, turnsBefore: number): void {
  if (!outlet) return
  if (text.length > outlet.longestLine)
    throw new HttpProblem(400, `That is too long: keep it under ${outlet.longestLine} characters.`)
  if (outlet.turnsPerConversation !== null && turnsBefore >= outlet.turnsPerConversation)
    throw usedUp(outlet, 'Enough was asked in this conversation. Start over to ask more.')
}

/**
 * Counts one turn of a place; throws with its own words once they are used up. The day's are counted to the very one; the
 * month's may run over by the turns that are answered at the same moment.
 */
export async function countTurn(db: Database, { outlet }: Place): Promise<void> {
  if (!outlet) return
  const { turnsPerDay, turnsPerMonth, tokensPerMonth } = outlet
  if (turnsPerMonth !== null || tokensPerMonth !== null) {
    const [used] = await db
      .select({
        turns: sql<number>`coalesce(sum(${outletDays.turns}), 0)`.mapWith(Number),
        tokens: sql<number>`coalesce(sum(${outletDays.tokens}), 0)`.mapWith(Number),
      })
      .from(outletDays)
      .where(and(eq(outletDays.outletId, outlet.id), gte(outletDays.day, sql`date_trunc('month', current_date)::date`)))
    if (used!.turns >= (turnsPerMonth ?? Infinity) || used!.tokens >= (tokensPerMonth ?? Infinity))
      throw usedUp(outlet, 'Enough was asked here for this month.')
  }
  const [counted] = await db
    .insert(outletDays)
    .values({ outletId: outlet.id, day: today as never, turns: 1 })
    .onConflictDoUpdate({
      target: [outletDays.outletId, outletDays.day],
      set: { turns: sql`${outletDays.turns} + 1` },
      ...(turnsPerDay === null ? {} : { setWhere: lt(outletDays.turns, turnsPerDay) }),
    })
    .returning()
  if (!counted) throw usedUp(outlet, 'Enough was asked here for today.')
}

/** Counts the tokens an outside model took for a turn. */
export async function countTokens(db: Database, { outlet }: Place, { usage }: TurnKept): Promise<void> {
  const tokens = usage.reduce((sum, { prompt, completion }) => sum + prompt + completion, 0)
  if (!outlet || tokens === 0) return
  await db
    .update(outletDays)
    .set({ tokens: sql`${outletDays.tokens} + ${tokens}` })
    .where(and(eq(outletDays.outletId, outlet.id), eq(outletDays.day, today)))
}

/**
 * What is known, as an outlet lets it be kept, by colleagues too. What a duty collected stays, and so does what a tool was
 * called with: it tells that the same was done already.
 */
const memoryAsKept = (memory: Memory, hide: <Value>(value: Value) => Value): Memory => ({
  ...memory,
  facts: hide(memory.facts),
  ...(memory.done ? { done: memory.done.map((each) => ({ ...each, result: hide(each.result) })) } : {}),
  ...(memory.colleagues
    ? {
        colleagues: Object.fromEntries(
          Object.entries(memory.colleagues).map(([agent, theirs]) => [agent, memoryAsKept(theirs, hide)]),
        ),
      }
    : {}),
})

/** A turn as an outlet lets it be kept. What a duty asked the visitor for is theirs to give, and stays readable. */
export function asKept({ outlet }: Pick<Place, 'outlet'>, turn: TurnKept): TurnKept {
  if (!outlet || outlet.masks.length === 0) return turn
  const hide = <Value>(value: Value): Value => maskedWithin(value, outlet.masks)
  const { said, question, reply, workings, support, memory } = turn
  return {
    ...turn,
    said: hide(said),
    question: hide(question),
    reply: hide(reply),
    workings: hide(workings),
    support: hide(support),
    memory: memoryAsKept(memory, hide),
  }
}
