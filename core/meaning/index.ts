/** Which English words are put for which others: WordNet's synonyms and derivations in their ordinary senses. */
export { meaningsOf, type Meaning } from './meaning'
