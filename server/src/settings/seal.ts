import { createCipheriv, createDecipheriv, createHmac, randomBytes } from 'node:crypto'
import { chmodSync, existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'

const KEY_BYTES = 32
const IV_BYTES = 12
const TAG_BYTES = 16

/** Seals secrets with AES-256-GCM under a key file that only this user can read (mode 600). */
export class Seal {
  readonly #key: Buffer

  /** Opens the key file of a data folder, or makes it. */
  constructor(dataFolder: string) {
    const path = join(dataFolder, 'secret.key')
    if (!existsSync(path)) {
      mkdirSync(dataFolder, { recursive: true })
      writeFileSync(path, randomBytes(KEY_BYTES).toString('base64'), { mode: 0o600, flag: 'wx' })
    }
    chmodSync(path, 0o600)
    this.#key = Buffer.from(readFileSync(path, 'utf8'), 'base64')
    if (this.#key.length !== KEY_BYTES)
      throw new Error(
        `The key file ${path} is damaged. Restore it from a backup, or delete it and enter the keys again.`,
      )
  }

  /** Whether something holds under the key: for proofs that somebody can read its file. */
  proves(isTrue: (key: Buffer) => boolean): boolean {
    return isTrue(this.#key)
  }

  /** A proof that this server gave something out, for one purpose: whoever has it was given it. */
  sign(purpose: string, text: string): string {
    return createHmac('sha256', this.#key).update(`${purpose} ${text}`).digest('base64url').slice(0, 27)
  }

  /** The secret as text that can be stored: iv, tag and ciphertext in base64. */
  close(secret: string): string {
    const iv = randomBytes(IV_BYTES)
    const cipher = createCipheriv('aes-256-gcm', this.#key, iv)
    const body = Buffer.concat([cipher.update(secret, 'utf8'), cipher.final()])
    return Buffer.concat([iv, cipher.getAuthTag(), body]).toString('base64')
  }

  /** The secret again, or undefined when it was sealed with another key or tampered with. */
  open(sealed: string): string | undefined {
    try {
      const bytes = Buffer.from(sealed, 'base64')
      const decipher = createDecipheriv('aes-256-gcm', this.#key, bytes.subarray(0, IV_BYTES))
      decipher.setAuthTag(bytes.subarray(IV_BYTES, IV_BYTES + TAG_BYTES))
      return Buffer.concat([decipher.update(bytes.subarray(IV_BYTES + TAG_BYTES)), decipher.final()]).toString('utf8')
    } catch {
      return undefined
    }
  }
}
