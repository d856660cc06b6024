import { listEmbedders } from './queries'
import type { Database } from '../database'
import type { Work } from '../jobs'

export { embedWork, giveUpEmbedding } from './job'
export { embedderRoutes } from './routes'
export { LibrarySearch } from './search'
export { listEmbedders }

/** Reading, after which the vectors of what was read are made where an embedder is set. */
export const thenEmbed =
  (db: Database, read: Work, add: (embedderId: string) => Promise<void>): Work =>
  async (subject, report, signal) => {
    await read(subject, report, signal)
    const { inUse, next } = await listEmbedders(db)
    for (const embedder of [inUse, next]) if (embedder && !signal.aborted) await add(embedder.id)
  }
