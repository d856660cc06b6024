import { wordsOf } from '../languages'
import { find, tokensOf, wordsIn, type Question } from '../reading'

/**
 * What a comparison sets side by side: the words on both sides of what joins them, as far as they carry a subject; none
 * when the question compares nothing.
 */
export function sidesOf(question: Question): string[] {
  if (question.kind !== 'comparison' && question.kind !== 'choice') return []
  const words = wordsOf(question.language)
  const tokens = tokensOf(question.text)
  const asking = find(words.asks[question.kind], tokens)
  const content = new Set(question.terms.filter((term) => !term.isLight).map((term) => term.word))
  const joins = wordsIn(words.sides)
  const sides: string[][] = [[]]
  for (const [at, { text }] of tokens.entries()) {
    if (asking && at >= asking.from && at < asking.to) continue
    if (joins.has(text)) sides.push([])
    else if (content.has(text)) sides.at(-1)!.push(text)
  }
  const told = sides.filter((side) => side.length > 0).slice(-MOST_SIDES)
  if (told.length < 2) return []
  // "The return and the single fare": what the last side says beside its name is said of all.
  return told.map((side) => side.join(' '))
}
const MOST_SIDES = 3
