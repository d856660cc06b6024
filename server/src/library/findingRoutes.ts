import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod'
import { z } from 'zod'
import { conflictList } from '@parrot/contract'
import { agentById } from '../agents/queries'
import type { Services } from '../services'
import { ConflictFinder, settle } from './findings'
import { versionsInUse } from './queries'

const params = z.object({ id: z.string() })
const settling = z.object({ texts: z.tuple([z.string().max(5000), z.string().max(5000)]), isSettled: z.boolean() })

/** What is doubtful in a library: sources that do not agree. */
export const findingRoutes =
  ({ db, pool, bus }: Services): FastifyPluginAsyncZod =>
  async (app) => {
    const finder = new ConflictFinder(db, pool)

    app.get(
      '/api/agents/:id/conflicts',
      { schema: { params, response: { 200: conflictList } } },
      async ({ params: { id } }) => {
        await agentById(db, id)
        return { conflicts: await finder.conflicts(id, await versionsInUse(db, id)) }
      },
    )

    app.put(
      '/api/agents/:id/conflicts',
      { schema: { params, body: settling } },
      async ({ params: { id }, body }, reply) => {
        await agentById(db, id)
        await settle(db, id, body.texts, body.isSettled)
        bus.tell(id, 'sources')
        return reply.code(204).send()
      },
    )
  }
