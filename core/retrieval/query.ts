import { isLight, isStopWord, languageOf, terms, type Spoken } from '../text'

/** One distinct content term of a question, with the forms it was written in. */
export interface QueryTerm {
  readonly stem: string
  readonly words: readonly string[]
  /** How much it says of the subject: less for words that carry a question's form ("cost", "long"). */
  readonly weight: number
}

/** A question prepared for search: its content terms, and every stem in order for phrases. */
export interface Query {
  readonly text: string
  readonly terms: readonly QueryTerm[]
  readonly phrase: readonly string[]
}

/** A word of a question's form counts this much of a word of its subject. */
const LIGHT = 0.4

/** Prepares a question: stop words leave the terms but stay in the phrase; quantity is not weighed here. `own` is the
 * language it is in unless it shows another. */
export function parseQuery(text: string, own?: Spoken): Query {
  const language = languageOf(text, own)
  const all = terms(text, language)
  const surface = (term: { start: number; end: number }) => text.slice(term.start, term.end)
  const carrying = all.filter((term) => !isStopWord(surface(term), language))
  const byStem = new Map<string, string[]>()
  for (const term of carrying.length > 0 ? carrying : all) {
    byStem.set(term.stem, [...(byStem.get(term.stem) ?? []), surface(term)])
  }
  return {
    text,
    terms: [...byStem].map(([stem, words]) => ({ stem, words, weight: isLight(stem) ? LIGHT : 1 })),
    phrase: all.map((term) => term.stem),
  }
}
