import { EventSourceParserStream } from 'eventsource-parser/stream'
import { ModelProblem, type ChatMessage, type Model, type ModelEvent, type Usage } from '@parrot/core/dialogue'
import type { ToolCall, ToolDescription } from '@parrot/core/tools'
import { request, type AskedEndpoint } from './endpoint'
import { PATIENCE, Watch, withPauses, type Patience } from './patience'
import { apartFromThinking } from './thinking'
import { countTokens } from './tokens'

/** A piece of a call as it is streamed: its name once, its input bit by bit. */
interface CallPiece {
  index?: number
  id?: string
  function?: { name?: string; arguments?: string }
}

interface Said {
  content?: string | null
  reasoning_content?: string | null
  tool_calls?: CallPiece[] | null
}

interface Chunk {
  choices?: {
    delta?: Said & { reasoning?: string | null }
    message?: Said
    finish_reason?: string | null
  }[]
  usage?: { prompt_tokens?: number; completion_tokens?: number } | null
  error?: { message?: string }
}

/** What was heard of one answer beside its text. */
interface Heard {
  finish?: string
  usage?: { prompt: number; completion: number }
  readonly calls: { id: string; name: string; input: string }[]
}

/**
 * The model port over HTTP: any endpoint that speaks the chat-completions JSON protocol, streamed as server-sent
 * events or answered whole. One that is too busy is asked again within its patience. Failures, an empty answer and one
 * that breaks off become ModelProblems that say what to check; the key is never part of one.
 */
export function endpointModel(endpoint: AskedEndpoint, patience: Patience = PATIENCE): Model {
  const { options } = endpoint
  return {
    name: endpoint.name,
    canRevise: true,
    ...(options.contextTokens === null ? {} : { contextTokens: options.contextTokens }),
    longestReply: options.maxTokens ?? undefined,
    countTokens,
    async *answer({ messages, tools }, signal) {
      const key = endpoint.key()
      const watch = new Watch(signal)
      const heard: Heard = { calls: [] }
      let said = ''
      try {
        watch.allow(patience.firstWordMs)
        const response = await request(endpoint, key, bodyOf(endpoint, messages, tools), watch.signal, patience)
        const isStream = (response.headers.get('content-type') ?? '').includes('text/event-stream')
        const events = isStream ? streamed(endpoint, response, heard) : whole(endpoint, response, heard)
        for await (const event of withPauses(apartFromThinking(events), patience.pauseMs, watch.signal)) {
          if (event.kind === 'text') said += event.text
          // What the asker does with a word is not the endpoint's time.
          if (event.kind !== 'pause') watch.stop()
          yield event
          if (event.kind !== 'pause') watch.allow(patience.betweenWordsMs)
        }
      } catch (error) {
        if (error instanceof ModelProblem || signal?.aborted) throw error
        throw watch.isLate
          ? new ModelProblem(
              `“${endpoint.name}” was silent for ${(said === '' ? patience.firstWordMs : patience.betweenWordsMs) / 1000} seconds.`,
              'Ask again; when it stays slow, choose a faster model.',
            )
          : new ModelProblem(
              said === '' ? `“${endpoint.name}” cannot be reached.` : `The answer of “${endpoint.name}” broke off.`,
              `Check that ${endpoint.baseUrl} is right and that the service runs.`,
            )
      } finally {
        watch.stop()
      }
      if (said === '' && heard.calls.length === 0)
        throw new ModelProblem(
          `“${endpoint.name}” answered with nothing.`,
          'Ask again; when it happens often, check the name of the model.',
        )
      if (heard.calls.length > 0) yield { kind: 'calls', calls: heard.calls.map(callOf) }
      if (heard.finish === 'length')
        yield {
          kind: 'cut',
          because: `“${endpoint.name}” reached its longest reply. Allow it more tokens, or a shorter answer.`,
        }
      yield { kind: 'usage', usage: usageOf(endpoint, heard, messages, said) }
    },
  }
}

/** A call as the port has it; what is no JSON goes to the tool as it is, and the tool says so. */
function callOf({ id, name, input }: Heard['calls'][number]): ToolCall {
  try {
    return { id, name, input: JSON.parse(input === '' ? '{}' : input) as unknown }
  } catch {
    return { id, name, input }
  }
}

