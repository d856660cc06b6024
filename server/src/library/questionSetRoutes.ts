import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod'
import { z } from 'zod'
import { newExpectation, questionSet, whyNotSchema } from '@parrot/contract'
import { whyNot } from '@parrot/core/retrieval'
import { currentBrief } from '../agents/briefs'
import { agentById } from '../agents/queries'
import type { Services } from '../services'
import { versionsInUse } from './queries'
import { addExpectation, DEPTH, questionSetOf, setExpectationRemoved } from './questionSet'

const params = z.object({ id: z.string() })
const item = z.object({ id: z.string(), itemId: z.string() })

/** Questions with the passages expected to answer them, how well they are found, and why one was not. */
export const questionSetRoutes =
  ({ db, library, bus }: Services): FastifyPluginAsyncZod =>
  async (app) => {
    app.get(
      '/api/agents/:id/question-set',
      { schema: { params, response: { 200: questionSet } } },
      async ({ params: { id } }) => {
        await agentById(db, id)
        const versions = await versionsInUse(db, id)
        const { brief } = await currentBrief(db, id)
        return questionSetOf(db, id, await library.open(versions), versions, brief.glossary)
      },
    )

    app.post(
      '/api/agents/:id/question-set',
      { schema: { params, body: newExpectation, response: { 201: z.object({ id: z.string() }) } } },
      async ({ params: { id }, body }, reply) => {
        await agentById(db, id)
        const added = await addExpectation(db, id, body.question, body.passageId)
        bus.tell(id, 'sources')
        return reply.code(201).send(added)
      },
    )

    app.delete('/api/agents/:id/question-set/:itemId', { schema: { params: item } }, async ({ params }, reply) => {
      await setExpectationRemoved(db, params.id, params.itemId, true)
      return reply.code(204).send()
    })

    app.post(
      '/api/agents/:id/question-set/:itemId/restore',
      { schema: { params: item } },
      async ({ params }, reply) => {
        await setExpectationRemoved(db, params.id, params.itemId, false)
        return reply.code(204).send()
      },
    )

    app.get(
      '/api/agents/:id/search/why',
      {
        schema: {
          params,
          querystring: z.object({ q: z.string().max(2000), passageId: z.string().max(64) }),
          response: { 200: whyNotSchema },
        },
      },
      async ({ params: { id }, query: { q, passageId } }) => {
        await agentById(db, id)
        const { brief } = await currentBrief(db, id)
        const { hits } = (await library.open(await versionsInUse(db, id))).find(q, DEPTH, brief.glossary)
        const at = hits.findIndex((hit) => hit.passageId === passageId)
        const expected = hits[at]
        const reasons = hits[0] ? whyNot(hits[0], expected) : ['no passage holds a word of the question']
        return { rank: at < 0 ? null : at + 1, hit: expected ?? null, reasons }
      },
    )
  }
