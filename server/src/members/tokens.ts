import { createHash, createHmac, randomBytes, timingSafeEqual } from 'node:crypto'

/** A secret that opens something: 256 bits, fit for an address or a header. */
export const newToken = (): string => randomBytes(32).toString('base64url')

/** What is kept of a secret: whoever reads the database cannot use it. It is random and long, so a plain sum will do. */
export const sumOf = (token: string): string => createHash('sha256').update(token).digest('base64url')

/** How long a word from the data folder counts, in milliseconds. */
const PROOF_MS = 5 * 60_000

/** The proof that somebody can read the key file: a sum over what is wanted, and when. */
export const proofFor = (key: Buffer, email: string, at: number): string =>
  createHmac('sha256', key).update(`way back ${email} ${at}`).digest('base64url')

export function isProof(key: Buffer, { email, at, proof }: { email: string; at: number; proof: string }): boolean {
  const [given, expected] = [Buffer.from(proof), Buffer.from(proofFor(key, email, at))]
  const isFresh = Math.abs(Date.now() - at) < PROOF_MS
  return isFresh && given.length === expected.length && timingSafeEqual(given, expected)
}
