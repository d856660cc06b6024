import { FUNCTION_WORDS, SPOKEN, wordsOf, type Spoken } from '../languages'
import { words } from './words'

export { SPOKEN, type Spoken }

/** The function words of one language, in lower case. */
export const functionWords = (language: Spoken): readonly string[] => [
  ...FUNCTION_WORDS[language],
  ...wordsOf(language).function.split(' '),
]

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
