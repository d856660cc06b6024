import { existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Worker } from 'node:worker_threads'
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres'
import { migrate } from 'drizzle-orm/node-postgres/migrator'
import pg from 'pg'
import { assetFolder, threadFile } from '../places'
import * as schema from './schema'

export type Database = NodePgDatabase<typeof schema>

/** An open database: queries, a word for what it is, and how to close it. */
export interface Connection {
  readonly db: Database
  readonly kind: 'embedded' | 'postgresql'
  close(): Promise<void>
}

/** What opening says while it works. */
export type OnProgress = (message: string) => void

/** Opens the database: a PostgreSQL server when an address is given, else the embedded one in a folder. Migrates it. */
export async function openDatabase(
  options: { url?: string; folder: string },
  onProgress: OnProgress = () => {},
): Promise<Connection> {
  const connection = options.url ? openServer(options.url) : await openEmbedded(options.folder, onProgress)
  try {
    await migrate(connection.db, { migrationsFolder: assetFolder('./database/migrations', './migrations')! })
  } catch (error) {
    await connection.close()
    throw error
  }
  return connection
}

function openServer(url: string): Connection {
  const pool = new pg.Pool({ connectionString: url, max: 10 })
  return { db: drizzle(pool, { schema }), kind: 'postgresql', close: () => pool.end() }
}

const INITDB_NOTICE_MS = 3000

async function openEmbedded(folder: string, onProgress: OnProgress): Promise<Connection> {
  const isNew = !existsSync(folder) || readdirSync(folder).length === 0
  mkdirSync(folder, { recursive: true })
  if (isNew) onProgress('Preparing a new database. This happens once and takes up to half a minute.')
  const began = Date.now()
  const notice = setInterval(
    () => onProgress(`Still preparing the database, ${Math.round((Date.now() - began) / 1000)} s so far.`),
    INITDB_NOTICE_MS,
  )
  // The folder is readable by this user only, and so is the socket in it. A socket's path must be short.
  const socketFolder = mkdtempSync(join(tmpdir(), 'parrot-'))
  const worker = new Worker(threadFile('pgliteWorker'), {
    execArgv: [],
    workerData: { folder, socketPath: join(socketFolder, '.s.PGSQL.5432') },
  })
  try {
    await firstWord(worker)
  } catch (error) {
    rmSync(socketFolder, { recursive: true, force: true })
    throw error
  } finally {
    clearInterval(notice)
  }
  // One connection: PGlite runs one statement at a time, so a second one could only wait.
  const pool = new pg.Pool({ host: socketFolder, user: 'postgres', database: 'postgres', max: 1 })
  pool.on('error', () => undefined)
  return {
    db: drizzle(pool, { schema }),
    kind: 'embedded',
    close: async () => {
      await pool.end()
      worker.postMessage('stop')
      await new Promise((resolve) => worker.once('exit', resolve))
      rmSync(socketFolder, { recursive: true, force: true })
    },
  }
}

function firstWord(worker: Worker): Promise<void> {
  return new Promise((resolve, reject) => {
    worker.once('message', (message: { ready?: true; error?: string }) =>
      message.ready ? resolve() : reject(new Error(`The database could not be opened: ${message.error}`)),
    )
    worker.once('error', reject)
  })
}
