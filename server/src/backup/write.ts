import { createReadStream, existsSync } from 'node:fs'
import { open, readdir, readFile, rm, stat } from 'node:fs/promises'
import { join } from 'node:path'
import type { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { createGzip } from 'node:zlib'
import { pack, type Pack } from 'tar-stream'
import type { Services } from '../services'
import { BACKUP_FORM, END, FILES, HEAD, KEY, TABLES, type BackupHead } from './form'
import { migrationsDone, rowsOf, tablesInOrder } from './tables'

/** The rows of a table in a draft: where they begin and how long they are. */
interface Part {
  readonly table: string
  readonly rows: number
  readonly from: number
  readonly bytes: number
}

/**
 * A backup of everything, as a stream of a gzipped tar: all tables as they stand at one moment, the originals they name and
 * the key to kept secrets. The rows are first written beside the originals, so that the database is held for as long as
 * that takes and not for as long as somebody's line needs.
 */
export async function writeBackup(
  { db, files, config }: Pick<Services, 'db' | 'files' | 'config'>,
  version: string,
): Promise<Readable> {
  const draft = files.draft()
  try {
    const { parts, migrations } = await draftRows(db, draft)
    const head: BackupHead = {
      form: BACKUP_FORM,
      version,
      at: new Date().toISOString(),
      migrations,
      tables: parts.map(({ table, rows }) => ({ name: table, rows })),
    }
    const archive = pack()
    const packed = createGzip({ level: 1 })
    const done = () => void rm(draft, { force: true })
    void fill(archive, head, parts, draft, files.folder, config.dataFolder)
      .catch((error: Error) => archive.destroy(error))
      .finally(done)
    archive.once('error', (error) => packed.destroy(error))
    packed.once('close', () => archive.destroy())
    return archive.pipe(packed)
  } catch (error) {
    await rm(draft, { force: true })
    throw error
  }
}

/** Writes the rows of all tables into a file, one table after the other, as they are at one moment. */
async function draftRows(db: Services['db'], draft: string): Promise<{ parts: Part[]; migrations: number }> {
  const file = await open(draft, 'wx', 0o600)
  try {
    return await db.transaction(
      async (tx) => {
        const parts: Part[] = []
        let at = 0
        for (const table of await tablesInOrder(tx)) {
          const from = at
          let rows = 0
          for await (const lines of rowsOf(tx, table)) {
            rows += lines.length
            at += (await file.write(`${lines.join('\n')}\n`)).bytesWritten
          }
          parts.push({ table, rows, from, bytes: at - from })
        }
        return { parts, migrations: await migrationsDone(tx) }
      },
      { isolationLevel: 'repeatable read', accessMode: 'read only' },
    )
  } finally {
    await file.close()
  }
}

async function fill(
  archive: Pack,
  head: BackupHead,
  parts: readonly Part[],
  draft: string,
  originals: string,
  dataFolder: string,
): Promise<void> {
  const add = (name: string, text: string) => archive.entry({ name, mode: 0o600 }, text)
  const addFile = async (name: string, path: string, range: { start: number; bytes: number }) => {
    if (range.bytes === 0) return void add(name, '')
    const entry = archive.entry({ name, size: range.bytes, mode: 0o600 })
    await pipeline(createReadStream(path, { start: range.start, end: range.start + range.bytes - 1 }), entry)
  }
  add(HEAD, JSON.stringify(head))
  for (const { table, from, bytes } of parts) await addFile(`${TABLES}${table}.ndjson`, draft, { start: from, bytes })
  const names = await originalsIn(originals)
  for (const name of names) {
    const path = join(originals, name.slice(0, 2), name)
    await addFile(`${FILES}${name}`, path, { start: 0, bytes: (await stat(path)).size })
  }
  const key = join(dataFolder, 'secret.key')
  if (existsSync(key)) add(KEY, await readFile(key, 'utf8'))
  add(END, JSON.stringify({ files: names.length }))
  archive.finalize()
}

/** The names of all originals that are kept whole. */
async function originalsIn(folder: string): Promise<string[]> {
  if (!existsSync(folder)) return []
  const names = await readdir(folder, { recursive: true })
  return names
    .map((name) => name.slice(-64))
    .filter((name) => /^[0-9a-f]{64}$/.test(name))
    .sort()
}
