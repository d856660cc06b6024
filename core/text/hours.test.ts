import { describe, expect, it } from 'vitest'
import { hoursIn, partOfDayIn } from './hours'

const plain = (text: string) => hoursIn(text).map(({ days, from, to }) => [[...days].join(''), from / 60, to / 60])

describe('hours in a text', () => {
  it('belong to the days before them', () =>
    expect(plain('Open Monday to Friday from 8:00 to 20:00 and Saturday from 9:00 to 13:00.')).toEqual([
      ['01234', 8, 20],
      ['5', 9, 13],
    ]))

  it('belong to the days after them when none stand before', () =>
    expect(plain('9 am to 5 pm on weekdays, 10:00–14:00 on Saturdays')).toEqual([
      ['01234', 9, 17],
      ['5', 10, 14],
    ]))

  it('hold for no day in particular when none is named', () =>
    expect(plain('Breakfast is served from 7:30 until 10:00.')).toEqual([['', 7.5, 10]]))

  it('need two clock times that are joined', () =>
    expect(plain('The gate closes at 18:00. Ring after 19:00.')).toEqual([]))
})

describe('the part of a day a question names', () => {
  it('is a stretch, or a moment', () => {
    expect(partOfDayIn('Is it open in the afternoon?')).toEqual({ from: 780, to: 1020 })
    expect(partOfDayIn('Can I come at 7 pm?')).toEqual({ from: 1140, to: 1140 })
    expect(partOfDayIn('Is it open?')).toBeUndefined()
  })
})