/** A message in the protocol's words. */
const written = ({ role, content, calls, callId }: ChatMessage): object => ({
  role,
  content,
  ...(calls === undefined
    ? {}
    : {
        tool_calls: calls.map(({ id, name, input }) => ({
          id,
          type: 'function',
          function: { name, arguments: typeof input === 'string' ? input : JSON.stringify(input) },
        })),
      }),
  ...(callId === undefined ? {} : { tool_call_id: callId }),
})

function bodyOf(
  endpoint: AskedEndpoint,
  messages: readonly ChatMessage[],
  tools: readonly ToolDescription[] = [],
): object {
  const { temperature, maxTokens, seed } = endpoint.options
  return {
    model: endpoint.model,
    messages: messages.map(written),
    ...(tools.length === 0 ? {} : { tools: tools.map((each) => ({ type: 'function', function: each })) }),
    stream: true,
    stream_options: { include_usage: true },
    ...(temperature === null ? {} : { temperature }),
    ...(maxTokens === null ? {} : { max_tokens: maxTokens }),
    ...(seed === null ? {} : { seed }),
  }
}

const MILLION = 1_000_000

/** What a request took: as the endpoint counted, or reckoned from the text. */
function usageOf(
  endpoint: AskedEndpoint,
  { usage }: Heard,
  messages: readonly { content: string }[],
  said: string,
): Usage {
  const { priceIn, priceOut, currency } = endpoint.options
  const counted = usage ?? {
    prompt: messages.reduce((sum, { content }) => sum + countTokens(content), 0),
    completion: countTokens(said),
  }
  const amount = (counted.prompt * (priceIn ?? 0) + counted.completion * (priceOut ?? 0)) / MILLION
  return {
    ...counted,
    ...(usage ? {} : { isReckoned: true }),
    ...(priceIn === null && priceOut === null ? {} : { cost: { amount, currency } }),
  }
}

async function* streamed(endpoint: AskedEndpoint, response: Response, heard: Heard): AsyncIterable<ModelEvent> {
  const events = response
    .body!.pipeThrough(new TextDecoderStream() as unknown as ReadableWritablePair<string, Uint8Array>)
    .pipeThrough(new EventSourceParserStream())
  for await (const event of events as unknown as AsyncIterable<{ data: string }>) {
    if (event.data === '[DONE]') return
    yield* eventsOf(parsed(endpoint, event.data), heard)
  }
  if (heard.finish === undefined) throw new ModelProblem(`The answer of “${endpoint.name}” broke off.`, 'Ask again.')
}

async function* whole(endpoint: AskedEndpoint, response: Response, heard: Heard): AsyncIterable<ModelEvent> {
  yield* eventsOf(parsed(endpoint, await response.text()), heard)
}

function parsed(endpoint: AskedEndpoint, text: string): Chunk {
  let chunk: Chunk
  try {
    chunk = JSON.parse(text) as Chunk
  } catch {
    throw new ModelProblem(
      /^\s*</.test(text)
        ? `“${endpoint.name}” sent a web page, which is no answer and not JSON.`
        : `“${endpoint.name}” sent something that is not JSON.`,
      'Check that the base address ends where the protocol begins, often in /v1.',
    )
  }
  if (chunk.error) throw new ModelProblem(`“${endpoint.name}” failed.`, 'Try again; its own log says why.')
  return chunk
}

function* eventsOf({ choices, usage }: Chunk, heard: Heard): Iterable<ModelEvent> {
  if (usage) heard.usage = { prompt: usage.prompt_tokens ?? 0, completion: usage.completion_tokens ?? 0 }
  const choice = choices?.[0]
  if (choice?.finish_reason) heard.finish = choice.finish_reason
  const note = choice?.delta?.reasoning_content ?? choice?.delta?.reasoning ?? choice?.message?.reasoning_content
  const text = choice?.delta?.content ?? choice?.message?.content
  for (const [at, piece] of (choice?.delta?.tool_calls ?? choice?.message?.tool_calls ?? []).entries()) {
    const call = (heard.calls[piece.index ?? at] ??= { id: '', name: '', input: '' })
    call.id ||= piece.id ?? `call-${piece.index ?? at}`
    call.name += piece.function?.name ?? ''
    call.input += piece.function?.arguments ?? ''
  }
  if (note) for (const line of note.split('\n').filter(Boolean)) yield { kind: 'note', text: line }
  if (text) yield { kind: 'text', text }
}
