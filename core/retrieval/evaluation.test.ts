import { describe, expect, it } from 'vitest'
import { meanScores, scoreRanking } from './evaluation'

describe('scoring a ranking', () => {
  it('gives everything to a right first hit', () => {
    expect(scoreRanking(['a', 'b'], new Set(['a']))).toEqual({ hit1: 1, hit5: 1, mrr: 1, ndcg10: 1 })
  })

  it('gives less the further down the first right hit stands', () => {
    const third = scoreRanking(['x', 'y', 'a'], new Set(['a']))
    expect(third).toMatchObject({ hit1: 0, hit5: 1 })
    expect(third.mrr).toBeCloseTo(1 / 3)
    expect(third.ndcg10).toBeCloseTo(1 / Math.log2(4))
    expect(scoreRanking(['1', '2', '3', '4', '5', 'a'], new Set(['a']))).toMatchObject({ hit5: 0, mrr: 1 / 6 })
  })

  it('gives nothing where nothing right was found, and counts further right ones', () => {
    expect(scoreRanking(['x'], new Set(['a']))).toEqual({ hit1: 0, hit5: 0, mrr: 0, ndcg10: 0 })
    expect(scoreRanking(['a', 'x'], new Set(['a', 'b'])).ndcg10).toBeCloseTo(1 / (1 + 1 / Math.log2(3)))
  })

  it('means over none are nought, not NaN', () => {
    expect(meanScores([])).toEqual({ hit1: 0, hit5: 0, mrr: 0, ndcg10: 0 })
  })
})
