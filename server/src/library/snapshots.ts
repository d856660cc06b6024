import { createHash, randomUUID } from 'node:crypto'
import { mkdirSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { deserialize, serialize } from 'node:v8'
import { crc32 } from 'node:zlib'
import type { StoredPassage } from '@parrot/core/dialogue'
import type { Segment } from '@parrot/core/retrieval'

/** Raised whenever what an index holds, or how words are stemmed, changes: older snapshots are then made anew. */
const FORMAT = 4
/** A snapshot begins with the CRC-32 of what follows. */
const SUM_BYTES = 4

/** A version as it is kept in memory: its passages and their index. */
export interface Snapshot {
  readonly passages: readonly StoredPassage[]
  readonly segment: Segment
}

/** The file that a version's snapshot under a title lies in. */
export const snapshotPath = (folder: string, versionId: string, title: string): string =>
  join(folder, `${versionId}-${createHash('sha256').update(title).digest('hex').slice(0, 12)}.index`)

/** Writes a snapshot so that a kill leaves either nothing or the whole. */
export function writeSnapshot(path: string, snapshot: Snapshot): void {
  mkdirSync(join(path, '..'), { recursive: true })
  const draft = `${path}.${randomUUID()}.part`
  const bytes = serialize({ format: FORMAT, ...snapshot })
  const sum = Buffer.alloc(SUM_BYTES)
  sum.writeUInt32LE(crc32(bytes))
  writeFileSync(draft, Buffer.concat([sum, bytes]), { mode: 0o600 })
  renameSync(draft, path)
}

/** A snapshot that was written; undefined when there is none, or none that this version of the product can use. */
export function readSnapshot(path: string): Snapshot | undefined {
  try {
    const file = readFileSync(path)
    const bytes = file.subarray(SUM_BYTES)
    // A disk may give back other bytes than it was given: an index of those would find something else, or nothing.
    if (file.length <= SUM_BYTES || crc32(bytes) !== file.readUInt32LE()) return undefined
    const { format, passages, segment } = deserialize(bytes) as Snapshot & { format: number }
    return format === FORMAT && Array.isArray(passages) && segment ? { passages, segment } : undefined
  } catch {
    return undefined
  }
}

/** Removes the snapshots of versions that nobody uses any more, and what a kill left half written. */
export function sweepSnapshots(folder: string, used: ReadonlySet<string>): void {
  let names: string[]
  try {
    names = readdirSync(folder)
  } catch {
    return
  }
  for (const name of names)
    if (!name.endsWith('.index') || !used.has(name.split('-')[0]!)) rmSync(join(folder, name), { force: true })
}
