/** A word as it stands in a text: the surface form and the half-open character range it covers. */
export interface Word {
  readonly text: string
  readonly start: number
  readonly end: number
}

const segmenters = new Map<string, Intl.Segmenter>()

/** The Unicode segmenter (UAX #29) of one language and unit, made once: building one costs milliseconds. */
function segmenter(granularity: 'word' | 'sentence', language = 'en'): Intl.Segmenter {
  const key = `${granularity}:${language}`
  const known = segmenters.get(key)
  if (known) return known
  const made = new Intl.Segmenter(language, { granularity })
  segmenters.set(key, made)
  return made
}

/** A stretch of a text between two boundaries. `isForced` when only the cutting of a long text ended it. */
export interface Stretch {
  readonly start: number
  readonly end: number
  readonly isWordLike: boolean
  readonly isForced: boolean
}

/** V8's segmenter takes time quadratic in the length of its text, so long texts are given to it in pieces. */
const PIECE = 2000

/** Parts a text at Unicode boundaries (UAX #29), in time linear in its length. */
export function* stretches(text: string, granularity: 'word' | 'sentence', language = 'en'): Generator<Stretch> {
  const segments = segmenter(granularity, language)
  for (let from = 0; from < text.length;) {
    const { end, isClean } = pieceEnd(text, from)
    let last: Stretch | undefined
    for (const part of segments.segment(text.slice(from, end))) {
      if (last) yield last
      const start = from + part.index
      last = { start, end: start + part.segment.length, isWordLike: part.isWordLike === true, isForced: false }
    }
    if (last) yield { ...last, isForced: !isClean }
    from = end
  }
}

/** Where to end a piece: after a sentence if one ends near, else between words, else anywhere. */
function pieceEnd(text: string, from: number): { end: number; isClean: boolean } {
  if (text.length - from <= PIECE * 1.5) return { end: text.length, isClean: true }
  const piece = text.slice(from, from + PIECE)
  const sentenceEnd = /^[\s\S]*[.!?…]["'”’)\]]*\s+/.exec(piece)?.[0].length ?? 0
  if (sentenceEnd > PIECE / 4) return { end: from + sentenceEnd, isClean: true }
  const space = /^[\s\S]*\s/.exec(piece)?.[0].length ?? 0
  return { end: from + (space > PIECE / 4 ? space : PIECE), isClean: false }
}

/** Text whose words `latinWords` finds just as UAX #29 does, raised figures and fractions aside: nothing beyond Latin letters and common signs. */
// eslint-disable-next-line no-control-regex -- control characters part words like spaces do
const IS_LATIN = /^[\u0000-\u024f\u2010-\u2027\u2030-\u203a\u20ac\u2190-\u2193\u00d7]*$/

/**
 * The words of a text in order, by Unicode word boundaries (UAX #29); punctuation and spaces are left out. Latin text is
 * parted by its characters' classes, which finds the same boundaries many times faster; everything else by
 * `Intl.Segmenter`.
 */
export const words = (text: string, language = 'en'): Word[] =>
  IS_LATIN.test(text) ? latinWords(text) : segmentedWords(text, language)

const LETTER = 1
const DIGIT = 2
const UNDERSCORE = 3
/** The class of each character below U+0250; 0 for what parts words. */
const CLASSES = Uint8Array.from({ length: 0x250 }, (_, code) => {
  const character = String.fromCharCode(code)
  if (/[\p{L}\p{M}]/u.test(character)) return LETTER
  if (/\p{N}/u.test(character)) return DIGIT
  return character === '_' ? UNDERSCORE : 0
})
const classAt = (text: string, at: number): number => CLASSES[text.charCodeAt(at)] ?? 0

/** Signs that join the letters, and the digits, at both their sides. */
const JOINS_LETTERS = "'’.:·"
const JOINS_DIGITS = ".,;'’"

/** Whether the sign at `at` joins what stands before and after it to one word. */
function joins(text: string, at: number): boolean {
  const before = classAt(text, at - 1)
  if (classAt(text, at + 1) !== before) return false
  return (before === LETTER ? JOINS_LETTERS : before === DIGIT ? JOINS_DIGITS : '').includes(text[at]!)
}

/** Runs of letters, digits and underscores, and of those that a sign joins. */
function latinWords(text: string): Word[] {
  const found: Word[] = []
  for (let at = 0; at < text.length; at++) {
    if (classAt(text, at) === 0) continue
    const start = at
    do while (classAt(text, at) !== 0) at++
    while (joins(text, at) && ++at < text.length)
    // One underscore alone is a sign, by UAX #29; several are not.
    if (at - start > 1 || text[start] !== '_') found.push({ text: text.slice(start, at), start, end: at })
  }
  return found
}

/** The words of a text as `Intl.Segmenter` finds them. */
export function segmentedWords(text: string, language = 'en'): Word[] {
  const found: Word[] = []
  for (const { start, end, isWordLike } of stretches(text, 'word', language)) {
    if (isWordLike) found.push({ text: text.slice(start, end), start, end })
  }
  return found
}

/** How many words a text has, as a person would count them. */
export const wordCount = (text: string): number => words(text).length
