import { and, asc, desc, eq, inArray, isNull, ne } from 'drizzle-orm'
import { insertsOf, nextDue, outputOf, problemsIn, type LegResult, type Relay } from '@parrot/core/team'
import type { Cue, CueKind, RelayShown, RunShown } from '@parrot/contract'
import { agentById } from '../agents/queries'
import { agents, relayRuns, relays, type Database, type RunMail } from '../database'
import { HttpProblem, notFound } from '../http/problems'
import { newId } from '../ids'
import { mayTurnTo } from './mayTurnTo'

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

/** How often it is looked for what begins a relay, by its kind; others are told, or have a time. */
const LOOK_MS: Partial<Readonly<Record<CueKind, number>>> = {
  feed: 10 * 60_000,
  mail: 2 * 60_000,
  file: 60_000,
  wanting: 5 * 60_000,
}

/** When a cue is to be looked at next; null for one that is off, or that waits to be told. */
export function nextLook(cue: Cue | null, now = new Date()): Date | null {
  if (!cue?.isOn) return null
  if (cue.kind === 'time') return nextDue(cue, now) ?? null
  const every = LOOK_MS[cue.kind]
  return every === undefined ? null : new Date(now.getTime() + every)
}

/** The agents a relay of one may be done by: itself first, then those it may turn to. */
export async function draftingAgents(db: Database, agentId: string): Promise<{ id: string; name: string }[]> {
  const own = await agentById(db, agentId)
  const others = await db
    .select({ id: agents.id, name: agents.name })
    .from(agents)
    .where(and(isNull(agents.removedAt), ne(agents.id, agentId)))
    .orderBy(asc(agents.createdAt))
  const may = await Promise.all(others.map(({ id }) => mayTurnTo(db, agentId, id)))
  return [{ id: own.id, name: own.name }, ...others.filter((_, at) => may[at])]
}

export async function addRelay(db: Database, agentId: string, spec: Relay, cue: Cue | null): Promise<RelayRow> {
  const [row] = await db
    .insert(relays)
    .values({ id: newId(), agentId, spec, cue, nextAt: firstLook(cue) })
    .returning()
  return row!
}

export async function changeRelay(db: Database, id: string, spec: Relay, cue: Cue | null): Promise<RelayRow> {
  const before = await relayById(db, id)
  const isSame = sourceOf(before.cue) === sourceOf(cue)
  const [row] = await db
    .update(relays)
    .set({
      spec,
      cue,
      // A cue that looks elsewhere, or is switched on, begins with what comes from then on.
      ...(isSame ? {} : { nextAt: firstLook(cue), lookedAt: null, lookedTo: null }),
      ...(placeOf(before.cue) === placeOf(cue) ? {} : { sealedSecret: null }),
    })
    .where(eq(relays.id, id))
    .returning()
  return row!
}

/** What a cue listens to; "" for one that is off. */
const sourceOf = (cue: Cue | null): string => {
  if (!cue?.isOn) return ''
  if (cue.kind === 'time') return `time ${cue.rule} ${cue.timeZone}`
  if (cue.kind === 'feed') return `feed ${cue.url}`
  if (cue.kind === 'file') return `file ${cue.folder}`
  return cue.kind === 'mail' ? `mail ${placeOf(cue)} ${cue.user} ${cue.folder}` : cue.kind
}

/** A password is for the server it was given for. */
const placeOf = (cue: Cue | null): string => (cue?.kind === 'mail' ? `${cue.host}:${cue.port}` : (cue?.kind ?? ''))

/** What is looked at is looked at soon, so that what is there already is known. */
const firstLook = (cue: Cue | null): Date | null => (cue?.isOn && cue.kind in LOOK_MS ? new Date() : nextLook(cue))

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
  return rows.map(({ id, spec, cue, nextAt, sealedSecret }) => {
    const run = last.find(({ relayId }) => relayId === id)
    return {
      ...spec,
      id,
      cue,
      nextAt: nextAt?.toISOString() ?? null,
      problems: problemsIn(spec),
      hasSecret: sealedSecret !== null,
      lastRun: run ? { id: run.id, status: run.status, at: run.at.toISOString() } : null,
    }
  })
}

/** Begins a run; refused in words where the relay cannot be run, or something it needs was not given. */
export async function addRun(
  db: Pick<Database, 'insert'>,
  relay: RelayRow,
  inputs: Readonly<Record<string, string>>,
  by: string,
  mail: RunMail | null = null,
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
    // A feed is read when the run begins.
    if (value === '' && required && type !== 'feed') throw wrongInput(name, 'is needed to begin')
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
      mail,
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
    inserts: row.status === 'done' ? insertsOf(row.spec, row) : [],
    mail: row.mail && { to: row.mail.to, subject: row.mail.subject, sentAt: row.mail.sentAt },
  }
}
