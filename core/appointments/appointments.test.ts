import { describe, expect, it } from 'vitest'
import { appointmentSettings, busyIn, eventAsIcs, freeTimes, isOffered, momentOf, saidOf, uidIn } from './index'

const settingsOf = (changes: Parameters<typeof appointmentSettings.parse>[0] & object = {}) =>
  appointmentSettings.parse({ timeZone: 'Europe/London', lengthMinutes: 60, noticeMinutes: 0, ...changes })
const at = (iso: string) => Date.parse(iso)
/** Tuesday, 1 December 2026, 08:00 in London. */
const NOW = at('2026-12-01T08:00:00Z')
const told = (settings: ReturnType<typeof settingsOf>, slots: readonly { from: number; place: string }[]) =>
  slots.map(({ from, place }) => {
    const { date, time } = saidOf(settings, from)
    return [date, time, place].filter(Boolean).join(' ')
  })

describe('free times', () => {
  it('stand on the grid of the hours, without what is taken and what is too soon', () => {
    const settings = settingsOf({ noticeMinutes: 90, bufferMinutes: 0 })
    const busy = { '': [{ from: at('2026-12-01T12:30:00Z'), to: at('2026-12-01T13:15:00Z') }] }
    expect(told(settings, freeTimes(settings, busy, { day: '2026-12-01' }, NOW))).toEqual([
      '2026-12-01 10:00',
      '2026-12-01 11:00',
      '2026-12-01 14:00',
      '2026-12-01 15:00',
      '2026-12-01 16:00',
    ])
  })

  it('leave what lies between two free on both sides', () => {
    const settings = settingsOf({ bufferMinutes: 30 })
    const taken = { from: at('2026-12-01T10:30:00Z'), to: at('2026-12-01T11:30:00Z') }
    expect(told(settings, freeTimes(settings, { '': [taken] }, { day: '2026-12-01' }, NOW))).toEqual([
      '2026-12-01 09:00',
      '2026-12-01 12:00',
      '2026-12-01 13:30',
      '2026-12-01 15:00',
    ])
  })

  it('are looked for a week ahead where no day is said, without weekends, holidays and what is too far ahead', () => {
    const settings = settingsOf({ lengthMinutes: 480, holidays: ['2026-12-02'], daysAhead: 4 })
    expect(told(settings, freeTimes(settings, {}, {}, NOW))).toEqual([
      '2026-12-01 09:00',
      '2026-12-03 09:00',
      '2026-12-04 09:00',
    ])
  })

  it('are those of each person or room', () => {
    const settings = settingsOf({
      lengthMinutes: 480,
      places: [
        { name: 'Quay', url: 'https://a.example' },
        { name: 'Pier', url: 'https://b.example' },
      ],
    })
    const busy = { Quay: [{ from: at('2026-12-01T09:00:00Z'), to: at('2026-12-01T10:00:00Z') }] }
    expect(told(settings, freeTimes(settings, busy, { day: '2026-12-01' }, NOW))).toEqual(['2026-12-01 09:00 Pier'])
    expect(freeTimes(settings, busy, { day: '2026-12-01', place: 'quay' }, NOW)).toEqual([])
  })

  it('follow the wall clock when the clocks change: a skipped hour has none, nine o’clock stays nine o’clock', () => {
    const settings = settingsOf({
      hours: [
        { days: [5, 6], from: '00:00', to: '04:00' },
        { days: [0, 4], from: '09:00', to: '10:00' },
      ],
    })
    // In London the clocks go forward at 01:00 on Sunday, 28 March 2027.
    const spring = freeTimes(settings, {}, { day: '2027-03-28' }, at('2027-03-27T12:00:00Z'))
    expect(told(settings, spring)).toEqual(['2027-03-28 00:00', '2027-03-28 02:00', '2027-03-28 03:00'])
    expect(momentOf(settings, '2027-03-28', '01:30')).toBeUndefined()
    expect(momentOf(settings, '2027-03-29', '09:00')).toBe(at('2027-03-29T08:00:00Z'))
    expect(momentOf(settings, '2027-03-26', '09:00')).toBe(at('2027-03-26T09:00:00Z'))
  })

  it('tell whether a time that somebody names is one of them', () => {
    const settings = settingsOf()
    expect(isOffered(settings, at('2026-12-01T10:00:00Z'), NOW)).toBe(true)
    expect(isOffered(settings, at('2026-12-01T10:20:00Z'), NOW)).toBe(false)
    expect(isOffered(settings, at('2026-12-05T10:00:00Z'), NOW)).toBe(false)
    expect(isOffered(settings, at('2026-11-30T10:00:00Z'), NOW)).toBe(false)
  })

  it.each([
    [{ timeZone: 'Mars/Olympus' }, 'time zone'],
    [{ hours: [{ days: [0], from: '17:00', to: '09:00' }] }, 'end after'],
    [{ lengthMinutes: 0 }, '5'],
  ])('refuse settings that cannot be: %j', (changes, problem) => {
    const result = appointmentSettings.safeParse(changes)
    expect(result.success).toBe(false)
    expect(JSON.stringify(result.error?.issues)).toContain(problem)
  })
})

