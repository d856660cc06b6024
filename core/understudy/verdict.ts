import { wordsOf } from '../languages'
import { find, readQuestion, tokensOf, type Question } from '../reading'
import { oppositesOf, sentences, stemSet } from '../text'
import { heldBy, type Asked } from './measure'

/** A clause decides only when it speaks of all that is asked about, each word at least this well. */
const SPOKEN = 0.8

/**
 * What a statement says to a question that wants a yes or a no; undefined unless the very clause that decides is certain:
 * it speaks of everything asked about, on the days and in the figures asked about, holds only in part of nothing, and
 * either denies once or says that it is so. A sentence that says yes or no itself needs no verdict.
 */
export function verdictOf(asked: Asked, text: string): 'yes' | 'no' | undefined {
  const { question } = asked
  const words = wordsOf(question.language)
  const all = sentences(text)
  if (!question.isYesNo || all.length !== 1) return undefined
  if (find(words.denial, tokensOf(question.text))) return undefined
  const tokens = tokensOf(text)
  if (find(words.unsure, tokens) || find(words.yesNo, tokens)?.from === 0) return undefined
  const opposite = asked.question.terms.find(({ stem }) =>
    [...oppositesOf(stem)].some((each) => stemSet(text).has(each)),
  )
  const held = heldBy(asked, text)
  const isSpoken = asked.terms.every(
    ({ weight, stem }, at) => weight < 0.3 || held[at]! >= SPOKEN || stem === opposite?.stem,
  )
  if (!isSpoken || !isOfTheSame(question, readQuestion(text, question.language))) return undefined
  const denials = countOf(words.denial, text)
  if (opposite) return denials <= (find(words.denial, tokensOf(opposite.word)) ? 0 : 1) ? 'no' : undefined
  if (denials === 1) return 'no'
  return denials === 0 && find(words.leaveGiven, tokens) ? 'yes' : undefined
}

/** Whether a statement is of the days, months and figures that a question names. */
function isOfTheSame(question: Question, said: Question): boolean {
  const within = <T>(of: ReadonlySet<T>, by: ReadonlySet<T>) =>
    [...of].every((each) => by.has(each)) && (of.size > 0 || by.size === 0)
  const sameFigures = question.quantities.every((one) =>
    said.quantities.some((other) => other.dimension === one.dimension && other.value === one.value),
  )
  return within(question.days, said.days) && within(question.months, said.months) && sameFigures
}

/** How many phrases of a list stand in a text. */
function countOf(list: string, text: string): number {
  let tokens = tokensOf(text)
  let count = 0
  for (let match = find(list, tokens); match; match = find(list, tokens)) {
    count++
    tokens = tokens.slice(match.to)
  }
  return count
}
