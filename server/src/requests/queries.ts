import { and, asc, count, desc, eq, inArray, notInArray, or, sql } from 'drizzle-orm'
import { isSameHeld, type Held } from '@parrot/core/dialogue'
import { LEFT_OUT } from '@parrot/core/tools'
import type { TeamRequest, TeamRequests } from '@parrot/contract'
import { agents, requests, type Database } from '../database'
import { announce, mailServerOf } from '../delivery'
import { deskSettingsOf } from '../desk'
import { HttpProblem, notFound } from '../http/problems'
import { newId } from '../ids'
import type { Services } from '../services'

export type RequestRow = typeof requests.$inferSelect

/** What is being done for longer than any tool takes was cut off. */
const CUT_OFF_MINUTES = 5
const isCutOff = sql`${requests.decidedAt} < now() - make_interval(mins => ${CUT_OFF_MINUTES})`

/** What still asks for somebody. */
const OPEN = ['waiting', 'doing', 'failed'] as const

type Inserts = Pick<Database, 'insert'>
/** What is known of a request when it is made; who decided comes later. */
export type NewRequest = Pick<RequestRow, 'agentId' | 'conversationId' | 'kind' | 'title' | 'values'> &
  Partial<Pick<RequestRow, 'held' | 'edition' | 'dueAt'>>

export async function addRequests(db: Inserts, list: readonly NewRequest[]): Promise<void> {
  if (list.length > 0) await db.insert(requests).values(list.map((each) => ({ id: newId(), ...each })))
}

/** What waits for a yes, as a request of the agent that a visitor talks to. */
export const approvalOf = (
  { agentId, conversationId }: { readonly agentId: string; readonly conversationId: string },
  held: Held,
  edition: number | null,
): NewRequest => ({
  agentId,
  conversationId,
  kind: 'approval',
  title: held.name,
  values: valuesOf(held),
  held,
  edition,
})

/** What was collected, by the names it was asked by. */
export const valuesOf = ({ filled, input }: Pick<Held, 'filled' | 'input'>): Record<string, string> =>
  Object.fromEntries(
    Object.entries(input ?? filled).flatMap(([name, value]) =>
      value === LEFT_OUT || value === '' ? [] : [[name, typeof value === 'string' ? value : JSON.stringify(value)]],
    ),
  )

/** Tells those who want to know by mail or hook that something waits for them. */
export async function tellTeam(
  services: Services,
  { agentId, conversationId, title, values }: NewRequest,
): Promise<void> {
  const { db, bus } = services
  const [agent] = await db.select({ name: agents.name, slug: agents.slug }).from(agents).where(eq(agents.id, agentId))
  const { mailTo } = await deskSettingsOf(db, agentId)
  const { workbench } = mailTo.length > 0 ? await mailServerOf(db) : { workbench: '' }
  const link = workbench && `${workbench.replace(/\/$/, '')}/agents/${agentId}/logbook/requests`
  const told = Object.entries(values).map(([name, value]) => `${name}: ${value}`)
  await announce(services, agentId, {
    event: 'request.made',
    data: { agent: agent?.slug, conversationId: conversationId ?? '', title, values },
    mailTo,
    mail: {
      subject: `${agent?.name}: ${title}`,
      text: `${told.join('\n')}\n\n${link || `Open the requests in the logbook of ${agent?.name}.`}\n`,
    },
  })
  bus.tell(agentId, 'logbook')
}

const shown = (row: RequestRow): TeamRequest => ({
  id: row.id,
  kind: row.kind,
  title: row.title,
  values: row.values,
  state:
    row.state === 'doing' && (row.decidedAt?.getTime() ?? 0) < Date.now() - CUT_OFF_MINUTES * 60_000
      ? 'unsure'
      : row.state,
  dueAt: row.dueAt?.toISOString() ?? null,
  conversationId: row.conversationId,
  askedAt: row.createdAt.toISOString(),
  by: row.by,
  decidedAt: row.decidedAt?.toISOString() ?? null,
  words: row.words,
})

const MOST_SHOWN = 200

/** What an agent asks of its people: what waits, the most urgent first, or what is over, the latest first. */
export async function requestsOf(
  db: Database,
  agentId: string,
  { isOver, conversationId }: { readonly isOver: boolean; readonly conversationId?: string | undefined },
): Promise<TeamRequests> {
  const own = eq(requests.agentId, agentId)
  const isOpen = inArray(requests.state, [...OPEN])
  const rows = await db
    .select()
    .from(requests)
    .where(
      conversationId === undefined
        ? and(own, isOver ? inArray(requests.state, ['done', 'refused', 'withdrawn']) : isOpen)
        : and(own, eq(requests.conversationId, conversationId)),
    )
    .orderBy(...(isOver ? [desc(requests.decidedAt)] : [asc(sql`coalesce(${requests.dueAt}, ${requests.createdAt})`)]))
    .limit(MOST_SHOWN)
  return { requests: rows.map(shown), waiting: await waitingOf(db, agentId) }
}

