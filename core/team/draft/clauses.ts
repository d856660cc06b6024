import { RELAY_WORDS } from '../../languages'
import { find, tokensOf, without } from '../../reading'
import { begins, nameAt } from './words'

/** An agent that may do a leg. */
export interface DraftingAgent {
  readonly id: string
  readonly name: string
}

/** A sentence in its parts: at full stops, before another step, and before whoever does it. */
export function clausesOf(sentence: string, agents: readonly DraftingAgent[]): string[] {
  return sentence
    .split(/(?<=[.!?])\s+|[;\n]+/)
    .flatMap((each) => partsOf(each, agents))
    .map((part) => part.replace(/^[\s,]*(?:and\s+)?|(?:[\s,]+and)?[\s,.]+$/gi, ''))
    .filter((part) => without([RELAY_WORDS.next], tokensOf(part)).length > 0)
}

function partsOf(sentence: string, agents: readonly DraftingAgent[]): string[] {
  const tokens = tokensOf(sentence)
  const cuts = [0]
  // What it begins by ends at its first comma.
  let isOpening =
    begins(RELAY_WORDS.when, tokens) || begins(RELAY_WORDS.often, tokens) || begins(RELAY_WORDS.daily, tokens)
  for (const [at, token] of tokens.entries()) {
    if (at === 0) continue
    const rest = tokens.slice(at)
    const isAfterComma = sentence.slice(tokens[at - 1]!.end, token.start).includes(',')
    const isParted = isAfterComma || tokens[at - 1]!.text === 'and'
    const has = find(RELAY_WORDS.has, rest)
    const isGiven = has?.from === 0 && agents.some(({ name }) => nameAt(name, rest.slice(has.to))?.from === 0)
    const isNext = begins(RELAY_WORDS.next, rest)
    const isOwn = [RELAY_WORDS.approval, RELAY_WORDS.mail, RELAY_WORDS.each, RELAY_WORDS.when].some((list) =>
      begins(list, rest),
    )
    const isNamed = agents.some(({ name }) => nameAt(name, rest)?.from === 0)
    if (isGiven || isNext || (isParted && (isOwn || isNamed)) || (isAfterComma && isOpening)) cuts.push(token.start)
    if (isAfterComma || isGiven || isNext) isOpening = false
  }
  return cuts.map((from, n) => sentence.slice(from, cuts[n + 1]))
}
