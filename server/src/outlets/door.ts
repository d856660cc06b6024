import { randomBytes, timingSafeEqual } from 'node:crypto'
import { eq } from 'drizzle-orm'
import type { FastifyRequest } from 'fastify'
import { jwtVerify, SignJWT } from 'jose'
import { outlets } from '../database'
import { HttpProblem, notFound } from '../http/problems'
import { isPassword } from '../members'
import type { Services } from '../services'
import { keepVisitor } from '../visitors'
import type { OutletRow, Place } from './queries'

/** What a visitor's page sends to be let in: a pass it was given for a password, or what the site signed. */
const PASS = 'x-visitor-pass'

const SAYS = {
  password: 'This agent is behind a password.',
  members: 'This agent is for members. Sign in first.',
  signed: 'This agent is for visitors who are signed in on its site.',
} as const

const shut = (access: keyof typeof SAYS): HttpProblem =>
  new HttpProblem(401, SAYS[access], undefined, { code: `door-${access}` })

/** Lets a visitor in, or throws with what it takes. Gives what the site says of the visitor, where it signed them in. */
export async function letIn(
  { seal }: Pick<Services, 'seal'>,
  { outlet }: Place,
  { headers, access }: Pick<FastifyRequest, 'headers' | 'access'>,
): Promise<Record<string, string>> {
  if (!outlet || outlet.access === 'anybody') return {}
  const given = String(headers[PASS] ?? '')
  switch (outlet.access) {
    case 'password':
      if (!isSame(given, passOf(seal, outlet))) throw shut('password')
      return {}
    case 'members':
      // Where nobody signs in, whoever is on this machine is as good as one.
      if (!access.isOpen && !access.member) throw shut('members')
      return access.member ? { name: access.member.name } : {}
    case 'signed':
      return signedBy(seal.open(outlet.sealedSecret ?? '') ?? '', given)
  }
}

/** A new password makes every pass that was given before worth nothing. */
const passOf = (seal: Services['seal'], { id, password }: OutletRow): string => seal.sign('door', `${id} ${password}`)

function isSame(given: string, expected: string): boolean {
  const [a, b] = [Buffer.from(given), Buffer.from(expected)]
  return a.length === b.length && timingSafeEqual(a, b)
}

/** Gives the pass of an outlet for its password. */
export async function passFor({ seal }: Pick<Services, 'seal'>, { outlet }: Place, password: string): Promise<string> {
  if (outlet?.access !== 'password' || outlet.password === null) throw notFound('door')
  if (!(await isPassword(password, outlet.password)))
    throw new HttpProblem(403, 'That is not the password.', undefined, { code: 'wrong-password' })
  return passOf(seal, outlet)
}

const LONGEST_NAME = 120

/** What a site signed of its visitor: a JSON Web Token (RFC 7519) with HS256 that runs out, under the outlet's secret. */
async function signedBy(secret: string, token: string): Promise<Record<string, string>> {
  if (secret === '' || token === '') throw shut('signed')
  try {
    const key = new TextEncoder().encode(secret)
    const { payload } = await jwtVerify(token, key, { algorithms: ['HS256'], requiredClaims: ['sub', 'exp'] })
    const { name, sub } = payload
    return {
      name: (typeof name === 'string' ? name : sub!).slice(0, LONGEST_NAME),
      visitor: sub!.slice(0, LONGEST_NAME),
    }
  } catch {
    throw shut('signed')
  }
}

/** What lets the designer in to look at an outlet of their own; nothing where it takes nothing, or nobody is let in yet. */
export async function previewPass({ seal }: Pick<Services, 'seal'>, outlet: OutletRow): Promise<string> {
  if (outlet.access === 'password') return outlet.password === null ? '' : passOf(seal, outlet)
  const secret = outlet.access === 'signed' && outlet.sealedSecret ? seal.open(outlet.sealedSecret) : undefined
  if (!secret) return ''
  const token = new SignJWT({ sub: 'preview' }).setProtectedHeader({ alg: 'HS256' }).setExpirationTime('10m')
  return token.sign(new TextEncoder().encode(secret))
}

/** Keeps whom the site has signed in as the visitor of a conversation that begins. */
export async function keepSignedIn(
  db: Services['db'],
  { agent, outlet }: Place,
  conversationId: string,
  { name = '', visitor = '' }: Readonly<Record<string, string>>,
): Promise<void> {
  const values = [{ label: 'signed in as', kind: 'text', value: visitor }]
  const told = { name, email: '', phone: '', values, consents: [] }
  await keepVisitor(db, { agentId: agent.id, conversationId, outletId: outlet!.id }, told)
}

/** Makes the secret that a site signs its visitors with anew; it is shown once, and the one before is worth nothing. */
export async function newSecret({ db, seal }: Pick<Services, 'db' | 'seal'>, id: string): Promise<string> {
  const secret = randomBytes(32).toString('base64url')
  const rows = await db
    .update(outlets)
    .set({ sealedSecret: seal.close(secret) })
    .where(eq(outlets.id, id))
    .returning({ id: outlets.id })
  if (rows.length === 0) throw notFound('outlet')
  return secret
}
