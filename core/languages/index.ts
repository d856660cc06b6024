/** What is known of each language an agent speaks: data only, one folder a language. */
import { deu, eng, fra, ita, nld, spa } from 'stopword'
import { words as de } from './de/words'
import { words as en } from './en/words'
import { words as es } from './es/words'
import { words as fr } from './fr/words'
import { words as it } from './it/words'
import { words as nl } from './nl/words'
import type { LanguageWords } from './words'

export { ASKED_FOR, type AskedFor, type LanguageWords } from './words'
export type { Phrases, Register } from './phrases'
export { CASUAL, FORMAL, inFormality, listed, ownWords, phrasesFor } from './spoken'
export { insertPhrases, type InsertPhrases } from './inserts'
export { dayNames, monthNames } from './calendar'

/** The languages texts are told apart by, stemmed in, and spoken in: BCP 47 primary tags. */
export const SPOKEN = ['en', 'fr', 'de', 'es', 'it', 'nl'] as const
export type Spoken = (typeof SPOKEN)[number]

const WORDS: Readonly<Record<Spoken, LanguageWords>> = { en, fr, de, es, it, nl }

/** The words of one language. */
export const wordsOf = (language: Spoken): LanguageWords => WORDS[language]

/** The phrases of a list: "a, b c" gives "a" and "b c". */
export const phrasesIn = (list: string): string[] =>
  list
    .split(',')
    .map((phrase) => phrase.trim())
    .filter(Boolean)

/** The function words of each language, from the package `stopword`, in small letters. */
export const FUNCTION_WORDS: Readonly<Record<Spoken, readonly string[]>> = {
  en: eng,
  fr: fra,
  de: deu,
  es: spa,
  it: ita,
  nl: nld,
}

export { topicsOf, type Topic } from './topics'
export { REMARK_WORDS } from './en/remarks'
export { COMPLAINTS } from './en/complaints'
export { RELAY_WORDS } from './en/relayWords'
export { REWORDING } from './en/rewording'
export { PLAIN_CHECKS } from './en/plainChecks'
