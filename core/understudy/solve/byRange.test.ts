import { describe, expect, it } from 'vitest'
import { rangesIn } from './byRange'

describe('the ranges of a measure', () => {
  it.each([
    ['Medium dog (10 to 25 kg)', [10_000, 25_000]],
    ['Small dog (under 10 kg)', [-Infinity, 10_000]],
    ['Large dog (over 25 kg)', [25_000, Infinity]],
    ['Kayaks up to 4 m', [-Infinity, 4]],
  ])('%s', (text, [from, to]) => expect(rangesIn(text)).toMatchObject([{ from, to }]))

  it('are none where a measure is just so much, or where things are counted', () => {
    expect(rangesIn('Sack of 25 kg')).toEqual([])
    expect(rangesIn('5 to 10 people')).toEqual([])
  })
})
