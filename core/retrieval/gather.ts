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
    const postings = index.postings(other)
    const rarity = idf(postings.length, index.passages)
    for (const posting of postings) {
      const known = best.get(keyOf(posting))
      if (!known || known.share * known.rarity < share * rarity) best.set(keyOf(posting), { posting, share, rarity })
    }
  }
  return best
}

/** The passages that hold a term or a word that means it, in library order. */
export function candidates(
  lists: readonly (readonly Posting[])[],
  meant: readonly ReadonlyMap<number, Meant>[],
): Candidate[] {
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
