import { count, eq, inArray, and, ne } from 'drizzle-orm'
import { ModelProblem } from '@parrot/core/dialogue'
import { quantised } from '@parrot/core/retrieval'
import { embedders, passages, versionVectors, type Database } from '../database'
import type { Work } from '../jobs'
import type { Seal } from '../settings/seal'
import { embed, type EmbedderRow } from './embedder'
import { textsOf, versionsWithout } from './queries'

/** Texts sent in one request. */
const BATCH = 64
/** Embedders read so much of a text; what is beyond would be cut there. */
const LONGEST = 6000
/** A batch that takes longer than this will not come any more. */
const LONGEST_MS = 60_000

/**
 * Makes the vectors of all passages in use that an embedder has none of, version by version; killed, it goes on where it was.
 * When all are made the embedder answers, and the one before it goes with its vectors.
 */
export function embedWork({ db, seal }: { readonly db: Database; readonly seal: Seal }): Work {
  return async (embedderId, report, signal) => {
    const [row] = await db.select().from(embedders).where(eq(embedders.id, embedderId))
    if (!row) return
    const set = (values: Partial<EmbedderRow>) => db.update(embedders).set(values).where(eq(embedders.id, embedderId))
    try {
      const missing = await versionsWithout(db, embedderId)
      const total = await passagesIn(db, missing)
      await set({ done: 0, total, error: null })
      let done = 0
      for (const versionId of missing) {
        const made = await makeVectors(row, seal, await textsOf(db, versionId), signal, async (texts) => {
          done += texts
          report(total === 0 ? 1 : done / total)
          await set({ done })
        })
        if (signal.aborted) return
        await db
          .insert(versionVectors)
          .values({ embedderId, versionId, ...made })
          .onConflictDoNothing()
      }
      await db.transaction(async (tx) => {
        await tx.delete(embedders).where(and(eq(embedders.state, 'inUse'), ne(embedders.id, embedderId)))
        await tx
          .update(embedders)
          .set({ state: 'inUse', readyAt: new Date(), error: null })
          .where(eq(embedders.id, embedderId))
      })
    } catch (error) {
      // A server that stops is no failure of the embedder; the job goes on at the next start.
      if (signal.aborted) return
      if (!(error instanceof ModelProblem)) throw error
      // One that answers already goes on with the vectors it has.
      await set({
        error: `${error.message} ${error.advice}`,
        ...(row.state === 'inUse' ? {} : { state: 'failed' as const }),
      })
    }
  }
}

export async function giveUpEmbedding(db: Database, embedderId: string, reason: string): Promise<void> {
  await db
    .update(embedders)
    .set({ state: 'failed', error: reason })
    .where(and(eq(embedders.id, embedderId), ne(embedders.state, 'inUse')))
}

async function passagesIn(db: Database, versionIds: readonly string[]): Promise<number> {
  if (versionIds.length === 0) return 0
  const [row] = await db
    .select({ all: count() })
    .from(passages)
    .where(and(inArray(passages.versionId, [...versionIds]), eq(passages.isExcluded, false)))
  return row?.all ?? 0
}

async function makeVectors(
  row: EmbedderRow,
  seal: Seal,
  texts: readonly string[],
  signal: AbortSignal,
  onBatch: (texts: number) => Promise<void>,
): Promise<{ dimensions: number; count: number; bytes: Uint8Array }> {
  const vectors: Int8Array[] = []
  for (let at = 0; at < texts.length && !signal.aborted; at += BATCH) {
    const batch = texts.slice(at, at + BATCH).map((text) => text.slice(0, LONGEST))
    for (const vector of await embed(row, seal, batch, AbortSignal.any([signal, AbortSignal.timeout(LONGEST_MS)])))
      vectors.push(quantised(vector))
    await onBatch(batch.length)
  }
  const dimensions = vectors[0]?.length ?? 0
  const bytes = new Int8Array(vectors.length * dimensions)
  vectors.forEach((vector, at) => bytes.set(vector, at * dimensions))
  return { dimensions, count: vectors.length, bytes: new Uint8Array(bytes.buffer) }
}
