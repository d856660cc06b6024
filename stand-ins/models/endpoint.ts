import { setTimeout as rest } from 'node:timers/promises'
import Fastify, { type FastifyInstance, type FastifyReply } from 'fastify'
import { draftFrom, DRAFTING_TITLE } from '@parrot/core/brief'
import type { ChatMessage, ModelEvent } from '@parrot/core/dialogue'
import type { ToolDescription } from '@parrot/core/tools'
import { understudy } from '@parrot/core/understudy'
import { drawingOf } from './drawing'
import { embed, EMBEDDING_MODEL } from './embedding'
import { errandAnswer } from './errands'
import { FAILURES } from './failing'
import { readPrompt, turnOf } from './prompt'
import { SPEAKERS } from './speakers'

interface ChatRequest {
  model?: string
  messages?: { role: ChatMessage['role']; content: string | null; tool_call_id?: string }[]
  stream?: boolean
  stream_options?: { include_usage?: boolean }
  tools?: { function: ToolDescription }[]
}

/** The models that are served, with what each does. */
export const STAND_INS: readonly { readonly id: string; readonly about: string }[] = [
  ...Object.entries(SPEAKERS).map(([id, { about }]) => ({ id, about })),
  ...Object.entries(FAILURES).map(([id, { about }]) => ({ id, about })),
]
const MODELS = ['understudy', ...STAND_INS.map(({ id }) => id), EMBEDDING_MODEL]

/** What a model says: a brief as JSON where one is asked for, else what its speaker says; any other name reads as the built-in model does. */
async function* eventsFor(
  model: string,
  messages: readonly ChatMessage[],
  tools: readonly ToolDescription[],
): AsyncIterable<ModelEvent> {
  if (messages[0]!.content.startsWith(DRAFTING_TITLE)) {
    const { drafted: _drafted, ...brief } = draftFrom(messages.at(-1)!.content)
    return yield { kind: 'text', text: JSON.stringify(brief) }
  }
  const errand = errandAnswer(messages)
  if (errand !== undefined) return yield { kind: 'text', text: errand }
  const asked = readPrompt(messages)
  const speaker = SPEAKERS[model]
  if (speaker) yield* speaker.speak(asked, tools)
  else yield* understudy.answer({ messages, turn: turnOf(asked) })
}

const CHARACTERS_PER_TOKEN = 4
const tokens = (text: string): number => Math.ceil(text.length / CHARACTERS_PER_TOKEN)

/** A text in the pieces in which a model says it. */
const piecesOf = (text: string): string[] => text.match(/\S+\s*/g) ?? []

/**
 * A model endpoint that stands in for language models in the cloud, over the chat-completions, embeddings and images
 * JSON protocols, streamed or whole. The name of the model says how it behaves. With a key set, requests must bring it;
 * `restMs` is waited between words.
 */
