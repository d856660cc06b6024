import type { FastifyRequest } from 'fastify'
import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod'
import { z } from 'zod'
import { deskHere, deskSchema, deskSettings, personLine, takingConversation } from '@parrot/contract'
import { agentById } from '../agents/queries'
import { nameOf } from '../members'
import type { Services } from '../services'
import { leaveConversation, takeConversation, writeAs, type Answering } from './conversations'
import { deskOf, setDesk, setHere } from './queries'

const params = z.object({ id: z.string().max(64) })

/** Where people answer who were asked for: whether they do, who is there, and what they write. */
export const deskRoutes =
  ({ db, bus }: Services): FastifyPluginAsyncZod =>
  async (app) => {
    const whoAsks = async (request: FastifyRequest): Promise<Answering> => ({
      id: request.access.member?.id ?? '',
      name: (await nameOf(request, db)) || 'A person',
    })
    /** Tells the visitor’s page and the designers’ that something was said, or who answers now. */
    const tell = (agentId: string, conversationId: string): void => {
      bus.tell(conversationId, 'lines')
      bus.tell(agentId, 'logbook')
    }

    app.get(
      '/api/agents/:id/desk',
      { schema: { params, response: { 200: deskSchema } } },
      async ({ params: { id } }) => {
        await agentById(db, id)
        return deskOf(db, id)
      },
    )

    app.put(
      '/api/agents/:id/desk',
      { schema: { params, body: deskSettings, response: { 200: deskSchema } } },
      async ({ params: { id }, body }) => {
        await agentById(db, id)
        await setDesk(db, id, body)
        bus.tell(id, 'logbook')
        return deskOf(db, id)
      },
    )

    app.post(
      '/api/agents/:id/desk/here',
      { schema: { params, body: deskHere, response: { 200: deskSchema } } },
      async (request) => {
        const { id } = request.params
        await agentById(db, id)
        await setHere(db, id, (await whoAsks(request)).id, request.body.isHere)
        return deskOf(db, id)
      },
    )

    app.post(
      '/api/conversations/:id/person',
      { schema: { params, body: takingConversation } },
      async (request, reply) => {
        const { id } = request.params
        const { agentId } = await takeConversation(db, id, await whoAsks(request), request.body.fromOther)
        tell(agentId, id)
        return reply.code(204).send()
      },
    )

    app.delete('/api/conversations/:id/person', { schema: { params } }, async ({ params: { id } }, reply) => {
      const { agentId } = await leaveConversation(db, id)
      tell(agentId, id)
      return reply.code(204).send()
    })

    app.post('/api/conversations/:id/lines', { schema: { params, body: personLine } }, async (request, reply) => {
      const { id } = request.params
      const { agentId } = await writeAs(db, id, await whoAsks(request), request.body.text)
      tell(agentId, id)
      return reply.code(204).send()
    })
  }
