import { and, asc, desc, eq, inArray, isNull, lte } from 'drizzle-orm'
import { nextDue, outputOf, problemsIn, type LegResult, type Relay } from '@parrot/core/team'
import type { Cue, RelayShown, RunShown } from '@parrot/contract'
import { agents, relayRuns, relays, type Database } from '../database'
import { HttpProblem, notFound } from '../http/problems'
import { newId } from '../ids'

export type RelayRow = typeof relays.$inferSelect
export type RunRow = typeof relayRuns.$inferSelect

export async function relayById(db: Database, id: string): Promise<RelayRow> {
  const [row] = await db
    .select()
    .from(relays)
    .where(and(eq(relays.id, id), isNull(relays.removedAt)))
  if (!row) throw notFound('relay')
  return row
}

export const listRelays = (db: Database, agentId: string): Promise<RelayRow[]> =>
  db
    .select()
    .from(relays)
    .where(and(eq(relays.agentId, agentId), isNull(relays.removedAt)))
    .orderBy(asc(relays.createdAt))

const dueOf = (cue: Cue | null): Date | null => (cue?.isOn ? (nextDue(cue, new Date()) ?? null) : null)

export async function addRelay(db: Database, agentId: string, spec: Relay, cue: Cue | null): Promise<RelayRow> {
  const [row] = await db
    .insert(relays)
    .values({ id: newId(), agentId, spec, cue, nextAt: dueOf(cue) })
    .returning()
  return row!
}

export async function changeRelay(db: Database, id: string, spec: Relay, cue: Cue | null): Promise<RelayRow> {
  const [row] = await db
    .update(relays)
    .set({ spec, cue, nextAt: dueOf(cue) })
    .where(and(eq(relays.id, id), isNull(relays.removedAt)))
    .returning()
  if (!row) throw notFound('relay')
  return row
}

/** Takes a relay away, or brings it back; its cue is quiet meanwhile. */
export async function setRelayRemoved(db: Database, id: string, isRemoved: boolean): Promise<void> {
  const rows = await db
    .update(relays)
    .set({ removedAt: isRemoved ? new Date() : null })
    .where(eq(relays.id, id))
    .returning()
  if (rows.length === 0) throw notFound('relay')
}

export async function shownRelays(db: Database, rows: readonly RelayRow[]): Promise<RelayShown[]> {
  const ids = rows.map(({ id }) => id)
  const last =
    ids.length === 0
      ? []
      : await db
          .selectDistinctOn([relayRuns.relayId], {
            relayId: relayRuns.relayId,
            id: relayRuns.id,
            status: relayRuns.status,
            at: relayRuns.createdAt,
          })
          .from(relayRuns)
          .where(inArray(relayRuns.relayId, ids))
          .orderBy(relayRuns.relayId, desc(relayRuns.createdAt))
  return rows.map(({ id, spec, cue, nextAt }) => {
    const run = last.find(({ relayId }) => relayId === id)
    return {
      ...spec,
      id,
      cue,
      nextAt: nextAt?.toISOString() ?? null,
      problems: problemsIn(spec),
      lastRun: run ? { id: run.id, status: run.status, at: run.at.toISOString() } : null,
    }
  })
}

/** Begins a run; refused in words where the relay cannot be run, or something it needs was not given. */
export async function addRun(
  db: Database,
  relay: RelayRow,
  inputs: Readonly<Record<string, string>>,
  by: string,
): Promise<RunRow> {
  const [problem] = problemsIn(relay.spec)
  if (problem)
    throw new HttpProblem(
      409,
      'The relay cannot be run like this.',
      `${problem.leg && `${problem.leg}: `}${problem.problem}`,
    )
  const given: Record<string, string> = {}
  for (const { name, required, type, choices } of relay.spec.inputs) {
    const value = inputs[name]?.trim() ?? ''
    if (value === '' && required) throw wrongInput(name, 'is needed to begin')
    if (value !== '' && type === 'number' && !Number.isFinite(Number(value))) throw wrongInput(name, 'must be a number')
    if (value !== '' && type === 'choice' && choices.length > 0 && !choices.includes(value))
      throw wrongInput(name, `must be one of ${choices.join(', ')}`)
    given[name] = value
  }
  const legs = relay.spec.legs.map(({ name }): LegResult => ({
    name,
    state: 'waiting',
    text: '',
    citations: [],
    repeated: [],
    because: '',
  }))
  const [row] = await db
    .insert(relayRuns)
    .values({
      id: newId(),
      relayId: relay.id,
      agentId: relay.agentId,
      spec: relay.spec,
      inputs: given,
      legs,
      status: 'queued',
      by,
    })
    .returning()
  return row!
}

const wrongInput = (name: string, what: string): HttpProblem =>
  new HttpProblem(400, `“${name}” ${what}.`, undefined, {
    code: 'invalid',
    fields: [{ path: `inputs.${name}`, message: what }],
  })

export async function runById(db: Database, id: string): Promise<RunRow> {
  const [row] = await db.select().from(relayRuns).where(eq(relayRuns.id, id))
  if (!row) throw notFound('run')
  return row
}

/** Changes a run as it is just now, while nobody else does: legs that end at the same time do not undo each other. */
export const changeRun = (db: Database, id: string, change: (run: RunRow) => Partial<RunRow>): Promise<RunRow> =>
  db.transaction(async (tx) => {
    const [row] = await tx.select().from(relayRuns).where(eq(relayRuns.id, id)).for('update')
    if (!row) throw notFound('run')
    const changed = change(row)
    await tx.update(relayRuns).set(changed).where(eq(relayRuns.id, id))
    return { ...row, ...changed }
  })

export const setRun = async (db: Database, id: string, values: Partial<RunRow>): Promise<void> =>
  void (await db.update(relayRuns).set(values).where(eq(relayRuns.id, id)))

const MOST_RUNS = 50
export const runsOf = (db: Database, relayId: string): Promise<RunRow[]> =>
  db.select().from(relayRuns).where(eq(relayRuns.relayId, relayId)).orderBy(desc(relayRuns.createdAt)).limit(MOST_RUNS)

export async function shownRun(db: Database, row: RunRow): Promise<RunShown> {
  const named = row.spec.legs.map(({ agent }) => agent)
  const rows =
    named.length === 0
      ? []
      : await db.select({ id: agents.id, name: agents.name }).from(agents).where(inArray(agents.id, named))
  return {
    id: row.id,
    relayId: row.relayId,
    name: row.spec.name,
    status: row.status,
    inputs: row.inputs,
    by: row.by,
    startedAt: row.createdAt.toISOString(),
    endedAt: row.endedAt?.toISOString() ?? null,
    legs: row.legs.map((leg, at) => {
      const { agent, task } = row.spec.legs[at]!
      return { ...leg, agent, task, agentName: rows.find(({ id }) => id === agent)?.name ?? 'an agent that is no more' }
    }),
    output: row.status === 'done' ? outputOf(row.spec, row) : '',
  }
}

/** Relays whose cue is due, each claimed for the one who asks: no other server begins it too. */
export async function claimDue(db: Database): Promise<RelayRow[]> {
  const now = new Date()
  const due = await db
    .select()
    .from(relays)
    .where(and(lte(relays.nextAt, now), isNull(relays.removedAt)))
  const claimed: RelayRow[] = []
  for (const row of due) {
    const [mine] = await db
      .update(relays)
      .set({ nextAt: dueOf(row.cue) })
      .where(and(eq(relays.id, row.id), eq(relays.nextAt, row.nextAt!)))
      .returning()
    if (mine) claimed.push(row)
  }
  return claimed
}
