import type { Insert } from './schema'

/** An insert with other markers: counted on from those of the reply, or none where nothing is cited. */
export function marked(insert: Insert, mark: (marker: number) => number | null): Insert {
  const anew = <Part extends { marker: number | null }>(part: Part): Part => ({
    ...part,
    marker: part.marker === null ? null : mark(part.marker),
  })
  if (insert.kind === 'quiz') return { ...insert, questions: insert.questions.map(anew) }
  if (insert.kind === 'cards') return { ...insert, cards: insert.cards.map(anew) }
  return 'marker' in insert ? anew(insert) : insert
}
