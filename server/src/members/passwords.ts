import { randomBytes, scrypt, timingSafeEqual, type ScryptOptions } from 'node:crypto'
import { promisify } from 'node:util'

const derive = promisify<string, Buffer, number, ScryptOptions, Buffer>(scrypt)

/** Costs as OWASP recommends them for scrypt (N = 2^17, r = 8, p = 1): 128 MB and about a third of a second. */
const USUAL_COST = 17
/** 2 to this power is the cost; more may be asked for, and tests ask for less. */
const cost = Number(process.env.PARROT_PASSWORD_COST) || USUAL_COST
const COSTS = { N: 2 ** cost, r: 8, p: 1 } as const
/** What scrypt may take: it needs 128 N r bytes. */
const memoryFor = (N: number, r: number): number => 256 * N * r + 1024 * 1024
const BYTES = 32

/** A password as it is kept: costs, salt and derived key. */
export async function sealPassword(password: string): Promise<string> {
  const salt = randomBytes(16)
  const key = await derive(password.normalize('NFKC'), salt, BYTES, { ...COSTS, maxmem: memoryFor(COSTS.N, COSTS.r) })
  return ['scrypt', COSTS.N, COSTS.r, COSTS.p, salt.toString('base64'), key.toString('base64')].join(':')
}

/** Whether a password is the one that was kept. */
export async function isPassword(password: string, kept: string): Promise<boolean> {
  const [way, N, r, p, salt, key] = kept.split(':')
  if (way !== 'scrypt' || !salt || !key) return false
  const expected = Buffer.from(key, 'base64')
  const costs = { N: Number(N), r: Number(r), p: Number(p), maxmem: memoryFor(Number(N), Number(r)) }
  const given = await derive(password.normalize('NFKC'), Buffer.from(salt, 'base64'), expected.length, costs)
  return timingSafeEqual(given, expected)
}
