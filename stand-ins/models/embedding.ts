import { DIMENSIONS, vectorOf } from '@parrot/core/meaning'
import { contentTerms } from '@parrot/core/text'
import { seeded } from './seeded'

export const EMBEDDING_MODEL = 'embedding'
/** As many as small embedding models give. */
export const EMBEDDING_SIZE = 384
const OWN = EMBEDDING_SIZE - DIMENSIONS

/** The vector of a text, of length 1: the mean of its words' vectors, and a share for each stem that keeps unlike words apart. */
export function embed(text: string): number[] {
  const vector = new Float64Array(EMBEDDING_SIZE)
  for (const { stem, start, end } of contentTerms(text)) {
    const word = vectorOf(text.slice(start, end).toLowerCase())
    const length = word ? Math.sqrt(word.bytes.reduce((sum, each) => sum + each * each, 0)) : 1
    word?.bytes.forEach((each, at) => (vector[at]! += each / length))
    const random = seeded(stem)
    for (let n = 0; n < 4; n++) vector[DIMENSIONS + Math.floor(random() * OWN)]! += random() < 0.5 ? -0.4 : 0.4
  }
  const length = Math.sqrt(vector.reduce((sum, each) => sum + each * each, 0)) || 1
  return [...vector].map((each) => each / length)
}
