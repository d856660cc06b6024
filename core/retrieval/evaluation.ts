/** How well one question was answered by a ranked list, and the means over many. All are shares, 0..1. */
export interface RankScores {
  /** Whether the first hit is right. */
  readonly hit1: number
  /** Whether one of the first five is. */
  readonly hit5: number
  /** One over the rank of the first right hit; 0 when there is none. */
  readonly mrr: number
  /** Normalised discounted cumulative gain of the first ten, every right passage worth the same. */
  readonly ndcg10: number
}

const NDCG_DEPTH = 10

/**
 * Scores a ranking against the passages that are right for its question. nDCG after Järvelin & Kekäläinen (2002) with
 * gains of 0 and 1 and a logarithm to base 2.
 */
export function scoreRanking(ranked: readonly string[], right: ReadonlySet<string>): RankScores {
  const first = ranked.findIndex((id) => right.has(id))
  const gain = (at: number) => 1 / Math.log2(at + 2)
  const found = ranked.slice(0, NDCG_DEPTH).reduce((sum, id, at) => (right.has(id) ? sum + gain(at) : sum), 0)
  let ideal = 0
  for (let at = 0; at < Math.min(NDCG_DEPTH, right.size); at++) ideal += gain(at)
  return {
    hit1: first === 0 ? 1 : 0,
    hit5: first >= 0 && first < 5 ? 1 : 0,
    mrr: first < 0 ? 0 : 1 / (first + 1),
    ndcg10: ideal === 0 ? 0 : found / ideal,
  }
}

/** The means of many scores; all 0 when there are none. */
export function meanScores(all: readonly RankScores[]): RankScores {
  const mean = (of: (each: RankScores) => number) =>
    all.length === 0 ? 0 : all.reduce((sum, each) => sum + of(each), 0) / all.length
  return {
    hit1: mean((each) => each.hit1),
    hit5: mean((each) => each.hit5),
    mrr: mean((each) => each.mrr),
    ndcg10: mean((each) => each.ndcg10),
  }
}
