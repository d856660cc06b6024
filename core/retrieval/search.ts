import { meaningsOf } from '../meaning'
import { synonymsOf } from '../text'
import { idf } from './bm25'
import type { LibraryIndex, PassageAt, Posting } from './libraryIndex'
import { parseQuery } from './query'
import { rarityOf, SCORERS, type Candidate, type Meant, type Scorer } from './scorers'

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
  /** Whether what stands around a passage counts; only measuring leaves it out. */
  readonly hasSurroundings?: boolean
}

/**
 * The passages that answer a question best, best first; ties keep library order. A question without any term of the
 * library gives none.
 */
export function search(
  index: LibraryIndex,
  question: string,
  { limit = 8, scorers = SCORERS, hasSurroundings = true }: SearchOptions = {},
): Hit[] {
  const query = parseQuery(question)
  const lists = query.terms.map((term) => index.postings(term.stem))
  const meant = query.terms.map((term) => meantBy(index, term.stem))
  // A word the library never uses is as rare as the commonest word that means it.
  const frequencies = lists.map((list, at) => list.length || meant[at]!.size)
  const prepared = scorers.map((scorer) => ({ scorer, score: scorer.prepare(query, index, frequencies) }))
  const rarity = rarityOf(query, index, frequencies)
  const allRarity = rarity.reduce((sum, each) => sum + each, 0)

  const hits = candidates(lists, meant).map((candidate): Hit => {
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
  const ranked = (all: Hit[]) => all.sort((a, b) => b.score - a.score)
  return hasSurroundings ? varied(ranked(withSurroundings(hits)), limit) : ranked(hits).slice(0, limit)
}

/** What a passage gains of the scores of the two beside it, and of the best of its source. */
const NEIGHBOURS = 0.15
const SOURCE = 0.5
const BEST_OF_SOURCE = 3

/**
 * Hits with what stands around them counted in: a passage between two that match, in a source that matches as a whole,
 * answers more likely than the same words elsewhere. Measured with `npm run retrieval`.
 */
function withSurroundings(hits: readonly Hit[]): Hit[] {
  const scores = new Map(hits.map((hit) => [keyOf(hit), hit.score]))
  const bySource = new Map<number, number[]>()
  for (const { segment, score } of hits) {
    const best = bySource.get(segment) ?? []
    best.push(score)
    bySource.set(segment, best.sort((a, b) => b - a).slice(0, BEST_OF_SOURCE))
  }
  return hits.map((hit): Hit => {
    const beside = [hit.passage - 1, hit.passage + 1].map((passage) => scores.get(keyOf({ ...hit, passage })) ?? 0)
    const neighbours = NEIGHBOURS * (beside[0]! + beside[1]!)
    const best = bySource.get(hit.segment)!
    // The mean of those there are: a source of one short table is not held against it.
    const source = (SOURCE * best.reduce((sum, each) => sum + each, 0)) / best.length
    const parts = [...hit.parts, { name: 'neighbours', score: neighbours }, { name: 'source', score: source }]
    return { ...hit, parts, score: hit.score + neighbours + source }
  })
}

/** What each further hit of one source loses, so that one long document does not crowd the others out. */
const CROWDING = 0.03
/** Hits looked at for each one wanted. */
const POOL = 4

/** The best hits, each further one of a source counted a little less. Takes sorted hits; keeps their scores. */
function varied(hits: readonly Hit[], limit: number): Hit[] {
  const pool = hits.slice(0, limit * POOL)
  const taken = new Map<number, number>()
  const chosen: Hit[] = []
  while (chosen.length < limit && pool.length > 0) {
    let best = 0
    const worth = (hit: Hit) => hit.score * (1 - Math.min(0.5, CROWDING * (taken.get(hit.segment) ?? 0)))
    for (let at = 1; at < pool.length; at++) if (worth(pool[at]!) > worth(pool[best]!)) best = at
    const [hit] = pool.splice(best, 1)
    taken.set(hit!.segment, (taken.get(hit!.segment) ?? 0) + 1)
    chosen.push(hit!)
  }
  return chosen
}

/** Everyday synonyms mean the same more surely than WordNet's relations. */
const SYNONYM = 0.85
const RELATED = 0.6
/** Words looked up for each term. */
const MOST_MEANT = 8

const keyOf = ({ segment, passage }: PassageAt): number => segment * 2 ** 26 + passage

/** The best posting, in each passage, of the words that mean the same as a stem. */
function meantBy(index: LibraryIndex, stem: string): Map<number, Meant> {
  const others = [
    ...[...synonymsOf(stem)].map((other) => ({ other, share: SYNONYM })),
    ...meaningsOf(stem).flatMap(({ stems, share }) =>
      stems.length === 1 ? [{ other: stems[0]!, share: RELATED * share }] : [],
    ),
  ].slice(0, MOST_MEANT)
  const best = new Map<number, Meant>()
  for (const { other, share } of others) {
    const postings = index.postings(other)
    const rarity = idf(postings.length, index.passages)
    for (const posting of postings) {
      const known = best.get(keyOf(posting))
      if (!known || known.share * known.rarity < share * rarity) best.set(keyOf(posting), { posting, share, rarity })
    }
  }
  return best
}

function candidates(lists: readonly (readonly Posting[])[], meant: readonly ReadonlyMap<number, Meant>[]): Candidate[] {
  const none = <T>() => new Array<T | undefined>(lists.length).fill(undefined)
  const found = new Map<number, PassageAt & { postings: (Posting | undefined)[]; meant: (Meant | undefined)[] }>()
  const at = (posting: Posting) => {
    const key = keyOf(posting)
    let candidate = found.get(key)
    if (!candidate) {
      const { segment, passage } = posting
      found.set(key, (candidate = { segment, passage, postings: none<Posting>(), meant: none<Meant>() }))
    }
    return candidate
  }
  lists.forEach((list, term) => {
    for (const posting of list) at(posting).postings[term] = posting
  })
  meant.forEach((list, term) => {
    for (const each of list.values()) at(each.posting).meant[term] = each
  })
  return [...found.values()].sort((a, b) => a.segment - b.segment || a.passage - b.passage)
}
