import type { Hit } from './search'

const NAMES: Readonly<Record<string, string>> = {
  title: 'its title matches less',
  headings: 'its headings match less',
  body: 'its own words match less',
  phrase: 'the words do not stand together as in the question',
  meaning: 'fewer of its words mean the same',
  coverage: 'it holds less of the question',
  neighbours: 'the passages beside it match less',
  source: 'its source matches less as a whole',
}
const MOST_REASONS = 3
/** A part must make up this share of the difference to be named. */
const WORTH_NAMING = 0.15

/**
 * Why a passage that was expected did not win, in words, the weightiest reason first. `expected` is undefined when the
 * search did not find it at all. Empty when it did win.
 */
export function whyNot(
  winner: Pick<Hit, 'parts' | 'score' | 'matched'>,
  expected: Pick<Hit, 'parts' | 'score' | 'matched'> | undefined,
): string[] {
  if (!expected) return ['it shares no word with the question, and none that means the same']
  const difference = winner.score - expected.score
  if (difference <= 0) return []
  const missing = winner.matched.filter((word) => !expected.matched.includes(word))
  const partOf = (hit: Pick<Hit, 'parts'>, name: string) => hit.parts.find((part) => part.name === name)?.score ?? 0
  const behind = winner.parts
    .map(({ name, score }) => ({ name, lost: score - partOf(expected, name) }))
    .filter(({ name, lost }) => lost >= difference * WORTH_NAMING && NAMES[name] !== undefined)
    .sort((a, b) => b.lost - a.lost)
    .slice(0, MOST_REASONS)
  return [
    ...(missing.length > 0 ? [`it does not hold ${missing.map((word) => `“${word}”`).join(', ')}`] : []),
    ...behind.map(({ name, lost }) => `${NAMES[name]} (${lost.toFixed(2)} behind)`),
  ]
}
