import { synonymsOf } from '../text'
import { idf } from './bm25'
import type { LibraryIndex, PassageAt, Posting } from './libraryIndex'
import { parseQuery } from './query'
import { SCORERS, type Candidate, type Scorer } from './scorers'

/** One part of a hit's score, already weighted: the parts of a hit add up to its score. */
export interface ScorePart {
  readonly name: string
  readonly score: number
}

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
}

/**
 * The passages that answer a question best, best first; ties keep library order. A question without any term of the
 * library gives none.
 */
export function search(
  index: LibraryIndex,
  question: string,
  { limit = 8, scorers = SCORERS }: SearchOptions = {},
): Hit[] {
  const query = parseQuery(question)
  const lists = query.terms.map((term) => postingsFor(index, term.stem))
  const frequencies = lists.map((list) => list.length)
  const prepared = scorers.map((scorer) => ({ scorer, score: scorer.prepare(query, index, frequencies) }))
  const rarity = frequencies.map((df) => idf(df, index.passages))
  const allRarity = rarity.reduce((sum, each) => sum + each, 0)

  const hits = candidates(lists).map((candidate): Hit => {
    const weight = index.weights[candidate.segment] ?? 1
    const parts = prepared.map(({ scorer, score }) => ({
      name: scorer.name,
      score: score(candidate) * scorer.weight * weight,
    }))
    const held = rarity.reduce((sum, each, term) => (candidate.postings[term] ? sum + each : sum), 0)
    return {
      segment: candidate.segment,
      passage: candidate.passage,
      score: parts.reduce((sum, part) => sum + part.score, 0),
      parts,
      coverage: allRarity === 0 ? 0 : held / allRarity,
      matched: query.terms.flatMap((term, at) => (candidate.postings[at] ? term.words : [])),
    }
  })
  return hits.sort((a, b) => b.score - a.score).slice(0, limit)
}

/** The postings of a stem; where the library never uses the word, those of the everyday words that mean the same. */
function postingsFor(index: LibraryIndex, stem: string): Posting[] {
  const own = index.postings(stem)
  if (own.length > 0) return own
  const seen = new Set<number>()
  return [...synonymsOf(stem)]
    .flatMap((other) => index.postings(other))
    .filter(({ segment, passage }) => {
      const key = segment * 2 ** 26 + passage
      return seen.has(key) ? false : seen.add(key)
    })
}

function candidates(lists: readonly (readonly Posting[])[]): Candidate[] {
  const found = new Map<number, { segment: number; passage: number; postings: (Posting | undefined)[] }>()
  lists.forEach((list, term) => {
    for (const posting of list) {
      const key = posting.segment * 2 ** 26 + posting.passage
      let candidate = found.get(key)
      if (!candidate) {
        candidate = {
          segment: posting.segment,
          passage: posting.passage,
          postings: new Array<Posting | undefined>(lists.length).fill(undefined),
        }
        found.set(key, candidate)
      }
      candidate.postings[term] = posting
    }
  })
  return [...found.values()].sort((a, b) => a.segment - b.segment || a.passage - b.passage)
}
