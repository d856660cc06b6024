import { describe, expect, it } from 'vitest'
import { feastsIn, liesIn, monthsIn, stretchesOfYear } from './index'

describe('stretches of the year', () => {
  const closed = stretchesOfYear('We close from 20 December to 6 January.')[0]!

  it('go from one date to another, over the new year too', () => {
    expect(closed).toMatchObject({ from: { day: 20, month: 12 }, to: { day: 6, month: 1 } })
    expect(stretchesOfYear('Open 1 May – 30 September')).toHaveLength(1)
    expect(stretchesOfYear('Pay on 1 May. Come on 3 May.')).toHaveLength(0)
  })

  it.each([
    [{ day: 20, month: 12 }, true],
    [{ day: 25, month: 12 }, true],
    [{ day: 6, month: 1 }, true],
    [{ day: 7, month: 1 }, false],
    [{ day: 19, month: 12 }, false],
    [{ day: 1, month: 7 }, false],
  ])('%o lies in it: %s', (day, lies) => expect(liesIn(day, closed)).toBe(lies))
})

describe('feasts and seasons', () => {
  it.each([
    ['Are you open at Christmas?', [{ day: 25, month: 12 }]],
    ['Are you open on Christmas Eve?', [{ day: 24, month: 12 }]],
    ['What about New Year’s Day?', [{ day: 1, month: 1 }]],
    ['and on New Year’s Eve?', [{ day: 31, month: 12 }]],
    ['Are you open?', []],
  ])('%s', (text, days) => expect(feastsIn(text)).toEqual(days))

  it('a season is its months; springs and falls are other things', () => {
    expect([...monthsIn('opening times in summer')]).toEqual([6, 7, 8])
    expect(monthsIn('The spring is behind the house.').size).toBe(0)
    expect(monthsIn('Mind that you do not fall.').size).toBe(0)
  })
})

describe('a season before a noun', () => {
  it.each([
    ['Who teaches the winter course?', 0],
    ['Is the summer sale on?', 0],
    ['What are the winter opening hours?', 3],
    ['Is it open in winter?', 3],
    ['What do you do every summer?', 3],
  ])('%s names %i months', (text, months) => expect(monthsIn(text).size).toBe(months))
})
