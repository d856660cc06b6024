import { describe, expect, it } from 'vitest'
import { quantitiesIn } from '../text'
import { roomFor } from './capacity'
import { agesIn } from './solve/byAge'

const PLAN = {
  cells: [
    { header: 'Pass', value: 'Shoot' },
    { header: 'Members', value: '1,500' },
    { header: 'Guests', value: 'unlimited' },
    { header: 'Storage', value: '5 GB' },
    { header: 'Sizes', value: '2 m to 3 m' },
  ],
}
const room = (text: string) => roomFor(PLAN, quantitiesIn(text)[0]!)

describe('room in a row', () => {
  it('is told by the column that counts the same', () => expect(room('300 members')).toBe(1500))
  it('has no end where the row says so', () => expect(room('300 guests')).toBe(Infinity))
  it('is told by the only measure of the kind, in base units (kilobytes)', () => expect(room('10 GB')).toBe(5_000_000))
  it('is unknown when no column counts it, or two figures do', () => {
    expect(room('3 dogs')).toBeUndefined()
    expect(room('4 m')).toBeUndefined()
  })
})

describe('ages in a text', () => {
  it.each([
    ['for pupils from 5 to 8 years', [[5, 8]]],
    ['for ages 8 to 12, and takes 75 minutes', [[8, 12]]],
    ['for ages 11 and over', [[11, 120]]],
    ['Child (aged 5–15)', [[5, 15]]],
    ['open from 9 to 5', []],
    ['from 8 to 5 years', []],
  ])('%s', (text, ranges) => expect(agesIn(text)).toEqual(ranges))
})
