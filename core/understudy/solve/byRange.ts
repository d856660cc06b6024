import { quantitiesIn, type Quantity } from '../../text'
import { tableOf } from '../rows'
import type { Solver } from '../task'
import { keyOf } from '../units'
import { fromTable } from './table'

/** Rows must speak of what is asked for this far; their ranges do the rest. */
const ABOUT = 0.4

/**
 * "What is the price for a dog of 18 kg?": of a table whose rows are for ranges ("10 to 25 kg", "over 25 kg"), the row
 * that the measure asked about lies in answers.
 */
export const inItsRange: Solver = (task) => {
  if (task.kind !== 'money' && task.kind !== 'time' && task.kind !== 'open' && task.kind !== 'list') return undefined
  const measures = quantitiesIn(task.asked.text).filter((each) => RANGED.has(each.dimension))
  const best = task.evidence.find((unit) => unit.kind === 'row' && unit.coverage >= ABOUT)
  if (!best || measures.length === 0) return undefined
  const ranged = tableOf(best, task.evidence).map((row) => ({ row, ranges: rangesIn(keyOf(row).value) }))
  for (const measure of measures) {
    const ofKind = ranged.filter(({ ranges }) => ranges.some((range) => range.dimension === measure.dimension))
    const fitting = ofKind.filter(({ ranges }) => ranges.some((range) => holds(range, measure)))
    if (ofKind.length < 2 || fitting.length !== 1) continue
    const row = fitting[0]!.row
    return fromTable({ ...task, evidence: [row], enough: [row] })
  }
  return undefined
}

const RANGED: ReadonlySet<Quantity['dimension']> = new Set(['mass', 'length', 'volume', 'area', 'age', 'data', 'power'])

/** A stretch of a measure, in base units, both ends included. */
interface Range {
  readonly dimension: Quantity['dimension']
  readonly from: number
  readonly to: number
}

/** The ranges a text states: "10 to 25 kg", "under 10 kg", "over 25 kg", "up to 2 m". */
export function rangesIn(text: string): Range[] {
  return quantitiesIn(text).flatMap(({ dimension, value, amount, bound, start }): Range[] => {
    if (!RANGED.has(dimension)) return []
    const before = /(\d+(?:\.\d+)?)\s*(?:\p{L}{1,3}\s*)?(?:to|–|-|and)\s*$/iu.exec(text.slice(0, start))
    if (before && amount !== 0) return [{ dimension, from: Number(before[1]) * (value / amount), to: value }]
    if (bound === 'under' || bound === 'most') return [{ dimension, from: -Infinity, to: value }]
    if (bound === 'over' || bound === 'least') return [{ dimension, from: value, to: Infinity }]
    return []
  })
}

const holds = ({ dimension, from, to }: Range, measure: Quantity): boolean =>
  dimension === measure.dimension && measure.value >= from && measure.value <= to
