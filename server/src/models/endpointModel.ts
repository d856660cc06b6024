import { EventSourceParserStream } from 'eventsource-parser/stream'
import { ModelProblem, type Model, type ModelEvent } from '@parrot/core/dialogue'
import type { EndpointRow } from '../settings/endpoints'
import type { Seal } from '../settings/seal'

const TIMEOUT_MS = 60_000

interface Chunk {
  choices?: { delta?: { content?: string | null; reasoning_content?: string | null }; message?: { content?: string } }[]
  error?: { message?: string }
}

/**
 * The model port over HTTP: any endpoint that speaks the chat-completions JSON protocol, streamed as server-sent
 * events or answered whole. Failures become ModelProblems that say what to check; the key is never part of one.
 */
export function endpointModel(endpoint: EndpointRow, seal: Seal): Model {
  return {
    name: endpoint.name,
    async *answer({ messages }, signal) {
      const key = endpoint.sealedKey === null ? undefined : seal.open(endpoint.sealedKey)
      if (endpoint.sealedKey !== null && key === undefined)
        throw new ModelProblem(`The key of “${endpoint.name}” cannot be opened.`, 'Enter it again in the settings.')
      const timeout = AbortSignal.timeout(TIMEOUT_MS)
      const response = await post(endpoint, key, messages, signal ? AbortSignal.any([signal, timeout]) : timeout)
      if ((response.headers.get('content-type') ?? '').includes('text/event-stream'))
        yield* streamed(endpoint, response)
      else yield* whole(endpoint, response)
    },
  }
}

async function post(
  endpoint: EndpointRow,
  key: string | undefined,
  messages: readonly unknown[],
  signal: AbortSignal,
): Promise<Response> {
  const url = `${endpoint.baseUrl.replace(/\/+$/, '')}/chat/completions`
  let response: Response
  try {
    response = await fetch(url, {
      method: 'POST',
      signal,
      // A redirect could carry the key to another host.
      redirect: 'error',
      headers: {
        'content-type': 'application/json',
        accept: 'text/event-stream, application/json',
        ...(key ? { authorization: `Bearer ${key}` } : {}),
      },
      body: JSON.stringify({ model: endpoint.model, messages, stream: true }),
    })
  } catch (error) {
    const isLate = error instanceof Error && error.name === 'TimeoutError'
    throw new ModelProblem(
      isLate
        ? `“${endpoint.name}” did not answer within ${TIMEOUT_MS / 1000} seconds.`
        : `“${endpoint.name}” cannot be reached.`,
      `Check that ${endpoint.baseUrl} is right and that the service runs.`,
    )
  }
  if (response.ok) return response
  const advice =
    response.status === 401 || response.status === 403
      ? 'Check the key.'
      : response.status === 404
        ? 'Check the base address and the name of the model.'
        : response.status === 429
          ? 'It is asked too often; wait a little.'
          : 'The service itself failed; try again later.'
  await response.body?.cancel()
  throw new ModelProblem(`“${endpoint.name}” refused with status ${response.status}.`, advice)
}

async function* streamed(endpoint: EndpointRow, response: Response): AsyncIterable<ModelEvent> {
  const events = response
    .body!.pipeThrough(new TextDecoderStream() as unknown as ReadableWritablePair<string, Uint8Array>)
    .pipeThrough(new EventSourceParserStream())
  for await (const event of events as unknown as AsyncIterable<{ data: string }>) {
    if (event.data === '[DONE]') return
    yield* eventsOf(parsed(endpoint, event.data))
  }
}

async function* whole(endpoint: EndpointRow, response: Response): AsyncIterable<ModelEvent> {
  yield* eventsOf(parsed(endpoint, await response.text()))
}

function parsed(endpoint: EndpointRow, text: string): Chunk {
  let chunk: Chunk
  try {
    chunk = JSON.parse(text) as Chunk
  } catch {
    throw new ModelProblem(
      `“${endpoint.name}” sent something that is not JSON.`,
      'Check that the base address ends where the protocol begins, often in /v1.',
    )
  }
  if (chunk.error)
    throw new ModelProblem(`“${endpoint.name}” failed: ${chunk.error.message ?? 'no reason given'}.`, 'Try again.')
  return chunk
}

function* eventsOf(chunk: Chunk): Iterable<ModelEvent> {
  const choice = chunk.choices?.[0]
  const note = choice?.delta?.reasoning_content
  const text = choice?.delta?.content ?? choice?.message?.content
  if (note) for (const line of note.split('\n').filter(Boolean)) yield { kind: 'note', text: line }
  if (text) yield { kind: 'text', text }
}
