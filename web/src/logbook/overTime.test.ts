import { describe, expect, it } from 'vitest'
import { daysBack, totalOf } from './overTime'

describe('the last days', () => {
  it('end today, over months and years', () => {
    expect(daysBack(7, new Date(2026, 0, 3))).toEqual(['2025-12-28', '2026-01-03'])
    expect(daysBack(1, new Date(2026, 0, 3, 23, 59))).toEqual(['2026-01-03', '2026-01-03'])
  })

  it('come to the sum of each', () => {
    const day = {
      day: '',
      offered: 0,
      unknown: 1,
      other: 0,
      passedOn: 0,
      liked: 2,
      disliked: 0,
      medianMs: 3,
      tokens: 5,
    }
    const days = [1, 2].map((turns) => ({ ...day, conversations: 1, turns, answered: turns - 1 }))
    expect(totalOf(days)).toMatchObject({ conversations: 2, turns: 3, answered: 1, unknown: 2, liked: 4, tokens: 10 })
  })
})
