import { wordsOf, type Spoken } from '../languages'
import { KNOWN_WORDS, meaningsOf, vectorOf, type WordVector } from '../meaning'
import { find, tokensOf, wordsIn } from '../reading'
import { contentTerms, contentTermsIn, languageOf, remembered, synonymsOf } from '../text'
import { moodOfWords, NO_MOOD, type Mood } from './mood'
import { topicsIn, type Topics } from './topics'

/** One word of a text as meaning is compared: its stem, how much it counts, and its vector where one is known. */
export interface SenseWord {
  readonly stem: string
  readonly word: string
  /** 0..1: rarer words say more of what a text is about; words of form next to nothing. */
  readonly weight: number
  readonly vector: WordVector | undefined
}

/** What a text is about, ready to be compared: its words, their weighted mean, and its mood. */
export interface Sense {
  readonly text: string
  readonly words: readonly SenseWord[]
  readonly mean: Float64Array | undefined
  readonly mood: Mood
  readonly topics: Topics
}

const LIGHT = 0.12
/** A word that no list of common words knows is a name or a term: it says most. */
const UNKNOWN = 1

/** The few most common words all say as little. */
const COMMON = 10
const LOG_COMMON = Math.log(COMMON)
const LOG_ALL = Math.log(KNOWN_WORDS + COMMON)

/** How much a word says by how rare it is: the share of the logarithm of its rank. */
export function weightOf(word: string, vector: WordVector | undefined, light: ReadonlySet<string>): number {
  if (light.has(word)) return LIGHT
  if (!vector) return UNKNOWN
  return Math.max(LIGHT, (Math.log(vector.rank + COMMON) - LOG_COMMON) / (LOG_ALL - LOG_COMMON))
}

/**
 * The sense of a text, with words that are implied though not said added at part of their weight; `own` is the language
 * it is in unless it shows another.
 */
export function senseOf(text: string, implied: readonly string[] = [], own: Spoken = 'en'): Sense {
  const language = languageOf(text, own)
  const light = wordsIn(wordsOf(language).light)
  const seen = new Set<string>()
  const words: SenseWord[] = []
  const add = (stem: string, word: string, share: number) => {
    if (seen.has(stem)) return
    seen.add(stem)
    const vector = language === 'en' ? vectorOf(word) : undefined
    words.push({ stem, word, weight: share * weightOf(word, vector, light), vector })
  }
  for (const term of contentTermsIn(text, own)) {
    const word = text.slice(term.start, term.end).toLowerCase()
    // "Check-in" stands there by its parts as well.
    if (!/[-‐‑]/.test(word)) add(term.stem, word, 1)
  }
  for (const word of implied) for (const term of contentTerms(word)) add(term.stem, word, IMPLIED)
  // The list of moods is English: "die" is no death in German.
  const mood = language === 'en' ? moodOfWords(tokensOf(text).map((token) => token.text)) : NO_MOOD
  return { text, words, mean: meanOf(words), mood, topics: topicsIn(text, language) }
}
const IMPLIED = 0.6

/** The weighted mean of the vectors of words; undefined where none is known. */
export function meanOf(words: readonly Pick<SenseWord, 'vector' | 'weight'>[]): Float64Array | undefined {
  let mean: Float64Array | undefined
  for (const { vector, weight } of words) {
    if (!vector) continue
    mean ??= new Float64Array(vector.bytes.length)
    for (let at = 0; at < mean.length; at++) mean[at]! += weight * vector.bytes[at]!
  }
  return mean
}

/** The condition without the words for whoever it is about and what they do: "someone asks about parking" is "parking". */
export function subjectOf(condition: string, own: Spoken = 'en'): string {
  const tokens = tokensOf(condition)
  const { visitor } = wordsOf(languageOf(condition, own))
  const who = find(visitor, tokens)
  return who && who.from === 0 && who.to < tokens.length ? condition.slice(tokens[who.to]!.start) : condition
}

/** A condition as it is held against lines: without whoever it is about, and of the subjects it shows clearly alone. */
export function conditionOf(condition: string, own: Spoken = 'en'): Sense {
  const sense = senseOf(condition, [], own)
  const most = Math.max(0, ...sense.topics.values())
  return { ...sense, topics: new Map([...sense.topics].filter(([, how]) => how >= Math.max(CLEAR, most * MAIN))) }
}
/** "Book a meeting room" is about booking, not about sleeping; what only a doubtful phrase shows is no subject. */
const MAIN = 0.6
const CLEAR = 0.4

/** Words put for each other: everyday synonyms, and what a dictionary relates, by stem. */
export function relatedBy(a: string, b: string): number {
  if (a === b) return 1
  if (synonymsOf(a).has(b)) return SYNONYM
  for (const { stems, share } of meaningsOf(a)) if (stems.length === 1 && stems[0] === b) return RELATED * share
  for (const { stems, share } of meaningsOf(b)) if (stems.length === 1 && stems[0] === a) return RELATED * share
  return 0
}
const SYNONYM = 0.9
const RELATED = 0.9

const means = remembered((text): { readonly mean: Float64Array | undefined } => {
  const language = languageOf(text)
  if (language !== 'en') return { mean: undefined }
  const light = wordsIn(wordsOf(language).light)
  const words = contentTerms(text).map((term) => {
    const word = text.slice(term.start, term.end).toLowerCase()
    const vector = vectorOf(word)
    return { stem: term.stem, word, weight: weightOf(word, vector, light), vector }
  })
  return { mean: meanOf(words) }
})

/** The weighted mean of the vectors of a text's words; undefined where none is known. */
export const meanVector = (text: string): Float64Array | undefined => means(text).mean

/** The cosine of two means, 0..1; 0 where one is unknown. */
export function nearness(a: Float64Array | undefined, b: Float64Array | undefined): number {
  if (!a || !b) return 0
  let [ab, aa, bb] = [0, 0, 0]
  for (let at = 0; at < a.length; at++) {
    ab += a[at]! * b[at]!
    aa += a[at]! ** 2
    bb += b[at]! ** 2
  }
  return aa === 0 || bb === 0 ? 0 : Math.max(0, ab / Math.sqrt(aa * bb))
}
