import snowball from 'snowball-stemmers'
import { eng } from 'stopword'
import { regular } from './irregular'
import { functionWords, languageOf, SPOKEN, type Spoken } from './language'
import { remembered } from './remember'
import { words } from './words'

/** A word made comparable: its stem, where it stands in the text, and its ordinal among all words. */
export interface Term {
  readonly stem: string
  readonly start: number
  readonly end: number
  readonly position: number
}

/** Snowball's names for the languages; English is Porter2. */
const ALGORITHMS: Readonly<Record<Spoken, string>> = {
  en: 'english',
  fr: 'french',
  de: 'german',
  es: 'spanish',
  it: 'italian',
  nl: 'dutch',
}
const stemmers = new Map<Spoken, { stem(word: string): string }>()
const stems = new Map<Spoken, Map<string, string>>(SPOKEN.map((language) => [language, new Map()]))
const STEM_CACHE_SIZE = 50_000

/** Words that ask or point rather than tell what about; on top of the package's English stop words. */
const POINTING = (
  'until till into onto upon toward towards among across via within per during while may might shall will wont cannot does doing done when why whom whose she us me myself ours yours theirs just very ' +
  "please tell let know here there then so else am been isn't aren't don't doesn't didn't can't won't i'm i'd i've i'll " +
  "what's it's that's there's where's how's you're we're they're"
).split(' ')
const stopWords = new Set<string>([...eng, ...POINTING])

/** Words the package calls stop words that carry the answer here: quantity, order, negation. */
const KEPT = ['one', 'two', 'three', 'first', 'last', 'no', 'not', 'off', 'out', 'over', 'under', 'before', 'after']
for (const word of KEPT) stopWords.delete(word)

const fold = (word: string): string => word.normalize('NFKD').replace(/\p{M}/gu, '').replace(/[’ʼ]/g, "'").toLowerCase()

/**
 * The stem of one word: lower case, possessive dropped, Snowball's algorithm of the language (English: Porter2), and
 * only then without accents, which the algorithms of other languages need.
 */
export function stem(word: string, language: Spoken = 'en'): string {
  const cache = stems.get(language)!
  const known = cache.get(word)
  if (known !== undefined) return known
  let stemmer = stemmers.get(language)
  if (!stemmer) stemmers.set(language, (stemmer = snowball.newStemmer(ALGORITHMS[language])))
  const made =
    language === 'en'
      ? stemmer.stem(regular(fold(word).replace(/'s?$/, '')))
      : fold(stemmer.stem(word.normalize('NFC').replace(/[’ʼ]/g, "'").toLowerCase()))
  if (cache.size >= STEM_CACHE_SIZE) cache.clear()
  cache.set(word, made)
  return made
}

const foreignStopWords = new Map<Spoken, ReadonlySet<string>>()

/** Whether a word says nothing of the subject (articles, prepositions, auxiliaries, question words). */
export function isStopWord(word: string, language: Spoken = 'en'): boolean {
  if (language === 'en') return stopWords.has(fold(word))
  let list = foreignStopWords.get(language)
  if (!list) foreignStopWords.set(language, (list = new Set(functionWords(language).map(fold))))
  return list.has(fold(word))
}

/**
 * All words of a text as terms, stop words included, stemmed in the text's own language: what phrases and positions
 * are matched on. Words joined by a
 * hyphen give their joined form too ("Wi-Fi" → wi, wifi, fi), since people write both.
 */
export function terms(text: string, language?: Spoken): readonly Term[] {
  return language === undefined ? termsOf(text) : termsIn(text, language)
}

const termsOf = remembered((text) => termsIn(text, languageOf(text)))

function termsIn(text: string, language: Spoken): Term[] {
  const found: Term[] = []
  let last: { text: string; start: number; end: number } | undefined
  let position = 0
  for (const word of words(text)) {
    const isJoined = last !== undefined && word.start === last.end + 1 && /[-‐‑]/.test(text[last.end]!)
    if (isJoined) {
      found.push({
        stem: stem(last!.text + word.text, language),
        start: last!.start,
        end: word.end,
        position: position - 1,
      })
    }
    found.push({ stem: stem(word.text, language), start: word.start, end: word.end, position: position++ })
    last = word
  }
  return found
}

/** The terms that carry the subject of a text; all its terms when nothing but stop words is there. */
export const contentTerms = remembered((text): readonly Term[] => carryingOf(text, languageOf(text)))

/** The same for a text that is in one language unless it clearly shows another: a short one shows none. */
export const contentTermsIn = (text: string, own: Spoken): readonly Term[] =>
  own === 'en' ? contentTerms(text) : carryingOf(text, languageOf(text, own))

function carryingOf(text: string, language: Spoken): readonly Term[] {
  const all = terms(text, language)
  const carrying = all.filter((term) => !isStopWord(text.slice(term.start, term.end), language))
  return carrying.length > 0 ? carrying : all
}

/** The distinct stems that carry the subject of a text. */
export const contentStems = remembered(
  (text): ReadonlySet<string> => new Set(contentTerms(text).map((term) => term.stem)),
)

/** The distinct stems of all words of a text. */
export const stemSet = remembered((text): ReadonlySet<string> => new Set(terms(text).map((term) => term.stem)))

/** The stems of a list of English words, for word lists in code. */
export const stemList = (list: string | readonly string[]): Set<string> =>
  new Set((typeof list === 'string' ? list.trim().split(/\s+/) : list).map((word) => stem(word)))
