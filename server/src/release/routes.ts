import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod'
import { z } from 'zod'
import { editionList, editionSchema, liveChange, newEdition, releaseSchema } from '@parrot/contract'
import { agentById } from '../agents/queries'
import type { Services } from '../services'
import { listEditions, publishEdition, releaseOf, setLive } from './queries'

const params = z.object({ id: z.string() })

/** Editions: what changed, publishing, and which one is live. */
export const releaseRoutes =
  ({ db, bus }: Services): FastifyPluginAsyncZod =>
  async (app) => {
    app.get(
      '/api/agents/:id/release',
      { schema: { params, response: { 200: releaseSchema } } },
      async ({ params: { id } }) => releaseOf(db, await agentById(db, id)),
    )

    app.get(
      '/api/agents/:id/editions',
      { schema: { params, response: { 200: editionList } } },
      async ({ params: { id } }) => ({
        editions: await listEditions(db, await agentById(db, id)),
      }),
    )

    app.post(
      '/api/agents/:id/editions',
      { schema: { params, body: newEdition, response: { 201: editionSchema } } },
      async ({ params: { id }, body }, reply) => {
        const number = await publishEdition(db, await agentById(db, id), body.summary)
        bus.tell(id, 'editions')
        const editions = await listEditions(db, await agentById(db, id))
        return reply.code(201).send(editions.find((edition) => edition.number === number)!)
      },
    )

    app.post(
      '/api/agents/:id/live',
      { schema: { params, body: liveChange, response: { 200: editionList } } },
      async ({ params: { id }, body }) => {
        await setLive(db, await agentById(db, id), body.number)
        bus.tell(id, 'editions')
        return { editions: await listEditions(db, await agentById(db, id)) }
      },
    )
  }
