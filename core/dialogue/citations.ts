import { contentStems, coverage, sentences } from '../text'
import type { Citation, FoundPassage } from './turn'

const MARKER = /\s*\[(\d{1,3})\]/g

/** A reply without its citation markers. */
export const withoutMarkers = (reply: string): string => reply.replace(MARKER, '').replace(/ +([.,;!?])/g, '$1')

/** A text whose markers count on from a number. */
export const countingOn = (text: string, from: number): string =>
  text.replace(/\[(\d{1,3})\]/g, (_, number: string) => `[${Number(number) + from}]`)

/** Numbers markers from 1 in the order in which they appear. */
export class Numbering {
  readonly #order: number[] = []

  /** A text with its markers numbered anew, each after one space. */
  apply(text: string): string {
    return text.replace(MARKER, (_, number: string) => ` [${this.#numberOf(Number(number))}]`)
  }

  /** The numbers of the prompt in their new order. */
  get order(): readonly number[] {
    return this.#order
  }

  #numberOf(number: number): number {
    if (!this.#order.includes(number)) this.#order.push(number)
    return this.#order.indexOf(number) + 1
  }
}

/**
 * The citations of a reply: each quotes the sentence of its passage that supports best what is said beside its marker.
 * Numbers are those of the prompt, which counts its passages from 1.
 */
export function citationsOf(
  { order }: Numbering,
  pieces: readonly { readonly text: string; readonly cites: readonly number[] }[],
  given: readonly FoundPassage[],
): Citation[] {
  return order.map((number, index): Citation => {
    const passage = given[number - 1]!
    const claim = pieces.filter(({ cites }) => cites.includes(number)).map(({ text }) => withoutMarkers(text))
    return {
      marker: index + 1,
      passageId: passage.passageId,
      sourceId: passage.sourceId,
      sourceTitle: passage.sourceTitle,
      headings: passage.headings,
      quote: bestQuote(passage.text, claim.join(' ')),
      locator: passage.locator,
    }
  })
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
