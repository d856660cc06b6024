import { sql } from 'drizzle-orm'
import { every } from '../every'
import type { Database } from './connect'

const FIRST_MS = 20_000
const EVERY_MS = 60 * 60_000

/**
 * Keeps what the embedded database knows of its tables fresh: a PostgreSQL server does that by itself, PGlite does not,
 * and without it a search in a full logbook takes minutes. Gives the function that ends it.
 */
export const keepStatistics = (db: Database, onFailure: (error: unknown) => void): (() => void) =>
  every(EVERY_MS, () => db.execute(sql`analyze`), onFailure, FIRST_MS)
