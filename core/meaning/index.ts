/**
 * What English words mean to each other: which are put for which others (WordNet's synonyms and derivations in their
 * ordinary senses), and how near they are in use (word vectors).
 */
export { meaningsOf, type Meaning } from './meaning'
export { cosine, DIMENSIONS, KNOWN_WORDS, vectorOf, type WordVector } from './nearness'
