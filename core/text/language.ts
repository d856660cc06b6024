import { deu, eng, fra, ita, nld, spa } from 'stopword'
import { words } from './words'

/** The languages texts are told apart by, stemmed in, and spoken in: BCP 47 primary tags. */
export const SPOKEN = ['en', 'fr', 'de', 'es', 'it', 'nl'] as const
export type Spoken = (typeof SPOKEN)[number]

/** Question words and the like that the lists of function words lack; a short question has little else. */
const MORE: Readonly<Record<Spoken, string>> = {
  en: 'how what when where who why which does can may my your much many there is are the please have need',
  fr: 'où quand comment combien pourquoi quel quelle quels quelles est-ce puis-je je peux vous bonjour merci avec heure',
  de: 'wo wann wie warum welche welcher welches kann darf ich ihr gibt kostet bitte hallo danke viel mein uhr',
  es: 'dónde cuándo cómo cuánto cuánta cuántos qué quién puedo hay hola gracias cuesta hora mi',
  it: 'dove quando come quanto quanta perché quale quali posso è ciao grazie costa ora mio mia',
  nl: 'waar wanneer hoe hoeveel waarom welke kan mag ik je jullie hallo dank kost mijn uur er zijn wat',
}
const LISTS: Readonly<Record<Spoken, readonly string[]>> = { en: eng, fr: fra, de: deu, es: spa, it: ita, nl: nld }

/** The function words of one language, in lower case. */
export const functionWords = (language: Spoken): readonly string[] => [...LISTS[language], ...MORE[language].split(' ')]

let bits: Map<string, number> | undefined
/** Which languages a word is a function word of, one bit each. */
function languageBits(): Map<string, number> {
  if (bits) return bits
  bits = new Map()
  for (const [at, language] of SPOKEN.entries())
    for (const word of functionWords(language)) if (word.length > 1) bits.set(word, (bits.get(word) ?? 0) | (1 << at))
  return bits
}

/** Words looked at; a language shows early. */
const LOOKED_AT = 60
/** Characters a word has at most on the whole, the space after it counted. */
const LONG_WORD = 12
/** Another language must show in so many words, and in so many times more than English, to be taken for it. */
const FEWEST = 2
const FEWEST_IN_LONG = 4
const SHORT = 12
const LEAD = 1.5

/**
 * The language of a text, told from its function words; `fallback` when too few show. Meant for telling apart the
 * languages agents speak, not for naming any language of the world.
 */
export function languageOf(text: string, fallback: Spoken = 'en'): Spoken {
  const known = languageBits()
  const counts = SPOKEN.map(() => 0)
  const seen = new Set<string>()
  let looked = 0
  for (const word of words(text.slice(0, LOOKED_AT * LONG_WORD))) {
    if (++looked > LOOKED_AT) break
    const plain = word.text.toLowerCase().replace(/’/g, "'")
    const mask = known.get(plain)
    // A word counts once: "price per person" in every row of a table makes no Italian of it.
    if (!mask || seen.has(plain)) continue
    seen.add(plain)
    for (let at = 0; at < counts.length; at++) if (mask & (1 << at)) counts[at]!++
  }
  const best = counts.reduce((top, count, at) => (count > counts[top]! ? at : top), 0)
  const own = SPOKEN.indexOf(fallback)
  const fewest = looked > SHORT ? FEWEST_IN_LONG : FEWEST
  const isClear = counts[best]! >= fewest && counts[best]! >= counts[own]! * LEAD
  return isClear ? SPOKEN[best]! : fallback
}

/** The primary tag of a language tag, if it is one that is spoken here: "en-GB" → "en". */
export function spokenTag(tag: string): Spoken | undefined {
  const primary = tag.toLowerCase().split('-')[0]
  return SPOKEN.find((each) => each === primary)
}
