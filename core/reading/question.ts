import { ASKED_FOR, wordsOf, type AskedFor, type Spoken } from '../languages'
import { contentTermsIn, isStopWord, quantitiesIn, sentences, daysIn, monthsIn, type Quantity } from '../text'
import { find, holds, matchAt, tokensOf, wordsIn, type Token } from './matcher'

/** What kind of answer a question wants; `yesNo` and `open` when no wording asks for more. */
export const ANSWER_KINDS = [...ASKED_FOR, 'yesNo', 'open'] as const
export type AnswerKind = AskedFor | 'yesNo' | 'open'

/** A word of a question that carries what it is about. */
export interface QuestionTerm {
  readonly stem: string
  /** As written, in small letters. */
  readonly word: string
  /** Written with a capital inside a sentence, or with a figure: a name, a code. */
  readonly isName: boolean
  /** Carries the form of the question more than its subject. */
  readonly isLight: boolean
}

/** One question of a line, read once; everything that answers it looks here. */
export interface Question {
  readonly text: string
  readonly language: Spoken
  readonly kind: AnswerKind
  /** It begins as a question does that wants a yes or a no. */
  readonly isYesNo: boolean
  /** It asks whether something may be done. */
  readonly asksLeave: boolean
  readonly terms: readonly QuestionTerm[]
  /** Words that what is asked for is about, though they are not said: "when" is about a time. */
  readonly implied: readonly string[]
  readonly quantities: readonly Quantity[]
  readonly days: ReadonlySet<number>
  readonly months: ReadonlySet<number>
}

/** Reads one question. */
export function readQuestion(text: string, language: Spoken): Question {
  const words = wordsOf(language)
  // Of several sentences the last one asks: "My case weighs 22 kg. Is that a problem?"
  const asking = sentences(text).findLast((each) => each.text.endsWith('?'))
  const tokens = tokensOf(asking?.text ?? text)
  const pointing = wordsIn(words.pointing)
  // What is told before it counts only when the question points back to it.
  const opening = openingOf(tokens, language)
  const about = asking && !tokens.slice(opening).some((token) => pointing.has(token.text)) ? asking.text : text
  const kind = ASKED_FOR.find((each) => find(words.asks[each], tokens, opening))
  const form = kind === undefined ? [] : find(words.asks[kind], tokens, opening)!.phrase.split(' ')
  const isYesNo =
    wordsIn(words.auxiliaries).has(tokens[opening]?.text ?? '') &&
    !holds(words.polite, tokens.slice(opening, opening + POLITE))
  return {
    text,
    language,
    kind: kind ?? (isYesNo ? 'yesNo' : 'open'),
    isYesNo,
    asksLeave: holds(words.leave, tokens),
    terms: termsOf(afterCourtesy(about, language), language, new Set(form)),
    implied: kind === undefined ? [] : (words.about[kind] ?? '').split(' ').filter(Boolean),
    quantities: quantitiesIn(text),
    days: daysIn(text),
    months: monthsIn(text),
  }
}

/** Where a sentence begins once greetings and the words that lead on are left out. */
function openingOf(tokens: readonly Token[], language: Spoken): number {
  const { greeting, thanks, leadsOn, softens } = wordsOf(language)
  const lists = [greeting, thanks, leadsOn, softens]
  const pastCourtesy = (at: number) => lists.map((list) => matchAt(list, tokens, at)?.to).find((to) => to !== undefined)
  let at = 0
  for (let next = pastCourtesy(at); next !== undefined && next < tokens.length; next = pastCourtesy(at)) at = next
  return at
}

/** The text from where it begins once courtesies are left out. */
function afterCourtesy(text: string, language: Spoken): string {
  const tokens = tokensOf(text)
  return text.slice(tokens[openingOf(tokens, language)]?.start ?? 0)
}

/** "Can you tell me when …" wants no yes: it stands among a question's first words. */
const POLITE = 5

/** The words that carry a subject; those of `form` ask for the kind of answer and say little of it. */
function termsOf(text: string, language: Spoken, form: ReadonlySet<string>): QuestionTerm[] {
  const light = wordsIn(wordsOf(language).light)
  const found = new Map<string, QuestionTerm>()
  for (const term of contentTermsIn(text, language)) {
    const written = text.slice(term.start, term.end)
    const word = written.toLowerCase()
    const isFirst = /^\W*$/.test(text.slice(0, term.start)) || /[.!?]\s*$/.test(text.slice(0, term.start))
    const isCode = /\d/.test(written) && /\p{L}/u.test(written)
    const isName = isCode || (!isFirst && language !== 'de' && /^\p{Lu}\p{L}/u.test(written))
    if (found.has(term.stem)) continue
    found.set(term.stem, {
      stem: term.stem,
      word,
      isName,
      isLight: !isName && (light.has(word) || form.has(word) || isStopWord(word, language)),
    })
  }
  return [...found.values()]
}
