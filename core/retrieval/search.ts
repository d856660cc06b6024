import type { Spoken } from '../text'
import { candidates, leadingTerms, meantBy, worthScoring } from './gather'
import type { LibraryIndex, PassageAt } from './libraryIndex'
import { parseQuery } from './query'
import { bodyMeasure, rarityOf, SCORERS, type ScorePart, type Scorer } from './scorers'
import { best, surroundings, varied } from './surroundings'

/** A passage that matched, with its score, the score's parts, and the share of the question's terms it holds. */
export interface Hit extends PassageAt {
  readonly score: number
  readonly parts: readonly ScorePart[]
  /** Weighted by idf, 0..1: how much of what the question is about stands in this passage. */
  readonly coverage: number
  /** The words of the question that matched, as they were written. */
  readonly matched: readonly string[]
}

export interface SearchOptions {
  readonly limit?: number
  readonly scorers?: readonly Scorer[]
  /** Whether what stands around a passage counts; only measuring leaves it out. */
  readonly hasSurroundings?: boolean
  /** The language of the library: a short question shows none of its own. */
  readonly language?: Spoken
}

/**
 * The passages that answer a question best, best first; ties keep library order. A question without any term of the
 * library gives none.
 */
export function search(
  index: LibraryIndex,
  question: string,
  { limit = 8, scorers = SCORERS, hasSurroundings = true, language }: SearchOptions = {},
): Hit[] {
  const query = parseQuery(question, language)
  const counts = query.terms.map((term) => index.frequency(term.stem))
  const meant = query.terms.map((term, at) => meantBy(index, term.stem, counts[at]!))
  // A word the library never uses is as rare as the commonest word that means it.
  const frequencies = counts.map((count, at) => count || meant[at]!.size)
  const prepared = scorers.map((scorer) => ({ scorer, score: scorer.prepare(query, index, frequencies) }))
  const rarity = rarityOf(query, index, frequencies)
  const allRarity = rarity.reduce((sum, each) => sum + each, 0)

  const leading = leadingTerms(counts)
  const lists = query.terms.map((term, at) =>
    leading.has(at) ? worthScoring(index.postings(term.stem), bodyMeasure(query, index, rarity)) : undefined,
  )
  const found = candidates(lists, meant, (term) => index.finder(query.terms[term]!.stem))
  const width = prepared.length
  const scores = new Float64Array(found.length * width)
  const totals = new Float64Array(found.length)
  found.forEach((candidate, at) => {
    const weight = index.weights[candidate.segment] ?? 1
    for (let part = 0; part < width; part++) {
      const { scorer, score } = prepared[part]!
      const points = score(candidate) * scorer.weight * weight
      scores[at * width + part] = points
      totals[at]! += points
    }
  })
  const around = hasSurroundings ? surroundings(found, totals) : undefined
  const order = around ? varied(found, around.totals, limit) : best(totals, limit)
  return order.map((at): Hit => {
    const candidate = found[at]!
    const held = rarity.reduce((sum, each, term) => (candidate.postings[term] ? sum + each : sum), 0)
    return {
      segment: candidate.segment,
      passage: candidate.passage,
      score: around ? around.totals[at]! : totals[at]!,
      parts: [
        ...prepared.map(({ scorer }, part) => ({ name: scorer.name, score: scores[at * width + part]! })),
        ...(around?.partsOf(at) ?? []),
      ],
      coverage: allRarity === 0 ? 0 : held / allRarity,
      matched: query.terms.flatMap((term, n) => (candidate.postings[n] ? term.words : [])),
    }
  })
}