/** How many requests of an agent wait. */
export const waitingOf = async (db: Database, agentId: string): Promise<number> =>
  (await waitingRequests(db, [agentId])).get(agentId) ?? 0

/** How many requests of each agent wait. */
export async function waitingRequests(db: Database, agentIds: string[]): Promise<Map<string, number>> {
  const rows = await db
    .select({ id: requests.agentId, count: count() })
    .from(requests)
    .where(and(inArray(requests.agentId, agentIds), inArray(requests.state, [...OPEN])))
    .groupBy(requests.agentId)
  return new Map(rows.map((row) => [row.id, row.count]))
}

/** Whether something of a conversation waits for the team. */
export async function isAwaited(db: Database, conversationId: string): Promise<boolean> {
  const [row] = await db
    .select({ id: requests.id })
    .from(requests)
    .where(and(eq(requests.conversationId, conversationId), inArray(requests.state, [...OPEN])))
    .limit(1)
  return row !== undefined
}

export async function requestById(db: Database, id: string): Promise<RequestRow> {
  const [row] = await db.select().from(requests).where(eq(requests.id, id))
  if (!row) throw notFound('request')
  return row
}

/** Takes a request to decide on it, for one person only; refused in words where another decided, or does just now. */
export async function claimRequest(
  db: Database,
  id: string,
  decision: { readonly by: string; readonly words: string },
): Promise<RequestRow> {
  const isFree = or(inArray(requests.state, ['waiting', 'failed']), and(eq(requests.state, 'doing'), isCutOff))
  const [mine] = await db
    .update(requests)
    .set({ state: 'doing', decidedAt: sql<Date>`now()`, ...decision })
    .where(and(eq(requests.id, id), isFree))
    .returning()
  if (mine) return mine
  const row = await requestById(db, id)
  throw new HttpProblem(
    409,
    row.state === 'withdrawn'
      ? 'The visitor took it back.'
      : row.state === 'doing'
        ? `${row.by} is deciding on it just now.`
        : `${row.by} decided on it already.`,
    'Look at it again.',
    { code: 'decided' },
  )
}

/**
 * Takes the latest request of a conversation that `isMeant` is true of back for its visitor; false where somebody decided
 * on it, or does just now.
 */
export async function withdrawRequest(
  { db, bus }: Pick<Services, 'db' | 'bus'>,
  conversationId: string,
  isMeant: (row: RequestRow) => boolean,
): Promise<boolean> {
  const waits = and(eq(requests.conversationId, conversationId), inArray(requests.state, ['waiting', 'failed']))
  const rows = await db.select().from(requests).where(waits).orderBy(desc(requests.createdAt))
  const meant = rows.find(isMeant)
  if (!meant) return false
  // Whoever decides on it in this moment comes first or second, never both.
  const [mine] = await db
    .update(requests)
    .set({ state: 'withdrawn', decidedAt: sql<Date>`now()` })
    .where(and(waits, eq(requests.id, meant.id)))
    .returning()
  if (mine) bus.tell(mine.agentId, 'logbook')
  return mine !== undefined
}

/** Takes back what waits for a yes. */
export const withdrawHeld = (services: Services, conversationId: string, held: Held): Promise<boolean> =>
  withdrawRequest(services, conversationId, (row) => row.held !== null && isSameHeld(row.held, held))

export const setRequest = async (
  db: Pick<Database, 'update'>,
  id: string,
  values: Partial<RequestRow>,
): Promise<void> => void (await db.update(requests).set(values).where(eq(requests.id, id)))

/** Puts a request off, or opens one again that was laid aside; what the agent has done stays done. */
export async function openAgain(db: Database, id: string, dueAt: Date | undefined): Promise<RequestRow> {
  const isDone = and(eq(requests.kind, 'approval'), eq(requests.state, 'done'))
  const [row] = await db
    .update(requests)
    .set({ state: 'waiting', decidedAt: null, by: '', words: '', ...(dueAt ? { dueAt } : {}) })
    .where(and(eq(requests.id, id), notInArray(requests.state, ['doing', 'withdrawn']), sql`not (${isDone})`))
    .returning()
  if (row) return row
  await requestById(db, id)
  throw new HttpProblem(409, 'What was done, or taken back by the visitor, cannot be opened again.', undefined, {
    code: 'decided',
  })
}
