import type { Manner } from './profile'
import { vectorOf } from '../meaning'
import { CASUAL, FORMAL, inFormality, type Phrases } from '../languages'

const CONTRACTIONS: readonly (readonly [full: string, short: string])[] = [
  ['do not', 'don’t'],
  ['does not', 'doesn’t'],
  ['did not', 'didn’t'],
  ['cannot', 'can’t'],
  ['will not', 'won’t'],
  ['is not', 'isn’t'],
  ['are not', 'aren’t'],
  ['should not', 'shouldn’t'],
  ['must not', 'mustn’t'],
  ['would not', 'wouldn’t'],
  ['it is', 'it’s'],
  ['that is', 'that’s'],
  ['you are', 'you’re'],
  ['you will', 'you’ll'],
  ['we are', 'we’re'],
  ['we will', 'we’ll'],
  ['I am', 'I’m'],
]

/** Long words and the short ones that say the same; used when the brief asks for an easy reading grade. */
const PLAIN_WORDS: readonly (readonly [long: string, plain: string])[] = [
  ['approximately', 'about'],
  ['assistance', 'help'],
  ['commence', 'start'],
  ['commences', 'starts'],
  ['complete the form', 'fill in the form'],
  ['departure', 'leaving time'],
  ['endeavour', 'try'],
  ['ensure', 'make sure'],
  ['in order to', 'to'],
  ['in the event of', 'if there is'],
  ['obtain', 'get'],
  ['passengers', 'people'],
  ['permitted', 'allowed'],
  ['prior to', 'before'],
  ['prohibited', 'not allowed'],
  ['purchase', 'buy'],
  ['purchased', 'bought'],
  ['receive', 'get'],
  ['regarding', 'about'],
  ['reimbursed', 'paid back'],
  ['require', 'need'],
  ['requires', 'needs'],
  ['subsequently', 'later'],
  ['sufficient', 'enough'],
  ['terminate', 'end'],
  ['utilise', 'use'],
  ['accompanied by', 'with'],
  ['administration fee', 'handling fee'],
]

const WARM = 65
const VERY_WARM = 85
const TERSE = 80
const PLAYFUL = 60
const CAUTIOUS = 20
/** Grades up to this one ask for short words (Flesch–Kincaid grade, as schools in the United States count). */
const EASY_GRADE = 7

/** A text in the brief's register: contracted or spelled out, in short words where an easy grade is asked for. */
export function inRegister(text: string, { dials, format }: Manner): string {
  const { readingGrade } = format
  const plain = readingGrade !== null && readingGrade <= EASY_GRADE ? inPlainWords(text) : text
  return contracted(plain, dials.formality)
}

const inPlainWords = (text: string): string =>
  PLAIN_WORDS.reduce((result, [long, plain]) => exchanged(result, long, plain), text)

function contracted(text: string, formality: number): string {
  if (formality > CASUAL && formality < FORMAL) return text
  return CONTRACTIONS.reduce(
    (result, [full, short]) =>
      formality >= FORMAL ? exchanged(result, short.replace('’', "[’']"), full) : exchanged(result, full, short),
    text,
  )
}

const exchanged = (text: string, from: string, to: string): string =>
  text.replace(new RegExp(`\\b${from}\\b(?!\\.\\w)`, 'gi'), (found) =>
    /^\p{Lu}/u.test(found) ? to[0]!.toUpperCase() + to.slice(1) : to,
  )

/** How much is said by the brevity dial: one sentence, what stands together, or the passage. */
export const sizeOf = ({ dials }: Manner): 'short' | 'plain' | 'full' =>
  dials.brevity >= TERSE ? 'short' : dials.brevity < UNHURRIED ? 'full' : 'plain'
const UNHURRIED = 30

/**
 * Words before an answer, by warmth and formality; the same question always gets the same ones. None of them says yes:
 * the answer may be no.
 */
export function opener({ dials }: Manner, phrases: Phrases, question: string): string {
  if (dials.warmth < WARM || dials.brevity >= TERSE) return ''
  return pick(inFormality(phrases.openers, dials.formality), question)
}

/** Words after an answer, only where the brief is very warm or playful, and not terse. */
export function closer({ dials }: Manner, phrases: Phrases, question: string): string {
  if (dials.brevity >= TERSE) return ''
  if (dials.playfulness >= PLAYFUL && dials.formality < FORMAL) return pick(phrases.playful, question)
  return dials.warmth < VERY_WARM ? '' : pick(inFormality(phrases.closers, dials.formality), question)
}

/** A first statement softened where the brief is very cautious: "As far as I can see, dogs travel free." */
export function hedged(text: string, { dials }: Manner, phrases: Phrases, question: string): string {
  if (dials.directness > CAUTIOUS || /^(?:[-•]|\d)/.test(text)) return text
  // Only a word that everybody uses loses its capital: anything else may be a name.
  const first = text.split(/[\s,]/)[0] ?? ''
  const isName = (vectorOf(first.toLowerCase())?.rank ?? Infinity) > COMMON
  return `${pick(phrases.hedge, question)} ${isName ? text : text[0]!.toLowerCase() + text.slice(1)}`
}

/** A mark of mood at the end, where the brief allows emoji: by warmth and play, one at most. */
export const emojiFor = ({ format, dials }: Manner, question: string): string =>
  format.emoji ? pick(dials.playfulness >= PLAYFUL ? ['😄', '🎉', '🙌'] : ['🙂', '👍'], question) : ''

const COMMON = 3000

/** One of several wordings, chosen by the text it answers: varied over a conversation, yet the same on every run. */
export function pick(from: readonly string[], by: string): string {
  let sum = 0
  for (const char of by) sum = (sum * 31 + char.codePointAt(0)!) >>> 0
  return from[sum % from.length]!
}
