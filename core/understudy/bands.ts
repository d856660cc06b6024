/** From these confidences on an answer is said, or offered as what comes nearest; set by `npm run quality`. */
export const SAID = 0.6
export const OFFERED = 0.2

/** The three bands of confidence. */
export const bandOf = (confidence: number): 'answered' | 'offered' | 'unknown' =>
  confidence >= SAID ? 'answered' : confidence >= OFFERED ? 'offered' : 'unknown'
