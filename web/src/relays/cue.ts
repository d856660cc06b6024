import type { Cue, CueKind } from '@parrot/contract'

const DAYS = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU'] as const

/** A cue as a form holds it: days of the week, and a time of day. */
export interface WeekCue {
  readonly days: readonly number[]
  /** "09:00" */
  readonly time: string
}

/** A recurrence rule of days and a time; undefined for a rule that says something else. */
export function weekOf(rule: string): WeekCue | undefined {
  const parts = Object.fromEntries(rule.split(';').map((part) => part.split('=') as [string, string]))
  const { FREQ, BYDAY = '', BYHOUR, BYMINUTE = '0', ...rest } = parts
  if (FREQ !== 'WEEKLY' || BYHOUR === undefined || Object.keys(rest).length > 0) return undefined
  const days = BYDAY.split(',').map((day) => DAYS.indexOf(day as (typeof DAYS)[number]))
  if (days.includes(-1)) return undefined
  return { days, time: `${BYHOUR.padStart(2, '0')}:${BYMINUTE.padStart(2, '0')}` }
}

/** Days of the week and a time as a recurrence rule (RFC 5545). */
export function ruleFrom({ days, time }: WeekCue): string {
  const [hour, minute] = time.split(':').map(Number)
  const named = [...days].sort((a, b) => a - b).map((day) => DAYS[day])
  return `FREQ=WEEKLY;BYDAY=${named.join(',')};BYHOUR=${hour};BYMINUTE=${minute}`
}

/** A cue as it begins: Mondays at nine, where one is. */
export const blankCue = (): Extract<Cue, { kind: 'time' }> => ({
  kind: 'time',
  mostPerDay: 20,
  rule: ruleFrom({ days: [0], time: '09:00' }),
  timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
  inputs: {},
  isOn: true,
})

/** What a relay can begin by, in a designer's words. */
export const CUES: Readonly<Record<CueKind, string>> = {
  time: 'at a time',
  feed: 'by something new in a feed',
  mail: 'by a mail that arrives',
  call: 'by a call of another program',
  conversation: 'by a conversation that is over',
  wanting: 'by what visitors ask in vain',
  file: 'by a file in a folder',
}

/** A cue of a kind as it begins. */
export function cueOf(kind: CueKind): Cue {
  const common = { inputs: {}, isOn: true, mostPerDay: 20 }
  switch (kind) {
    case 'time':
      return blankCue()
    case 'feed':
      return { kind, url: 'https://', words: [], ...common }
    case 'mail':
      return {
        kind,
        host: 'imap.example',
        port: 993,
        security: 'tls',
        user: 'desk@example',
        folder: 'INBOX',
        from: [],
        subject: [],
        words: [],
        does: 'draft',
        ...common,
      }
    case 'call':
      return { kind, ...common }
    case 'file':
      return { kind, folder: '', words: [], ...common }
    case 'wanting':
      return { kind, atLeast: 5, words: [], ...common }
    case 'conversation':
      return { kind, outcomes: [], words: [], ...common }
  }
}
