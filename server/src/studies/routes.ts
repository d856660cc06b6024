import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod'
import { z } from 'zod'
import { studyList, studyRequest, studySchema, studyVote } from '@parrot/contract'
import { comparisonAsCsv } from '@parrot/core/refine'
import { agentById } from '../agents/queries'
import { HttpProblem } from '../http/problems'
import { listScripts } from '../rehearsals/queries'
import type { Services } from '../services'
import { addStudy, listStudies, setStudy, shownStudy, studyRow } from './queries'

const params = z.object({ id: z.string() })
const begun = z.object({ id: z.string() })

/** Studies: begun, followed, cancelled, and what they found. */
export const studyRoutes =
  (services: Services): FastifyPluginAsyncZod =>
  async (app) => {
    const { db, bus, jobs } = services

    app.post(
      '/api/agents/:id/studies',
      { schema: { params, body: studyRequest, response: { 202: begun } } },
      async ({ params: { id }, body, access }, reply) => {
        const agent = await agentById(db, id)
        if (body.kind === 'compare')
          for (const side of [body.one, body.other])
            if (typeof side === 'object' && 'agent' in side) await access.mustSee(side.agent)
        const needsScripts = body.kind !== 'bisect' && !(body.kind === 'compare' && body.questions.length > 0)
        if (needsScripts && (await listScripts(db, id)).length === 0)
          throw new HttpProblem(
            409,
            'There is no script to study with.',
            'Write a script first, or keep a conversation as one.',
          )
        const study = await addStudy(db, id, body, agent.revision)
        await jobs.add('study', study.id)
        bus.tell(id, 'studies')
        return reply.code(202).send({ id: study.id })
      },
    )

    app.get(
      '/api/agents/:id/studies',
      { schema: { params, response: { 200: studyList } } },
      async ({ params: { id } }) => {
        await agentById(db, id)
        return { studies: await listStudies(db, id) }
      },
    )

    app.get('/api/studies/:id', { schema: { params, response: { 200: studySchema } } }, async ({ params: { id } }) =>
      shownStudy(await studyRow(db, id)),
    )

    app.post(
      '/api/studies/:id/cancel',
      { schema: { params, response: { 200: studySchema } } },
      async ({ params: { id } }) => {
        const study = await studyRow(db, id)
        if (study.status === 'queued' || study.status === 'running') {
          await jobs.cancel(id)
          await setStudy(db, id, { status: 'cancelled', steps: {} })
          bus.tell(study.agentId, 'studies')
        }
        return shownStudy(await studyRow(db, id))
      },
    )

    app.get('/api/studies/:id/export', { schema: { params } }, async ({ params: { id } }, reply) => {
      const { result, votes } = await studyRow(db, id)
      if (result?.kind !== 'compare')
        throw new HttpProblem(409, 'Only a comparison that came to its end can be exported.', 'Wait until it is done.')
      return reply
        .type('text/csv; charset=utf-8')
        .header('content-disposition', 'attachment; filename="side-by-side.csv"')
        .send(comparisonAsCsv(result, result.lines, votes))
    })

    /** How a person judges one line of a comparison; null takes it back. */
    app.put(
      '/api/studies/:id/votes',
      { schema: { params, body: studyVote, response: { 200: studySchema } } },
      async ({ params: { id }, body }) => {
        const study = await studyRow(db, id)
        const { [body.line]: _before, ...others } = study.votes
        await setStudy(db, id, { votes: body.vote === null ? others : { ...others, [body.line]: body.vote } })
        return shownStudy(await studyRow(db, id))
      },
    )
  }
