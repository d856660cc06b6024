import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod'
import { z } from 'zod'
import { debriefQuestions, debriefState } from '@parrot/contract'
import { agentById } from '../agents/queries'
import type { Services } from '../services'
import { debriefStateOf, setQuestions } from './queries'

const params = z.object({ id: z.string().max(64) })

/** Questions asked of finished conversations, and what came of them. */
export const debriefRoutes =
  ({ db, bus, jobs }: Services): FastifyPluginAsyncZod =>
  async (app) => {
    app.get(
      '/api/agents/:id/debrief',
      { schema: { params, response: { 200: debriefState } } },
      async ({ params: { id } }) => {
        await agentById(db, id)
        return debriefStateOf(db, id)
      },
    )

    /** Sets the questions and asks them of all conversations that are over. */
    app.put(
      '/api/agents/:id/debrief',
      { schema: { params, body: debriefQuestions, response: { 200: debriefState } } },
      async ({ params: { id }, body }) => {
        await agentById(db, id)
        await jobs.cancel(id)
        await setQuestions(db, id, body.questions)
        if (body.questions.length > 0) await jobs.add('debrief', id)
        bus.tell(id, 'logbook')
        return debriefStateOf(db, id)
      },
    )

    /** Stops asking; what was asked stays, and the rest is asked when the next conversation ends. */
    app.post('/api/agents/:id/debrief/stop', { schema: { params } }, async ({ params: { id } }, reply) => {
      await jobs.cancel(id)
      bus.tell(id, 'logbook')
      return reply.code(204).send()
    })
  }
