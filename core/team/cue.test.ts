import { describe, expect, it } from 'vitest'
import { cueSchema, inputsFor, nextDue, takes } from './index'

const due = (rule: string, timeZone: string, after: string) =>
  nextDue({ rule, timeZone }, new Date(after))?.toISOString()

describe('a cue of time', () => {
  it('is due at the next of its days, by the clock of its zone', () => {
    const rule = 'FREQ=WEEKLY;BYDAY=TH;BYHOUR=9;BYMINUTE=0'
    expect(due(rule, 'Europe/London', '2027-01-04T12:00:00Z')).toBe('2027-01-07T09:00:00.000Z')
    expect(due(rule, 'America/New_York', '2027-01-04T12:00:00Z')).toBe('2027-01-07T14:00:00.000Z')
    expect(due(rule, 'Europe/London', '2027-01-07T09:00:00Z')).toBe('2027-01-14T09:00:00.000Z')
  })

  it('stays at nine when clocks change, and comes once in a night that skips its hour', () => {
    const rule = 'FREQ=DAILY;BYHOUR=9;BYMINUTE=0'
    expect(due(rule, 'Europe/Berlin', '2027-03-27T12:00:00Z')).toBe('2027-03-28T07:00:00.000Z')
    expect(due('FREQ=DAILY;BYHOUR=2;BYMINUTE=30', 'Europe/Berlin', '2027-03-27T12:00:00Z')).toBe(
      '2027-03-28T01:30:00.000Z',
    )
  })

  it.each(['', 'every Thursday', 'FREQ=SECONDLY', 'FREQ=MINUTELY', 'FREQ=HOURLY;BYMINUTE=0,5,10,15,20'])(
    '“%s” is none',
    (rule) => expect(cueSchema.safeParse({ kind: 'time', rule }).success).toBe(false),
  )

  it('is in a time zone that there is', () => {
    const rule = 'FREQ=DAILY;BYHOUR=9;BYMINUTE=0'
    expect(cueSchema.safeParse({ kind: 'time', rule, timeZone: 'Moon/Base' }).success).toBe(false)
    expect(cueSchema.safeParse({ kind: 'time', rule, timeZone: 'Asia/Tokyo' }).success).toBe(true)
  })

  it('ends where its rule ends', () => {
    expect(due('FREQ=DAILY;UNTIL=20240301T000000Z;BYHOUR=9;BYMINUTE=0', 'UTC', '2027-01-01T00:00:00Z')).toBeUndefined()
  })
})

const EVENT = {
  key: 'n1',
  title: 'The gate is mended',
  at: new Date('2027-03-01T09:00:00Z'),
  values: { title: 'The gate is mended', text: 'Ida mended the north gate.', link: 'https://plots.example/gate' },
}
const feed = (more: object = {}) => cueSchema.parse({ kind: 'feed', url: 'https://plots.example/news.xml', ...more })

describe('a cue of something that happened', () => {
  it('takes what holds one of its words, and says why it does not', () => {
    expect(takes(feed(), EVENT).isTaken).toBe(true)
    expect(takes(feed({ words: ['hedge', 'North Gate'] }), EVENT).isTaken).toBe(true)
    expect(takes(feed({ words: ['hedge'] }), EVENT)).toEqual({ isTaken: false, because: 'It holds none of: hedge.' })
  })

  it('takes conversations by how they ended', () => {
    const cue = cueSchema.parse({ kind: 'conversation', outcomes: ['unknown'] })
    expect(takes(cue, { ...EVENT, outcomes: ['answered', 'unknown'] }).isTaken).toBe(true)
    expect(takes(cue, { ...EVENT, outcomes: ['answered'] }).because).toBe('It ended in none of: unknown.')
  })

  it('gives a relay what stands in it, and fills no place twice', () => {
    const cue = feed({ inputs: { news: '{{title}} ({{link}})' } })
    expect(inputsFor(cue, EVENT, ['news', 'text', 'more'])).toEqual({
      news: 'The gate is mended (https://plots.example/gate)',
      text: 'Ida mended the north gate.',
      more: '',
    })
    const sly = { ...EVENT, values: { ...EVENT.values, title: 'x {{link}}' } }
    expect(inputsFor(cue, sly, ['news']).news).toBe('x {{link}} (https://plots.example/gate)')
  })

  it('is at an address that is fetched, and nowhere else', () => {
    expect(cueSchema.safeParse({ kind: 'feed', url: 'file:///etc/passwd' }).success).toBe(false)
  })
})
