import Fastify, { type FastifyInstance } from 'fastify'
import type { ChatMessage, ModelEvent } from '@parrot/core/dialogue'
import { draftFrom, DRAFTING_TITLE } from '@parrot/core/brief'
import { understudy } from '@parrot/core/understudy'
import { turnFrom } from './fromPrompt'

interface ChatRequest {
  model?: string
  messages?: ChatMessage[]
  stream?: boolean
}

/** What the model says: a brief as JSON where one is asked for, and Understudy's answer to anything else. */
async function* eventsFor(messages: readonly ChatMessage[]): AsyncIterable<ModelEvent> {
  if (!messages[0]!.content.startsWith(DRAFTING_TITLE))
    return yield* understudy.answer({ messages, turn: turnFrom(messages) })
  const { drafted: _drafted, ...brief } = draftFrom(messages.at(-1)!.content)
  yield { kind: 'text', text: JSON.stringify(brief) }
}

/**
 * A model endpoint that stands in for a language model in the cloud: it reads the passages of its prompt with the built-in
 * model and answers over the chat-completions JSON protocol, streamed or whole. With a key set, requests must bring it.
 */
export function buildModelEndpoint(key?: string): FastifyInstance {
  const app = Fastify({ bodyLimit: 8 * 1024 * 1024 })

  app.addHook('onRequest', async (request, reply) => {
    if (key && request.headers.authorization !== `Bearer ${key}`)
      return reply.code(401).send({ error: { message: 'wrong or missing key', type: 'authentication_error' } })
  })

  app.get('/v1/models', async () => ({ object: 'list', data: [{ id: 'understudy', object: 'model' }] }))

  app.post('/v1/chat/completions', async (request, reply) => {
    const { model = 'understudy', messages, stream } = (request.body ?? {}) as ChatRequest
    if (!Array.isArray(messages) || messages.length === 0)
      return reply.code(400).send({ error: { message: 'messages must be a list', type: 'invalid_request_error' } })
    const head = { id: `chat-${request.id}`, created: Math.floor(Date.now() / 1000), model }
    if (!stream) {
      let content = ''
      for await (const event of eventsFor(messages)) if (event.kind === 'text') content += event.text
      const message = { role: 'assistant', content }
      return { ...head, object: 'chat.completion', choices: [{ index: 0, message, finish_reason: 'stop' }] }
    }
    reply.hijack()
    reply.raw.writeHead(200, { 'content-type': 'text/event-stream; charset=utf-8', 'cache-control': 'no-store' })
    const send = (delta: object, finish: string | null = null) =>
      reply.raw.write(
        `data: ${JSON.stringify({ ...head, object: 'chat.completion.chunk', choices: [{ index: 0, delta, finish_reason: finish }] })}\n\n`,
      )
    send({ role: 'assistant', content: '' })
    for await (const event of eventsFor(messages)) {
      if (event.kind === 'text') send({ content: event.text })
      else if (event.kind === 'note') send({ reasoning_content: `${event.text}\n` })
    }
    send({}, 'stop')
    reply.raw.end('data: [DONE]\n\n')
  })

  return app
}
