/** Free parameters of BM25: `k1` bends the count of a term, `b` the length of its field (0 none, 1 full). */
export interface Bm25Parameters {
  readonly k1: number
  readonly b: number
}

/** The defaults of Robertson & Zaragoza (2009, section 3.4). */
export const BM25_DEFAULTS: Bm25Parameters = { k1: 1.2, b: 0.75 }

/**
 * Inverse document frequency that never goes negative: ln(1 + (N - df + 0.5) / (df + 0.5)) (Robertson & Zaragoza 2009,
 * eq. 3.3, with one added inside the logarithm). `df` passages of `passages` hold the term.
 */
export const idf = (df: number, passages: number): number => Math.log(1 + (passages - df + 0.5) / (df + 0.5))

/**
 * BM25 weight of one term in one field of one passage (Robertson & Zaragoza 2009, eq. 3.15), without its idf. `tf` and
 * `length` in words; unit-free, only comparable within one index.
 */
export function saturation(
  tf: number,
  length: number,
  averageLength: number,
  { k1, b }: Bm25Parameters = BM25_DEFAULTS,
): number {
  if (tf === 0) return 0
  const norm = averageLength > 0 ? 1 - b + (b * length) / averageLength : 1
  return (tf * (k1 + 1)) / (tf + k1 * norm)
}
