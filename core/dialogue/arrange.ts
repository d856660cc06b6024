import { contentStems, jaccard } from '../text'
import type { FoundPassage } from './turn'

/** Two passages this much alike say the same. */
const SAME = 0.85
/** Fewer characters of a passage are no use to anybody. */
const FEWEST = 200

/** Passages as a model gets them, and what was left out. */
export interface Arranged {
  readonly given: readonly FoundPassage[]
  readonly repeated: number
  readonly noRoom: number
}

/**
 * Chooses and orders passages for a model with so much room, in its tokens: near-duplicates are left out, the best that fit
 * are taken, those that follow each other in a source stand together, and of the groups the best stands first and the
 * second best last, where models read most closely.
 */
export function arrange(
  found: readonly FoundPassage[],
  room: number,
  tokensOf: (passage: FoundPassage) => number,
  before: (passageId: string) => FoundPassage | undefined,
): Arranged {
  const distinct = found.filter(
    (passage, at) =>
      !found.slice(0, at).some((other) => jaccard(contentStems(other.text), contentStems(passage.text)) >= SAME),
  )
  const taken: FoundPassage[] = []
  let left = room
  for (const passage of distinct) {
    const size = tokensOf(passage)
    if (size <= left) {
      taken.push(passage)
      left -= size
      continue
    }
    // The best is given as far as it goes.
    if (taken.length > 0) continue
    const share = left / size
    const text = passage.text.slice(0, Math.floor(passage.text.length * share))
    if (text.length >= FEWEST)
      taken.push({ ...passage, text: text.slice(0, text.lastIndexOf('\n') + 1 || text.length) })
    left = 0
  }
  return {
    given: inReadingOrder(grouped(taken, before)),
    repeated: found.length - distinct.length,
    noRoom: distinct.length - taken.length,
  }
}

/** Passages that follow each other in a source, together in its order; the groups by their best. */
function grouped(
  passages: readonly FoundPassage[],
  before: (passageId: string) => FoundPassage | undefined,
): FoundPassage[][] {
  const groups: FoundPassage[][] = []
  for (const passage of passages) {
    const follows = before(passage.passageId)?.passageId
    const ahead = groups.find((group) => group.at(-1)!.passageId === follows)
    const behind = groups.find((group) => before(group[0]!.passageId)?.passageId === passage.passageId)
    if (ahead && behind && ahead !== behind) {
      ahead.push(passage, ...behind)
      groups.splice(groups.indexOf(behind), 1)
    } else if (ahead) ahead.push(passage)
    else if (behind) behind.unshift(passage)
    else groups.push([passage])
  }
  return groups
}

/** First, third, fifth … fourth, second. */
const inReadingOrder = (groups: readonly FoundPassage[][]): FoundPassage[] =>
  [...groups.filter((_, at) => at % 2 === 0), ...groups.filter((_, at) => at % 2 === 1).reverse()].flat()
