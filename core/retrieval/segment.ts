import { languageOf, terms, type Spoken } from '../text'

/** The fields of a passage that are indexed, in the order their lengths and counts are stored. */
export const FIELDS = ['title', 'headings', 'body'] as const
export type Field = (typeof FIELDS)[number]

/** What is indexed of one passage. */
export interface IndexedText {
  readonly title: string
  readonly headings: readonly string[]
  readonly body: string
}

/**
 * The inverted index of one source version: immutable, plain typed arrays, so that it can be built in a worker, handed
 * over without copying, and put together with others into a library index by reference.
 *
 * `postings` holds, per term and passage, POSTING_WIDTH numbers: passage, count in title, in headings, in body, and
 * where its body positions begin in `positions` (they end where the next posting's begin).
 */
export interface Segment {
  readonly passages: number
  /** Words per field: FIELDS.length numbers per passage. */
  readonly lengths: Uint32Array
  /** How many words of each passage's body stand before the end of its first sentence. */
  readonly openings: Uint16Array
  readonly terms: readonly string[]
  /** Where each term's postings begin, in postings; one more entry than terms. */
  readonly starts: Uint32Array
  readonly postings: Uint32Array
  readonly positions: Uint32Array
}

export const POSTING_WIDTH = 5

interface Building {
  counts: [number, number, number]
  positions: number[]
}

/** Builds the segment of a list of passages. Title and heading words are counted; body words keep their positions. */
export function buildSegment(passages: readonly IndexedText[]): Segment {
  const lengths = new Uint32Array(passages.length * FIELDS.length)
  const openings = new Uint16Array(passages.length)
  const byTerm = new Map<string, Map<number, Building>>()
  const posting = (term: string, passage: number): Building => {
    let list = byTerm.get(term)
    if (!list) byTerm.set(term, (list = new Map()))
    let entry = list.get(passage)
    if (!entry) list.set(passage, (entry = { counts: [0, 0, 0], positions: [] }))
    return entry
  }
  passages.forEach((passage, at) => {
    const language = languageOf(passage.body)
    const titleStems = plainStems(passage.title, language)
    const headingStems = plainStems(passage.headings.join(' '), language)
    const bodyTerms = terms(passage.body, language)
    for (const each of titleStems) posting(each, at).counts[0]++
    for (const each of headingStems) posting(each, at).counts[1]++
    for (const each of bodyTerms) {
      const entry = posting(each.stem, at)
      entry.counts[2]++
      entry.positions.push(each.position)
    }
    const end = openingEnd(passage.body)
    openings[at] = bodyTerms.findLast((each) => each.start < end)?.position ?? 0
    lengths.set([titleStems.length, headingStems.length, bodyTerms.length], at * FIELDS.length)
  })
  return packed(passages.length, lengths, openings, byTerm)
}

/** A text opens with at least this many characters: "No." or "3.1" is no sentence. */
const SHORTEST_OPENING = 15
const LONGEST_OPENING = 300
const SENTENCE_END = /[.!?…:]["”’)\]]*\s|\n/g

/** Where the first sentence of a text ends, told by its marks alone: the index is made of millions of them. */
function openingEnd(text: string): number {
  SENTENCE_END.lastIndex = SHORTEST_OPENING
  return Math.min(SENTENCE_END.exec(text)?.index ?? text.length, LONGEST_OPENING)
}

function packed(
  passages: number,
  lengths: Uint32Array,
  openings: Uint16Array,
  byTerm: Map<string, Map<number, Building>>,
): Segment {
  const names = [...byTerm.keys()].sort()
  const starts = new Uint32Array(names.length + 1)
  const postings: number[] = []
  const positions: number[] = []
  names.forEach((name, at) => {
    for (const [passage, entry] of byTerm.get(name)!) {
      postings.push(passage, ...entry.counts, positions.length)
      for (const position of entry.positions) positions.push(position)
    }
    starts[at + 1] = postings.length / POSTING_WIDTH
  })
  return {
    passages,
    lengths,
    openings,
    terms: names,
    starts,
    postings: Uint32Array.from(postings),
    positions: Uint32Array.from(positions),
  }
}

/** The stems of a title or headings, in the language of the text below. */
const plainStems = (text: string, language: Spoken): string[] => terms(text, language).map((term) => term.stem)
