import { withoutMarkers } from '../dialogue'
import { likeness, sentencesOfLine, wordCount } from '../text'

/** A text without what was said before, and what was taken out of it. */
export interface Repeated {
  readonly text: string
  readonly taken: readonly string[]
}

/** Sentences this much alike (0..1) say the same. */
const SAME = 0.85
/** A shorter sentence ("Yes.") says nothing that could be repeated. */
const FEWEST_WORDS = 4

/**
 * Takes out of a leg's result what legs before it have said already: agents that repeat each other are what people complain
 * of most in chains. Whole sentences only, compared by their words; a result that would be left with nothing stays as it is.
 */
export function withoutRepeats(text: string, before: readonly string[]): Repeated {
  const said = before.flatMap(sentencesIn).filter(isLong)
  const taken: string[] = []
  const isNew = (sentence: string): boolean => {
    const plain = withoutMarkers(sentence)
    if (!isLong(plain) || !said.some((other) => likeness(plain, other) >= SAME)) return true
    taken.push(sentence)
    return false
  }
  const kept = text
    .split('\n')
    .map((line) => {
      const sentences = sentencesOfLine(line)
      if (sentences.length === 0) return line
      const left = sentences.filter(({ text: sentence }) => isNew(sentence))
      return left.length === sentences.length ? line : left.map(({ text: sentence }) => sentence).join(' ')
    })
    .filter((line, at, lines) => line !== '' || (at > 0 && lines[at - 1] !== ''))
    .join('\n')
    .trim()
  return kept === '' || taken.length === 0 ? { text, taken: [] } : { text: kept, taken }
}

const isLong = (sentence: string): boolean => wordCount(sentence) >= FEWEST_WORDS
const sentencesIn = (text: string): string[] =>
  text.split('\n').flatMap((line) => sentencesOfLine(withoutMarkers(line)).map((sentence) => sentence.text))
