import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod'
import { z } from 'zod'
import { newSurvey, surveySchema } from '@parrot/contract'
import { agentById } from '../agents/queries'
import { chromiumPath } from '../crawl'
import type { Services } from '../services'
import { addSurvey, endSurvey, surveyById } from './survey'

const params = z.object({ id: z.string() })

/** Surveys of sites: the pages found, before any is read. */
export const surveyRoutes =
  ({ db, jobs }: Services): FastifyPluginAsyncZod =>
  async (app) => {
    app.post(
      '/api/agents/:id/surveys',
      { schema: { params, body: newSurvey, response: { 202: z.object({ id: z.string() }) } } },
      async ({ params: { id }, body: { url, ...plan } }, reply) => {
        await agentById(db, id)
        const survey = await addSurvey(db, id, url, plan)
        await jobs.add('survey', survey)
        return reply.code(202).send({ id: survey })
      },
    )

    app.get('/api/surveys/:id', { schema: { params, response: { 200: surveySchema } } }, async ({ params: { id } }) =>
      surveyById(db, id),
    )

    app.post(
      '/api/surveys/:id/cancel',
      { schema: { params, response: { 200: surveySchema } } },
      async ({ params: { id } }) => {
        await jobs.cancel(id)
        await endSurvey(db, id, 'The survey was cancelled.')
        return surveyById(db, id)
      },
    )

    /** Whether pages can be rendered on this machine. */
    app.get('/api/rendering', { schema: { response: { 200: z.object({ canRender: z.boolean() }) } } }, async () => ({
      canRender: chromiumPath() !== undefined,
    }))
  }
