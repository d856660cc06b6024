export { EMAIL, FEWEST_PHONE_FIGURES, FIGURES, LINK } from './addresses'
export { words, wordCount, type Word } from './words'
export {
  stem,
  terms,
  contentTerms,
  contentTermsIn,
  contentStems,
  isStopWord,
  stemList,
  stemSet,
  type Term,
} from './terms'
export { languageOf, spokenTag, SPOKEN, type Spoken } from './language'
export {
  finished,
  isFinished,
  listSignOf,
  sentences,
  sentencesIn,
  sentencesOfLine,
  withoutClauseNumber,
  withoutListSign,
  type Sentence,
} from './sentences'
export { jaccard, coverage, likeness, shared } from './similarity'
export { keepsTo, numberOf, quantitiesIn, sayMoney, type Bound, type Dimension, type Quantity } from './quantities'
export { datesIn, dayIn, daysIn, monthsIn, timeWithDay, withoutTimes, type CalendarDay } from './calendar'
export { oppositesOf, synonymsOf } from './synonyms'
export { isLight } from './light'
export { ANYONE, BY_AGE } from './people'
export { editDistance } from './distance'
export { inQuotes, quotations, unquoted, withoutQuotations } from './quotes'
export { isEnglishWord } from './english'
export { remembered } from './remember'
export { cellsIn, type RowCell } from './rows'
export { pairIn } from './pair'
