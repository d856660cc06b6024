import { describe, expect, it } from 'vitest'
import { soundOf } from './index'

const CHATTY =
  'Hi there! You’ll find us by the quay, and you can’t miss it! We’re open all day, so don’t worry! You’ll love it!'
const STIFF =
  'It is possibly advisable to submit the documentation beforehand. The administration might perhaps require additional verification, which would generally be requested in writing by the responsible department.'
const heard = (reply: string, dial: string) => soundOf(reply).find((each) => each.dial === dial)!.heard

describe('how a reply sounds', () => {
  it.each([
    ['formality', STIFF, CHATTY],
    ['warmth', CHATTY, STIFF],
    ['playfulness', CHATTY, STIFF],
    ['directness', CHATTY, STIFF],
  ])('is told on the dial of %s', (dial, more, less) =>
    expect(heard(more, dial) - heard(less, dial)).toBeGreaterThan(30),
  )

  it('is brief by its length', () => {
    const long = Array.from({ length: 12 }, () => STIFF).join(' ')
    expect(heard(CHATTY, 'brevity')).toBeGreaterThan(heard(long, 'brevity'))
    expect(heard(long, 'brevity')).toBe(0)
  })

  it('stays within the dials, and is not told of a few words', () => {
    for (const reply of [CHATTY, STIFF])
      for (const { heard: value } of soundOf(reply)) {
        expect(value).toBeGreaterThanOrEqual(0)
        expect(value).toBeLessThanOrEqual(100)
      }
    expect(soundOf('Yes, of course.')).toEqual([])
  })

  it('stands beside what the samples sound like', () => {
    expect(soundOf(CHATTY, [STIFF]).find(({ dial }) => dial === 'directness')!.told).toMatch(/the samples: \d+ of 100/)
  })
})
