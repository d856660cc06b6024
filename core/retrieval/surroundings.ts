import type { PassageAt } from './libraryIndex'
import type { ScorePart } from './scorers'

/** What a passage gains of the scores of the two beside it, and of the best of its source. */
const NEIGHBOURS = 0.15
const SOURCE = 0.25
const BEST_OF_SOURCE = 3

/** The scores with what stands around each passage counted in, and that as parts. */
export interface Surroundings {
  readonly totals: Float64Array
  partsOf(at: number): ScorePart[]
}

/**
 * Counts in what stands around each passage: one between two that match, in a source that matches as a whole, answers
 * more likely than the same words elsewhere. Takes candidates in library order with their scores. Measured with
 * `npm run retrieval`.
 */
export function surroundings(found: readonly PassageAt[], scores: Float64Array): Surroundings {
  const bySource = new Map<number, number[]>()
  found.forEach(({ segment }, at) => {
    const top = bySource.get(segment)
    if (!top) bySource.set(segment, [scores[at]!])
    else if (top.length < BEST_OF_SOURCE || scores[at]! > top.at(-1)!) {
      top.push(scores[at]!)
      top.sort((a, b) => b - a)
      if (top.length > BEST_OF_SOURCE) top.pop()
    }
  })
  // The mean of those there are: a source of one short table is not held against it.
  const ofSource = new Map(
    [...bySource].map(([segment, top]) => [segment, (SOURCE * top.reduce((sum, each) => sum + each, 0)) / top.length]),
  )
  const isBeside = (at: number, other: number) =>
    found[other]?.segment === found[at]!.segment && Math.abs(found[other].passage - found[at]!.passage) === 1
  const beside = (at: number) =>
    NEIGHBOURS * ((isBeside(at, at - 1) ? scores[at - 1]! : 0) + (isBeside(at, at + 1) ? scores[at + 1]! : 0))
  const totals = scores.map((score, at) => score + beside(at) + ofSource.get(found[at]!.segment)!)
  return {
    totals,
    partsOf: (at) => [
      { name: 'neighbours', score: beside(at) },
      { name: 'source', score: ofSource.get(found[at]!.segment)! },
    ],
  }
}

/** The places of the highest scores, highest first; of equals the first. */
export function best(scores: Float64Array, most: number): number[] {
  const least = scores.length > most ? scores.slice().sort().at(-most)! : -Infinity
  const places: number[] = []
  scores.forEach((score, at) => {
    if (score >= least) places.push(at)
  })
  return places.sort((a, b) => scores[b]! - scores[a]! || a - b).slice(0, most)
}

/** What each further hit of one source loses, so that one long document does not crowd the others out. */
const CROWDING = 0.015
const MOST_CROWDING = 0.5
/** Places looked at for each one wanted. */
const POOL = 4

/** The best places, each further one of a source counted a little less. */
export function varied(found: readonly PassageAt[], scores: Float64Array, limit: number): number[] {
  const pool = best(scores, limit * POOL)
  const taken = new Map<number, number>()
  const chosen: number[] = []
  const worth = (at: number) =>
    scores[at]! * (1 - Math.min(MOST_CROWDING, CROWDING * (taken.get(found[at]!.segment) ?? 0)))
  while (chosen.length < limit && pool.length > 0) {
    let first = 0
    for (let at = 1; at < pool.length; at++) if (worth(pool[at]!) > worth(pool[first]!)) first = at
    const [place] = pool.splice(first, 1)
    const { segment } = found[place!]!
    taken.set(segment, (taken.get(segment) ?? 0) + 1)
    chosen.push(place!)
  }
  return chosen
}
