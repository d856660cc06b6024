import { find, tokensOf, type Match, type Token } from '../../reading'
import { numberOf } from '../../text'

/** Whether a phrase of a list begins the tokens. */
export const begins = (list: string, tokens: readonly Token[]): boolean => find(list, tokens)?.from === 0

/** Where a name stands among tokens; undefined where it does not. */
export const nameAt = (name: string, tokens: readonly Token[]): { from: number; to: number } | undefined => {
  const parts = tokensOf(name).map(({ text }) => text)
  const from = tokens.findIndex((_, at) => parts.length > 0 && parts.every((part, n) => tokens[at + n]?.text === part))
  return from < 0 ? undefined : { from, to: from + parts.length }
}

/** A text without the phrase it begins with; whole where it begins with none, or is nothing else. */
export function withoutLead(text: string, list: string): string {
  const tokens = tokensOf(text)
  const lead = find(list, tokens)
  const start = lead?.from === 0 ? tokens[lead.to]?.start : undefined
  // A place begins with its braces.
  return start === undefined ? text : text.slice(text.lastIndexOf('{{', start) === start - 2 ? start - 2 : start)
}

/** A text with a place where a phrase stood. */
export function withPlace(text: string, { from, to }: Match, place: string): string {
  const tokens = tokensOf(text)
  return text.slice(0, tokens[from]!.start) + place + text.slice(tokens[to - 1]!.end)
}

/** The first number of a text that counts something; undefined where it has none. */
export const countIn = (words: string): number | undefined => {
  const count = tokensOf(words)
    .map(({ text }) => numberOf(text))
    .find((number) => number !== undefined)
  return count !== undefined && count >= 1 ? Math.round(count) : undefined
}
