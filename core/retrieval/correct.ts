import { editDistance, isEnglishWord, isStopWord, numberOf, stem, words } from '../text'
import type { LibraryIndex } from './libraryIndex'

/** A word of a question that stands nowhere in the library, and the library's word it was most likely meant to be. */
export interface Correction {
  readonly from: string
  readonly stem: string
  readonly start: number
  readonly end: number
}

const SHORTEST = 4
/** Edits allowed by the length of the word: one in short words, two from this length on. */
const TWO_EDITS_FROM = 7

/**
 * Finds the slips of the pen in a question: words whose stem no passage holds, with the nearest stem of the library
 * (optimal string alignment distance; of equals the more frequent). Names, numbers, everyday English words and words in
 * `known` are left alone.
 */
export function correctSpelling(
  index: LibraryIndex,
  question: string,
  known: ReadonlySet<string> = new Set(),
): Correction[] {
  return words(question).flatMap((word): Correction[] => {
    const own = stem(word.text)
    const isName = word.start > 0 && /^\p{Lu}\p{Ll}/u.test(word.text)
    if (word.text.length < SHORTEST || isName || numberOf(word.text) !== undefined || /\d/.test(word.text)) return []
    if (isStopWord(word.text) || known.has(own) || index.has(own) || isEnglishWord(word.text)) return []
    const most = word.text.length >= TWO_EDITS_FROM ? 2 : 1
    const found = questionWordNear(word.text.toLowerCase()) ?? nearestTerm(index, word.text.toLowerCase(), most)
    return found ? [{ from: word.text, stem: found, start: word.start, end: word.end }] : []
  })
}

/** Words that carry a question's form; a slip in one of them is put right by them, not by the library. */
const QUESTION_WORDS = 'much many what when where which there their would could should about please price time'.split(
  ' ',
)
const questionWordNear = (word: string): string | undefined =>
  QUESTION_WORDS.find((each) => editDistance(word, each, 1) <= 1)

/** A stem is compared with its commonest endings put back: "parkng" is nearer to "parking" than to "park". */
const LONGEST_ENDING = 3
const ENDINGS = ['', 'ing', 's', 'e', 'ed', 'y']

function nearestTerm(index: LibraryIndex, word: string, most: number): string | undefined {
  let best: { term: string; distance: number; frequency: number } | undefined
  for (const term of index.termsNear(word, most + LONGEST_ENDING)) {
    const distance = Math.min(...ENDINGS.map((ending) => editDistance(word, term + ending, most)))
    if (distance > most) continue
    const frequency = index.postings(term).length
    const isBetter = !best || distance < best.distance || (distance === best.distance && frequency > best.frequency)
    if (isBetter) best = { term, distance, frequency }
  }
  return best?.term
}
