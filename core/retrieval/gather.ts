import { meaningsOf } from '../meaning'
import { synonymsOf } from '../text'
import { idf } from './bm25'
import type { LibraryIndex, PassageAt, Posting } from './libraryIndex'
import type { Candidate, Meant } from './scorers'

/** Everyday synonyms mean the same more surely than WordNet's relations. */
const SYNONYM = 0.85
const RELATED = 0.6
/** Words looked up for each term. */
const MOST_MEANT = 8

const keyOf = ({ segment, passage }: PassageAt): number => segment * 2 ** 26 + passage

/** Passages that are enough to choose from; more only cost time (`npm run retrieval`: 1000 to 4000 find equally well). */
const ENOUGH = 2000

/** A word that stands in so many passages needs no other word to be found by. */
const OFTEN = 300

/** The best posting, in each passage, of the words that mean the same as a stem that `held` passages hold. */
export function meantBy(index: LibraryIndex, stem: string, held: number): Map<number, Meant> {
  if (held > OFTEN) return new Map()
  const others = [
    ...[...synonymsOf(stem)].map((other) => ({ other, share: SYNONYM })),
    ...meaningsOf(stem).flatMap(({ stems, share }) =>
      stems.length === 1 ? [{ other: stems[0]!, share: RELATED * share }] : [],
    ),
  ].slice(0, MOST_MEANT)
  const best = new Map<number, Meant>()
  for (const { other, share } of others) {
    // "Use" for "usable" would find half the library and tell next to nothing of any passage.
    if (index.frequency(other) > ENOUGH) continue
    const postings = index.postings(other)
    const rarity = idf(postings.length, index.passages)
    for (const posting of postings) {
      const known = best.get(keyOf(posting))
      if (!known || known.share * known.rarity < share * rarity) best.set(keyOf(posting), { posting, share, rarity })
    }
  }
  return best
}

/**
 * Which terms find candidates: the rarest, until what they find is enough. A commoner term then only adds to the score
 * of what the rarer ones found: a passage that holds nothing but "row" and "year" answers no question about beehives.
 */
export function leadingTerms(frequencies: readonly number[]): Set<number> {
  const byRarity = frequencies.map((_, term) => term).sort((a, b) => frequencies[a]! - frequencies[b]!)
  const leading = new Set<number>()
  let sum = 0
  for (const term of byRarity) {
    if (sum > 0 && sum + frequencies[term]! > ENOUGH) break
    sum += frequencies[term]!
    leading.add(term)
  }
  return leading
}

/**
 * The passages that hold a leading term or a word that means it, in library order, with the postings of all terms.
 * `lists` holds the postings of the leading terms; `finderOf` finds those of the others.
 */
export function candidates(
  lists: readonly (readonly Posting[] | undefined)[],
  meant: readonly ReadonlyMap<number, Meant>[],
  finderOf: (term: number) => (at: PassageAt) => Posting | undefined,
): Candidate[] {
  const none = <T>() => new Array<T | undefined>(lists.length).fill(undefined)
  // Most questions have no term that others are looked up for: then all candidates share one empty list.
  const noneMeant = none<Meant>()
  const hasMeant = meant.some((list) => list.size > 0)
  const made = ({ segment, passage }: PassageAt): Building => ({
    segment,
    passage,
    postings: none<Posting>(),
    meant: hasMeant ? none<Meant>() : noneMeant,
  })
  const [only, ...others] = lists.flatMap((list, term) => (list ? [{ list, term }] : []))
  // One list alone is in order and without repeats, however long.
  const inOrder =
    only && others.length === 0 && !hasMeant
      ? only.list.map((posting) => {
          const candidate = made(posting)
          candidate.postings[only.term] = posting
          return candidate
        })
      : joined(lists, meant, made)
  lists.forEach((list, term) => {
    if (list) return
    const find = finderOf(term)
    for (const candidate of inOrder) candidate.postings[term] = find(candidate)
  })
  return inOrder
}

interface Building extends PassageAt {
  readonly postings: (Posting | undefined)[]
  readonly meant: (Meant | undefined)[]
}

/** Several lists put together: one candidate for each passage, in library order. */
function joined(
  lists: readonly (readonly Posting[] | undefined)[],
  meant: readonly ReadonlyMap<number, Meant>[],
  made: (at: PassageAt) => Building,
): Building[] {
  const found = new Map<number, Building>()
  const at = (posting: Posting) => {
    const key = keyOf(posting)
    let candidate = found.get(key)
    if (!candidate) found.set(key, (candidate = made(posting)))
    return candidate
  }
  lists.forEach((list, term) => {
    for (const posting of list ?? []) at(posting).postings[term] = posting
  })
  meant.forEach((list, term) => {
    for (const each of list.values()) at(each.posting).meant[term] = each
  })
  return [...found.values()].sort((a, b) => a.segment - b.segment || a.passage - b.passage)
}

/**
 * The postings of a list worth scoring in full: of more than enough, those whose passages hold most of the question by the
 * measure given. They stay in library order.
 */
export function worthScoring(list: readonly Posting[], measure: (at: PassageAt) => number): readonly Posting[] {
  if (list.length <= ENOUGH) return list
  const measures = Float64Array.from(list, measure)
  const least = measures.slice().sort().at(-ENOUGH)!
  let room = ENOUGH - measures.reduce((sum, each) => (each > least ? sum + 1 : sum), 0)
  return list.filter((_, at) => measures[at]! > least || (measures[at] === least && room-- > 0))
}
