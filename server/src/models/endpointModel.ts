import { EventSourceParserStream } from 'eventsource-parser/stream'
import { ModelProblem, type Model, type ModelEvent } from '@parrot/core/dialogue'
import type { EndpointRow } from '../settings/endpoints'
import type { Seal } from '../settings/seal'
import { askPatiently, PATIENCE, retryAfterMs, Watch, type Patience } from './patience'

interface Chunk {
  choices?: {
    delta?: { content?: string | null; reasoning_content?: string | null }
    message?: { content?: string }
    finish_reason?: string | null
  }[]
  error?: { message?: string }
}

/**
 * The model port over HTTP: any endpoint that speaks the chat-completions JSON protocol, streamed as server-sent
 * events or answered whole. One that is too busy is asked again within its patience. Failures, an empty answer and one
 * that breaks off become ModelProblems that say what to check; the key is never part of one.
 */
export function endpointModel(endpoint: EndpointRow, seal: Seal, patience: Patience = PATIENCE): Model {
  return {
    name: endpoint.name,
    async *answer({ messages }, signal) {
      const key = endpoint.sealedKey === null ? undefined : seal.open(endpoint.sealedKey)
      if (endpoint.sealedKey !== null && key === undefined)
        throw new ModelProblem(`The key of “${endpoint.name}” cannot be opened.`, 'Enter it again in the settings.')
      const watch = new Watch(signal)
      let isSilent = true
      try {
        watch.allow(patience.firstWordMs)
        const response = await post(endpoint, key, messages, watch.signal, patience)
        const isStream = (response.headers.get('content-type') ?? '').includes('text/event-stream')
        for await (const event of isStream ? streamed(endpoint, response) : whole(endpoint, response)) {
          isSilent &&= event.kind !== 'text'
          // What the asker does with a word is not the endpoint's time.
          watch.stop()
          yield event
          watch.allow(patience.betweenWordsMs)
        }
      } catch (error) {
        if (error instanceof ModelProblem || signal?.aborted) throw error
        throw watch.isLate
          ? new ModelProblem(
              `“${endpoint.name}” was silent for ${(isSilent ? patience.firstWordMs : patience.betweenWordsMs) / 1000} seconds.`,
              'Ask again; when it stays slow, choose a faster model.',
            )
          : new ModelProblem(
              isSilent ? `“${endpoint.name}” cannot be reached.` : `The answer of “${endpoint.name}” broke off.`,
              `Check that ${endpoint.baseUrl} is right and that the service runs.`,
            )
      } finally {
        watch.stop()
      }
      if (isSilent)
        throw new ModelProblem(
          `“${endpoint.name}” answered with nothing.`,
          'Ask again; when it happens often, check the name of the model.',
        )
    },
  }
}

async function post(
  endpoint: EndpointRow,
  key: string | undefined,
  messages: readonly unknown[],
  signal: AbortSignal,
  patience: Patience,
): Promise<Response> {
  const url = `${endpoint.baseUrl.replace(/\/+$/, '')}/chat/completions`
  const request = {
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
  } as const
  const response = await askPatiently(() => fetch(url, request), patience, signal)
  if (response.ok) return response
  const advice =
    response.status === 401 || response.status === 403
      ? 'Check the key.'
      : response.status === 404
        ? 'Check the base address and the name of the model.'
        : response.status === 429
          ? `It is asked too often; ${waitIn(response)}.`
          : 'The service itself failed; try again later.'
  await response.body?.cancel()
  throw new ModelProblem(`“${endpoint.name}” refused with status ${response.status}.`, advice)
}

const waitIn = (response: Response): string => {
  const ms = retryAfterMs(response.headers)
  return ms === undefined ? 'wait a little' : `it wants to be left alone for ${Math.ceil(ms / 1000)} seconds`
}

async function* streamed(endpoint: EndpointRow, response: Response): AsyncIterable<ModelEvent> {
  const events = response
    .body!.pipeThrough(new TextDecoderStream() as unknown as ReadableWritablePair<string, Uint8Array>)
    .pipeThrough(new EventSourceParserStream())
  let hasEnded = false
  for await (const event of events as unknown as AsyncIterable<{ data: string }>) {
    if (event.data === '[DONE]') return
    const chunk = parsed(endpoint, event.data)
    hasEnded ||= Boolean(chunk.choices?.[0]?.finish_reason)
    yield* eventsOf(chunk)
  }
  if (!hasEnded) throw new ModelProblem(`The answer of “${endpoint.name}” broke off.`, 'Ask again.')
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
