import { createHash, randomUUID } from 'node:crypto'
import { closeSync, existsSync, fsyncSync, mkdirSync, openSync, readFileSync, renameSync, writeSync } from 'node:fs'
import { join } from 'node:path'

/** Where originals are kept: each file under the SHA-256 of its bytes, so that the same bytes are kept once. */
export class FileStore {
  constructor(private readonly folder: string) {}

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

  /** The bytes kept under a name; throws when the file is gone. */
  read(hash: string): Uint8Array {
    return new Uint8Array(readFileSync(this.#path(hash)))
  }

  #path(hash: string): string {
    if (!/^[0-9a-f]{64}$/.test(hash)) throw new Error('Not the name of a kept file.')
    return join(this.folder, hash.slice(0, 2), hash)
  }
}
