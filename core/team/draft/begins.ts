import { RELAY_WORDS } from '../../languages'
import { holds, tokensOf, type Token } from '../../reading'
import { daysIn, EMAIL, LINK, quantitiesIn } from '../../text'
import type { Cue } from '../cue'
import { begins, countIn } from './words'

/** What of an event a relay is about, by its kind. */
export const MAIN_VALUE: Partial<Readonly<Record<Cue['kind'], string>>> = {
  feed: 'text',
  mail: 'text',
  conversation: 'text',
  file: 'text',
  call: 'text',
  wanting: 'question',
}

const DAYS = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU'] as const
const NAMES = ['Mondays', 'Tuesdays', 'Wednesdays', 'Thursdays', 'Fridays', 'Saturdays', 'Sundays'] as const
const MORNING = 9 * 60
const clock = (minutes: number): string =>
  `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`

/** What a part of a sentence begins a relay by, switched off, and that in words; undefined where it begins it by nothing. */
export function cueIn(words: string, timeZone: string): { cue: Cue; as: string } | undefined {
  const tokens = tokensOf(words)
  const common = { inputs: {}, isOn: false, mostPerDay: 20 }
  const known = RELAY_WORDS.begins
  if (begins(RELAY_WORDS.when, tokens)) {
    const has = (kind: keyof typeof known) => holds(known[kind], tokens)
    const [link] = words.match(LINK) ?? []
    if (link && has('feed'))
      return { cue: { kind: 'feed', url: link, words: [], ...common }, as: `It begins by something new in ${link}.` }
    if (has('conversation'))
      return { cue: { kind: 'conversation', outcomes: [], words: [], ...common }, as: 'It begins by a conversation that is over.' } // prettier-ignore
    if (has('wanting')) {
      const atLeast = Math.max(2, countIn(words) ?? 5)
      return { cue: { kind: 'wanting', atLeast, words: [], ...common }, as: `It begins by what was asked in vain ${atLeast} times.` } // prettier-ignore
    }
    if (has('file')) return { cue: { kind: 'file', folder: '', words: [], ...common }, as: 'It begins by a file.' }
    if (has('mail')) return { cue: mailCue(words, common), as: 'It begins by a mail; say where the mailbox is.' }
    if (has('call')) return { cue: { kind: 'call', ...common }, as: 'It begins by a call of another program.' }
    return undefined
  }
  const days = daysNamed(words, tokens)
  if (days.length === 0 || !(begins(RELAY_WORDS.often, tokens) || begins(RELAY_WORDS.daily, tokens))) return undefined
  const minutes = minuteOfDay(words)
  const rule = `FREQ=WEEKLY;BYDAY=${days.map((day) => DAYS[day]).join(',')};BYHOUR=${Math.floor(minutes / 60)};BYMINUTE=${minutes % 60}`
  return {
    cue: { kind: 'time', rule, timeZone, ...common },
    as: `It begins ${days.length === 7 ? 'every day' : `on ${days.map((day) => NAMES[day]).join(', ')}`} at ${clock(minutes)}.`,
  }
}

/** Where the mailbox is, no sentence says. */
export const MAILBOX = { host: 'imap.example', user: 'desk@example' }

const mailCue = (
  words: string,
  common: { inputs: Record<string, string>; isOn: boolean; mostPerDay: number },
): Extract<Cue, { kind: 'mail' }> => ({
  kind: 'mail',
  ...MAILBOX,
  port: 993,
  security: 'tls',
  folder: 'INBOX',
  from: words.match(EMAIL) ?? [],
  subject: [],
  words: [],
  does: 'draft',
  ...common,
})

function daysNamed(words: string, tokens: readonly Token[]): number[] {
  if (holds(RELAY_WORDS.daily, tokens)) return [0, 1, 2, 3, 4, 5, 6]
  if (holds(RELAY_WORDS.weekdays, tokens)) return [0, 1, 2, 3, 4]
  return [...daysIn(words)].sort((a, b) => a - b)
}

/** The time of day a text names, "at 9" too, in minutes; nine where it names none. */
function minuteOfDay(words: string): number {
  const told = quantitiesIn(words).find(({ dimension }) => dimension === 'clock')
  if (told) return Math.round(told.value)
  const bare = Number(/\bat (\d{1,2})\b(?![:.]\d)/.exec(words)?.[1] ?? NaN)
  return bare >= 0 && bare < 24 ? bare * 60 : MORNING
}
