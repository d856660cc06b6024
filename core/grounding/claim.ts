import { wordsOf, type Spoken } from '../languages'
import { holds, tokensOf, wordsIn as listed } from '../reading'
import { weightOf } from '../calling'
import { contentTermsIn, daysIn, isStopWord, monthsIn, quantitiesIn, withoutListSign } from '../text'
import { wordsIn } from './ground'
import type { ClaimWord } from './wording'

/** A sentence with fewer content words than this claims nothing that needs backing, unless it states a figure or a day. */
const CLAIM_SIZE = 2

/** What a sentence of a reply says, taken apart. */
export interface Claim {
  /** The sentence without the sign of a list. */
  readonly text: string
  readonly words: readonly ClaimWord[]
  /** Words of it that are no set phrase of the agent's own. */
  readonly isOwnWords: boolean
  readonly isClaim: boolean
  /** It states a figure, a day or a month. */
  readonly hasFigure: boolean
}

/** Takes a sentence apart; `set` are stems of the agent's own phrases, which claim nothing around a figure. */
export function claimIn(
  sentence: string,
  { language, set, isPlace }: { language: Spoken; set: ReadonlySet<string>; isPlace: (name: string) => boolean },
): Claim {
  const text = withoutListSign(sentence).replace(/[*_`]{1,3}(?=\S)|(?<=\S)[*_`]{1,3}/g, '')
  // A section called by its name is there; nothing it says is claimed.
  const body = text.replace(/“([^”]+)”/g, (whole, name: string) => (isPlace(name) ? '' : whole))
  const { light, shades, yesNo, greeting } = wordsOf(language)
  const names = namesIn(body, language)
  const all: ClaimWord[] = [...wordsIn(withoutFigures(body), language).values()]
    .filter(({ stem, word }) => !/^[\d.,:]+$/.test(stem) && !isStopWord(word, language) && !isCalendar(word))
    .filter(({ word }) => !listed(yesNo).has(word) && !listed(greeting).has(word) && !CONTRACTED.test(word))
    .map((each) => ({
      ...each,
      weight: listed(shades).has(each.word) ? LEAST : weightOf(each.word, each.vector, listed(light)),
      isName: names.has(each.stem) && !listed(shades).has(each.word),
    }))
  const told = all.filter(({ stem }) => !set.has(stem))
  const hasFigure = /\d/.test(body) || quantitiesIn(body).length > 0 || daysIn(body).size + monthsIn(body).size > 0
  return {
    text: body,
    words: told.length > 0 ? told : all,
    isOwnWords: told.length === 0,
    hasFigure,
    isClaim:
      !/[:?]\W*$/.test(body) && (hasFigure || all.length >= CLAIM_SIZE) && !isAside(body, told, hasFigure, language),
  }
}

/** "You’d", "isn’t": words of form, whatever they are short for. */
const CONTRACTED =
  /^\p{L}+(?:n['’]t|['’](?:re|ve|ll|d|m))$|^(?:i|you|he|she|it|we|they|that|there|here|who|what|where|let|how)['’]s$/iu

/** What shades a statement says next to nothing. */
export const LEAST = 0.1

/** A text without its figures and their units, which are held by themselves. */
function withoutFigures(text: string): string {
  let rest = text
  for (const { start, end, dimension, text: own } of [...quantitiesIn(text)].reverse()) {
    // Of what is counted the noun stays: "two charging points" are points.
    const noun = dimension === 'count' ? own.replace(/^\S+/, '') : ''
    rest = `${rest.slice(0, start)} ${noun} ${rest.slice(end)}`
  }
  return rest
}

/** Days and months are held by themselves. */
const isCalendar = (word: string): boolean => {
  const written = word[0]!.toUpperCase() + word.slice(1)
  return daysIn(written).size > 0 || monthsIn(written).size > 0
}

/** Words that a courtesy may hold beside its own phrase before it claims something. */
const MOST_BESIDE = 3

/** "Let me know if you need help with the form": courtesy, an offer, that it is not known. */
function isAside(text: string, words: readonly ClaimWord[], hasFigure: boolean, language: Spoken): boolean {
  if (hasFigure || !holds(wordsOf(language).aside, tokensOf(text))) return false
  return words.filter(({ weight }) => weight > WEIGHTY).length <= MOST_BESIDE
}
const WEIGHTY = 0.35

/** Stems written as names: with a capital inside a sentence. German writes every noun so. */
function namesIn(text: string, language: Spoken): Set<string> {
  const found = new Set<string>()
  if (language === 'de') return found
  for (const term of contentTermsIn(text, language)) {
    const before = text.slice(0, term.start)
    const isFirst = /^\W*$/.test(before) || /[.!?:“"]\s*$/.test(before)
    if (!isFirst && /^\p{Lu}[\p{L}’'-]/u.test(text.slice(term.start, term.end))) found.add(term.stem)
  }
  return found
}
