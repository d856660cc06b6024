import { createServer, type IncomingMessage, type Server } from 'node:http'
import type { FastifyInstance, FastifyRequest } from 'fastify'
import { isLoopback } from './loopback'
import { HttpProblem } from './problems'

const hostOf = (authority: string): string =>
  authority
    .toLowerCase()
    .replace(/:\d+$/, '')
    .replace(/^\[|\]$/g, '')

/** What visitors reach, by the routes' own patterns. Everything else is the designers'. */
const FOR_VISITORS: ReadonlySet<string> = new Set([
  '/talk/:slug',
  '/api/talk/:slug',
  '/api/talk/:slug/turns',
  '/api/talk/:slug/door',
  '/api/talk/:slug/details',
  '/api/talk/:slug/conversations/:key',
  '/api/talk/:slug/conversations/:key/events',
  '/api/talk/:slug/conversations/:key/details',
  '/api/talk/:slug/conversations/:key/ratings/:turnId',
  '/api/talk/:slug/conversations/:key/files/:turnId/:at',
  '/frame/:slug',
  '/bubble/:file',
  '/v1/chat/completions',
  '/mcp/:slug',
  '/api/cues/:id',
  '/widget/*',
  '/api/faces/:face',
  '/api/health',
])

/** Requests that came in by the visitors' door. */
const byVisitorsDoor = new WeakSet<IncomingMessage>()

/** A door for visitors: another listener of the same server, through which nothing but theirs is reached. */
export function visitorsDoor(app: FastifyInstance): Server {
  return createServer((request, response) => {
    byVisitorsDoor.add(request)
    app.routing(request, response)
  })
}

/** Headers that say a request was passed on by a proxy: it comes from elsewhere, whatever it calls this server. */
const PASSED_ON = ['forwarded', 'x-forwarded-for', 'x-forwarded-host', 'x-real-ip', 'via'] as const

/** Whether a request comes from outside this machine: from another address, under a public name, or passed on by a proxy. */
const isFromOutside = ({ raw, headers }: FastifyRequest): boolean =>
  !isLoopback(raw.socket.remoteAddress?.replace(/^::ffff:/, '') ?? '127.0.0.1') ||
  !isLoopback(hostOf(headers.host ?? '')) ||
  PASSED_ON.some((name) => headers[name] !== undefined)

/**
 * Refuses requests that were not meant for this server: a foreign `Host` (a name rebound to this address), a foreign
 * `Origin` (a page elsewhere that acts with the visitor's browser; requests without one are no browser's), and whatever
 * is not the visitors' to requests from outside.
 */
export function guardDoors(
  app: FastifyInstance,
  publicHosts: readonly string[],
  hasMembers: () => Promise<boolean>,
): void {
  /** Until there are members, whoever comes from outside is a visitor; by the visitors' door everybody always is. */
  const isVisitor = async (request: FastifyRequest): Promise<boolean> =>
    byVisitorsDoor.has(request.raw) || (isFromOutside(request) && !(await hasMembers()))

  const isOurs = (host: string, { raw }: FastifyRequest): boolean =>
    isLoopback(host) || publicHosts.includes(host) || (publicHosts.length === 0 && byVisitorsDoor.has(raw))
  app.addHook('onRequest', async (request) => {
    const host = hostOf(request.headers.host ?? '')
    if (!isOurs(host, request))
      throw new HttpProblem(
        421,
        'This server does not answer under that name.',
        `Add ${host || 'it'} to PARROT_PUBLIC_HOSTS to allow it.`,
        {
          code: 'foreign-host',
        },
      )
    if (!FOR_VISITORS.has(request.routeOptions.url ?? '') && (await isVisitor(request)))
      throw new HttpProblem(404, 'There is nothing here.', undefined, { code: 'not-for-visitors' })
    const origin = request.headers.origin
    if (origin === undefined) return
    const from = origin === 'null' || !URL.canParse(origin) ? '' : new URL(origin)
    if (from === '' || !isOurs(hostOf(from.host), request) || from.host !== request.headers.host)
      throw new HttpProblem(403, 'Requests from other sites are refused.', undefined, { code: 'foreign-origin' })
  })
}
