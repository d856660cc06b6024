import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod'
import { z } from 'zod'
import {
  newRehearsal,
  rehearsalList,
  rehearsalSchema,
  scriptBeginning,
  scriptList,
  scriptSchema,
  storedScript,
} from '@parrot/contract'
import { agentById } from '../agents/queries'
import { streamWork, wantsEvents } from '../http/events'
import { HttpProblem } from '../http/problems'
import type { Services } from '../services'
import { draftOf, editionOf } from '../turns/subject'
import { scriptFromConversation } from './fromConversation'
import {
  addScript,
  changeScript,
  listRehearsals,
  listScripts,
  rehearsalById,
  rehearse,
  setScriptRemoved,
  shownScript,
  type Progress,
} from './queries'

const params = z.object({ id: z.string() })

/** Scripts and their runs. */
export const rehearsalRoutes =
  (services: Services): FastifyPluginAsyncZod =>
  async (app) => {
    const { db, bus } = services

    app.get(
      '/api/agents/:id/scripts',
      { schema: { params, response: { 200: scriptList } } },
      async ({ params: { id } }) => {
        await agentById(db, id)
        return { scripts: (await listScripts(db, id)).map(shownScript) }
      },
    )

    app.post(
      '/api/agents/:id/scripts',
      { schema: { params, body: scriptSchema, response: { 201: storedScript } } },
      async ({ params: { id }, body }, reply) => {
        await agentById(db, id)
        const row = await addScript(db, id, body)
        bus.tell(id, 'scripts')
        return reply.code(201).send(shownScript(row))
      },
    )

    app.post(
      '/api/agents/:id/scripts/from-conversation',
      { schema: { params, body: scriptBeginning, response: { 201: storedScript } } },
      async ({ params: { id }, body }, reply) => {
        await agentById(db, id)
        const row = await addScript(db, id, await scriptFromConversation(db, id, body.conversationId))
        bus.tell(id, 'scripts')
        return reply.code(201).send(shownScript(row))
      },
    )

    app.put(
      '/api/scripts/:id',
      { schema: { params, body: scriptSchema, response: { 200: storedScript } } },
      async ({ params: { id }, body }) => {
        const row = await changeScript(db, id, body)
        bus.tell(row.agentId, 'scripts')
        return shownScript(row)
      },
    )

    app.delete('/api/scripts/:id', { schema: { params } }, async ({ params: { id } }, reply) => {
      bus.tell((await setScriptRemoved(db, id, true)).agentId, 'scripts')
      return reply.code(204).send()
    })

    app.post(
      '/api/scripts/:id/restore',
      { schema: { params, response: { 200: storedScript } } },
      async ({ params: { id } }) => {
        const row = await setScriptRemoved(db, id, false)
        bus.tell(row.agentId, 'scripts')
        return shownScript(row)
      },
    )

    app.post(
      '/api/agents/:id/rehearsals',
      { schema: { params, body: newRehearsal, response: { 200: rehearsalSchema } } },
      async (request, reply) => {
        const { body } = request
        const agent = await agentById(db, request.params.id)
        const chosen = await listScripts(db, agent.id, body.scriptIds)
        if (chosen.length === 0)
          throw new HttpProblem(
            409,
            'There is no script to run.',
            'Write a script first, or keep a conversation as one.',
          )
        const subject =
          body.subject === 'draft'
            ? await draftOf(services, agent)
            : await editionOf(services, agent, body.subject.edition)
        const run = async (onProgress: (progress: Progress) => void, signal?: AbortSignal) => {
          const rehearsal = await rehearse(services, agent.id, subject, chosen, onProgress, signal)
          bus.tell(agent.id, 'scripts')
          return rehearsal
        }
        if (!wantsEvents(request)) return (await run(() => undefined))!
        await streamWork(request, reply, async (stream) => {
          const rehearsal = await run((progress) => stream.send('progress', progress), stream.signal)
          if (rehearsal) stream.send('done', rehearsal)
        })
        return reply
      },
    )

    app.get(
      '/api/agents/:id/rehearsals',
      {
        schema: {
          params,
          querystring: z.object({ limit: z.coerce.number().int().min(1).max(20).default(6) }),
          response: { 200: rehearsalList },
        },
      },
      async ({ params: { id }, query }) => {
        await agentById(db, id)
        return { rehearsals: await listRehearsals(db, id, query.limit) }
      },
    )

    app.get(
      '/api/rehearsals/:id',
      { schema: { params, response: { 200: rehearsalSchema } } },
      async ({ params: { id } }) => rehearsalById(db, id),
    )
  }
