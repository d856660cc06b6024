import { sidesOf } from '../../dialogue/sides'
import { readQuestion } from '../../reading'
import { heldBy, askedOf, shareOf } from '../measure'
import type { Piece, Task, Way } from '../task'
import type { Window } from '../windows'
import { columnsFor } from './table'
import { keyOf, piecesOf, rowPiece } from './plain'

/** A statement of a side speaks of so much of the side's own words. */
const OF_SIDE = 0.75

/** A comparison: what is said of each side, one beneath the other; the reader draws the conclusion. */
export const compare: Way = {
  name: 'comparison',
  run(task) {
    const sides = sidesOf(task.question)
    if (sides.length < 2) return undefined
    const found = sides.map((side) => bestOf(side, task))
    if (found.some((each) => each === undefined)) return undefined
    const windows = found as Window[]
    if (new Set(windows.map(({ text }) => text)).size < windows.length) return undefined
    const pieces = windows.flatMap((window): Piece[] => {
      if (window.kind === 'row') {
        const columns = columnsFor(task, window, heldBy(task.read.asked, keyOf(window.units[0]!.cells).value))
        return [{ ...rowPiece(window, task, columns.length > 0 ? columns : undefined), layout: 'line' }]
      }
      const [first, ...rest] = piecesOf(window, task)
      return [{ ...first!, layout: 'line' }, ...rest]
    })
    return { outcome: 'answered', pieces, note: `Side by side: ${sides.join(' / ')}` }
  },
}

/** The likeliest window that speaks of a side: a row by its subject, anything else in its words or its heading. */
function bestOf(side: string, { read, question, turn, isAllowed }: Task): Window | undefined {
  const asked = askedOf(readQuestion(side, question.language), turn.rarity)
  return read.ranked.find(({ window }) => {
    const own =
      window.kind === 'row'
        ? keyOf(window.units[0]!.cells).value
        : `${window.text} ${window.passage.headings.at(-1) ?? ''}`
    return isAllowed(window.text) && shareOf(asked, heldBy(asked, own)) >= OF_SIDE
  })?.window
}
