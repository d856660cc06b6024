import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod'
import { z } from 'zod'
import { givenUpJobs as givenUpSchema } from '@parrot/contract'
import { notFound } from '../http/problems'
import type { Services } from '../services'
import { forgetJob, givenUpJobs } from './givenUp'

const params = z.object({ id: z.string().max(64) })

/** Work that was given up: what it was, taken up again, or put out of sight. */
export const jobRoutes =
  ({ db, jobs }: Services): FastifyPluginAsyncZod =>
  async (app) => {
    app.get('/api/jobs/given-up', { schema: { response: { 200: givenUpSchema } } }, async () => ({
      jobs: await givenUpJobs(db),
    }))

    app.post('/api/jobs/:id/retry', { schema: { params } }, async ({ params: { id } }, reply) => {
      if (!(await jobs.retry(id))) throw notFound('piece of work that was given up')
      return reply.code(204).send()
    })

    app.delete('/api/jobs/:id', { schema: { params } }, async ({ params: { id } }, reply) => {
      await forgetJob(db, id)
      return reply.code(204).send()
    })
  }
