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

/** A term while the segment is built: its postings one after the other, each followed by its positions. */
interface Growing {
  readonly list: number[]
  /** Where the latest posting begins in the list, its passage, and how many there are. */
  at: number
  passage: number
  postings: number
}

/** Of a posting in a growing list: its passage, its counts by field, and then as many positions as the last count says. */
const BODY = FIELDS.indexOf('body')
const HEAD = 1 + FIELDS.length

/** So many passages of a source, and so much of each, tell its language. */
const HEARD = 20
const HEARD_EACH = 200

/** Builds the segment of a list of passages. Title and heading words are counted; body words keep their positions. */
export function buildSegment(passages: readonly IndexedText[]): Segment {
  // A short passage shows no language of its own: it is in that of its source.
  const own = languageOf(
    passages
      .slice(0, HEARD)
      .map(({ body }) => body.slice(0, HEARD_EACH))
      .join('\n'),
  )
  const lengths = new Uint32Array(passages.length * FIELDS.length)
  const openings = new Uint16Array(passages.length)
  const byTerm = new Map<string, Growing>()
  const count = (term: string, passage: number, field: number): Growing => {
    let growing = byTerm.get(term)
    if (!growing) byTerm.set(term, (growing = { list: [], at: 0, passage: -1, postings: 0 }))
    if (growing.passage !== passage) {
      growing.at = growing.list.push(passage, 0, 0, 0) - HEAD
      growing.passage = passage
      growing.postings++
    }
    growing.list[growing.at + 1 + field]!++
    return growing
  }
  const titleStems = lastKept(plainStems)
  const headingStems = lastKept(plainStems)
  passages.forEach((passage, at) => {
    const language = languageOf(passage.body, own)
    const title = titleStems(passage.title, language)
    const headings = headingStems(passage.headings.join(' '), language)
    const body = terms(passage.body, language)
    for (const stem of title) count(stem, at, 0)
    for (const stem of headings) count(stem, at, 1)
    for (const term of body) count(term.stem, at, BODY).list.push(term.position)
    const end = openingEnd(passage.body)
    openings[at] = body.findLast((each) => each.start < end)?.position ?? 0
    lengths.set([title.length, headings.length, body.length], at * FIELDS.length)
  })
  return packed(passages.length, lengths, openings, byTerm)
}

/** Neighbouring passages stand under the same title and mostly under the same headings. */
function lastKept(make: (text: string, language: Spoken) => string[]): typeof make {
  let last: { text: string; language: Spoken; made: string[] } | undefined
  return (text, language) => {
    if (last?.text !== text || last.language !== language) last = { text, language, made: make(text, language) }
    return last.made
  }
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
  byTerm: ReadonlyMap<string, Growing>,
): Segment {
  const names = [...byTerm.keys()].sort()
  // Counted first and written in place: of a long document the arrays are large, and copies would double them.
  let [all, places] = [0, 0]
  for (const { list, postings } of byTerm.values()) {
    all += postings
    places += list.length - postings * HEAD
  }
  const starts = new Uint32Array(names.length + 1)
  const postings = new Uint32Array(all * POSTING_WIDTH)
  const positions = new Uint32Array(places)
  let [posting, position] = [0, 0]
  names.forEach((name, term) => {
    const { list } = byTerm.get(name)!
    for (let at = 0; at < list.length;) {
      const end = at + HEAD + list[at + 1 + BODY]!
      for (let each = at; each < at + HEAD; each++) postings[posting++] = list[each]!
      postings[posting++] = position
      for (let each = at + HEAD; each < end; each++) positions[position++] = list[each]!
      at = end
    }
    starts[term + 1] = posting / POSTING_WIDTH
  })
  return { passages, lengths, openings, terms: names, starts, postings, positions }
}

/** The stems of a title or headings, in the language of the text below. */
const plainStems = (text: string, language: Spoken): string[] => terms(text, language).map((term) => term.stem)
