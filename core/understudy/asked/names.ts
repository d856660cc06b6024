import { daysIn, stem } from '../../text'

/**
 * The stems that a text writes with a capital inside sentences and never without: its names. Words that open a sentence
 * or stand in a heading tell nothing.
 */
export function namesIn(texts: readonly string[]): Set<string> {
  const capital = new Set<string>()
  const small = new Set<string>()
  for (const text of texts) {
    for (const match of text.matchAll(/\p{L}[\p{L}\p{N}’'-]*/gu)) {
      const before = text.slice(Math.max(0, match.index - 3), match.index)
      const opens = match.index === 0 || /[.!?:;•\n]\s*$|(?:^|\n)[-–*]\s*$|^\d+[.)]\s*$|["“]$/.test(before)
      if (/^\p{Ll}/u.test(match[0])) small.add(stem(match[0]))
      else if (!opens && /^\p{Lu}\p{Ll}/u.test(match[0])) capital.add(stem(match[0]))
    }
  }
  for (const each of small) capital.delete(each)
  return new Set([...capital].filter((each) => daysIn(each).size === 0))
}
