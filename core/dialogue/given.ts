import { closeness, senseOf } from '../calling'
import { readQuestion, type Question } from '../reading'
import { pairIn } from './pair'
import type { FoundPassage, Step } from './turn'

/** A question this near to one with a fixed answer is the same question, in other words. */
const SAME = 0.82
const LOOKED_AT = 4

/**
 * Gives an answer that the designer wrote to this very question, or to a clear rewording of it, word for word: a model
 * answer of the brief or a pair of the library. It stands before boundaries, duties and rules, since nothing in a brief
 * is more particular; several alike: the nearest.
 */
export const useGivenAnswer: Step = async (state, { brief, library }) => {
  const { reading } = state
  if (reading.act !== 'question' || reading.questions.length !== 1 || state.memory.duty !== undefined) return { state }
  const [asked] = reading.questions as [Question]
  const modelled = brief.answers.flatMap((each, at) =>
    each.enabled && each.answer.trim() !== ''
      ? [{ question: each.question, answer: each.answer, how: sameness(asked, each.question), field: `answers.${at}` }]
      : [],
  )
  const passages = (await library.search(state.question, LOOKED_AT)).slice(0, LOOKED_AT)
  const pairs = passages.flatMap((passage) => {
    const pair = pairIn(passage)
    return pair ? [{ ...pair, how: sameness(asked, pair.question), passage }] : []
  })
  const [best] = [...modelled, ...pairs].filter(({ how }) => how >= SAME).sort((a, b) => b.how - a.how)
  if (!best) return { state }
  const passage = 'passage' in best ? best.passage : undefined
  const field = 'field' in best ? best.field : undefined
  return {
    state: {
      ...state,
      found: passage ? [passage] : [],
      reply: passage && brief.grounding.cite ? `${best.answer} [1]` : best.answer,
      citations: passage && brief.grounding.cite ? [citationOf(passage, best.answer)] : [],
      support: [supportOf(best.answer, passage, field)],
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

/** How surely a question is the same as another, 0..1: near in its words, and the same in figures, days, names and kind. */
export function sameness(asked: Question, other: string): number {
  const read = readQuestion(other, asked.language)
  if (plain(asked.text) === plain(other)) return 1
  const hasSame = (of: (question: Question) => Iterable<string>) =>
    [...of(asked)].sort().join() === [...of(read)].sort().join()
  const isAlike =
    hasSame((question) => question.quantities.map((each) => `${each.dimension}${each.value}`)) &&
    hasSame((question) => [...question.days].map(String)) &&
    hasSame((question) => [...question.months].map(String)) &&
    hasSame((question) => question.terms.filter((term) => term.isName).map((term) => term.stem)) &&
    (asked.kind === read.kind || asked.kind === 'open' || read.kind === 'open')
  if (!isAlike) return 0
  return closeness(senseOf(asked.text, asked.implied), senseOf(other, read.implied))
}

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
