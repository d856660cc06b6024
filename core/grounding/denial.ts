import { wordsOf, type Spoken } from '../languages'
import { find, holds, tokensOf, wordsIn as listed, type Token } from '../reading'
import { contentTermsIn, isStopWord, oppositesOf, stemList } from '../text'

/** So much of a clause must stand in a clause of the ground before a denial in one of them alone tells against it. */
const SAME = 0.85
const FEWEST = 2

/** "No later than" bounds and denies nothing. */
const BOUNDS =
  /\b(?:no|not)\s+(?:\p{L}+\s+)?(?:more|less|fewer|later|longer|earlier|wider|heavier|larger|bigger|older|taller|higher|sooner)\b|\bnot only\b|\bno\s+(?:charge|cost|fee|extra)\b/giu

interface Clause {
  readonly stems: ReadonlySet<string>
  readonly isDenied: boolean
  /** It holds only in part, so that a denial beside it decides nothing. */
  readonly isUnsure: boolean
}

/** Whether one clause of a text says of the same words what the ground denies, or denies what the ground says. */
export function isDenied(text: string, ground: string, language: Spoken): boolean {
  const there = clausesOf(ground, language)
  return clausesOf(text, language).some((own) => {
    if (own.stems.size < FEWEST || own.isUnsure) return false
    const same = there.filter((each) => shareOf(own, each) >= SAME)
    return same.length > 0 && same.every((each) => !each.isUnsure && isOtherwise(own, each))
  })
}

/** Buying is selling, seen from the other side. */
const CONVERSE = stemList('buy sell arrive depart arrival departure win lose')

/** Denied on one side alone, or by a word of opposite meaning: "closed" for "open". */
function isOtherwise(own: Clause, other: Clause): boolean {
  const isOpposite = [...own.stems]
    .filter((stem) => !CONVERSE.has(stem))
    .some((stem) => [...oppositesOf(stem)].some((opposite) => other.stems.has(opposite) && !own.stems.has(opposite)))
  return (own.isDenied !== other.isDenied) !== isOpposite
}

function shareOf(own: Clause, other: Clause): number {
  let held = 0
  for (const stem of own.stems)
    if (other.stems.has(stem) || [...oppositesOf(stem)].some((each) => other.stems.has(each))) held++
  return held / own.stems.size
}

function clausesOf(text: string, language: Spoken): Clause[] {
  const { denial, unsure, free, joins, yesNo } = wordsOf(language)
  return partsOf(text.replace(BOUNDS, ' '), joins).map((part): Clause => {
    const tokens = tokensOf(part)
    // "No, it is free": the verdict is no part of the clause.
    const rest = find(yesNo, tokens)?.from === 0 ? tokens.slice(1) : tokens
    const denies = (word: string) => listed(denial).has(word.toLowerCase())
    const denying = rest.filter(({ text: word }) => denies(word)).length
    return {
      stems: new Set(
        contentTermsIn(part, language)
          .filter((term) => {
            const word = part.slice(term.start, term.end)
            // Denial is told by itself, and figures are held by themselves.
            return !isStopWord(word, language) && !denies(word) && !/^\d/.test(word)
          })
          .map((term) => term.stem),
      ),
      isDenied: denying % 2 === 1,
      isUnsure: denying > 1 || holds(unsure, tokens) || holds(free, tokens),
    }
  })
}

/** The clauses of a text, parted at signs and at the words that join them. */
function partsOf(text: string, joins: string): string[] {
  return text
    .split(/[.,;:!?–—\n()]+/)
    .flatMap((part) => cut(part, tokensOf(part), joins))
    .filter((part) => part.trim() !== '')
}

function cut(part: string, tokens: readonly Token[], joins: string): string[] {
  const joint = find(joins, tokens.slice(1))
  if (!joint) return [part]
  const [from, to] = [tokens[joint.from + 1]!, tokens[joint.to]!]
  const [before, after] = [part.slice(0, from.start), part.slice(to.end)]
  // "Dogs must be on a lead and may not sit on seats": the second clause is of what the first one is.
  const subject = part.slice(0, tokens[1]?.start ?? 0)
  return [before, ...cut(`${subject} ${after}`, tokensOf(`${subject} ${after}`), joins)]
}
