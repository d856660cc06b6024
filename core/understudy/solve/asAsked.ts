import { contentStems, stemSet, words } from '../../text'
import { needsFit, suits } from '../fit'
import { unitsAllowed } from '../manner'
import type { Finding, Solver, Task } from '../task'
import { questionOver, unitsOf } from '../units'
import { heldBy } from '../asked'

/** A heading asks the same when it holds this share of the question, and the question this share of it. */
const SAME = 0.85
const BACK = 0.6
/** An opening sentence shorter than this leans on the next one. */
const SHORT = 4
const ASKS_EXISTENCE = /^\W*(?:is there|are there|do you have|have you got)\b/i
const SAYS_VERDICT = /^(?:yes|no)\b/i

/** A section whose heading asks the very question is its answer: its first sentences, as many as the brief's brevity lets. */
export const asAsked: Solver = (task): Finding | undefined => {
  const passage = task.passages.find((each) => asksTheSame(questionOver(each), task))
  if (!passage) return undefined
  const units = unitsOf(passage)
  // Of what stands under the heading, only what has the kind of thing asked for is an answer.
  const must = needsFit(task.kind, task.asked.text)
  const from = must ? units.findIndex((unit) => suits(unit, task.kind, task.asked) > 0) : 0
  const first = units[from]
  if (!first || first.kind !== 'sentence' || first.text.endsWith(':')) return undefined
  const isVerdict = SAYS_VERDICT.test(first.text)
  const exists = ASKS_EXISTENCE.test(task.asked.text)
  if (task.kind === 'yesNo' && ((!isVerdict && !exists) || task.asked.days.size > 0)) return undefined
  const least = words(first.text).length < SHORT ? 2 : 1
  const told = units
    .slice(from)
    .filter((unit) => unit.kind === 'sentence')
    .slice(0, Math.max(least, unitsAllowed(task.view.dials.brevity)))
  const isThere = task.kind === 'yesNo' && !isVerdict && /^there (?:is|are)\b(?! no\b)/i.test(first.text)
  return {
    solver: 'as asked',
    pieces: [
      ...(isThere ? [{ text: task.phrases.yes, isVerdict: true }] : []),
      ...told.map((unit) => ({ text: unit.text, cites: [passage.number] })),
    ],
    note: `A heading asks the same: ${questionOver(passage)}`,
  }
}

function asksTheSame(heading: string, task: Task): boolean {
  if (heading === '') return false
  const stems = stemSet(heading)
  const terms = task.asked.terms.filter((term) => term.role !== 'light')
  const whole = terms.reduce((sum, term) => sum + term.weight, 0)
  const held = terms.reduce((sum, term) => sum + term.weight * heldBy(term, stems), 0)
  const content = [...contentStems(heading)]
  const back = content.filter((each) => task.asked.terms.some((term) => heldBy(term, new Set([each])) > 0)).length
  return whole > 0 && held / whole >= SAME && back / content.length >= BACK
}
