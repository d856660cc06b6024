import { describe, expect, it } from 'vitest'
import { datesIn, dayIn, daysIn, monthsIn, timeWithDay, withoutTimes } from './index'

const days = (text: string) => [...daysIn(text)].sort()
const months = (text: string) => [...monthsIn(text)].sort((a, b) => a - b)

describe('days of the week', () => {
  it.each([
    ['Monday to Friday', [0, 1, 2, 3, 4]],
    ['open Fri–Mon', [0, 4, 5, 6]],
    ['on Sundays', [6]],
    ['at weekends', [5, 6]],
    ['every day', [0, 1, 2, 3, 4, 5, 6]],
    ['Wir haben montags bis mittwochs offen, und auch am Freitag', [0, 1, 2, 4]],
    ['The sun is out', []],
  ])('“%s”', (text, expected) => expect(days(text)).toEqual(expected))
})

describe('months and dates', () => {
  it('knows stretches over the new year', () => {
    expect(months('from November to February')).toEqual([1, 2, 11, 12])
    expect(months('you may march in')).toEqual([])
    expect(months('May I bring my dog in June?')).toEqual([6])
    expect(months('May to July')).toEqual([5, 6, 7])
  })

  it('reads dates as people write them, both ends of a stretch', () => {
    expect(datesIn('from 12 March to 14 April').map(({ day, month }) => [day, month])).toEqual([
      [12, 3],
      [14, 4],
    ])
    expect(datesIn('am 3. Mai sind wir leider nicht da')[0]).toMatchObject({ day: 3, month: 5 })
    expect(datesIn('3/4/2027')[0]).toMatchObject({ day: 3, month: 4, year: 2027 })
    expect(datesIn('30 people and 2 dogs')).toEqual([])
    expect(datesIn('tomorrow at 8, or next Friday at 17:30')).toEqual([])
  })
})

describe('the day a text names, seen from today', () => {
  const seen = (text: string) => {
    const found = dayIn(text, '2026-11-29')
    return found && `${found.year}-${found.month}-${found.day}`
  }
  it.each([
    ['tomorrow', '2026-11-30'],
    ['next Friday', '2026-12-4'],
    ['12 March', '2027-3-12'],
    ['on 3 December at noon', '2026-12-3'],
    ['a wedding party in June', undefined],
    ['next month', undefined],
    ['my hedge', undefined],
  ])('“%s”: %s', (text, day) => expect(seen(text)).toBe(day))
})

describe('times of the day', () => {
  it.each([
    ['tomorrow at 8', 480],
    ['12 March at 17:30', 1050],
    ['Erinnern Sie mich bitte am 12. März um 8 Uhr', 480],
    ['at 8', undefined],
    ['tomorrow', undefined],
  ])('are told together with a day: “%s”', (text, minutes) => expect(timeWithDay(text)).toBe(minutes))

  it('are left out of a text with their days', () => {
    expect(withoutTimes('the seeds on 12 March at 17:30, please')).toBe('the seeds, please')
    expect(withoutTimes('the seeds')).toBe('the seeds')
  })
})
