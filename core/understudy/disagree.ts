import { quantitiesIn } from '../text'
import type { Evidence } from './evidence'
import type { Task } from './task'

/** Evidence of another source this near the best speaks of the same thing. */
const NEAR = 0.3

/**
 * The statement of another source that gives another figure for what the best evidence states: both are sentences with
 * one quantity of the same dimension, on the same question. Undefined when the sources agree.
 */
export function disagreement(task: Task): Evidence | undefined {
  const best = task.enough.find((unit) => unit.kind === 'sentence' && stated(unit) !== undefined)
  const figure = best && stated(best)
  if (!best || !figure) return undefined
  return task.evidence.find((unit) => {
    const other = unit.kind === 'sentence' && sourceOf(unit) !== sourceOf(best) ? stated(unit) : undefined
    return (
      other !== undefined &&
      other.dimension === figure.dimension &&
      other.value !== figure.value &&
      unit.coverage >= best.coverage - NEAR &&
      unit.direct >= best.direct - NEAR
    )
  })
}

const sourceOf = (unit: Evidence): string => unit.passage.place.split(' › ')[0]!

/** The one quantity a unit states beside counts; undefined when it states none or several. */
function stated(unit: Evidence): { dimension: string; value: number } | undefined {
  const all = quantitiesIn(unit.text).filter((each) => each.dimension !== 'count')
  return all.length === 1 ? all[0] : undefined
}
