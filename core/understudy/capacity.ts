import { numberOf, quantitiesIn, stemSet, type Quantity } from '../text'
import type { Unit } from './units'

/** Asks whether something holds or covers what is named: "is it enough?", "is that too much for it?". */
export const ASKS_ENOUGH = /\b(?:enough|sufficient|suffices?|too (?:many|much|big|large))\b/i

const WITHOUT_LIMIT = /^(?:unlimited|no limit|without limit|any number|as many as you (?:like|want))\b/i

/**
 * How much of what a quantity names a row has room for, in base units: 250 of "Members: 250" for "300 members", 5 GB of
 * "Storage: 5 GB" for "10 GB"; Infinity for "unlimited"; undefined when no column says.
 */
export function roomFor({ cells }: Pick<Unit, 'cells'>, { dimension, of }: Quantity): number | undefined {
  for (const { header, value } of cells) {
    if (dimension === 'count') {
      const stems = stemSet(header)
      if (!of.some((each) => stems.has(each))) continue
      const room = WITHOUT_LIMIT.test(value) ? Infinity : numberOf(value)
      if (room !== undefined) return room
    } else {
      const [only, ...more] = quantitiesIn(value).filter((each) => each.dimension === dimension)
      if (only && more.length === 0) return only.value
    }
  }
  return undefined
}
