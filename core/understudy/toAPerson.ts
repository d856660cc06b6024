import type { TurnForModel } from '../dialogue'
import type { Phrases } from '../languages'
import { finished, withoutListSign } from '../text'
import type { Finding } from './task'
import { unitsOf } from './windows'

const ADDRESS = /[^\s@<>,;]+@[^\s@<>,;]+\.\p{L}{2,}|\+?\(?\d[\d\s()/-]{5,}\d/u

/**
 * What is said to whoever wants a person: that the agent puts nobody through, and whom to ask where the library tells: a
 * sentence with a telephone number or an address. Passing on is for the brief's rules and boundaries alone.
 */
export function toAPerson({ found, called }: TurnForModel, phrases: Phrases): Finding {
  const isPassedOn = called.some(({ reading }) => reading.directives.some(({ kind }) => kind === 'handOver'))
  const told = isPassedOn
    ? undefined
    : found
        .flatMap((passage, rank) => unitsOf(passage).map((unit) => ({ unit, rank })))
        .find(({ unit }) => ADDRESS.test(unit.text) && !/[?:]$/.test(unit.text))
  return {
    outcome: 'answered',
    isPlain: true,
    pieces: [
      ...(isPassedOn ? [] : [{ text: phrases.noPerson }]),
      ...(told
        ? [{ text: phrases.whomToAsk }, { text: finished(withoutListSign(told.unit.text)), cites: [told.rank + 1] }]
        : []),
    ],
    note: told ? 'The library tells whom to ask' : 'The library tells nobody to ask',
  }
}
