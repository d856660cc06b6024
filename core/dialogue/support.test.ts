import { describe, expect, it } from 'vitest'
import { found } from '../testing'
import { supportOf } from './support'

const PLOTS = found('A full plot costs £64.', ['3. Using the plot'], 'Rules')
const grounds = {
  passages: [PLOTS],
  brief: [],
  said: [],
  own: ['What I do have near it is', 'Ja.'],
  verdicts: ['Ja.'],
  language: 'en' as const,
}
const isBacked = (reply: string) => supportOf(reply, grounds).every((each) => each.isSupported)

describe('a section called by its name', () => {
  it('is backed when it is there, and not when it is not', () => {
    expect(isBacked('What I do have near it is “Using the plot”.')).toBe(true)
    expect(isBacked('What I do have near it is “Castle tickets, lawn chairs and swings”.')).toBe(false)
  })

  it('backs nothing that is said beside it', () => {
    expect(isBacked('In “Using the plot” every tenant gets free lemonade and cake.')).toBe(false)
  })

  it('is told from courtesy where it is a yes or a no, in whatever language', () => {
    expect(
      supportOf('Gern. Ja. A large plot costs £75.00.', grounds).map((each) => [each.isClaim, each.isVerdict]),
    ).toEqual([
      [false, undefined],
      [false, true],
      [true, undefined],
    ])
  })
})
