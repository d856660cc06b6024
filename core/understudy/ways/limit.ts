import { keepsTo, quantitiesIn, type Quantity } from '../../text'
import { bandOf } from '../bands'
import { denies } from '../measure'
import type { Way } from '../task'
import { piecesOf } from './plain'

/** A statement must speak of so much of the question for its limit to be the one asked about. */
const SPOKEN = 0.55
const LOOKED_AT = 12

/**
 * Whether something keeps to a limit: "Can I bring 25 kg?" beside "up to 20 kg". A verdict is given only where the limit
 * itself decides; one that forbids what is over it says nothing of the rest, nor one that is for some only.
 */
export const limit: Way = {
  name: 'limit',
  run(task) {
    const { question, read, phrases } = task
    const given = question.quantities.find(
      ({ dimension, bound }) => bound === 'exact' && dimension !== 'clock' && dimension !== 'money',
    )
    if (!given || !question.isYesNo || bandOf(read.confidence) === 'unknown') return undefined
    for (const { window, measured } of read.ranked.slice(0, LOOKED_AT)) {
      if (measured.around < SPOKEN || window.units.length !== 1 || !task.isAllowed(window.text)) continue
      const bounds = quantitiesIn(window.text).filter(
        (each) => each.dimension === given.dimension && each.bound !== 'exact' && isOfSame(each, given),
      )
      if (bounds.length !== 1) continue
      const isWithin = keepsTo(given.value, bounds[0]!.bound, bounds[0]!.value)
      const isDenied = denies(window.text, question)
      const isLimit = bounds[0]!.bound === 'most' || bounds[0]!.bound === 'least'
      if (!isWithin && (!isLimit || isDenied)) continue
      const verdict = isWithin !== isDenied ? 'yes' : 'no'
      return {
        outcome: 'answered',
        pieces: [{ text: phrases[verdict], isVerdict: true }, ...piecesOf(window, task)],
        note: `${given.text} held against “${bounds[0]!.text}”`,
      }
    }
    return undefined
  },
}

const isOfSame = (one: Quantity, other: Quantity): boolean =>
  one.dimension !== 'count' || one.of.some((each) => other.of.includes(each))
