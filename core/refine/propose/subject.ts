import { readQuestion } from '../../reading'
import { languageOf, type Spoken } from '../../text'

const MOST_WORDS = 4

/** What a line is about, in its own words: those that carry its subject, in their order. */
export function subjectOfLine(line: string, language: Spoken = languageOf(line)): string {
  const { terms } = readQuestion(line, language)
  const own = terms.filter((term) => !term.isLight).map(({ word }) => word)
  return [...new Set(own.length > 0 ? own : terms.map(({ word }) => word))].slice(-MOST_WORDS).join(' ') || 'this'
}
