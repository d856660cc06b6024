import snowball from 'snowball-stemmers'
import { eng } from 'stopword'
import { words } from './words'

/** A word made comparable: its stem, where it stands in the text, and its ordinal among all words. */
export interface Term {
  readonly stem: string
  readonly start: number
  readonly end: number
  readonly position: number
}

const stemmer = snowball.newStemmer('english')
const stems = new Map<string, string>()
const STEM_CACHE_SIZE = 50_000

/** Words that ask or point rather than tell what about; on top of the package's English stop words. */
const POINTING = (
  'may might shall will wont cannot does doing done when why whom whose she us me myself ours yours theirs just very ' +
  "please tell let know here there then so else am been isn't aren't don't doesn't didn't can't won't i'm i'd i've i'll " +
  "what's it's that's there's where's how's you're we're they're"
).split(' ')
const stopWords = new Set<string>([...eng, ...POINTING])

/** Words the package calls stop words that carry the answer here: quantity, order, negation. */
const KEPT = ['one', 'two', 'three', 'first', 'last', 'no', 'not', 'off', 'out', 'over', 'under', 'before', 'after']
for (const word of KEPT) stopWords.delete(word)

const fold = (word: string): string => word.normalize('NFKD').replace(/\p{M}/gu, '').replace(/[’ʼ]/g, "'").toLowerCase()

/** The stem of one word: folded to lower case without accents, possessive dropped, then Porter2 (Snowball English). */
export function stem(word: string): string {
  const known = stems.get(word)
  if (known !== undefined) return known
  const made = stemmer.stem(fold(word).replace(/'s?$/, ''))
  if (stems.size >= STEM_CACHE_SIZE) stems.clear()
  stems.set(word, made)
  return made
}

/** Whether a word says nothing of the subject (articles, prepositions, auxiliaries, question words). */
export const isStopWord = (word: string): boolean => stopWords.has(fold(word))

/**
 * All words of a text as terms, stop words included: what phrases and positions are matched on. Words joined by a
 * hyphen give their joined form too ("Wi-Fi" → wi, wifi, fi), since people write both.
 */
export function terms(text: string): Term[] {
  const found: Term[] = []
  let last: { text: string; start: number; end: number } | undefined
  let position = 0
  for (const word of words(text)) {
    const isJoined = last !== undefined && word.start === last.end + 1 && /[-‐‑]/.test(text[last.end]!)
    if (isJoined) {
      found.push({ stem: stem(last!.text + word.text), start: last!.start, end: word.end, position: position - 1 })
    }
    found.push({ stem: stem(word.text), start: word.start, end: word.end, position: position++ })
    last = word
  }
  return found
}

/** The terms that carry the subject of a text; all its terms when nothing but stop words is there. */
export function contentTerms(text: string): Term[] {
  const all = terms(text)
  const carrying = all.filter((term) => !isStopWord(text.slice(term.start, term.end)))
  return carrying.length > 0 ? carrying : all
}

/** The distinct stems that carry the subject of a text. */
export const contentStems = (text: string): Set<string> => new Set(contentTerms(text).map((term) => term.stem))
