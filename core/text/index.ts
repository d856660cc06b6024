export { words, wordCount, type Word } from './words'
export { stem, terms, contentTerms, contentStems, isStopWord, type Term } from './terms'
export { sentences, finished, isFinished, type Sentence } from './sentences'
export { jaccard, coverage, likeness } from './similarity'
