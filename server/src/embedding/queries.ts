import { and, asc, eq, inArray, ne } from 'drizzle-orm'
import type { EmbedderState, NewEmbedder } from '@parrot/contract'
import { embedders, passages, versionVectors, type Database } from '../database'
import { HttpProblem } from '../http/problems'
import { newId } from '../ids'
import { versionsKept } from '../library/queries'
import type { Seal } from '../settings/seal'
import type { EmbedderRow } from './embedder'

/** The embedder that answers, and the one that is being made ready. */
export async function listEmbedders(db: Database): Promise<{ inUse?: EmbedderRow; next?: EmbedderRow }> {
  const rows = await db.select().from(embedders).orderBy(asc(embedders.createdAt))
  const inUse = rows.find(({ state }) => state === 'inUse')
  const next = rows.findLast(({ state }) => state !== 'inUse')
  return { ...(inUse ? { inUse } : {}), ...(next ? { next } : {}) }
}

const shown = ({ baseUrl, model, sealedKey, state, done, total, error }: EmbedderRow): EmbedderState => ({
  baseUrl,
  model,
  hasKey: sealedKey !== null,
  state,
  done,
  total,
  error,
})

export async function embedderStates(
  db: Database,
): Promise<{ inUse: EmbedderState | null; next: EmbedderState | null }> {
  const { inUse, next } = await listEmbedders(db)
  return { inUse: inUse ? shown(inUse) : null, next: next ? shown(next) : null }
}

/** An embedder as it would be set up: with the key that is kept for its address, unless one comes with it. Nothing is stored. */
export async function candidate(db: Database, seal: Seal, { baseUrl, model, key }: NewEmbedder): Promise<Candidate> {
  const { inUse, next } = await listEmbedders(db)
  const keyed = [next, inUse].filter((row) => row?.sealedKey)
  const kept = keyed.find((row) => new URL(row!.baseUrl).origin === new URL(baseUrl).origin)
  if (key === undefined && keyed.length > 0 && !kept)
    throw new HttpProblem(400, 'The address changed, so the key must be entered again.', undefined, {
      code: 'key-needed',
    })
  const sealedKey = key === undefined ? (kept?.sealedKey ?? null) : key === '' ? null : seal.close(key)
  return { baseUrl, model, sealedKey }
}
export type Candidate = Pick<EmbedderRow, 'baseUrl' | 'model' | 'sealedKey'>

/** Sets an embedder up to be made ready, in place of another one that was; the one in use goes on answering. */
export async function addEmbedder(db: Database, wanted: Candidate): Promise<string> {
  const id = newId()
  await db.transaction(async (tx) => {
    await tx.delete(embedders).where(ne(embedders.state, 'inUse'))
    await tx.insert(embedders).values({ id, ...wanted, state: 'making' })
  })
  return id
}

/** Takes an embedder away, and its vectors with it. */
export const removeEmbedder = async (db: Database, id: string): Promise<void> =>
  void (await db.delete(embedders).where(eq(embedders.id, id)))

/** The versions in use whose vectors an embedder has not made yet. */
export async function versionsWithout(db: Database, embedderId: string): Promise<string[]> {
  const made = await db
    .select({ id: versionVectors.versionId })
    .from(versionVectors)
    .where(eq(versionVectors.embedderId, embedderId))
  const has = new Set(made.map(({ id }) => id))
  return [...(await versionsKept(db))].filter((id) => !has.has(id)).sort()
}

/** What is embedded of a version: its passages that answer, each with its headings, in their order. */
export async function textsOf(db: Database, versionId: string): Promise<string[]> {
  const rows = await db
    .select({ text: passages.text, headings: passages.headings })
    .from(passages)
    .where(and(eq(passages.versionId, versionId), eq(passages.isExcluded, false)))
    .orderBy(asc(passages.ordinal))
  return rows.map(({ text, headings }) => [...headings, text].join('\n'))
}

export const vectorsOf = (db: Database, embedderId: string, versionIds: readonly string[]) =>
  db
    .select()
    .from(versionVectors)
    .where(and(eq(versionVectors.embedderId, embedderId), inArray(versionVectors.versionId, [...versionIds])))
