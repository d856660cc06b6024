import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod'
import { z } from 'zod'
import { requestDecision, requestLater, requestList } from '@parrot/contract'
import { agentById } from '../agents/queries'
import { nameOf } from '../members'
import type { Services } from '../services'
import { decide } from './decide'
import { openAgain, requestsOf, waitingOf } from './queries'

const params = z.object({ id: z.string().max(64) })
const narrowing = z.object({
  over: z.enum(['true', 'false']).default('false'),
  conversation: z.string().max(64).optional(),
  /** Only how many wait, and none of them. */
  only: z.enum(['count']).optional(),
})

/** What agents ask of the people behind them, and what those decide. */
export const requestRoutes =
  (services: Services): FastifyPluginAsyncZod =>
  async (app) => {
    const { db, bus } = services

    app.get(
      '/api/agents/:id/requests',
      { schema: { params, querystring: narrowing, response: { 200: requestList } } },
      async ({ params: { id }, query }) => {
        await agentById(db, id)
        if (query.only === 'count') return { requests: [], waiting: await waitingOf(db, id) }
        return requestsOf(db, id, { isOver: query.over === 'true', conversationId: query.conversation })
      },
    )

    app.post('/api/requests/:id/decide', { schema: { params, body: requestDecision } }, async (request, reply) => {
      const by = (await nameOf(request, db)) || 'A person'
      await decide(services, request.params.id, { ...request.body, by })
      return reply.code(204).send()
    })

    app.post('/api/requests/:id/later', { schema: { params, body: requestLater } }, async (request, reply) => {
      const { agentId } = await openAgain(db, request.params.id, new Date(request.body.dueAt))
      bus.tell(agentId, 'logbook')
      return reply.code(204).send()
    })

    app.post('/api/requests/:id/reopen', { schema: { params } }, async ({ params: { id } }, reply) => {
      const { agentId } = await openAgain(db, id, undefined)
      bus.tell(agentId, 'logbook')
      return reply.code(204).send()
    })
  }
