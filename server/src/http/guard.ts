import { isIP } from 'node:net'
import type { FastifyInstance } from 'fastify'
import { HttpProblem } from './problems'

const hostOf = (authority: string): string =>
  authority
    .toLowerCase()
    .replace(/:\d+$/, '')
    .replace(/^\[|\]$/g, '')

const isLoopback = (host: string): boolean =>
  host === 'localhost' || host === '::1' || (isIP(host) === 4 && host.startsWith('127.'))

/**
 * Refuses requests that were not meant for this server: a foreign `Host` (a name rebound to this address) and a foreign
 * `Origin` (a page elsewhere that acts with the visitor's browser). Requests without an Origin are no browser's.
 */
export function guardOrigin(app: FastifyInstance, publicHosts: readonly string[]): void {
  const isOurs = (host: string): boolean => isLoopback(host) || publicHosts.includes(host)
  app.addHook('onRequest', async (request) => {
    const host = hostOf(request.headers.host ?? '')
    if (!isOurs(host))
      throw new HttpProblem(
        421,
        'This server does not answer under that name.',
        `Add ${host || 'it'} to PARROT_PUBLIC_HOSTS to allow it.`,
        {
          code: 'foreign-host',
        },
      )
    const origin = request.headers.origin
    if (origin === undefined) return
    const from = origin === 'null' || !URL.canParse(origin) ? '' : new URL(origin)
    if (from === '' || !isOurs(hostOf(from.host)) || from.host !== request.headers.host)
      throw new HttpProblem(403, 'Requests from other sites are refused.', undefined, { code: 'foreign-origin' })
  })
}
