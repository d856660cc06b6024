import { wordsOf } from '../languages'
import { holds, tokensOf, type Question } from '../reading'
import { daysIn, monthsIn, quantitiesIn, type Dimension } from '../text'

/** Neither for nor against: the kind cannot be told from the form of a text. */
const OPEN = 0.5
const DURATIONS: readonly Dimension[] = ['duration']
const MEASURES: readonly Dimension[] = [
  'mass',
  'length',
  'volume',
  'area',
  'speed',
  'data',
  'power',
  'energy',
  'voltage',
  'temperature',
  'age',
  'percent',
]

const has = (text: string, dimensions: readonly Dimension[]): boolean =>
  quantitiesIn(text).some((each) => dimensions.includes(each.dimension))

/** Whether a text has a figure that is no price and no time. */
const isFigured = (text: string): boolean => /\d/.test(text.replace(/[£€$]\s?[\d.,]+|\d{1,2}:\d{2}/g, ''))

/** How well a text holds the kind of thing a question asks for: 1 when it does, 0 when it does not, between when that cannot be told. */
export function fitsKind(question: Question, text: string): number {
  const words = wordsOf(question.language)
  const tokens = tokensOf(text)
  const told = (isSo: boolean): number => (isSo ? 1 : 0)
  switch (question.kind) {
    case 'money':
      return told(has(text, ['money']) || /[£€$]|\b(?:EUR|USD|GBP)\b/.test(text) || holds(words.free, tokens))
    case 'duration':
      return told(has(text, DURATIONS))
    case 'time':
      return told(
        has(text, ['clock', 'duration']) ||
          daysIn(text).size > 0 ||
          monthsIn(text).size > 0 ||
          /\d{1,2}[:h]\d{2}|\d{4}-\d{2}-\d{2}|\d{1,2}[./]\d{1,2}[./]\d{2,4}|\b\d{1,2} ?(?:Uhr|uur)\b|\b(?:19|20)\d\d\b/.test(
            text,
          ),
      )
    case 'count':
      return told(has(text, ['count']) || isFigured(text))
    case 'measure':
      return has(text, MEASURES) ? 1 : isFigured(text) ? OPEN : 0
    case 'person':
      return /\p{Lu}\p{Ll}+ (?:[\p{Ll}]+ )?\p{Lu}\p{Ll}+/u.test(text.slice(1)) ? 1 : OPEN / 2
    case 'howTo':
      return holds(words.instructs, tokens) ? 1 : OPEN
    case 'place':
      return holds(words.places, tokens) ? 1 : OPEN / 2
    case 'reason':
      return holds(words.because, tokens) ? 1 : OPEN / 2
    default:
      return OPEN
  }
}
