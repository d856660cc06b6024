import { idf, saturation } from './bm25'
import { BODY, type LibraryIndex, type PassageAt, type Posting } from './libraryIndex'
import type { Query } from './query'

/** One part of a hit's score, already weighted: the parts of a hit add up to its score. */
export interface ScorePart {
  readonly name: string
  readonly score: number
}

/** What a passage matched: for each query term (by its order) the posting, where there is one. */
export interface Candidate {
  readonly segment: number
  readonly passage: number
  readonly postings: readonly (Posting | undefined)[]
  /** For each query term, the best posting of a word that means the same, where the term itself is not there. */
  readonly meant: readonly (Meant | undefined)[]
}

/** A posting of another word of the same meaning: how surely it means it, and how rare it is. */
export interface Meant {
  readonly posting: Posting
  readonly share: number
  readonly rarity: number
}

/**
 * One part of a score. A scorer is asked once per query and then per candidate; to add a part (a dense vector, word
 * meaning, spelling tolerance), write one and add it to SCORERS.
 */
export interface Scorer {
  readonly name: string
  /** How much one point of this part counts in the whole. */
  readonly weight: number
  prepare(query: Query, index: LibraryIndex, frequencies: readonly number[]): (candidate: Candidate) => number
}

/** The rarity of each term, as far as it says something of the subject. */
export const rarityOf = (query: Query, index: LibraryIndex, frequencies: readonly number[]): number[] =>
  frequencies.map((df, term) => idf(df, index.passages) * query.terms[term]!.weight)

/** BM25 of one field: the sum over query terms of idf × saturation. */
const fieldScorer = (name: string, field: 0 | 1 | 2, weight: number): Scorer => ({
  name,
  weight,
  prepare: (query, index, frequencies) => {
    const idfs = rarityOf(query, index, frequencies)
    const average = index.averageLengths[field]!
    return (candidate) => {
      const length = index.length(candidate, field)
      let score = 0
      candidate.postings.forEach((posting, term) => {
        if (posting) score += idfs[term]! * saturation(posting.count(field), length, average)
      })
      return score
    }
  },
})

/** BM25 of the body alone, for choosing what is worth scoring: asked in library order, it looks nothing up twice. */
export function bodyMeasure(query: Query, index: LibraryIndex, rarity: readonly number[]): (at: PassageAt) => number {
  const counters = query.terms.map(({ stem }) => index.counter(stem))
  const average = index.averageLengths[BODY]!
  return (at) => {
    const length = index.length(at, BODY)
    let score = 0
    for (let term = 0; term < counters.length; term++) {
      const count = counters[term]!(at)
      if (count > 0) score += rarity[term]! * saturation(count, length, average)
    }
    return score
  }
}

/** Two content terms this many words apart or nearer, in order, count as written together. */
const PHRASE_REACH = 2

/**
 * Exact-phrase bonus: for each pair of neighbouring content terms of the question that stands together in the body in
 * the same order, the smaller idf of the two.
 */
const phraseScorer: Scorer = {
  name: 'phrase',
  weight: 0.6,
  prepare: (query, index, frequencies) => {
    const idfs = rarityOf(query, index, frequencies)
    return ({ postings }) => {
      let score = 0
      for (let term = 0; term + 1 < postings.length; term++) {
        const first = postings[term]
        const second = postings[term + 1]
        if (first && second && standTogether(first.positions, second.positions)) {
          score += Math.min(idfs[term]!, idfs[term + 1]!)
        }
      }
      return score
    }
  },
}

function standTogether(first: Uint32Array, second: Uint32Array): boolean {
  let at = 0
  for (const position of first) {
    while (at < second.length && second[at]! <= position) at++
    if (at < second.length && second[at]! - position <= PHRASE_REACH) return true
  }
  return false
}

/** Coverage: the share of the question's weight (by idf) that the passage holds anywhere, times that weight's mean. */
const coverageScorer: Scorer = {
  name: 'coverage',
  weight: 1.6,
  prepare: (query, index, frequencies) => {
    const idfs = rarityOf(query, index, frequencies)
    const whole = idfs.reduce((sum, each) => sum + each, 0)
    return ({ postings }) => {
      const held = idfs.reduce((sum, each, term) => (postings[term] ? sum + each : sum), 0)
      return whole === 0 ? 0 : (held / whole) * (whole / idfs.length)
    }
  },
}

/**
 * Opening: what a passage says first is mostly what it is about, so the rarity of the question's terms that stand in its
 * first sentence counts once more.
 */
const openingScorer: Scorer = {
  name: 'opening',
  weight: 0.4,
  prepare: (query, index, frequencies) => {
    const idfs = rarityOf(query, index, frequencies)
    return (candidate) => {
      const opening = index.opening(candidate)
      let score = 0
      candidate.postings.forEach((posting, term) => {
        const first = posting?.first
        if (first !== undefined && first <= opening) score += idfs[term]!
      })
      candidate.meant.forEach((meant, term) => {
        const first = candidate.postings[term] ? undefined : meant?.posting.first
        if (meant && first !== undefined && first <= opening)
          score += meant.share * meant.rarity * query.terms[term]!.weight
      })
      return score
    }
  },
}

/** Word meaning: what the words that mean the same as a missing term add, each by how surely it means it. */
const meaningScorer: Scorer = {
  name: 'meaning',
  weight: 0.9,
  prepare: (query, index) => {
    const average = index.averageLengths
    return (candidate) => {
      let score = 0
      candidate.meant.forEach((meant, term) => {
        if (!meant || candidate.postings[term]) return
        let most = 0
        for (let field = 0; field < average.length; field++)
          most = Math.max(most, saturation(meant.posting.count(field), index.length(candidate, field), average[field]!))
        score += meant.share * meant.rarity * query.terms[term]!.weight * most
      })
      return score
    }
  },
}

/** The parts of a score in the order they are shown. */
export const SCORERS: readonly Scorer[] = [
  fieldScorer('title', 0, 0.5),
  fieldScorer('headings', 1, 1.3),
  fieldScorer('body', 2, 1),
  phraseScorer,
  meaningScorer,
  coverageScorer,
  openingScorer,
]
