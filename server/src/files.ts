import { createHash, randomUUID } from 'node:crypto'
import {
  closeSync,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeSync,
} from 'node:fs'
import { open, rm } from 'node:fs/promises'
import { join } from 'node:path'

/** A stream went on beyond what may be kept. */
export class TooLarge extends Error {
  constructor(readonly most: number) {
    super(`More than ${most} bytes.`)
  }
}

/** What another server may still be writing is younger. */
const OLD_MS = 60 * 60_000
function isOld(path: string): boolean {
  const stats = statSync(path, { throwIfNoEntry: false })
  return stats !== undefined && Date.now() - stats.mtimeMs > OLD_MS
}

/** Where originals are kept: each file under the SHA-256 of its bytes, so that the same bytes are kept once. */
export class FileStore {
  constructor(readonly folder: string) {}

  /** Keeps bytes and gives their name. A kill at any moment leaves either nothing or the whole file. */
  keep(bytes: Uint8Array): string {
    const hash = createHash('sha256').update(bytes).digest('hex')
    const path = this.#path(hash)
    if (existsSync(path)) return hash
    mkdirSync(join(path, '..'), { recursive: true })
    const draft = `${path}.${randomUUID()}.part`
    const file = openSync(draft, 'wx', 0o600)
    try {
      writeSync(file, bytes)
      fsyncSync(file)
    } finally {
      closeSync(file)
    }
    renameSync(draft, path)
    return hash
  }

  /**
   * Keeps what a stream gives, without holding it in memory. A stream that fails or is longer than `most` bytes leaves
   * nothing behind.
   */
  async keepStream(stream: AsyncIterable<Uint8Array>, most: number): Promise<{ hash: string; bytes: number }> {
    const hash = createHash('sha256')
    const { path: draft, bytes } = await this.draftOf(stream, most, (part) => hash.update(part))
    try {
      const name = hash.digest('hex')
      const path = this.#path(name)
      mkdirSync(join(path, '..'), { recursive: true })
      renameSync(draft, path)
      return { hash: name, bytes }
    } catch (error) {
      await rm(draft, { force: true })
      throw error
    }
  }

  /** What a stream gives, as a draft; under the same conditions. */
  async draftOf(
    stream: AsyncIterable<Uint8Array>,
    most: number,
    onPart: (part: Uint8Array) => void = () => undefined,
  ): Promise<{ path: string; bytes: number }> {
    const path = this.draft()
    let bytes = 0
    try {
      const file = await open(path, 'wx', 0o600)
      try {
        for await (const part of stream) {
          bytes += part.length
          if (bytes > most) throw new TooLarge(most)
          onPart(part)
          await file.write(part)
        }
        await file.sync()
      } finally {
        await file.close()
      }
      return { path, bytes }
    } catch (error) {
      await rm(path, { force: true })
      throw error
    }
  }

  /** A place for a file that is needed for a moment; the next start clears it where nobody does. */
  draft(): string {
    mkdirSync(this.folder, { recursive: true })
    return join(this.folder, `${randomUUID()}.part`)
  }

  /** Where the bytes kept under a name lie, for a thread that reads them itself. */
  pathOf(hash: string): string {
    return this.#path(hash)
  }

  /** Clears what uploads that were cut off by a kill left behind, an hour later. */
  sweep(): void {
    if (!existsSync(this.folder)) return
    for (const name of readdirSync(this.folder, { recursive: true, encoding: 'utf8' }))
      if (name.endsWith('.part') && isOld(join(this.folder, name))) rmSync(join(this.folder, name), { force: true })
  }

  /** The bytes kept under a name; throws when the file is gone. */
  read(hash: string): Uint8Array {
    return new Uint8Array(readFileSync(this.#path(hash)))
  }

  #path(hash: string): string {
    if (!/^[0-9a-f]{64}$/.test(hash)) throw new Error('Not the name of a kept file.')
    return join(this.folder, hash.slice(0, 2), hash)
  }
}
