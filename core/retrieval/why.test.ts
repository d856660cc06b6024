import { describe, expect, it } from 'vitest'
import { whyNot } from './why'

const hit = (score: number, parts: Record<string, number>, matched: string[]) => ({
  score,
  matched,
  parts: Object.entries(parts).map(([name, each]) => ({ name, score: each })),
})

describe('why a passage did not win', () => {
  const winner = hit(5, { body: 3, headings: 1.8, title: 0.2 }, ['dog', 'bus'])

  it('names the words it lacks and the parts it is behind in, the weightiest first', () => {
    expect(whyNot(winner, hit(2, { body: 1.8, headings: 0, title: 0.2 }, ['dog']))).toEqual([
      'it does not hold “bus”',
      'its headings match less (1.80 behind)',
      'its own words match less (1.20 behind)',
    ])
  })

  it('says that it shares no word when it was not found', () => {
    expect(whyNot(winner, undefined)[0]).toMatch(/shares no word/)
  })

  it('has nothing to say of a passage that won', () => {
    expect(whyNot(winner, winner)).toEqual([])
  })
})
