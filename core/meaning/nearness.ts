import stored from './vectors.json' with { type: 'json' }

/** The vector of one word, a byte a dimension, of about the same length as all others. */
export interface WordVector {
  readonly bytes: Int8Array
  /** How common the word is: its place among all, the commonest 0. */
  readonly rank: number
}

/** How many words have a vector. */
export const KNOWN_WORDS = stored.words.split(' ').length
export const DIMENSIONS = stored.dimensions

let known: Map<string, WordVector> | undefined

function read(): Map<string, WordVector> {
  const raw = atob(stored.bytes)
  const all = new Int8Array(raw.length)
  for (let at = 0; at < raw.length; at++) all[at] = raw.charCodeAt(at)
  const found = new Map<string, WordVector>()
  stored.words.split(' ').forEach((word, rank) => {
    const bytes = all.subarray(rank * DIMENSIONS, (rank + 1) * DIMENSIONS)
    found.set(word, { bytes, rank })
  })
  return found
}

function product(a: Int8Array, b: Int8Array): number {
  let sum = 0
  for (let at = 0; at < a.length; at++) sum += a[at]! * b[at]!
  return sum
}

/** The vector of a word in small letters; of one without, that of the same word without an ending "s". English only. */
export function vectorOf(word: string): WordVector | undefined {
  known ??= read()
  return known.get(word) ?? (word.endsWith('s') ? known.get(word.slice(0, -1)) : undefined)
}

/**
 * How near two words are in use: the cosine of their vectors, -1..1. From GloVe-style vectors with what only tells how
 * common a word is taken out (scripts/vectors.ts); words of opposite meaning are near as well.
 */
export const cosine = (a: WordVector, b: WordVector): number =>
  product(a.bytes, b.bytes) / Math.sqrt(product(a.bytes, a.bytes) * product(b.bytes, b.bytes))
