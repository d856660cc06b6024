import type { FastifyInstance, FastifyRequest } from 'fastify'
import type { ZodTypeProvider } from 'fastify-type-provider-zod'
import { z } from 'zod'
import { replyAsText } from '@parrot/core/inserts'
import { completionRequest } from '@parrot/contract'
import { HttpProblem, problemOf } from '../http/problems'
import { newId } from '../ids'
import type { Services } from '../services'
import type { Listening } from '../turns/subject'
import { annotationsOf, chunkOf, completionOf, lineOf } from './completions'
import { answerMcp } from './mcp'
import { placeByKey } from './queries'
import { takeVisitorsTurn } from './take'

const params = z.object({ slug: z.string().max(100) })

/** What programs reach with the key of an outlet: chat completions and the Model Context Protocol. */
export function addProgramRoutes(
  server: FastifyInstance,
  services: Services,
  limited: (request: FastifyRequest) => Promise<void>,
): void {
  const app = server.withTypeProvider<ZodTypeProvider>()
  const { db } = services
  /** The place the key of a request opens. */
  const keyedPlace = ({ headers }: FastifyRequest) => placeByKey(db, (headers.authorization ?? '').split(' ')[1] ?? '')

  app.route({
    method: ['GET', 'POST', 'DELETE'],
    url: '/mcp/:slug',
    schema: { params, hide: true },
    preHandler: limited,
    handler: async (request, reply) => {
      const place = await keyedPlace(request)
      const { slug } = request.params
      if (slug !== place.agent.slug && slug !== place.outlet?.slug) throw outOfScope(slug, place.agent.slug)
      return answerMcp(services, place, request, reply)
    },
  })

  app.post(
    '/v1/chat/completions',
    { schema: { body: completionRequest }, preHandler: limited },
    async (request, reply) => {
      const place = await keyedPlace(request)
      const { model } = request.body
      if (model !== place.agent.slug && model !== place.outlet?.slug) throw outOfScope(model, place.agent.slug)
      const { said, conversation } = lineOf(request.body)
      const taking = (listening: Listening) =>
        takeVisitorsTurn(services, place, { text: said, before: conversation, isProgram: true }, listening)
      const id = `chatcmpl-${newId()}`
      if (!request.body.stream) {
        const answer = await taking({})
        const whole = replyAsText(answer.reply, answer.inserts)
        return completionOf(id, model, whole, answer.citations)
      }
      reply.hijack()
      reply.raw.writeHead(200, { 'content-type': 'text/event-stream; charset=utf-8', 'cache-control': 'no-store' })
      const gone = new AbortController()
      reply.raw.on('close', () => gone.abort())
      const send = (data: unknown) => void reply.raw.write(`data: ${JSON.stringify(data)}\n\n`)
      try {
        const onText = (content: string) => send(chunkOf(id, model, { content }))
        send(chunkOf(id, model, { role: 'assistant', content: '' }))
        const answer = await taking({ onText, signal: gone.signal })
        // A program draws nothing: what is shown is told after the words.
        if (answer.inserts.length > 0) onText(`\n\n${replyAsText('', answer.inserts)}`)
        send(chunkOf(id, model, { annotations: annotationsOf(answer.reply, answer.citations) }, 'stop'))
        reply.raw.write('data: [DONE]\n\n')
      } catch (error) {
        send({ error: { message: problemOf(error).title, type: 'error' } })
      } finally {
        reply.raw.end()
      }
      return reply
    },
  )
}

const outOfScope = (asked: string, opens: string): HttpProblem =>
  new HttpProblem(403, `This key does not open “${asked}”.`, `It opens “${opens}”.`, { code: 'scope' })
