import { quantitiesIn } from '../text'
import type { Task } from './task'
import type { Window } from './windows'

/** A statement of another source this near the best speaks of the same thing. */
const NEAR = 0.2

/**
 * The statement of another source that gives another figure for what the likeliest one states: both are sentences with
 * one quantity of the same dimension, on the same question. Undefined when the sources agree.
 */
export function disagreement({ read }: Task): Window | undefined {
  const single = read.ranked.filter(({ window }) => window.units.length === 1 && window.kind !== 'row')
  const best = single.find(({ window }) => statedIn(window) !== undefined)
  const figure = best && statedIn(best.window)
  if (!best || !figure) return undefined
  return single.find(({ window, measured }) => {
    const other = window.passage.sourceId !== best.window.passage.sourceId ? statedIn(window) : undefined
    return (
      other?.dimension === figure.dimension &&
      other.value !== figure.value &&
      measured.spoken >= best.measured.spoken - NEAR
    )
  })?.window
}

/** The one quantity a window states beside counts; undefined when it states none or several. */
function statedIn({ text }: Window): { dimension: string; value: number } | undefined {
  const all = quantitiesIn(text).filter((each) => each.dimension !== 'count')
  return all.length === 1 ? all[0] : undefined
}
