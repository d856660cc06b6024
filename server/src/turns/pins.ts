import { asc, eq } from 'drizzle-orm'
import type { Pin } from '@parrot/contract'
import type { AgentRow } from '../agents/queries'
import { pins, type Database, type KeptAnswer } from '../database'
import { HttpProblem, notFound } from '../http/problems'
import { newId } from '../ids'
import type { Services } from '../services'
import { ask, draftOf } from './subject'

type PinRow = typeof pins.$inferSelect

const MOST_PINS = 30

const shown = (row: PinRow, stance: string): Pin => ({
  id: row.id,
  text: row.text,
  now: row.now,
  before: row.before,
  isStale: row.stance !== stance,
  hasMoved: row.hasMoved,
})

const rows = (db: Database, agentId: string): Promise<PinRow[]> =>
  db.select().from(pins).where(eq(pins.agentId, agentId)).orderBy(asc(pins.createdAt))

/** The pinned lines of an agent with their answers; stale when something changed since they were asked. */
export async function listPins(services: Services, agent: AgentRow): Promise<Pin[]> {
  const { stance } = await draftOf(services, agent)
  return (await rows(services.db, agent.id)).map((row) => shown(row, stance))
}

/** Pins a line; pinning the same words again gives the pin that is there. */
export async function addPin(services: Services, agent: AgentRow, text: string): Promise<Pin> {
  const { stance } = await draftOf(services, agent)
  const all = await rows(services.db, agent.id)
  const same = all.find((row) => row.text.toLowerCase() === text.toLowerCase())
  if (same) return shown(same, stance)
  if (all.length >= MOST_PINS)
    throw new HttpProblem(
      409,
      `There are ${MOST_PINS} pinned lines already.`,
      'Keep some of them as a script, then unpin them.',
    )
  const [row] = await services.db.insert(pins).values({ id: newId(), agentId: agent.id, text }).returning()
  return shown(row!, stance)
}

/** Unpins a line and gives its words, so that it can be pinned again. */
export async function removePin(db: Database, id: string): Promise<void> {
  const gone = await db.delete(pins).where(eq(pins.id, id)).returning()
  if (gone.length === 0) throw notFound('pinned line')
}

/** Notes that the designer has looked at a moved answer. */
export async function markPinSeen(db: Database, id: string): Promise<void> {
  await db.update(pins).set({ hasMoved: false }).where(eq(pins.id, id))
}

/** Asks every stale pinned line again, each alone, and marks those whose answer reads differently. */
export async function askPins(services: Services, agent: AgentRow, signal?: AbortSignal): Promise<Pin[]> {
  const subject = await draftOf(services, agent)
  const asked: Pin[] = []
  for (const row of await rows(services.db, agent.id)) {
    if (row.stance === subject.stance || signal?.aborted) {
      asked.push(shown(row, subject.stance))
      continue
    }
    const state = await ask(services, subject, row.text, [], { signal })
    const now: KeptAnswer = {
      reply: state.reply,
      outcome: state.outcome,
      revision: subject.revision,
      citations: [...state.citations],
      askedAt: new Date().toISOString(),
    }
    const moved = row.now !== null && row.now.reply !== now.reply
    const values = {
      now,
      stance: subject.stance,
      before: moved ? row.now : row.before,
      hasMoved: row.hasMoved || moved,
    }
    await services.db.update(pins).set(values).where(eq(pins.id, row.id))
    asked.push(shown({ ...row, ...values }, subject.stance))
  }
  return asked
}
