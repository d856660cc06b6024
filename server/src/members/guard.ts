import type { FastifyInstance, FastifyRequest } from 'fastify'
import { audit, type Database } from '../database'
import { HttpProblem } from '../http/problems'
import { newId } from '../ids'
import { Access } from './access'
import { needOf } from './needs'
import { hasMembers, memberOfKey, memberOfSession, type MemberRow } from './queries'

export const COOKIE = 'parrot'

declare module 'fastify' {
  interface FastifyRequest {
    /** Who asks, and what they may do. */
    access: Access
    /** The agents the request is about. */
    about: readonly string[]
  }
}

/** How long "nobody signs in here" is believed before it is looked at again: another server may have made the first member. */
const BELIEVED_MS = 2000

/** Whether there are members. Once there are, there always are: the last owner cannot be removed. */
export class Membership {
  #is = false
  #lookedAt = 0
  constructor(private readonly db: Database) {}

  async hasMembers(): Promise<boolean> {
    if (this.#is || Date.now() - this.#lookedAt < BELIEVED_MS) return this.#is
    this.#is = await hasMembers(this.db)
    this.#lookedAt = Date.now()
    return this.#is
  }

  /** The first member was made here just now. */
  begin(): void {
    this.#is = true
  }
}

const READS: ReadonlySet<string> = new Set(['GET', 'HEAD', 'OPTIONS'])

/**
 * Tells every request who asks, and refuses what is not theirs: by the cookie of a session, or by a key in the
 * `Authorization` header. Changes that come with a cookie must come from a page of this server.
 */
export function guardMembers(app: FastifyInstance, db: Database, membership: Membership): void {
  app.decorateRequest('access', null as never)
  app.decorateRequest('about', null as never)
  app.addHook('onRequest', async (request) => {
    const isOpen = !(await membership.hasMembers())
    const pattern = request.routeOptions.url ?? ''
    const need = needOf(request.method, pattern)
    const member = isOpen || need.kind === 'keyed' ? undefined : await memberOf(db, request)
    request.about = []
    request.access = new Access(db, member ?? null, isOpen)
    if (need.kind === 'open' || need.kind === 'keyed') return
    if (!isOpen && !member)
      throw new HttpProblem(401, 'Sign in first.', 'This server has members.', { code: 'sign-in' })
    request.about = await request.access.check(request.method, pattern, request.params as Record<string, string>)
  })
  app.addHook('onResponse', async (request, reply) => {
    const member = request.access?.member
    if (!member || READS.has(request.method) || reply.statusCode >= 400) return
    const what = `${request.method} ${request.routeOptions.url}`
    if (QUIET.has(what)) return
    const agentId = request.about.length === 1 ? request.about[0]! : null
    await db
      .insert(audit)
      .values({ id: newId(), memberId: member.id, who: member.name, what, agentId })
      .catch((error: unknown) => request.log.error(error))
  })
}

/** Asking and trying out is nobody’s business afterwards. */
const QUIET: ReadonlySet<string> = new Set([
  'POST /api/agents/:id/turns',
  'POST /api/agents/:id/calls',
  'POST /api/agents/:id/pins/ask',
  'POST /api/agents/:id/desk/here',
  'POST /api/outlets/:id/preview',
  'POST /api/agents/:id/pins/:pinId/seen',
  'POST /api/sources/:id/cutting/preview',
  'POST /api/agents/:id/manner/sample',
  'POST /api/manner/profile',
])

async function memberOf(db: Database, request: FastifyRequest): Promise<MemberRow | undefined> {
  const [scheme, key] = (request.headers.authorization ?? '').split(' ')
  if (scheme?.toLowerCase() === 'bearer' && key) {
    const member = await memberOfKey(db, key)
    if (!member) throw new HttpProblem(401, 'This key opens nothing.', 'It is wrong, or was revoked.', { code: 'key' })
    return member
  }
  const token = request.cookies[COOKIE]
  if (!token) return undefined
  if (!READS.has(request.method) && !isFromOwnPage(request))
    throw new HttpProblem(403, 'Changes come from this server’s own pages.', 'Programs use a key.', {
      code: 'foreign-origin',
    })
  return memberOfSession(db, token)
}

/** Browsers say where a change comes from; which pages are its own, the doors have looked at already. */
const isFromOwnPage = ({ headers }: FastifyRequest): boolean =>
  headers['sec-fetch-site'] === undefined ? headers.origin !== undefined : headers['sec-fetch-site'] === 'same-origin'
