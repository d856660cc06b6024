import { and, asc, count, desc, eq, gt, inArray, isNotNull, isNull, max, sql } from 'drizzle-orm'
import type { z } from 'zod'
import type { Brief } from '@parrot/core/brief'
import type { ToolCallShown, toolChange, ToolOperation, ToolShown } from '@parrot/contract'
import { agents, appointments, reminders, requests, revisions, toolCalls, tools, type Database } from '../database'
import { HttpProblem, notFound } from '../http/problems'
import { newId } from '../ids'
import type { Seal } from '../settings/seal'
import { BUILT_IN_TOOLS } from './builtIn'
import { nameFrom } from './openapi'

export type ToolRow = typeof tools.$inferSelect

export const listTools = (db: Database): Promise<ToolRow[]> =>
  db.select().from(tools).where(isNull(tools.removedAt)).orderBy(asc(tools.createdAt))

export async function toolById(db: Database, id: string): Promise<ToolRow> {
  const [row] = await db
    .select()
    .from(tools)
    .where(and(eq(tools.id, id), isNull(tools.removedAt)))
  if (!row) throw notFound('tool')
  return row
}

/** The operation of a tool; a problem in words where it has none of that name. */
export function operationOf(row: ToolRow, name: string): ToolOperation {
  const found = row.operations.find((operation) => operation.name === name)
  if (!found) throw notFound('operation of this tool')
  return found
}

export async function addTool(
  db: Database,
  seal: Seal,
  fields: Omit<ToolRow, 'id' | 'sealedSecret' | 'createdAt' | 'removedAt'>,
  secret: string | undefined,
): Promise<ToolRow> {
  const operations = await named(db, undefined, fields.name, fields.operations)
  const [row] = await db
    .insert(tools)
    .values({ id: newId(), ...fields, operations, sealedSecret: secret ? seal.close(secret) : null })
    .returning()
  return row!
}

/** Changes a tool. A secret left out stays, an empty one is removed; it does not follow to another host. */
export async function changeTool(
  db: Database,
  seal: Seal,
  id: string,
  { secret, ...fields }: z.output<typeof toolChange>,
): Promise<ToolRow> {
  const kept = await toolById(db, id)
  const isMoved =
    originOf(fields.url) !== originOf(kept.url) || originOf(fields.auth.tokenUrl) !== originOf(kept.auth.tokenUrl)
  if (isMoved && secret === undefined && kept.sealedSecret !== null)
    throw new HttpProblem(400, 'The address changed, so the secret must be entered again.', undefined, {
      code: 'key-needed',
      fields: [{ path: 'secret', message: 'Enter the secret for the new address, or leave it empty to send none.' }],
    })
  const operations = await named(db, id, fields.name, fields.operations)
  const sealedSecret = secret === undefined ? kept.sealedSecret : secret === '' ? null : seal.close(secret)
  const [row] = await db
    .update(tools)
    .set({ ...fields, operations, sealedSecret })
    .where(eq(tools.id, id))
    .returning()
  return row!
}

const originOf = (url: string): string => (URL.canParse(url) ? new URL(url).origin : '')

/** Operations under names that no other tool has: models call them by nothing else. */
async function named(
  db: Database,
  id: string | undefined,
  toolName: string,
  operations: readonly ToolOperation[],
): Promise<ToolOperation[]> {
  const others = (await listTools(db)).filter((row) => row.id !== id)
  const taken = new Set([
    ...BUILT_IN_TOOLS.map(({ name }) => name),
    ...others.flatMap((row) => row.operations.map(({ name }) => name)),
  ])
  return operations.map((operation) => {
    let { name } = operation
    if (taken.has(name)) name = `${nameFrom(toolName).toLowerCase().slice(0, 24)}_${name}`.slice(0, 60)
    for (let number = 2; taken.has(name); number++) name = `${name.slice(0, 58)}_${number}`
    taken.add(name)
    return { ...operation, name }
  })
}

/** Takes a tool away, or brings it back: briefs that name it do without meanwhile. */
export async function setToolRemoved(db: Database, id: string, isRemoved: boolean): Promise<void> {
  const rows = await db
    .update(tools)
    .set({ removedAt: isRemoved ? new Date() : null })
    .where(and(eq(tools.id, id), isRemoved ? isNull(tools.removedAt) : isNotNull(tools.removedAt)))
    .returning()
  if (rows.length === 0) throw notFound('tool')
}

