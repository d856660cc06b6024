import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod'
import { z } from 'zod'
import { LONGEST_LINE } from '@parrot/core/dialogue'
import {
  memorySchema,
  newPin,
  newSummary,
  newTurn,
  ownQuestions,
  pinList,
  pinSchema,
  turnSchema,
  type Turn,
} from '@parrot/contract'
import { agentById, type AgentRow } from '../agents/queries'
import { deskSettingsOf } from '../desk'
import { streamWork, wantsEvents } from '../http/events'
import { modelFailure } from '../models'
import type { Services } from '../services'
import { sendFile } from '../takeAlong'
import { answerBefore, conversationOf, forget, keepTurn, writeSummary, type TurnRow } from './conversations'
import { addPin, askPins, listPins, markPinSeen, removePin } from './pins'
import { OwnQuestions } from './ownQuestions'
import { ask, draftOf, editionOf, type Listening } from './subject'

const params = z.object({ id: z.string() })
const both = z.object({ id: z.string(), pinId: z.string() })

/** The designer's turns, pinned lines, and the logbook of visitors. */
export const turnRoutes =
  (services: Services): FastifyPluginAsyncZod =>
  async (app) => {
    const { db } = services

    const take = async (agent: AgentRow, body: z.output<typeof newTurn>, listening: Listening): Promise<Turn> => {
      const began = performance.now()
      const subject = body.edition ? await editionOf(services, agent, body.edition) : await draftOf(services, agent)
      const conversation = await conversationOf(db, agent.id, 'try', body.conversationId)
      // Looked up in the database's thread while this one computes.
      const looking = answerBefore(db, agent.id, body.text.slice(0, LONGEST_LINE), subject.stance)
      looking.catch(() => undefined)
      // To the designer somebody is always there: what visitors hear then is what is to be tried.
      const desk = await deskSettingsOf(db, agent.id)
      const people = desk.isOn ? { isThere: true, says: desk.saysCalled } : undefined
      const heard = { ...listening, people }
      const state = await ask(services, subject, body.text, conversation.exchanges, heard, body.variables)
      const before = await looking
      const place = { agentId: agent.id, channel: 'try', conversationId: conversation.id } as const
      const row = await keepTurn(db, place, subject, state, performance.now() - began)
      return { ...shownTurn(row), before }
    }

    const questions = new OwnQuestions(services)
    app.get(
      '/api/agents/:id/questions',
      { schema: { params, response: { 200: ownQuestions } } },
      async ({ params: { id } }) => ({ questions: await questions.of(await agentById(db, id)) }),
    )

    app.post(
      '/api/agents/:id/turns',
      { schema: { params, body: newTurn, response: { 200: turnSchema } } },
      async (request, reply) => {
        const agent = await agentById(db, request.params.id)
        if (!wantsEvents(request)) {
          return take(agent, request.body, {}).catch((error: unknown) => Promise.reject(modelFailure(error)))
        }
        await streamWork(request, reply, async (stream) => {
          const listening: Listening = {
            signal: stream.signal,
            onText: (text) => stream.send('text', { text }),
            onWorking: (working) => stream.send('step', working),
            onDoing: (text) => stream.send('doing', { text }),
          }
          stream.send(
            'done',
            await take(agent, request.body, listening).catch((error: unknown) => Promise.reject(modelFailure(error))),
          )
        })
        return reply
      },
    )

    app.get(
      '/api/agents/:id/turns/:turnId/files/:at',
      { schema: { params: params.extend({ turnId: z.string().max(64), at: z.coerce.number().int().min(0) }) } },
      ({ params: { id, turnId, at } }, reply) => sendFile(db, reply, { turnId, at, agentId: id }),
    )

    app.get('/api/agents/:id/pins', { schema: { params, response: { 200: pinList } } }, async ({ params: { id } }) => ({
      pins: await listPins(services, await agentById(db, id)),
    }))

    app.post(
      '/api/agents/:id/pins',
      { schema: { params, body: newPin, response: { 201: pinSchema } } },
      async ({ params: { id }, body }, reply) =>
        reply.code(201).send(await addPin(services, await agentById(db, id), body.text)),
    )

    app.post(
      '/api/agents/:id/pins/ask',
      { schema: { params, response: { 200: pinList } } },
      async ({ params: { id } }) => ({
        pins: await askPins(services, await agentById(db, id)).catch((error: unknown) =>
          Promise.reject(modelFailure(error)),
        ),
      }),
    )

    app.post('/api/agents/:id/pins/:pinId/seen', { schema: { params: both } }, async ({ params: { pinId } }, reply) => {
      await markPinSeen(db, pinId)
      return reply.code(204).send()
    })

    app.delete('/api/agents/:id/pins/:pinId', { schema: { params: both } }, async ({ params: { pinId } }, reply) => {
      await removePin(db, pinId)
      return reply.code(204).send()
    })

    app.delete(
      '/api/conversations/:id/memory',
      {
        schema: {
          params,
          querystring: z.object({ key: z.string().max(40).optional() }),
          response: { 200: memorySchema },
        },
      },
      async ({ params: { id }, query }) => forget(db, id, query.key),
    )

    app.put(
      '/api/conversations/:id/summary',
      { schema: { params, body: newSummary, response: { 200: memorySchema } } },
      async ({ params: { id }, body }) => writeSummary(db, id, body.text),
    )
  }

const shownTurn = (row: TurnRow): Omit<Turn, 'before'> => ({
  conversationId: row.conversationId,
  turnId: row.id,
  said: row.said,
  question: row.question,
  reply: row.reply,
  outcome: row.outcome,
  citations: row.citations,
  inserts: row.inserts,
  workings: row.workings,
  support: row.support,
  memory: row.memory,
  handOver: row.handOver,
  revision: row.revision,
  edition: row.edition,
  model: row.model,
  tookMs: row.tookMs,
  usage: row.usage,
})
