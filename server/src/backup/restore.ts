import {
  cpSync,
  createReadStream,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { pipeline } from 'node:stream/promises'
import { createInterface } from 'node:readline'
import { Readable, Writable } from 'node:stream'
import { createGunzip } from 'node:zlib'
import { sql } from 'drizzle-orm'
import { extract } from 'tar-stream'
import { migrationsFolder, openDatabase, startEmbedded, type Database } from '../database'
import { FileStore } from '../files'
import {
  BACKUP_FORM,
  BackupProblem,
  END,
  endSchema,
  FILES,
  HEAD,
  headSchema,
  KEY,
  TABLES,
  type BackupHead,
} from './form'
import { PAGE, putRows } from './tables'

/** An original larger than this was never taken. */
const MOST_FILE_BYTES = 4 * 1024 ** 3
interface Entry extends AsyncIterable<Uint8Array> {
  readonly header: { readonly name: string }
  resume(): unknown
}

/** What was restored, to be told. */
export interface Restored {
  readonly at: string
  readonly rows: number
  readonly files: number
}

/**
 * Makes a data folder of a backup. Everything is put into a new folder beside it first and takes its place only when the
 * whole backup was read and holds together; a PostgreSQL server is filled in one transaction, and must be empty. Throws a
 * `BackupProblem` where that cannot be done, and leaves nothing behind.
 */
export async function restoreBackup(
  path: string,
  { dataFolder, databaseUrl }: { dataFolder: string; databaseUrl: string | undefined },
  onProgress: (message: string) => void = () => undefined,
): Promise<Restored> {
  if (!existsSync(path)) throw new BackupProblem(`There is no file ${path}.`)
  if (existsSync(dataFolder) && readdirSync(dataFolder).length > 0)
    throw new BackupProblem(
      `The data folder ${dataFolder} is not empty, and nothing in it is written over. Move it away, or set PARROT_DATA to another folder.`,
    )
  const making = `${dataFolder}.restoring`
  rmSync(making, { recursive: true, force: true })
  mkdirSync(making, { recursive: true, mode: 0o700 })
  try {
    const restored = await fillFrom(path, making, databaseUrl, onProgress)
    rmSync(dataFolder, { recursive: true, force: true })
    renameSync(making, dataFolder)
    return restored
  } catch (error) {
    rmSync(making, { recursive: true, force: true })
    throw error
  }
}

async function fillFrom(
  path: string,
  folder: string,
  databaseUrl: string | undefined,
  onProgress: (message: string) => void,
): Promise<Restored> {
  await mustBeWhole(path)
  const entries = createReadStream(path).pipe(createGunzip()).pipe(extract())
  const list = entries[Symbol.asyncIterator]()
  const next = async (): Promise<Entry | undefined> => {
    const { value, done } = await list.next()
    return done ? undefined : (value as unknown as Entry)
  }
  const head = headOf(await next().then((entry) => entry && textOf(entry, HEAD)), path)
  onProgress(`A backup of ${head.at}.`)
  const upTo = migrationsUpTo(head.migrations)
  const database = await openDatabase(databaseUrl ?? startEmbedded(join(folder, 'database')), upTo.folder)
  try {
    await mustBeEmpty(database.db)
    const restored = await database.db.transaction(async (tx) => {
      const found = await takeEntries(tx, head, folder, next, onProgress)
      if (found.files === undefined) throw new BackupProblem(`${path} was cut off: its end is missing.`)
      return { at: head.at, rows: found.rows, files: found.files }
    })
    return restored
  } finally {
    await database.close()
    upTo.remove()
  }
}

/** Puts rows, originals and the key where they belong; `files` stays undefined when the end is missing. */
async function takeEntries(
  tx: Pick<Database, 'execute'>,
  head: BackupHead,
  folder: string,
  next: () => Promise<Entry | undefined>,
  onProgress: (message: string) => void,
): Promise<{ rows: number; files: number | undefined }> {
  const store = new FileStore(join(folder, 'files'))
  const expected = new Map(head.tables.map(({ name, rows }) => [name, rows]))
  const found = { rows: 0, kept: 0 }
  let end: { files: number } | undefined
  for (let entry = await next(); entry; entry = await next()) {
    const { name } = entry.header
    if (name.startsWith(TABLES)) {
      const table = name.slice(TABLES.length).replace(/\.ndjson$/, '')
      const rows = await takeRows(tx, table, expected.get(table), entry)
      found.rows += rows
      if (rows > 0) onProgress(`${table}: ${rows} rows`)
    } else if (name.startsWith(FILES)) {
      const { hash } = await store.keepStream(entry, MOST_FILE_BYTES)
      if (hash !== name.slice(FILES.length)) throw new BackupProblem(`The original ${name} is damaged in the backup.`)
      found.kept++
    } else if (name === KEY) writeFileSync(join(folder, KEY), await textOf(entry, KEY), { mode: 0o600 })
    else if (name === END) {
      end = endSchema.parse(JSON.parse(await textOf(entry, END)))
    } else entry.resume()
  }
  if (end && end.files !== found.kept) throw new BackupProblem(`${end.files - found.kept} originals are missing.`)
  return { rows: found.rows, files: end?.files }
}

async function takeRows(
  tx: Pick<Database, 'execute'>,
  table: string,
  expected: number | undefined,
  entry: Entry,
): Promise<number> {
  if (expected === undefined) throw new BackupProblem(`The backup does not say what “${table}” is.`)
  let rows = 0
  let waiting: string[] = []
  for await (const line of createInterface({ input: Readable.from(entry), crlfDelay: Infinity })) {
    if (waiting.push(line) === PAGE) {
      await putRows(tx, table, waiting)
      waiting = []
    }
    rows++
  }
  await putRows(tx, table, waiting)
  if (rows !== expected) throw new BackupProblem(`Of ${expected} rows of ${table}, ${rows} are in the backup.`)
  return rows
}

/** Reads the whole file once: its packing carries a sum at the end, so nothing is begun with a damaged one. */
async function mustBeWhole(path: string): Promise<void> {
  const nowhere = new Writable({ write: (_part, _encoding, done) => done() })
  await pipeline(createReadStream(path), createGunzip(), nowhere).catch((error: Error) => {
    throw new BackupProblem(`${path} is damaged, was cut off, or is no backup (${error.message}).`)
  })
}

function headOf(text: string | undefined, path: string): BackupHead {
  const head = headSchema.safeParse(text ? JSON.parse(text) : undefined)
  if (!head.success) throw new BackupProblem(`${path} is no backup of Mild Parrot.`)
  if (head.data.form !== BACKUP_FORM)
    throw new BackupProblem(`${path} is of a form this version does not know: ${head.data.form}.`)
  return head.data
}

async function textOf(entry: Entry, name: string): Promise<string> {
  if (entry.header.name !== name) return ''
  const parts: Buffer[] = []
  for await (const part of entry) parts.push(Buffer.from(part))
  return Buffer.concat(parts).toString('utf8')
}

async function mustBeEmpty(db: Database): Promise<void> {
  const { rows } = await db.execute<{ number: number }>(sql`select count(*)::int as number from agents`)
  if (rows[0]!.number > 0)
    throw new BackupProblem('The database holds agents already, and nothing in it is written over. Give an empty one.')
}

/** The migrations a backup had been through, as a folder: its rows fit what these make; the rest follows at the next start. */
function migrationsUpTo(number: number): { folder: string; remove: () => void } {
  const from = migrationsFolder()
  const journal = JSON.parse(readFileSync(join(from, 'meta/_journal.json'), 'utf8')) as { entries: unknown[] }
  if (number > journal.entries.length)
    throw new BackupProblem('The backup is of a newer version of Mild Parrot. Install that one first.')
  const folder = mkdtempSync(join(tmpdir(), 'parrot-migrations-'))
  cpSync(from, folder, { recursive: true })
  const earlier = { ...journal, entries: journal.entries.slice(0, number) }
  writeFileSync(join(folder, 'meta/_journal.json'), JSON.stringify(earlier))
  return { folder, remove: () => rmSync(folder, { recursive: true, force: true }) }
}