export function buildModelEndpoint(key?: string, restMs = 0): FastifyInstance {
  const app = Fastify({ bodyLimit: 8 * 1024 * 1024 })

  app.addHook('onRequest', async (request, reply) => {
    if (key && request.headers.authorization !== `Bearer ${key}`)
      return reply.code(401).send({ error: { message: 'wrong or missing key', type: 'authentication_error' } })
  })

  app.post<{ Body: { prompt?: string } | null }>('/v1/images/generations', async ({ body }, reply) => {
    const prompt = body?.prompt?.trim() ?? ''
    if (prompt === '') return reply.code(400).send({ error: { message: 'say what shall be drawn', type: 'invalid_request_error' } }) // prettier-ignore
    return { created: Math.floor(Date.now() / 1000), data: [{ b64_json: Buffer.from(drawingOf(prompt)).toString('base64') }] } // prettier-ignore
  })

  app.get('/v1/models', async () => ({
    object: 'list',
    data: MODELS.map((id) => ({ id, object: 'model', about: STAND_INS.find((each) => each.id === id)?.about })),
  }))

  app.post('/v1/embeddings', async (request, reply) => {
    const { input, model = EMBEDDING_MODEL } = (request.body ?? {}) as { input?: string | string[]; model?: string }
    if (input === undefined)
      return reply.code(400).send({ error: { message: 'input is missing', type: 'invalid_request_error' } })
    const texts = [input].flat()
    return {
      object: 'list',
      model,
      data: texts.map((text, index) => ({ object: 'embedding', index, embedding: embed(text) })),
      usage: { prompt_tokens: tokens(texts.join(' ')), total_tokens: tokens(texts.join(' ')) },
    }
  })

  app.post('/v1/chat/completions', async (request, reply) => {
    const body = (request.body ?? {}) as ChatRequest
    const { model = 'understudy', stream } = body
    if (!Array.isArray(body.messages) || body.messages.length === 0)
      return reply.code(400).send({ error: { message: 'messages must be a list', type: 'invalid_request_error' } })
    const failure = FAILURES[model === 'failing' ? 'failing-429' : model]
    if (failure) {
      reply.hijack()
      return failure.fail(reply.raw)
    }
    const messages = body.messages.map(({ role, content }): ChatMessage => ({ role, content: content ?? '' }))
    const events = eventsFor(model, messages, body.tools?.map((each) => each.function) ?? [])
    const head = { id: `chat-${request.id}`, created: Math.floor(Date.now() / 1000), model }
    const prompt = tokens(messages.map(({ content }) => content).join(''))
    if (!stream) return { ...head, ...(await whole(events, prompt)) }
    await streamTo(reply, head, events, restMs, body.stream_options?.include_usage ? prompt : undefined)
    return reply
  })

  return app
}

type Calls = Extract<ModelEvent, { kind: 'calls' }>['calls']
const written = (calls: Calls) =>
  calls.map(({ id, name, input }, index) => ({
    index,
    id,
    type: 'function',
    function: { name, arguments: JSON.stringify(input) },
  }))

async function whole(events: AsyncIterable<ModelEvent>, prompt: number): Promise<object> {
  let content = ''
  let calls: Calls = []
  for await (const event of events) {
    if (event.kind === 'text') content += event.text
    if (event.kind === 'calls') calls = event.calls
  }
  const message = { role: 'assistant', content, ...(calls.length > 0 ? { tool_calls: written(calls) } : {}) }
  return {
    object: 'chat.completion',
    choices: [{ index: 0, message, finish_reason: calls.length > 0 ? 'tool_calls' : 'stop' }],
    usage: { prompt_tokens: prompt, completion_tokens: tokens(content), total_tokens: prompt + tokens(content) },
  }
}

async function streamTo(
  reply: FastifyReply,
  head: object,
  events: AsyncIterable<ModelEvent>,
  restMs: number,
  prompt: number | undefined,
): Promise<void> {
  reply.hijack()
  reply.raw.writeHead(200, { 'content-type': 'text/event-stream; charset=utf-8', 'cache-control': 'no-store' })
  const write = (part: object) =>
    reply.raw.write(`data: ${JSON.stringify({ ...head, object: 'chat.completion.chunk', ...part })}\n\n`)
  const send = (delta: object, finish: string | null = null) =>
    write({ choices: [{ index: 0, delta, finish_reason: finish }] })
  let said = ''
  let finish = 'stop'
  send({ role: 'assistant', content: '' })
  for await (const event of events) {
    if (event.kind === 'note') send({ reasoning_content: `${event.text}\n` })
    if (event.kind === 'calls') {
      finish = 'tool_calls'
      send({ tool_calls: written(event.calls) })
    }
    if (event.kind !== 'text') continue
    said += event.text
    for (const piece of piecesOf(event.text)) {
      if (reply.raw.destroyed) return
      send({ content: piece })
      if (restMs > 0) await rest(restMs)
    }
  }
  send({}, finish)
  if (prompt !== undefined)
    write({
      choices: [],
      usage: { prompt_tokens: prompt, completion_tokens: tokens(said), total_tokens: prompt + tokens(said) },
    })
  reply.raw.end('data: [DONE]\n\n')
}
