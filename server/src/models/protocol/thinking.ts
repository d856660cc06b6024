import type { ModelEvent } from '@parrot/core/dialogue'

const OPEN = '<think>'
const CLOSE = '</think>'

/** Thinking that a model writes into its answer, between tags at its beginning, as notes. */
export async function* apartFromThinking(events: AsyncIterable<ModelEvent>): AsyncIterable<ModelEvent> {
  let begun = ''
  let state: 'unsure' | 'thinking' | 'speaking' = 'unsure'
  for await (const event of events) {
    if (event.kind !== 'text' || state === 'speaking') {
      yield event
      continue
    }
    begun += event.text
    const start = begun.trimStart()
    if (state === 'unsure' && OPEN.startsWith(start.slice(0, OPEN.length)) && start.length < OPEN.length) continue
    if (state === 'unsure' && !start.startsWith(OPEN)) {
      state = 'speaking'
      yield { kind: 'text', text: begun }
      continue
    }
    state = 'thinking'
    const end = begun.indexOf(CLOSE)
    if (end < 0) continue
    state = 'speaking'
    yield* notesOf(begun.slice(begun.indexOf(OPEN) + OPEN.length, end))
    const rest = begun.slice(end + CLOSE.length).trimStart()
    if (rest !== '') yield { kind: 'text', text: rest }
  }
  if (state === 'unsure' && begun !== '') yield { kind: 'text', text: begun }
  if (state === 'thinking') yield* notesOf(begun.trimStart().slice(OPEN.length))
}

function* notesOf(text: string): Iterable<ModelEvent> {
  for (const line of text.split('\n')) if (line.trim() !== '') yield { kind: 'note', text: line.trim() }
}
