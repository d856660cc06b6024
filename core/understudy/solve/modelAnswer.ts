import { contentStems, coverage, quantitiesIn, sentences, stemSet } from '../../text'
import { answerKindOf } from '../../question'
import { type Evidence } from '../evidence'
import { sayUnit } from '../phrase'
import type { Finding, Piece, Solver, Task } from '../task'
import { askedOf, heldBy, type Asked } from '../asked'

/** Two questions are close when each speaks of this share of the other. */
const CLOSE = 0.6
/** A sentence of a model answer rests on evidence that holds this share of its content. */
const RESTS = 0.6
const OUTRIGHT = 0.9

/** Whether one of a model answer's sentences says what a unit says. */
const speaksOf = (answer: string, unit: Evidence): boolean =>
  sentences(answer).some(
    ({ text }) =>
      Math.max(coverage(contentStems(text), stemSet(unit.text)), coverage(contentStems(unit.text), stemSet(text))) >=
      RESTS,
  )

/**
 * Follows the model answer of a close question: its sentences in their order, with the present facts. A sentence that
 * the library still backs is said as it was written; one whose figures the library now states otherwise is said in the
 * library's words; one that claims nothing (a welcome, a piece of advice) stays; a claim that nothing backs goes.
 */
export const asModelled: Solver = (task): Finding | undefined => {
  const close = task.view.answers
    .map((model) => ({ model, closeness: closeness(task, model.question) }))
    .sort((a, b) => b.closeness - a.closeness)[0]
  if (!close || close.closeness < CLOSE) return undefined
  const { model } = close
  // When something else answers the question outright, it is another question after all.
  const outright = task.enough[0]
  const isOther = outright !== undefined && outright.coverage >= OUTRIGHT && !speaksOf(model.answer, outright)
  if (isOther) return undefined
  const pieces = sentences(model.answer).flatMap(({ text }): Piece[] => restated(text, task))
  if (!pieces.some((piece) => piece.cites)) return undefined
  return {
    solver: 'model answer',
    pieces,
    note: `Follows the model answer to “${model.question}” (${Math.round(close.closeness * 100)} % alike).`,
    line: model.line,
  }
}

function closeness(task: Task, question: string): number {
  const other = askedOf(question, task.view, task.asked.names)
  // A question of another kind about the same thing wants another answer.
  if (answerKindOf(question) !== task.kind) return 0
  return Math.min(shared(task.asked, stemSet(question)), shared(other, stemSet(task.asked.text)))
}

/** The share of a question's terms that another question's words speak of. */
function shared(asked: Asked, stems: ReadonlySet<string>): number {
  const terms = asked.terms.filter((term) => term.role !== 'light')
  const whole = terms.reduce((sum, term) => sum + term.weight, 0)
  return whole === 0 ? 0 : terms.reduce((sum, term) => sum + term.weight * heldBy(term, stems), 0) / whole
}

function restated(sentence: string, task: Task): Piece[] {
  const content = contentStems(sentence)
  const best = task.evidence
    .map((unit) => ({ unit, share: coverage(content, stemSet(`${unit.leadIn} ${unit.text}`)) }))
    .sort((a, b) => b.share - a.share)[0]
  if (!best || best.share < RESTS || content.size < 2) return claims(sentence) ? [] : [{ text: sentence }]
  const cites = [best.unit.passage.number]
  return hasSameFigures(sentence, best.unit) ? [{ text: sentence, cites }] : [{ text: sayUnit(best.unit, task), cites }]
}

/** A sentence with figures claims something; kind words and advice do not. */
const claims = (sentence: string): boolean => /\d/.test(sentence) || quantitiesIn(sentence).length > 0

const hasSameFigures = (sentence: string, unit: Evidence): boolean => {
  const told = quantitiesIn(unit.text).map((each) => `${each.dimension} ${each.value}`)
  return quantitiesIn(sentence).every((each) => told.includes(`${each.dimension} ${each.value}`))
}
