import { sql } from 'drizzle-orm'
import type { Database } from './connect'

const FIRST_MS = 20_000
const EVERY_MS = 60 * 60_000

/**
 * Keeps what the embedded database knows of its tables fresh: a PostgreSQL server does that by itself, PGlite does not,
 * and without it a search in a full logbook takes minutes. Gives the function that ends it.
 */
export function keepStatistics(db: Database, onFailure: (error: unknown) => void): () => void {
  const look = () => void db.execute(sql`analyze`).catch(onFailure)
  const first = setTimeout(look, FIRST_MS).unref()
  const then = setInterval(look, EVERY_MS).unref()
  return () => {
    clearTimeout(first)
    clearInterval(then)
  }
}
