import { and, asc, eq, isNotNull, isNull } from 'drizzle-orm'
import { endpointOptions, type Endpoint, type EndpointOptions, type NewEndpoint } from '@parrot/contract'
import { agents, endpoints, type Database } from '../database'
import { HttpProblem, notFound } from '../http/problems'
import { newId } from '../ids'
import type { Seal } from './seal'

export type EndpointRow = typeof endpoints.$inferSelect

/** An endpoint as the browser may see it: whether a key is set, never the key. */
export const shownEndpoint = (row: EndpointRow): Endpoint => ({
  id: row.id,
  name: row.name,
  baseUrl: row.baseUrl,
  model: row.model,
  hasKey: row.sealedKey !== null,
  options: optionsOf(row),
})

/** How an endpoint is asked, with what was not set left open. */
export const optionsOf = ({ options }: EndpointRow): EndpointOptions => endpointOptions.parse(options)

export const listEndpoints = (db: Database): Promise<EndpointRow[]> =>
  db.select().from(endpoints).where(isNull(endpoints.removedAt)).orderBy(asc(endpoints.createdAt))

export async function endpointById(db: Database, id: string): Promise<EndpointRow> {
  const [row] = await db
    .select()
    .from(endpoints)
    .where(and(eq(endpoints.id, id), isNull(endpoints.removedAt)))
  if (!row) throw notFound('endpoint')
  return row
}

export async function addEndpoint(db: Database, seal: Seal, { key, ...fields }: NewEndpoint): Promise<EndpointRow> {
  await checkNext(db, undefined, fields.options?.next)
  const [row] = await db
    .insert(endpoints)
    .values({ id: newId(), ...fields, sealedKey: key ? seal.close(key) : null })
    .returning()
  return row!
}

/** Changes an endpoint. A key left out stays, an empty one is removed. */
export async function changeEndpoint(
  db: Database,
  seal: Seal,
  id: string,
  { key, ...fields }: NewEndpoint,
): Promise<EndpointRow> {
  const kept = await endpointById(db, id)
  await checkNext(db, id, fields.options?.next)
  // A kept key must not travel to another host: whoever may change the address could read it there.
  const isMoved = new URL(fields.baseUrl).origin !== new URL(kept.baseUrl).origin
  if (isMoved && key === undefined && kept.sealedKey !== null)
    throw new HttpProblem(400, 'The address changed, so the key must be entered again.', undefined, {
      code: 'key-needed',
      fields: [{ path: 'key', message: 'Enter the key for the new address, or leave it empty to send none.' }],
    })
  const sealedKey = key === undefined ? kept.sealedKey : key === '' ? null : seal.close(key)
  const [row] = await db
    .update(endpoints)
    .set({ ...fields, sealedKey })
    .where(eq(endpoints.id, id))
    .returning()
  return row!
}

/** What answers when another fails must be there, and must not come back to the one that failed. */
async function checkNext(db: Database, id: string | undefined, next: string | null | undefined): Promise<void> {
  const seen = new Set(id === undefined ? [] : [id])
  for (let at = next; at && at !== BUILT_IN;) {
    if (seen.has(at))
      throw new HttpProblem(
        400,
        'The models would ask each other in a circle.',
        'Choose another one to answer when this one fails.',
      )
    seen.add(at)
    at = optionsOf(await endpointById(db, at)).next
  }
}
/** Stands for the built-in model where an endpoint's id could stand. */
export const BUILT_IN = 'built-in'

/** Removes an endpoint that no agent uses; its key stays sealed on the server, so that it can be brought back whole. */
export async function removeEndpoint(db: Database, id: string): Promise<void> {
  await endpointById(db, id)
  const users = await db.select({ name: agents.name }).from(agents).where(eq(agents.endpointId, id))
  if (users.length > 0)
    throw new HttpProblem(
      409,
      'The endpoint is in use.',
      `${users.map((user) => user.name).join(', ')} ${users.length === 1 ? 'answers' : 'answer'} through it. Choose another model there first.`,
    )
  await db.update(endpoints).set({ removedAt: new Date() }).where(eq(endpoints.id, id))
}

export async function restoreEndpoint(db: Database, id: string): Promise<EndpointRow> {
  const [row] = await db
    .update(endpoints)
    .set({ removedAt: null })
    .where(and(eq(endpoints.id, id), isNotNull(endpoints.removedAt)))
    .returning()
  if (!row) throw notFound('removed endpoint')
  return row
}

/** The endpoint of a simulated model, set up when it is chosen for the first time. */
export async function simulatedEndpoint(
  db: Database,
  seal: Seal,
  baseUrl: string | undefined,
  model: string,
): Promise<EndpointRow> {
  if (baseUrl === undefined)
    throw new HttpProblem(409, 'The simulated models do not run.', 'Start the application with its own start command.')
  const known = (await listEndpoints(db)).find((row) => row.baseUrl === baseUrl && row.model === model)
  return known ?? addEndpoint(db, seal, { name: `Simulated: ${model}`, baseUrl, model })
}
