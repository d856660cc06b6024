import { describe, expect, it } from 'vitest'
import { fuseByRank, nearest, quantised, vectorSet } from './index'

const SIZE = 16
/** Vectors that point everywhere, the same ones each time. */
const random = (seed: number) => () => ((seed = (seed * 48_271) % 2_147_483_647) / 2_147_483_647) * 2 - 1
const next = random(7)
const VECTORS = Array.from({ length: 200 }, () => Array.from({ length: SIZE }, next))
const set = vectorSet(VECTORS.map(quantised), SIZE)

const cosine = (a: readonly number[], b: readonly number[]) => {
  const dot = (x: readonly number[], y: readonly number[]) => x.reduce((sum, each, at) => sum + each * y[at]!, 0)
  return dot(a, b) / Math.sqrt(dot(a, a) * dot(b, b))
}

describe('the nearest vectors', () => {
  it('are those of the exact vectors, but for a hundredth', () => {
    const question = Array.from({ length: SIZE }, next)
    const exact = VECTORS.map((vector, at) => ({ at, cosine: cosine(vector, question) })).sort(
      (a, b) => b.cosine - a.cosine,
    )
    const found = nearest(set, quantised(question), 5)
    expect(found[0]!.at).toBe(exact[0]!.at)
    found.forEach((each) => expect(Math.abs(each.cosine - cosine(VECTORS[each.at]!, question))).toBeLessThan(0.01))
  })

  it('of a vector of the set is itself', () => {
    expect(nearest(set, quantised(VECTORS[120]!), 3)[0]).toEqual({ at: 120, cosine: expect.closeTo(1) })
  })

  it('are found whatever the number of dimensions', () => {
    const odd = VECTORS.map((vector) => quantised(vector.slice(0, 13)))
    expect(nearest(vectorSet(odd, 13), odd[50]!, 1)[0]!.at).toBe(50)
  })

  it('of nothing, and to nothing, are no error', () => {
    expect(nearest(vectorSet([], SIZE), new Int8Array(SIZE), 3)).toEqual([])
    expect(nearest(set, new Int8Array(SIZE), 1)).toEqual([{ at: 0, cosine: 0 }])
  })
})

describe('two rankings made one', () => {
  const hit = (id: string, score: number) => ({ id, score, parts: [{ name: 'words', score }] })

  it('put first what both know, and keep what only one knows', () => {
    const fused = fuseByRank([hit('a', 9), hit('b', 8)], [hit('b', 0.7), hit('c', 0.6)], 9)
    expect(fused.map(({ id }) => id)).toEqual(['b', 'a', 'c'])
  })

  it('say of each hit what each ranking gave it; the parts add up to the score', () => {
    for (const { score, parts } of fuseByRank([hit('a', 9), hit('b', 8)], [hit('b', 0.7)], 9)) {
      expect(parts.reduce((sum, part) => sum + part.score, 0)).toBeCloseTo(score)
      expect(parts.map(({ name }) => name)).toEqual(['words', 'embedding'])
    }
  })
})
