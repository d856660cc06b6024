import { contentStems, coverage, sentences } from '../text'
import type { Citation, FoundPassage } from './turn'

const MARKER = /\s*\[(\d{1,3})\]/g

/** A reply without its citation markers. */
export const withoutMarkers = (reply: string): string => reply.replace(MARKER, '').replace(/ +([.,;!?])/g, '$1')

/** A reply whose markers were verified: renumbered in order of appearance, each with what it points at. */
export interface CitedReply {
  readonly reply: string
  readonly citations: readonly Citation[]
  /** Markers that pointed at no passage and were taken out. */
  readonly dropped: readonly number[]
}

/**
 * Verifies the markers of a reply against the passages its prompt numbered. A marker that points nowhere is removed;
 * the others are renumbered from 1 in order of appearance; each citation quotes the sentence of its passage that
 * supports the reply's sentence best.
 */
export function citeReply(raw: string, found: readonly FoundPassage[]): CitedReply {
  const order: number[] = []
  const dropped: number[] = []
  const claims = new Map<number, string>()
  let reply = ''
  let at = 0
  for (const match of raw.matchAll(MARKER)) {
    const number = Number(match[1])
    const before = raw.slice(at, match.index)
    reply += before
    at = match.index + match[0].length
    if (!found[number - 1]) {
      dropped.push(number)
      continue
    }
    if (!order.includes(number)) order.push(number)
    claims.set(number, `${claims.get(number) ?? ''} ${sentences(withoutMarkers(reply)).at(-1)?.text ?? ''}`)
    reply += ` [${order.indexOf(number) + 1}]`
  }
  reply += raw.slice(at)
  const citations = order.map((number, index): Citation => {
    const passage = found[number - 1]!
    return {
      marker: index + 1,
      passageId: passage.passageId,
      sourceId: passage.sourceId,
      sourceTitle: passage.sourceTitle,
      headings: passage.headings,
      quote: bestQuote(passage.text, claims.get(number) ?? ''),
      locator: passage.locator,
    }
  })
  return { reply: reply.trim(), citations, dropped }
}

/** The sentence or line of a passage that shares most with a claim; the first when none shares anything. */
function bestQuote(passage: string, claim: string): string {
  const stems = contentStems(claim)
  let best = { text: passage.trim(), score: -1 }
  for (const candidate of passage.split('\n').flatMap((line) => sentences(line))) {
    const score = coverage(stems, contentStems(candidate.text))
    if (score > best.score) best = { text: candidate.text, score }
  }
  return best.text
}
