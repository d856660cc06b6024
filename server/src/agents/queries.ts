import { and, asc, eq, isNotNull, isNull, like } from 'drizzle-orm'
import { BRIEF_VERSION, briefFrom, type Brief } from '@parrot/core/brief'
import type { Script } from '@parrot/core/rehearsal'
import { agents, revisions, scripts, type Database } from '../database'
import { notFound } from '../http/problems'
import { inTurn, newId } from '../ids'
import { currentBrief, saveBrief } from './briefs'

export type AgentRow = typeof agents.$inferSelect

/** The agents that are not removed, oldest first: the order stays as it is while one works. */
export const listAgents = (db: Database): Promise<AgentRow[]> =>
  db.select().from(agents).where(isNull(agents.removedAt)).orderBy(asc(agents.createdAt))

/** An agent by id; a removed one is not found. */
export async function agentById(db: Database, id: string): Promise<AgentRow> {
  const [agent] = await db
    .select()
    .from(agents)
    .where(and(eq(agents.id, id), isNull(agents.removedAt)))
  if (!agent) throw notFound('agent')
  return agent
}

/** Creates an agent, with a first brief that knows only its name unless another one is given, and scripts. */
export async function createAgent(
  db: Pick<Database, 'transaction'>,
  name: string,
  begun: { readonly brief: Brief; readonly scripts: readonly Script[] } = { brief: emptyBrief(name), scripts: [] },
  endpointId: string | null = null,
): Promise<AgentRow> {
  return db.transaction(async (tx) => {
    const id = newId()
    const slug = await freeSlug(tx, name)
    const brief = calledBy(begun.brief, name)
    const [agent] = await tx.insert(agents).values({ id, slug, name, revision: 1, endpointId }).returning()
    await tx.insert(revisions).values({ agentId: id, number: 1, parent: null, version: BRIEF_VERSION, brief })
    const moment = inTurn()
    for (const { title, turns, folder, tags } of begun.scripts)
      await tx
        .insert(scripts)
        .values({ id: newId(), agentId: id, title, turns: [...turns], folder, tags, createdAt: moment() })
    return agent!
  })
}

const emptyBrief = (name: string): Brief =>
  briefFrom({ identity: { name }, openers: { greeting: `Hello, I am ${name}. What would you like to know?` } })

/** The brief under the name it was given: where it greets by another, it greets by this one. */
function calledBy(brief: Brief, name: string): Brief {
  const before = brief.identity.name
  const greeting = before ? brief.openers.greeting.replaceAll(before, name) : brief.openers.greeting
  return { ...brief, identity: { ...brief.identity, name }, openers: { ...brief.openers, greeting } }
}

/** An address part from a name: "Marlow", then "marlow-2". Removed agents keep theirs, so that undo can give it back. */
async function freeSlug(tx: Pick<Database, 'select'>, name: string): Promise<string> {
  const plain = name.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase()
  const slug =
    plain
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, 48) || 'agent'
  const rows = await tx
    .select({ slug: agents.slug })
    .from(agents)
    .where(like(agents.slug, `${slug}%`))
  const taken = new Set(rows.map((row) => row.slug))
  if (!taken.has(slug)) return slug
  let number = 2
  while (taken.has(`${slug}-${number}`)) number++
  return `${slug}-${number}`
}

/** Renames an agent as an edit of its brief, so that it can be undone like any other. Its address stays. */
export async function renameAgent(db: Database, id: string, name: string): Promise<void> {
  const { revision, brief } = await currentBrief(db, id)
  await saveBrief(db, id, revision, { ...brief, identity: { ...brief.identity, name } })
}

/** Removes an agent from sight. Its page goes offline at once; everything it has is kept for the undo. */
export async function removeAgent(db: Database, id: string): Promise<void> {
  await agentById(db, id)
  await db.update(agents).set({ removedAt: new Date() }).where(eq(agents.id, id))
}

/** Brings a removed agent back with everything it had. */
export async function restoreAgent(db: Database, id: string): Promise<void> {
  const rows = await db
    .update(agents)
    .set({ removedAt: null })
    .where(and(eq(agents.id, id), isNotNull(agents.removedAt)))
    .returning()
  if (rows.length === 0) throw notFound('removed agent')
}

/** Notes that something of an agent changed just now. */
export async function touchAgent(db: Database, id: string): Promise<void> {
  await db.update(agents).set({ changedAt: new Date() }).where(eq(agents.id, id))
}
