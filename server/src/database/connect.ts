import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres'
import { migrate } from 'drizzle-orm/node-postgres/migrator'
import pg from 'pg'
import { assetFolder } from '../places'
import type { Embedded } from './embedded'
import * as schema from './schema'

export type Database = NodePgDatabase<typeof schema>

/** An open database: queries, a word for what it is, and how to close it. */
export interface Connection {
  readonly db: Database
  readonly kind: 'embedded' | 'postgresql'
  close(): Promise<void>
}

/** Where the migrations lie. */
export const migrationsFolder = (): string => assetFolder('./database/migrations', './migrations')!

/** Opens a PostgreSQL server by its address, or the embedded database that was started. Migrates it. */
export async function openDatabase(
  from: string | Embedded,
  migrations: string = migrationsFolder(),
): Promise<Connection> {
  const connection = typeof from === 'string' ? openServer(from) : await openEmbedded(from)
  try {
    await alone(from, () => migrate(connection.db, { migrationsFolder: migrations }))
  } catch (error) {
    await connection.close()
    throw error
  }
  return connection
}

/** Any number, as long as all servers take the same one. */
const MIGRATING = 20_271_128

/** Does something while no other server on the same database does; the embedded one is nobody else's anyway. */
async function alone(from: string | Embedded, work: () => Promise<void>): Promise<void> {
  if (typeof from !== 'string') return work()
  const client = new pg.Client({ connectionString: from })
  await client.connect()
  try {
    await client.query('select pg_advisory_lock($1)', [MIGRATING])
    await work()
  } finally {
    await client.end()
  }
}

/** No request waits for ever for a statement, or for its turn. */
const LIMITS = { query_timeout: 60_000, connectionTimeoutMillis: 60_000 }

function openServer(url: string): Connection {
  const pool = new pg.Pool({ connectionString: url, max: 10, ...LIMITS })
  surviving(pool)
  return { db: drizzle(pool, { schema }), kind: 'postgresql', close: () => pool.end() }
}

/**
 * A connection may break at any moment, as when PostgreSQL is restarted. Where nothing is asked over it, the next query gets
 * another; where something is, its query fails, and so does what comes after it in the same transaction. Neither may end the
 * process, as an error that nobody listens to would.
 */
function surviving(pool: pg.Pool): void {
  pool.on('error', () => undefined)
  pool.on('connect', (client) => client.on('error', () => undefined))
}

async function openEmbedded(embedded: Embedded): Promise<Connection> {
  // One connection: PGlite runs one statement at a time, so a second one could only wait.
  const pool = new pg.Pool({
    host: await embedded.socketFolder,
    user: 'postgres',
    database: 'postgres',
    max: 1,
    ...LIMITS,
  })
  surviving(pool)
  return {
    db: drizzle(pool, { schema }),
    kind: 'embedded',
    close: async () => {
      await pool.end()
      await embedded.stop()
    },
  }
}
