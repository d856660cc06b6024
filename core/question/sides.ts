import { answerKindOf } from './kind'

/** Two things a question sets against each other. */
export interface Sides {
  readonly names: readonly string[]
  /** What the comparison is about, the names and the asking taken out. */
  readonly about: string
}

const ASKING =
  /\b(?:what|is|are|the|difference|differences|between|compare|compared|comparison|which|one|better|of|has|have|versus|vs|should|choose|take|i|we|a|an|or|and|with|to|do|does|for|than|rather)\b/gi

/** The things a question sets against each other. */
export function sidesOf(question: string): Sides | undefined {
  if (answerKindOf(question) !== 'comparison') return undefined
  const text = question.replace(/[?!.]+\s*$/, '')
  const name = "(?:the |a |an )?([\\p{L}\\p{N}][\\p{L}\\p{N}'’-]*(?: [\\p{L}\\p{N}'’-]+){0,2}?)"
  const found =
    new RegExp(`\\bbetween ${name} and ${name}(?=$|[,.]| (?:for|in|on|when|if|with|as|regarding|about)\\b)`, 'iu').exec(
      text,
    ) ??
    new RegExp(
      `\\bcompare ${name} (?:and|with|to) ${name}(?=$|[,.]| (?:for|in|on|when|if|with|as|regarding|about)\\b)`,
      'iu',
    ).exec(text) ??
    new RegExp(`\\b(?:to|for|with|from|in|at|on) ${name} or (?:(?:to|for|with|from|in|at|on) )?${name}$`, 'iu').exec(
      text,
    ) ??
    new RegExp(
      `(?:^|[,:] ?|\\bis |\\bare )${name} (?:or|vs\\.?|versus) ${name}(?=$|[,.:;]| (?:for|in|on|when|if|with|as|regarding|about)\\b)`,
      'iu',
    ).exec(text)
  if (!found) return undefined
  const names = [found[1]!, found[2]!]
  const about = (text.slice(0, found.index) + ' ' + text.slice(found.index + found[0].length)).replace(ASKING, ' ')
  return { names, about: about.trim() }
}
