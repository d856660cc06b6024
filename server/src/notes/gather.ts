import { and, asc, desc, eq, isNull, sql } from 'drizzle-orm'
import { noteOfFailure } from '@parrot/core/refine'
import { conversations, notes, rehearsalResults, rehearsals, turns, type Database } from '../database'
import { newId } from '../ids'

/** So many of each kind are taken at a time: more would only stand there. */
const MOST_FAILURES = 8
const MOST_UNANSWERED = 5
/** Visitors' turns looked through. */
const LOOKED_THROUGH = 500

type NewNote = typeof notes.$inferInsert

/**
 * What an agent would have to be told: each turn that fails in its last run, and the questions its visitors asked most and
 * got no answer to, as notes to be worked out like any other. Lines that a note waits for already are left out.
 */
export async function gatherNotes(db: Database, agentId: string): Promise<string[]> {
  const waiting = await db
    .select({ question: notes.question })
    .from(notes)
    .where(and(eq(notes.agentId, agentId), isNull(notes.closed)))
  const known = new Set(waiting.map(({ question }) => plain(question)))
  const made: NewNote[] = []
  for (const each of [...(await failures(db, agentId)), ...(await unanswered(db, agentId))]) {
    if (known.has(plain(each.question))) continue
    known.add(plain(each.question))
    made.push({ id: newId(), agentId, status: 'trying', ...each })
  }
  if (made.length > 0) await db.insert(notes).values(made)
  return made.map(({ id }) => id)
}

const plain = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim()

type Gathered = Omit<NewNote, 'id' | 'agentId' | 'status'>

async function failures(db: Database, agentId: string): Promise<Gathered[]> {
  const [run] = await db
    .select({ id: rehearsals.id })
    .from(rehearsals)
    .where(and(eq(rehearsals.agentId, agentId), eq(rehearsals.status, 'done')))
    .orderBy(desc(rehearsals.createdAt))
    .limit(1)
  if (!run) return []
  const failed = await db
    .select({ result: rehearsalResults.result })
    .from(rehearsalResults)
    .where(and(eq(rehearsalResults.rehearsalId, run.id), eq(rehearsalResults.passed, false)))
    .orderBy(asc(rehearsalResults.ordinal))
    .limit(MOST_FAILURES)
  return failed.flatMap(({ result }) => {
    const at = result.turns.findIndex((turn) => !turn.passed)
    const turn = result.turns[at]
    const note = turn && noteOfFailure(turn)
    if (!turn || !note) return []
    const before = result.turns.slice(0, at).map(({ say }) => say)
    return [{ question: turn.say, before, ...note, checks: turn.checks.map(({ check }) => check) }]
  })
}

async function unanswered(db: Database, agentId: string): Promise<Gathered[]> {
  const rows = await db
    .select({ said: turns.said })
    .from(turns)
    .innerJoin(conversations, eq(conversations.id, turns.conversationId))
    .where(and(eq(turns.agentId, agentId), eq(conversations.channel, 'talk'), sql`${turns.outcome} = 'unknown'`))
    .orderBy(desc(turns.createdAt))
    .limit(LOOKED_THROUGH)
  const times = new Map<string, { question: string; count: number }>()
  for (const { said } of rows) {
    const known = times.get(plain(said)) ?? { question: said, count: 0 }
    times.set(plain(said), { ...known, count: known.count + 1 })
  }
  return [...times.values()]
    .sort((a, b) => b.count - a.count)
    .slice(0, MOST_UNANSWERED)
    .map(({ question, count }) => ({
      question,
      marks: ['missing'] as const,
      wrong: count > 1 ? `Asked ${count} times, and not answered.` : 'Asked, and not answered.',
    }))
    .map((note) => ({ ...note, marks: [...note.marks] }))
}
