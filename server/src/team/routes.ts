import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod'
import { z } from 'zod'
import { colleagueList } from '@parrot/contract'
import { agentById, listAgents } from '../agents/queries'
import type { Services } from '../services'
import { mayTurnTo } from './mayTurnTo'

const params = z.object({ id: z.string().max(64) })

/** Whom an agent may turn to. */
export const teamRoutes =
  ({ db }: Services): FastifyPluginAsyncZod =>
  async (app) => {
    app.get(
      '/api/agents/:id/colleagues',
      { schema: { params, response: { 200: colleagueList } } },
      async ({ params: { id }, access }) => {
        await agentById(db, id)
        const others = (await listAgents(db)).filter((agent) => agent.id !== id)
        const visible = await access.visible(others.map((agent) => agent.id))
        const colleagues = []
        for (const agent of others)
          if (visible.has(agent.id))
            colleagues.push({
              id: agent.id,
              name: agent.name,
              isPublished: agent.liveEdition !== null,
              may: await mayTurnTo(db, id, agent.id),
            })
        return { colleagues }
      },
    )
  }
