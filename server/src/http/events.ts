import type { FastifyReply, FastifyRequest } from 'fastify'
import { problemOf } from './problems'

/** Whether a client asked for a stream of events rather than one JSON answer. */
export const wantsEvents = (request: FastifyRequest): boolean =>
  (request.headers.accept ?? '').includes('text/event-stream')

/** One open stream of server-sent events (HTML Living Standard, 9.2). */
export interface EventStream {
  send(event: string, data: unknown): void
  /** Aborts when the client goes away. */
  readonly signal: AbortSignal
  close(): void
}

/** Answers a request with a stream of events. */
export function openStream(request: FastifyRequest, reply: FastifyReply): EventStream {
  const gone = new AbortController()
  reply.hijack()
  for (const [name, value] of Object.entries(reply.getHeaders())) {
    if (value !== undefined) reply.raw.setHeader(name, value)
  }
  reply.raw.writeHead(200, {
    'content-type': 'text/event-stream; charset=utf-8',
    'cache-control': 'no-store',
    'x-accel-buffering': 'no',
  })
  reply.raw.on('close', () => gone.abort())
  return {
    signal: gone.signal,
    send: (event, data) => {
      if (!reply.raw.writableEnded) reply.raw.write(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`)
    },
    close: () => reply.raw.end(),
  }
}

/** Runs work that reports over a stream; a failure becomes a `problem` event, since the status is already sent. */
export async function streamWork(
  request: FastifyRequest,
  reply: FastifyReply,
  work: (stream: EventStream) => Promise<void>,
): Promise<void> {
  const stream = openStream(request, reply)
  try {
    await work(stream)
  } catch (error) {
    const problem = problemOf(error)
    if (problem.status >= 500) request.log.error(error)
    if (!stream.signal.aborted) stream.send('problem', problem)
  } finally {
    stream.close()
  }
}

const BEAT_MS = 20_000

/**
 * Answers with a stream that tells of changes until the client goes away: `subscribe` is given what sends, and gives what
 * ends it. A beat now and then shows both sides that the other is still there.
 */
export const streamChanges = (
  request: FastifyRequest,
  reply: FastifyReply,
  subscribe: (send: EventStream['send']) => () => void,
): Promise<void> =>
  streamWork(request, reply, (stream) => {
    const stop = subscribe(stream.send)
    const beat = setInterval(() => stream.send('beat', {}), BEAT_MS)
    return new Promise((resolve) =>
      stream.signal.addEventListener('abort', () => {
        stop()
        clearInterval(beat)
        resolve()
      }),
    )
  })