/** Tools as they are shown: who uses each, how often, and how it went. */
export async function shownTools(db: Database, rows: readonly ToolRow[]): Promise<ToolShown[]> {
  const counted = await db
    .select({
      id: toolCalls.toolId,
      calls: count(),
      failures: sql<number>`count(*) filter (where ${toolCalls.isFailed})`.mapWith(Number),
      last: max(toolCalls.at),
    })
    .from(toolCalls)
    .groupBy(toolCalls.toolId)
  const users = await usersOfTools(db)
  return rows.map(({ sealedSecret, removedAt: _removed, createdAt: _made, ...row }) => {
    const calls = counted.find(({ id }) => id === row.id)
    return {
      ...row,
      hasSecret: sealedSecret !== null,
      usedBy: users.filter(({ operation }) => row.operations.some(({ name }) => name === operation)),
      calls: calls?.calls ?? 0,
      failures: calls?.failures ?? 0,
      lastCall: calls?.last?.toISOString() ?? null,
    }
  })
}

/** Which agents name which tools in their draft. */
async function usersOfTools(db: Database): Promise<ToolShown['usedBy']> {
  const rows = await db
    .select({ agentId: agents.id, name: agents.name, tools: sql<Brief['tools'] | null>`${revisions.brief} -> 'tools'` })
    .from(agents)
    .innerJoin(revisions, and(eq(revisions.agentId, agents.id), eq(revisions.number, agents.revision)))
    .where(isNull(agents.removedAt))
  return rows.flatMap(({ agentId, name, tools: named }) =>
    (named ?? []).filter(({ enabled }) => enabled).map(({ id }) => ({ agentId, name, operation: id })),
  )
}

const LONGEST_OUTPUT = 4000
const KEPT_DAYS = 30

interface CallBegun {
  readonly operation: string
  readonly agentId: string | null
  readonly conversationId?: string | null
  readonly input: unknown
}

/**
 * Takes a place for a call among those its tool has for the day, and notes that it began, so that calls under way count
 * and one that a power cut ends is seen. Its id; undefined where no place is left. Calls of long ago are forgotten.
 */
export async function beginCall(
  db: Database,
  { id: toolId, callsPerDay }: Pick<ToolRow, 'id' | 'callsPerDay'>,
  call: CallBegun,
): Promise<string | undefined> {
  const id = newId()
  const begun = { id, toolId, ...call, output: NOT_ENDED, isFailed: true, tookMs: 0 }
  if (callsPerDay === null) await db.insert(toolCalls).values(begun)
  else if (!(await tookPlace(db, callsPerDay, begun))) return undefined
  await db
    .delete(toolCalls)
    .where(and(eq(toolCalls.toolId, toolId), sql`${toolCalls.at} < now() - make_interval(days => ${KEPT_DAYS})`))
  return id
}

/** What is said where a tool has no call left for the day. */
export const usedUp = ({ name }: Pick<ToolRow, 'name'>): string => `“${name}” was called as often today as it may be.`

const NOT_ENDED = 'No reply yet.'

/** Counts since midnight by the clock of the database, one after another for a tool: two never take the last place. */
const tookPlace = (db: Database, most: number, begun: typeof toolCalls.$inferInsert): Promise<boolean> =>
  db.transaction(async (tx) => {
    await tx.select({ id: tools.id }).from(tools).where(eq(tools.id, begun.toolId)).for('update')
    const [today] = await tx
      .select({ calls: count() })
      .from(toolCalls)
      .where(and(eq(toolCalls.toolId, begun.toolId), gt(toolCalls.at, sql`date_trunc('day', now())`)))
    if (today!.calls >= most) return false
    await tx.insert(toolCalls).values(begun)
    return true
  })

/** Notes what came of a call. */
export async function endCall(
  db: Database,
  id: string,
  { output, ...outcome }: { output: string; isFailed: boolean; tookMs: number },
): Promise<void> {
  await db
    .update(toolCalls)
    .set({ ...outcome, output: output.slice(0, LONGEST_OUTPUT) })
    .where(eq(toolCalls.id, id))
}

/** Forgets what was done in conversations that are erased: calls, appointments, reminders and requests that were made there. */
export async function forgetCalls(db: Pick<Database, 'delete'>, conversationIds: readonly string[]): Promise<void> {
  if (conversationIds.length === 0) return
  for (const table of [toolCalls, appointments, reminders, requests])
    await db.delete(table).where(inArray(table.conversationId, [...conversationIds]))
}

const MOST_SHOWN = 50
/** The last calls of a tool, the latest first. */
export async function callsOf(db: Database, toolId: string): Promise<ToolCallShown[]> {
  const rows = await db
    .select({ call: toolCalls, agent: agents.name })
    .from(toolCalls)
    .leftJoin(agents, eq(agents.id, toolCalls.agentId))
    .where(eq(toolCalls.toolId, toolId))
    .orderBy(desc(toolCalls.at))
    .limit(MOST_SHOWN)
  return rows.map(({ call: { at, operation, input, output, isFailed, tookMs }, agent }) => ({
    at: at.toISOString(),
    operation,
    agent,
    input,
    output,
    isFailed,
    tookMs,
  }))
}
