import { and, desc, eq, max } from 'drizzle-orm'
import { applyEdit, BRIEF_VERSION, migrate, type Brief, type BriefEdit } from '@parrot/core/brief'
import { agents, revisions, type Database } from '../database'
import { HttpProblem, notFound } from '../http/problems'

/** The brief of an agent as it is now, with where it stands among its revisions. */
export interface CurrentBrief {
  readonly revision: number
  readonly brief: Brief
  readonly savedAt: Date
  readonly canUndo: boolean
  readonly canRedo: boolean
}

type Reads = Pick<Database, 'select'>

/** The brief an agent has now. */
export async function currentBrief(db: Reads, agentId: string): Promise<CurrentBrief> {
  const [row] = await db
    .select({ agent: agents, revision: revisions })
    .from(agents)
    .innerJoin(revisions, and(eq(revisions.agentId, agents.id), eq(revisions.number, agents.revision)))
    .where(eq(agents.id, agentId))
  if (!row) throw notFound('agent')
  return {
    revision: row.revision.number,
    brief: migrate({ version: row.revision.version, brief: row.revision.brief }),
    savedAt: row.revision.createdAt,
    canUndo: row.revision.parent !== null,
    canRedo: (await newestChild(db, agentId, row.revision.number)) !== undefined,
  }
}

/** The brief of an agent as it was at a revision. */
export async function briefAt(db: Reads, agentId: string, number: number): Promise<Brief> {
  const [row] = await db
    .select()
    .from(revisions)
    .where(and(eq(revisions.agentId, agentId), eq(revisions.number, number)))
  if (!row) throw notFound('revision')
  return migrate({ version: row.version, brief: row.brief })
}

async function newestChild(db: Reads, agentId: string, number: number): Promise<number | undefined> {
  const [child] = await db
    .select({ number: revisions.number })
    .from(revisions)
    .where(and(eq(revisions.agentId, agentId), eq(revisions.parent, number)))
    .orderBy(desc(revisions.number))
    .limit(1)
  return child?.number
}

/**
 * Saves a brief as the revision after `base`. Refuses when the brief has moved on since (someone else, or another tab,
 * saved): nothing is overwritten. Saving what is there already adds no revision.
 */
export async function saveBrief(db: Database, agentId: string, base: number, brief: Brief): Promise<number> {
  return db.transaction(async (tx) => {
    const [agent] = await tx.select().from(agents).where(eq(agents.id, agentId)).for('update')
    if (!agent) throw notFound('agent')
    if (agent.revision !== base) throw staleRevision(base, agent.revision)
    const current = await currentBrief(tx, agentId)
    if (JSON.stringify(current.brief) === JSON.stringify(brief)) return base
    const [last] = await tx
      .select({ number: max(revisions.number) })
      .from(revisions)
      .where(eq(revisions.agentId, agentId))
    const number = (last?.number ?? 0) + 1
    await tx.insert(revisions).values({ agentId, number, parent: base, version: BRIEF_VERSION, brief })
    await point(tx, agentId, number, brief)
    return number
  })
}

/** Makes an edit of a brief as it is now, as one revision. Refuses one that no longer fits, and tells why. */
export async function editBrief(db: Database, agentId: string, edit: BriefEdit): Promise<number> {
  const current = await currentBrief(db, agentId)
  const edited = applyEdit(current.brief, edit)
  if (!edited.ok)
    throw new HttpProblem(409, 'This edit no longer fits the brief.', edited.problem, { code: 'conflict' })
  return saveBrief(db, agentId, current.revision, edited.brief)
}

const staleRevision = (base: number, now: number): HttpProblem =>
  new HttpProblem(
    409,
    'The brief was changed elsewhere.',
    `You were editing revision ${base}; it is at revision ${now} now. Load it and make your change again.`,
    { code: 'stale-revision', extra: { revision: String(now) } },
  )

/** Goes back to the revision the present one was made from. */
export const undoBrief = (db: Database, agentId: string): Promise<void> =>
  step(db, agentId, async (_tx, parent) => parent ?? undefined, 'There is nothing to undo.')

/** Goes forward to the revision that was undone last. */
export const redoBrief = (db: Database, agentId: string): Promise<void> =>
  step(db, agentId, (tx, _parent, number) => newestChild(tx, agentId, number), 'There is nothing to redo.')

async function step(
  db: Database,
  agentId: string,
  target: (tx: Reads, parent: number | null, number: number) => Promise<number | undefined>,
  nothing: string,
): Promise<void> {
  await db.transaction(async (tx) => {
    const [agent] = await tx.select().from(agents).where(eq(agents.id, agentId)).for('update')
    if (!agent) throw notFound('agent')
    const [at] = await tx
      .select()
      .from(revisions)
      .where(and(eq(revisions.agentId, agentId), eq(revisions.number, agent.revision)))
    const number = await target(tx, at?.parent ?? null, agent.revision)
    if (number === undefined) throw new HttpProblem(409, nothing)
    const [to] = await tx
      .select()
      .from(revisions)
      .where(and(eq(revisions.agentId, agentId), eq(revisions.number, number)))
    await point(tx, agentId, number, migrate({ version: to!.version, brief: to!.brief }))
  })
}

/** Makes a revision the present one; the agent is listed under the name its brief gives it. */
async function point(tx: Pick<Database, 'update'>, agentId: string, number: number, brief: Brief): Promise<void> {
  const name = brief.identity.name.trim()
  await tx
    .update(agents)
    .set({ revision: number, changedAt: new Date(), ...(name ? { name } : {}) })
    .where(eq(agents.id, agentId))
}
