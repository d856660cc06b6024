import type { FastifyInstance, FastifyReply, FastifyRequest } from 'fastify'
import type { ZodTypeProvider } from 'fastify-type-provider-zod'
import { newProvider, providerState } from '@parrot/contract'
import type { Database } from '../database'
import { HttpProblem } from '../http/problems'
import type { Seal } from '../settings/seal'
import { fromProvider, providerOf, setProvider, toProvider, type Leaving } from './provider'
import type { MemberRow } from './queries'

/** Signing in with an OpenID Connect provider: there, and back; and which one it is. */
export function addProviderRoutes(
  server: FastifyInstance,
  { db, seal }: { readonly db: Database; readonly seal: Seal },
  limited: (request: FastifyRequest) => Promise<void>,
  enter: (request: FastifyRequest, reply: FastifyReply, member: MemberRow) => Promise<unknown>,
): void {
  const app = server.withTypeProvider<ZodTypeProvider>()
  const LEAVING = 'parrot-leaving'
  const callback = ({ protocol, headers }: FastifyRequest) =>
    `${protocol}://${headers.host}/api/session/provider/callback`
  app.get('/api/session/provider', { schema: {}, preHandler: limited }, async (request, reply) => {
    const { address, leaving } = await toProvider(db, seal, callback(request))
    reply.setCookie(LEAVING, seal.close(JSON.stringify(leaving)), {
      path: '/api/session/provider',
      httpOnly: true,
      sameSite: 'lax',
      secure: request.protocol === 'https',
      maxAge: 600,
    })
    return reply.redirect(address)
  })

  app.get('/api/session/provider/callback', { schema: {}, preHandler: limited }, async (request, reply) => {
    const left = seal.open(request.cookies[LEAVING] ?? '')
    reply.clearCookie(LEAVING, { path: '/api/session/provider' })
    const back = (problem: unknown) => {
      const told = problem instanceof HttpProblem ? [problem.title, problem.detail].filter(Boolean).join(' ') : ''
      return reply.redirect(`/sign-in?told=${encodeURIComponent(told || 'Signing in there did not work.')}`)
    }
    if (!left) return back(undefined)
    try {
      const address = new URL(callback(request))
      address.search = new URL(request.url, address).search
      await enter(request, reply, await fromProvider(db, seal, address, JSON.parse(left) as Leaving))
      return await reply.redirect('/')
    } catch (problem) {
      return back(problem)
    }
  })

  app.get('/api/settings/provider', { schema: { response: { 200: providerState } } }, async () => providerOf(db))

  app.put(
    '/api/settings/provider',
    { schema: { body: newProvider, response: { 200: providerState } } },
    async ({ body }) => setProvider(db, seal, body),
  )
}
