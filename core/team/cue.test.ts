import { describe, expect, it } from 'vitest'
import { cueSchema, nextDue } from './cue'

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
    (rule) => expect(cueSchema.safeParse({ rule }).success).toBe(false),
  )

  it('is in a time zone that there is', () => {
    const rule = 'FREQ=DAILY;BYHOUR=9;BYMINUTE=0'
    expect(cueSchema.safeParse({ rule, timeZone: 'Moon/Base' }).success).toBe(false)
    expect(cueSchema.safeParse({ rule, timeZone: 'Asia/Tokyo' }).success).toBe(true)
  })

  it('ends where its rule ends', () => {
    expect(due('FREQ=DAILY;UNTIL=20240301T000000Z;BYHOUR=9;BYMINUTE=0', 'UTC', '2027-01-01T00:00:00Z')).toBeUndefined()
  })
})