const EVENT = {
  uid: 'a@parrot',
  title: 'A crossing; for 12, at noon',
  description: 'Class 4b\nfrom Carrow',
  place: 'Quay',
  from: at('2026-12-01T10:00:00Z'),
  to: at('2026-12-01T11:00:00Z'),
  sequence: 1,
  at: NOW,
  organizer: 'desk@ferries.example',
  attendee: 'class@school.example',
}
const STRETCH = { from: at('2026-12-01T00:00:00Z'), to: at('2026-12-08T00:00:00Z') }
const calendarOf = (...lines: string[]) =>
  [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'BEGIN:VEVENT',
    'UID:x',
    'DTSTAMP:20261201T080000Z',
    ...lines,
    'END:VEVENT',
    'END:VCALENDAR',
  ].join('\r\n')

describe('a calendar', () => {
  it('reads again what was written for it, and an invitation says who is asked', () => {
    const ics = eventAsIcs(EVENT, 'REQUEST')
    expect(ics).toContain('METHOD:REQUEST')
    expect(ics.replace(/\r\n /g, '')).toContain('mailto:class@school.example')
    expect(uidIn(ics)).toBe('a@parrot')
    expect(busyIn([ics], STRETCH, 'Europe/London').spans).toEqual([{ from: EVENT.from, to: EVENT.to }])
    expect(eventAsIcs(EVENT, 'CANCEL')).toContain('STATUS:CANCELLED')
  })

  it('is busy at each occurrence, but not at one that was left out or cancelled', () => {
    const weekdays = calendarOf(
      'DTSTART:20261130T090000Z',
      'DTEND:20261130T093000Z',
      'RRULE:FREQ=DAILY;COUNT=5',
      'EXDATE:20261202T090000Z',
    )
    expect(
      busyIn([weekdays], STRETCH, 'Europe/London').spans.map(({ from }) => new Date(from).toISOString().slice(0, 16)),
    ).toEqual(['2026-12-01T09:00', '2026-12-03T09:00', '2026-12-04T09:00'])
    const off = calendarOf('DTSTART:20261201T090000Z', 'DTEND:20261201T100000Z', 'STATUS:CANCELLED')
    const free = calendarOf('DTSTART:20261201T090000Z', 'DTEND:20261201T100000Z', 'TRANSP:TRANSPARENT')
    expect(busyIn([off, free], STRETCH, 'Europe/London').spans).toEqual([])
  })

  it('takes a whole day by its own clock, and times by the zone that they name', () => {
    const day = calendarOf('DTSTART;VALUE=DATE:20261203', 'DTEND;VALUE=DATE:20261204')
    expect(busyIn([day], STRETCH, 'America/New_York').spans).toEqual([
      { from: at('2026-12-03T05:00:00Z'), to: at('2026-12-04T05:00:00Z') },
    ])
    const zoned = calendarOf('DTSTART;TZID=Europe/Paris:20261203T100000', 'DTEND;TZID=Europe/Paris:20261203T110000')
    expect(busyIn([zoned], STRETCH, 'Europe/London').spans).toEqual([
      { from: at('2026-12-03T09:00:00Z'), to: at('2026-12-03T10:00:00Z') },
    ])
  })

  it('leaves out what it cannot read, and says how much that was', () => {
    expect(busyIn(['<html>gone</html>'], STRETCH, 'UTC')).toEqual({ spans: [], unread: 1 })
  })

  it('follows a rule without an end no further than it looks', () => {
    const endless = calendarOf('DTSTART:20260101T090000Z', 'DTEND:20260101T091500Z', 'RRULE:FREQ=DAILY')
    expect(busyIn([endless], STRETCH, 'UTC').spans).toHaveLength(7)
  })
})
