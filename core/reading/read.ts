import { wordsOf, type LanguageWords, type Spoken } from '../languages'
import { languageOf, sentences } from '../text'
import { find, holds, matchAt, tokensOf, without, wordsIn, type Token } from './matcher'
import { readQuestion, type Question } from './question'

/** What a line is for: a courtesy, a question about agent or visitor, a wish for a person, or a question to be answered. */
export const ACTS = [
  'greeting',
  'thanks',
  'acknowledged',
  'farewell',
  'identity',
  'ownName',
  'person',
  'insult',
  'empty',
  'question',
] as const
export type Act = (typeof ACTS)[number]

/** What is noted of a line though it is answered. */
export const SIGNALS = ['insult', 'distress', 'emergency', 'orders'] as const
export type Signal = (typeof SIGNALS)[number]

/** A visitor's line, read once: what it is for, and each of its questions. */
export interface Reading {
  readonly said: string
  readonly language: Spoken
  readonly act: Act
  readonly signals: readonly Signal[]
  /** At least one; a line that asks nothing is its own. */
  readonly questions: readonly Question[]
}

/** A line with more questions than this is answered as one. */
const MOST_QUESTIONS = 4

/** Letters that are read of a line at its beginning, and at its end; further ones, such as a letter pasted in, are not. */
const READ_AT_AN_END = 600

/** What is read of a line: all of it, or of a very long one how it begins and ends, whole words each. */
export function readPart(said: string): string {
  if (said.length <= 2 * READ_AT_AN_END) return said
  const begins = said.slice(0, READ_AT_AN_END).replace(/(?<=\s)\S+$/, '')
  const ends = said.slice(-READ_AT_AN_END).replace(/^\S+(?=\s)/, '')
  return `${begins.trimEnd()}\n${ends.trimStart()}`
}

/**
 * Reads a line. `own` is the language of the brief, which a line too short to tell is taken to be in; `name` the
 * agent's own, which may stand in a greeting.
 */
export function readLine(said: string, own: Spoken = 'en', name = ''): Reading {
  const language = languageOf(said, own)
  const words = wordsOf(language)
  const tokens = tokensOf(writtenOut(said, language))
  const act = actOf(tokens, words, name)
  const isAsked = /\?\W*$/.test(said)
  return {
    said,
    language,
    act: isAsked && act === 'acknowledged' ? 'question' : act,
    signals: SIGNALS.filter((signal) => holds(words[signal], tokens)),
    questions: withSubjects(partsOf(writtenOut(said, language), language).map((part) => readQuestion(part, language))),
  }
}

/** "Can I take my cello, and how much is it?": a second question that only points is told what it is of. */
function withSubjects(questions: readonly Question[]): Question[] {
  return questions.map((question, at) => {
    const before = questions[at - 1]
    const isBare = question.terms.every(
      ({ isLight, word }) => isLight || wordsIn(wordsOf(question.language).pointing).has(word),
    )
    if (!before || !isBare) return question
    const subject = before.terms.filter(({ isLight }) => !isLight).map(({ word }) => word)
    return subject.length === 0
      ? question
      : readQuestion(`${question.text.replace(/[?.!\s]+$/, '')} (${subject.join(' ')})?`, question.language)
  })
}

/** Whether a line only greets, thanks or leaves: nothing but courtesy is left of it. */
function actOf(tokens: readonly Token[], words: LanguageWords, name: string): Act {
  if (tokens.length === 0) return 'empty'
  if (holds(words.ownName, tokens)) return 'ownName'
  if (holds(words.identity, tokens)) return 'identity'
  if (asksForPerson(tokens, words)) return 'person'
  const { greeting, thanks, acknowledges, farewell, courtesy } = words
  const names = name.toLowerCase().split(/\s+/)
  const rest = without([farewell, greeting, thanks, acknowledges, courtesy], tokens).filter(
    ({ text }) => !names.includes(text),
  )
  if (rest.length > 0)
    return without([words.insult, courtesy, words.pointing], tokens).length === 0 ? 'insult' : 'question'
  if (holds(farewell, tokens)) return 'farewell'
  if (holds(thanks, tokens)) return 'thanks'
  if (holds(greeting, tokens)) return 'greeting'
  return holds(acknowledges, tokens) ? 'acknowledged' : 'empty'
}

