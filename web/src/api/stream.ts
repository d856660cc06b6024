import { createParser } from 'eventsource-parser'
import type { Problem } from '@parrot/contract'
import { ApiProblem, problemFrom } from './client'

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
    throw new ApiProblem({
      type: 'about:blank',
      title: 'The server cannot be reached.',
      status: 0,
      detail: 'Check that it is running, then try again.',
    })
  })
  if (!response.ok || !response.body) throw await problemFrom(response)
  let done: { value: T } | undefined
  let problem: Problem | undefined
  const parser = createParser({
    onEvent: ({ event, data }) => {
      if (event === 'done') done = { value: JSON.parse(data) as T }
      else if (event === 'problem') problem = JSON.parse(data) as Problem
      else if (event) on[event]?.(JSON.parse(data) as never)
    },
  })
  const reader = response.body.pipeThrough(new TextDecoderStream()).getReader()
  for (let part = await reader.read(); !part.done; part = await reader.read()) parser.feed(part.value)
  if (problem) throw new ApiProblem(problem)
  if (!done)
    throw new ApiProblem({ type: 'about:blank', title: 'The answer broke off.', status: 0, detail: 'Try again.' })
  return done.value
}
