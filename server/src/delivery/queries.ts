import { randomBytes } from 'node:crypto'
import { and, arrayContains, desc, eq, inArray, lt, sql } from 'drizzle-orm'
import type { z } from 'zod'
import type { Delivery, Hook, HookEvent, newHook } from '@parrot/contract'
import { deliveries, hooks, type Database } from '../database'
import { notFound } from '../http/problems'
import { newId } from '../ids'
import type { Services } from '../services'

const shown = ({ id, url, events, isOn, createdAt }: typeof hooks.$inferSelect): Hook => ({
  id,
  url,
  events,
  isOn,
  createdAt: createdAt.toISOString(),
})

const MOST_SHOWN = 50

/** The hooks of an agent, and what was sent last. */
export async function hooksOf(db: Database, agentId: string): Promise<{ hooks: Hook[]; deliveries: Delivery[] }> {
  const rows = await db.select().from(hooks).where(eq(hooks.agentId, agentId)).orderBy(hooks.createdAt)
  const sent = await db
    .select()
    .from(deliveries)
    .where(eq(deliveries.agentId, agentId))
    .orderBy(desc(deliveries.createdAt))
    .limit(MOST_SHOWN)
  return {
    hooks: rows.map(shown),
    deliveries: sent.map(({ id, hookId, to, event, state, attempts, answer, createdAt }) => ({
      id,
      isMail: hookId === null,
      to,
      event,
      state,
      attempts,
      answer,
      createdAt: createdAt.toISOString(),
    })),
  }
}

/** Adds a hook; its secret is shown once. */
export async function addHook(
  { db, seal }: Pick<Services, 'db' | 'seal'>,
  agentId: string,
  given: z.output<typeof newHook>,
): Promise<Hook & { secret: string }> {
  const secret = `whsec_${randomBytes(24).toString('base64')}`
  const [row] = await db
    .insert(hooks)
    .values({ id: newId(), agentId, ...given, sealedSecret: seal.close(secret) })
    .returning()
  return { ...shown(row!), secret }
}

export async function changeHook(db: Database, id: string, given: z.output<typeof newHook>): Promise<Hook> {
  const [row] = await db.update(hooks).set(given).where(eq(hooks.id, id)).returning()
  if (!row) throw notFound('webhook')
  return shown(row)
}

export async function removeHook(db: Database, id: string): Promise<void> {
  const rows = await db.delete(hooks).where(eq(hooks.id, id)).returning({ id: hooks.id })
  if (rows.length === 0) throw notFound('webhook')
}

/** What happened, for whoever is told. */
export interface Announcement {
  readonly event: HookEvent
  readonly data: Readonly<Record<string, unknown>> & { readonly conversationId: string }
  /** Who is told by mail too. */
  readonly mailTo?: readonly string[]
  readonly mail?: { readonly subject: string; readonly text: string }
}

/** Tells hooks and mail addresses what happened: it is sent by jobs, as soon as may be and more than once where it fails. */
export async function announce(
  { db, jobs }: Pick<Services, 'db' | 'jobs'>,
  agentId: string,
  { event, data, mailTo = [], mail }: Announcement,
): Promise<void> {
  const about = { agentId, event, conversationId: data.conversationId }
  const told = await db
    .select({ id: hooks.id, url: hooks.url })
    .from(hooks)
    .where(and(eq(hooks.agentId, agentId), eq(hooks.isOn, true), arrayContains(hooks.events, [event])))
  await add(db, jobs, [
    ...told.map(({ id, url }) => ({ ...about, hookId: id, to: url, body: bodyOf(event, data) })),
    ...(mail ? mailTo.map((to) => ({ ...about, hookId: null, to, body: mail })) : []),
  ])
}

const bodyOf = (type: HookEvent, data: object) => ({ type, timestamp: new Date().toISOString(), data })

async function add(
  db: Database,
  jobs: Services['jobs'],
  rows: readonly Omit<typeof deliveries.$inferInsert, 'id'>[],
): Promise<void> {
  if (rows.length === 0) return
  const made = await db
    .insert(deliveries)
    .values(rows.map((row) => ({ id: newId(), ...row })))
    .returning({ id: deliveries.id })
  await jobs.addMany(
    'send',
    made.map(({ id }) => id),
  )
}

/** Sends a hook something made up, to see whether it arrives. */
export async function tryHook({ db, jobs }: Pick<Services, 'db' | 'jobs'>, id: string): Promise<void> {
  const [hook] = await db.select().from(hooks).where(eq(hooks.id, id))
  if (!hook) throw notFound('webhook')
  const event = hook.events[0]!
  await add(db, jobs, [
    { agentId: hook.agentId, event, hookId: id, to: hook.url, body: bodyOf(event, { isTrial: true }) },
  ])
}

/** Forgets what was sent of conversations that are erased. */
export async function forgetDeliveries(
  db: Pick<Database, 'delete'>,
  conversationIds: readonly string[],
): Promise<void> {
  if (conversationIds.length > 0)
    await db.delete(deliveries).where(inArray(deliveries.conversationId, [...conversationIds]))
}

/** How long it stands in the list what was sent. */
const KEPT_DAYS = 30

/** Forgets what was sent long ago. */
export async function forgetOldDeliveries(db: Database): Promise<void> {
  await db.delete(deliveries).where(lt(deliveries.createdAt, sql`now() - make_interval(days => ${KEPT_DAYS})`))
}
