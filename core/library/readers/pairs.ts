import { pairBlock } from '../asked'
import { oneLine, readable } from '../document'
import type { ReadResult } from '../document'

/** A question with its fixed answer, as the designer typed it. */
export interface Pair {
  readonly question: string
  readonly answer: string
}

/** What the pairs are called that answers given by hand are kept in, when the first is given. */
export const GIVEN_BY_HAND = 'Answers given by hand'

/** Question-and-answer pairs → document: one block each, so that a pair is always found and cited whole. */
export function readPairs(title: string, pairs: readonly Pair[]): ReadResult {
  const blocks = pairs.map((pair, at) =>
    pairBlock(oneLine(pair.question), oneLine(pair.answer), { kind: 'pair', pair: at + 1, label: `pair ${at + 1}` }),
  )
  return readable(title, blocks, title)
}
