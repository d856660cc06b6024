import { FIELDS, POSTING_WIDTH, type Segment } from './segment'

/** Where a passage is: which segment of the library, and which passage in it. */
export interface PassageAt {
  readonly segment: number
  readonly passage: number
}

/** One term in one passage: how often it stands in each field, and where in the body. */
export interface Posting extends PassageAt {
  readonly positions: Uint32Array
  /** The first of them; undefined when it stands nowhere in the body. */
  readonly first: number | undefined
  /** How often in one field, by FIELDS. */
  count(field: number): number
}

/**
 * An index over several sources: segments put side by side, never merged, so that adding or removing a source costs
 * nothing and an edition shares segments with the draft. Document frequencies and average lengths are summed over all.
 */
export class LibraryIndex {
  readonly passages: number
  readonly averageLengths: readonly number[]
  readonly #dictionaries: readonly Map<string, number>[]

  constructor(
    readonly segments: readonly Segment[],
    /** How much each segment's scores count, 1 as usual. */
    readonly weights: readonly number[] = segments.map(() => 1),
  ) {
    this.passages = segments.reduce((sum, segment) => sum + segment.passages, 0)
    this.averageLengths = FIELDS.map((_, field) => averageLength(segments, field, this.passages))
    this.#dictionaries = segments.map(dictionaryOf)
  }

  /** All postings of a stem over the whole library, in library order. */
  postings(stem: string): Posting[] {
    const found: Posting[] = []
    this.segments.forEach((segment, at) => {
      const term = this.#dictionaries[at]!.get(stem)
      if (term !== undefined) collect(segment, at, term, found)
    })
    return found
  }

  /** How many passages hold the stem. */
  frequency(stem: string): number {
    return this.segments.reduce((sum, segment, at) => {
      const term = this.#dictionaries[at]!.get(stem)
      return term === undefined ? sum : sum + segment.starts[term + 1]! - segment.starts[term]!
    }, 0)
  }

  /** Finds the posting of a stem in one passage after another; undefined when one does not hold it. Quickest in library order. */
  finder(stem: string): (at: PassageAt) => Posting | undefined {
    let last = -1
    let term: number | undefined
    return ({ segment, passage }) => {
      if (segment !== last) term = this.#dictionaries[segment]!.get(stem)
      last = segment
      return term === undefined ? undefined : postingOf(this.segments[segment]!, segment, term, passage)
    }
  }

  /** How often a stem stands in the body of one passage after another, which must be asked for in library order. */
  counter(stem: string): (at: PassageAt) => number {
    let last = -1
    let [from, end] = [0, 0]
    return ({ segment, passage }) => {
      const { starts, postings } = this.segments[segment]!
      if (segment !== last) {
        const term = this.#dictionaries[segment]!.get(stem)
        ;[from, end] = term === undefined ? [0, 0] : [starts[term]!, starts[term + 1]!]
        last = segment
      }
      while (from < end && postings[from * POSTING_WIDTH]! < passage) from++
      return from < end && postings[from * POSTING_WIDTH] === passage ? postings[from * POSTING_WIDTH + 1 + BODY]! : 0
    }
  }

  /** Whether any passage holds the stem. */
  has(stem: string): boolean {
    return this.#dictionaries.some((dictionary) => dictionary.has(stem))
  }

  /** The stems that may be a slip away from a word: same first letter or the next one swapped in, length within `most`. */
  *termsNear(word: string, most: number): Generator<string> {
    const openings = new Set([word[0]!, word[1] ?? word[0]!])
    for (const segment of this.segments) {
      for (const opening of openings) {
        const terms = segment.terms
        for (let at = firstFrom(terms, opening); at < terms.length && terms[at]!.startsWith(opening); at++) {
          if (Math.abs(terms[at]!.length - word.length) <= most) yield terms[at]!
        }
      }
    }
  }

  /** How many words of a passage's body stand in its first sentence. */
  opening({ segment, passage }: PassageAt): number {
    return this.segments[segment]!.openings[passage]!
  }

  /** Words in one field of a passage, by FIELDS. */
  length({ segment, passage }: PassageAt, field: number): number {
    return this.segments[segment]!.lengths[passage * FIELDS.length + field]!
  }
}

function postingOf(stored: Segment, segment: number, term: number, passage: number): Posting | undefined {
  const end = stored.starts[term + 1]!
  let low = stored.starts[term]!
  let high = end
  while (low < high) {
    const middle = (low + high) >> 1
    if (stored.postings[middle * POSTING_WIDTH]! < passage) low = middle + 1
    else high = middle
  }
  const isHere = low < end && stored.postings[low * POSTING_WIDTH] === passage
  return isHere ? new StoredPosting(stored, segment, passage, low * POSTING_WIDTH) : undefined
}

/** Where the first of the sorted terms stands that is not below `text`. */
function firstFrom(terms: readonly string[], text: string): number {
  let low = 0
  let high = terms.length
  while (low < high) {
    const middle = (low + high) >> 1
    if (terms[middle]! < text) low = middle + 1
    else high = middle
  }
  return low
}

const dictionaries = new WeakMap<Segment, Map<string, number>>()

/** A segment's terms by name: made once per segment, however many libraries share it. */
function dictionaryOf(segment: Segment): Map<string, number> {
  const known = dictionaries.get(segment)
  if (known) return known
  const made = new Map(segment.terms.map((term, at) => [term, at]))
  dictionaries.set(segment, made)
  return made
}

function collect(segment: Segment, at: number, term: number, found: Posting[]): void {
  const { starts, postings } = segment
  for (let posting = starts[term]!; posting < starts[term + 1]!; posting++)
    found.push(new StoredPosting(segment, at, postings[posting * POSTING_WIDTH]!, posting * POSTING_WIDTH))
}

/** A posting read from its segment when it is asked for: most of what a common word has is never looked at. */
class StoredPosting implements Posting {
  constructor(
    private readonly stored: Segment,
    readonly segment: number,
    readonly passage: number,
    private readonly base: number,
  ) {}

  get first(): number | undefined {
    const { postings, positions } = this.stored
    return this.count(BODY) > 0 ? positions[postings[this.base + 4]!] : undefined
  }

  get positions(): Uint32Array {
    const { postings, positions } = this.stored
    const next = this.base + POSTING_WIDTH
    return positions.subarray(postings[this.base + 4]!, next < postings.length ? postings[next + 4]! : positions.length)
  }

  count(field: number): number {
    return this.stored.postings[this.base + 1 + field]!
  }
}

export const BODY = FIELDS.indexOf('body')

function averageLength(segments: readonly Segment[], field: number, passages: number): number {
  let sum = 0
  for (const segment of segments) {
    for (let at = field; at < segment.lengths.length; at += FIELDS.length) sum += segment.lengths[at]!
  }
  return passages === 0 ? 0 : sum / passages
}
