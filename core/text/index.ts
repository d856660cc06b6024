export { words, wordCount, type Word } from './words'
export {
  stem,
  terms,
  contentTerms,
  contentStems,
  isStopWord,
  singular,
  stemList,
  stemSet,
  wordSet,
  type Term,
} from './terms'
export { languageOf, spokenTag, SPOKEN, type Spoken } from './language'
export { sentences, finished, isFinished, type Sentence } from './sentences'
export { jaccard, coverage, likeness } from './similarity'
export {
  inUnitOf,
  keepsTo,
  numberOf,
  quantitiesIn,
  sayMoney,
  type Bound,
  type Dimension,
  type Quantity,
} from './quantities'
export { daysIn } from './days'
export { commonNames, kindsOf, oppositesOf, subjectOf, synonymsOf } from './synonyms'
export { hoursIn, partOfDayIn, type Hours } from './hours'
export { isLight } from './light'
export { ANYONE, BY_AGE } from './people'
export { editDistance } from './distance'
export { isEnglishWord } from './english'
export { datesIn, feastsIn, liesIn, monthsIn, namesPublicHolidays, stretchesOfYear, type CalendarDay } from './year'
export { remembered } from './remember'
