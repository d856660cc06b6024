import { relatedBy } from '../calling'
import { readQuestion, type Question, type QuestionTerm } from '../reading'
import { sentencesIn, pairIn } from '../text'
import type { FoundPassage, Step } from './turn'

/** Words of two questions that are put for each other this surely ask for the same; words that are only near do not. */
const SAME_WORD = 0.86
/** How sure a rewording is beside the very words. */
const REWORDED = 0.95
const LOOKED_AT = 8

/**
 * Gives an answer that the designer wrote to this very question, or to a clear rewording of it, word for word: a model
 * answer of the brief or a pair of the library. It stands before boundaries, duties and rules, since nothing in a brief
 * is more particular; several alike: the nearest.
 */
export const useGivenAnswer: Step = async (state, { brief, library }) => {
  const { reading } = state
  if (reading.act === 'empty') return { state }
  // The very words always count; a rewording does where it is one question and nothing else is under way.
  const [only] = reading.questions
  const isOne = reading.act === 'question' && reading.questions.length === 1 && state.memory.duty === undefined
  const howLike = (question: string): number =>
    plain(question) === plain(state.question) || plain(question) === plain(state.line)
      ? 1
      : isOne
        ? sameness(only!, question)
        : 0
  const modelled = brief.answers.flatMap((each, at) =>
    each.enabled && each.answer.trim() !== ''
      ? [{ question: each.question, answer: each.answer, how: howLike(each.question), field: `answers.${at}` }]
      : [],
  )
  const passages = (await library.search(state.question, LOOKED_AT)).slice(0, LOOKED_AT)
  const pairs = passages.flatMap((passage) => {
    const pair = pairIn(passage)
    return pair ? [{ ...pair, how: howLike(pair.question), passage }] : []
  })
  const [best] = [...modelled, ...pairs].filter(({ how }) => how > 0).sort((a, b) => b.how - a.how)
  if (!best) return { state }
  const passage = 'passage' in best ? best.passage : undefined
  const field = 'field' in best ? best.field : undefined
  return {
    state: {
      ...state,
      found: passage ? [passage] : [],
      reply: passage && brief.grounding.cite ? `${best.answer} [1]` : best.answer,
      citations: passage && brief.grounding.cite ? [citationOf(passage, best.answer)] : [],
      support: sentencesIn(best.answer).map((text) => supportOf(text, passage, field)),
      outcome: 'answered',
      isSettled: true,
    },
    report: {
      summary: `There is an answer to this question, given by hand in ${passage ? `“${passage.sourceTitle}”` : 'the brief'}; it was given word for word.`,
      details: [
        {
          label: `${Math.round(best.how * 100)} % the same`,
          text: best.question,
          ...(passage ? { passageId: passage.passageId, sourceId: passage.sourceId } : {}),
          ...(field ? { field } : {}),
        },
      ],
    },
  }
}

/**
 * How surely a question is the same as another, 0 or near 1: each word that carries its subject stands in the other, or one
 * that is put for it, and figures, days, names and kind are the same. "Red paint" is not "blue paint", however near.
 */
export function sameness(asked: Question, other: string): number {
  const read = readQuestion(other, asked.language)
  if (plain(asked.text) === plain(other)) return 1
  const hasSame = (of: (question: Question) => Iterable<string>) =>
    [...of(asked)].sort().join() === [...of(read)].sort().join()
  const isAlike =
    hasSame((question) => question.quantities.map((each) => `${each.dimension}${each.value}`)) &&
    hasSame((question) => [...question.days].map(String)) &&
    hasSame((question) => [...question.months].map(String)) &&
    (asked.kind === read.kind || asked.kind === 'open' || read.kind === 'open')
  const [own, others] = [contentOf(asked), contentOf(read)]
  return isAlike && own.length > 0 && standIn(own, others) && standIn(others, own) ? REWORDED : 0
}

const contentOf = (question: Question): QuestionTerm[] => question.terms.filter((term) => !term.isLight)

/** Whether each of some words has one among others that is put for it; a name has only itself. */
const standIn = (of: readonly QuestionTerm[], within: readonly QuestionTerm[]): boolean =>
  of.every((one) =>
    within.some((other) => one.stem === other.stem || (!one.isName && relatedBy(one.stem, other.stem) >= SAME_WORD)),
  )

const plain = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim()

const citationOf = (passage: FoundPassage, answer: string) => ({
  marker: 1,
  passageId: passage.passageId,
  sourceId: passage.sourceId,
  sourceTitle: passage.sourceTitle,
  headings: passage.headings,
  quote: answer,
  locator: passage.locator,
})

const supportOf = (text: string, passage: FoundPassage | undefined, field: string | undefined) => ({
  text,
  score: 1,
  isClaim: true,
  isSupported: true,
  by: passage ? ('passage' as const) : ('brief' as const),
  ...(passage ? { passageId: passage.passageId, sourceId: passage.sourceId } : {}),
  ...(field ? { field } : {}),
})
