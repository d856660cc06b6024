import { quantitiesIn } from '../../text'
import { sayUnit } from '../phrase'
import type { Finding, Piece, Solver } from '../task'

const ASKS_WHICH = /\b(?:which|what)\b/i
const MOST = 3
/** What is for an age must also speak of what is asked for, at least by its section. */
const ABOUT = 0.3

/** "Which workshop suits 7-year-olds?": what is said to be for an age that the one asked about lies in. */
export const forTheAge: Solver = (task): Finding | undefined => {
  const { text } = task.asked
  if (!ASKS_WHICH.test(text) || (task.kind !== 'recommendation' && task.kind !== 'list')) return undefined
  const age = quantitiesIn(text).find((each) => each.dimension === 'age')
  if (!age) return undefined
  const aged = task.evidence
    .filter((unit) => unit.coverage >= ABOUT)
    .map((unit) => ({ unit, ranges: agesIn(unit.text) }))
    .filter(({ ranges }) => ranges.length > 0)
  const fitting = aged.filter(({ ranges }) => ranges.some(([from, to]) => age.value >= from && age.value <= to))
  // One range alone is a rule, and says nothing of which to choose.
  if (fitting.length === 0 || aged.length < 2) return undefined
  const pieces = fitting
    .slice(0, MOST)
    .map(({ unit }): Piece => ({ text: sayUnit(unit, task), cites: [unit.passage.number] }))
  return { solver: 'by age', pieces, note: `Age ${age.value} lies in ${fitting.length} of ${aged.length} ranges.` }
}

const RANGE =
  /\b(?:ages?|aged|from|for|between)? ?(\d{1,2})(?: ?(?:to|–|-|and) ?)(\d{1,2})(?=[- ]?years?\b| ?[),.;]| who\b| and\b|$)/gi
const UPWARDS = /\b(?:ages?|aged|from)? ?(\d{1,2}) (?:years )?(?:and|or) (?:over|above|older|up)\b/gi
const IS_OF_AGE = /\b(?:age[sd]?|years?(?: old)?|year-olds?)\b/i
const OLDEST = 120

/** The ranges of age a text states, both ends included: "from 5 to 8 years", "ages 11 and over". */
export function agesIn(text: string): [number, number][] {
  if (!IS_OF_AGE.test(text)) return []
  const ranges = [...text.matchAll(RANGE)].map(([, from, to]): [number, number] => [Number(from), Number(to)])
  const open = [...text.matchAll(UPWARDS)].map(([, from]): [number, number] => [Number(from), OLDEST])
  return [...ranges.filter(([from, to]) => from < to), ...open]
}
