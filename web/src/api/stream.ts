import { BrokenOff, readEvents } from '@parrot/client'
import type { Problem } from '@parrot/contract'
import { ApiProblem, problemFrom, UNREACHABLE } from './client'

/** Posts and listens: `on` gets each event by name; the promise gives the `done` event, or throws what went wrong. */
export async function postStream<T>(
  path: string,
  body: unknown,
  on: Readonly<Record<string, (data: never) => void>>,
  signal?: AbortSignal,
): Promise<T> {
  const response = await fetch(path, {
    method: 'POST',
    headers: { 'content-type': 'application/json', accept: 'text/event-stream' },
    body: JSON.stringify(body),
    signal,
  }).catch((error: unknown) => {
    if (signal?.aborted) throw error
    throw new ApiProblem(UNREACHABLE)
  })
  if (!response.ok || !response.body) throw await problemFrom(response)
  return readEvents<T>(response.body, on, (problem: Problem) => new ApiProblem(problem)).catch((error: unknown) => {
    if (!(error instanceof BrokenOff)) throw error
    throw new ApiProblem({ type: 'about:blank', title: error.message, status: 0, detail: 'Try again.' })
  })
}
