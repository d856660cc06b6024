import type { FastifyInstance, FastifyRequest } from 'fastify'
import type { ZodTypeProvider } from 'fastify-type-provider-zod'
import { z } from 'zod'
import { talkBegun, talkConversation, talkRating, visitorDetails } from '@parrot/contract'
import { announce } from '../delivery'
import { streamChanges } from '../http/events'
import { HttpProblem } from '../http/problems'
import { newId } from '../ids'
import type { Services } from '../services'
import { sendFile } from '../takeAlong'
import { fill, keepVisitor } from '../visitors'
import { conversationByKey, keyOf, rate, seenAgain } from './conversation'
import { letIn } from './door'
import { mustBeOpen } from './limits'
import { placeBySlug, type Place } from './queries'

const params = z.object({ slug: z.string().max(100), key: z.string().max(100) })

/** What a visitor does with a conversation of theirs beside asking: sees it again, hears a person, fills the form, rates. */
export function addVisitRoutes(
  server: FastifyInstance,
  services: Services,
  limited: (request: FastifyRequest) => Promise<void>,
): void {
  const app = server.withTypeProvider<ZodTypeProvider>()
  const { db, bus } = services
  const find = async ({ slug, key }: z.output<typeof params>) => {
    const place = await placeBySlug(db, slug)
    return { place, row: await conversationByKey(services, place.agent.id, key) }
  }

  app.get(
    '/api/talk/:slug/conversations/:key',
    { schema: { params, response: { 200: talkConversation } }, preHandler: limited },
    async ({ params: given }) => seenAgain(db, (await find(given)).row),
  )

  /** Tells that there is something new in a conversation; what it is, is asked for by the same key. */
  app.get(
    '/api/talk/:slug/conversations/:key/events',
    { schema: { params }, preHandler: limited },
    async (request, reply) => {
      const { row } = await find(request.params)
      await streamChanges(request, reply, (send) => {
        send('lines', {})
        return bus.listen(row.id, () => send('lines', {}))
      })
      return reply
    },
  )

  app.put(
    '/api/talk/:slug/conversations/:key/ratings/:turnId',
    { schema: { params: params.extend({ turnId: z.string().max(64) }), body: talkRating }, preHandler: limited },
    async ({ params: given, body }, reply) => {
      const { place, row } = await find(given)
      await rate(db, row.id, given.turnId, body.rating, body.word)
      bus.tell(place.agent.id, 'logbook')
      return reply.code(204).send()
    },
  )

  app.get(
    '/api/talk/:slug/conversations/:key/files/:turnId/:at',
    {
      schema: { params: params.extend({ turnId: z.string().max(64), at: z.coerce.number().int().min(0) }) },
      preHandler: limited,
    },
    async ({ params: given }, reply) => {
      const { row } = await find(given)
      return sendFile(db, reply, { turnId: given.turnId, at: given.at, conversationId: row.id })
    },
  )

  const takeDetails = async (place: Place, conversationId: string, given: Record<string, string>): Promise<void> => {
    const { agent, outlet } = place
    if (!outlet?.form || outlet.form.fields.length === 0) throw new HttpProblem(404, 'Nothing is asked for here.')
    mustBeOpen(place)
    const filled = fill(outlet.form, given, new Date())
    await keepVisitor(db, { agentId: agent.id, conversationId, outletId: outlet.id }, filled)
    const { name, email, phone, values, consents } = filled
    const about = { agent: agent.slug, outlet: outlet.slug, conversationId }
    const data = { ...about, name, email, phone, values, consents }
    await announce(services, agent.id, { event: 'visitor.collected', data })
    bus.tell(agent.id, 'logbook')
  }

  /** Before anything was said: the conversation that follows begins with its first line, under this id. */
  app.post(
    '/api/talk/:slug/details',
    {
      schema: { params: params.pick({ slug: true }), body: visitorDetails, response: { 201: talkBegun } },
      preHandler: limited,
    },
    async (request, reply) => {
      const conversationId = newId()
      const place = await placeBySlug(db, request.params.slug)
      await letIn(services, place, request)
      await takeDetails(place, conversationId, request.body.values)
      return reply.code(201).send({ conversationId, key: keyOf(services.seal, conversationId) })
    },
  )

  app.post(
    '/api/talk/:slug/conversations/:key/details',
    { schema: { params, body: visitorDetails }, preHandler: limited },
    async ({ params: given, body }, reply) => {
      const { place, row } = await find(given)
      await takeDetails(place, row.id, body.values)
      return reply.code(204).send()
    },
  )
}