/** A wish for a person is short, or begins with it: whoever asks for more is answered. */
const LONGEST_WISH = 14
function asksForPerson(tokens: readonly Token[], words: LanguageWords): boolean {
  if (tokens.length > LONGEST_WISH) return false
  if (holds(words.personAlone, tokens)) return true
  const [reach, person] = [find(words.reach, tokens), find(words.person, tokens)]
  if (!reach || !person || person.from < reach.from || person.from - reach.to > 3) return false
  const { reach: how, person: whom, courtesy, auxiliaries, pointing, light, around } = words
  return without([how, whom, courtesy, auxiliaries, pointing, light, around], tokens).length === 0
}

/** The line with hasty spellings and contractions of question words written out. */
export function writtenOut(said: string, language: Spoken): string {
  const replaced = hastyOf(language)
  return said.replace(/[\p{L}’']+/gu, (word) => replaced.get(word.toLowerCase().replace(/’/g, "'")) ?? word)
}

const hasty = new Map<Spoken, ReadonlyMap<string, string>>()
function hastyOf(language: Spoken): ReadonlyMap<string, string> {
  let known = hasty.get(language)
  if (!known) {
    known = new Map(
      wordsOf(language)
        .hasty.split(',')
        .flatMap((pair) => {
          const [from, to] = pair.split('=')
          return from && to ? [[from.trim(), to.trim()] as const] : []
        }),
    )
    hasty.set(language, known)
  }
  return known
}

/** The questions of a line, each with what is told before it. */
function partsOf(line: string, language: Spoken): string[] {
  const words = wordsOf(language)
  const parts: string[] = []
  let told = ''
  for (const sentence of sentences(line)) {
    for (const piece of cutAtJoints(sentence.text, words)) {
      const isQuestion = asks(piece, words)
      if (isQuestion && tokensOf(piece).length > 1) {
        parts.push(`${told} ${piece}`.trim())
        told = ''
      } else told = `${told} ${piece}`.trim()
    }
  }
  if (parts.length === 0) return [line.trim()]
  if (told !== '') parts[parts.length - 1] += ` ${told}`
  return parts.length > MOST_QUESTIONS ? [line.trim()] : parts
}

/** Whether a piece asks: by its mark, by how it begins, or by wishing to know. */
const asks = (piece: string, words: LanguageWords): boolean => {
  const tokens = tokensOf(piece)
  return /\?\W*$/.test(piece) || beginsAsking(tokens, words)
}

function beginsAsking(tokens: readonly Token[], words: LanguageWords): boolean {
  const first = tokens[0]?.text ?? ''
  if (wordsIn(words.auxiliaries).has(first)) return true
  return Object.values(words.asks).some((list) => matchAt(list, tokens, 0))
}

/** A piece needs this many words to stand as a question. */
const FEWEST_WORDS = 3

/** "How early must I check in, and how much is it?" is two questions: cut where a second one is joined on. */
function cutAtJoints(sentence: string, words: LanguageWords): string[] {
  const tokens = tokensOf(sentence)
  const joints = wordsIn(words.joins)
  const pieces: string[] = []
  let from = 0
  for (let at = FEWEST_WORDS; at < tokens.length - FEWEST_WORDS; at++) {
    if (!joints.has(tokens[at]!.text)) continue
    const next = joints.has(tokens[at + 1]?.text ?? '') ? at + 2 : at + 1
    const before = tokens.slice(from, at)
    if (!beginsAsking(before, words) && !/\?\W*$/.test(sentence.slice(tokens[at - 1]!.end, tokens[at]!.start))) continue
    if (!beginsAsking(tokens.slice(next, next + LONGEST_OPENING), words)) continue
    const first = sentence.slice(tokens[from]!.start, tokens[at]!.start).replace(/[\s,;]+$/, '')
    pieces.push(`${first}?`)
    // More than are answered one by one: the line is taken as one question anyway.
    if (pieces.length > MOST_QUESTIONS) break
    from = next
    at = next + FEWEST_WORDS - 1
  }
  return pieces.length === 0 ? [sentence] : [...pieces, sentence.slice(tokens[from]!.start)]
}

/** More words than any phrase has that a question begins with. */
const LONGEST_OPENING = 12
