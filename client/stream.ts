import { createParser } from 'eventsource-parser'

/** Raised when a stream of events ended without its last word. */
export class BrokenOff extends Error {}

/**
 * Reads a response of server-sent events until it ends: `on` gets the data of each event by its name, parsed. Gives the
 * data of the event `done`. Throws BrokenOff when the stream ends without it, and what `onProblem` makes of the data of
 * an event `problem`.
 */
export async function readEvents<T>(
  body: ReadableStream<Uint8Array>,
  on: Readonly<Record<string, (data: never) => void>>,
  onProblem: (problem: never) => Error,
): Promise<T> {
  let done: { value: T } | undefined
  let problem: { data: unknown } | undefined
  const parser = createParser({
    onEvent: ({ event, data }) => {
      if (event === 'done') done = { value: JSON.parse(data) as T }
      else if (event === 'problem') problem = { data: JSON.parse(data) as unknown }
      else if (event && Object.hasOwn(on, event)) on[event]!(JSON.parse(data) as never)
    },
  })
  const reader = body.pipeThrough(new TextDecoderStream() as TransformStream<Uint8Array, string>).getReader()
  for (let part = await reader.read(); !part.done; part = await reader.read()) parser.feed(part.value)
  if (problem) throw onProblem(problem.data as never)
  if (!done) throw new BrokenOff('The answer broke off.')
  return done.value
}
