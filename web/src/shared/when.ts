const MINUTE = 60_000
const HOUR = 60 * MINUTE
const DAY = 24 * HOUR

/** How dates, numbers and lists are written in a language; words stay English, as the sentences they stand in. */
export function formatsFor(locale: string) {
  const words = locale.startsWith('en') ? locale : 'en-GB'
  const relative = new Intl.RelativeTimeFormat(words, { numeric: 'auto', style: 'long' })
  const day = new Intl.DateTimeFormat(locale, { day: 'numeric', month: 'short', year: 'numeric' })
  const short = new Intl.DateTimeFormat(locale, { day: 'numeric', month: 'short' })
  const full = new Intl.DateTimeFormat(locale, { dateStyle: 'medium', timeStyle: 'short' })
  const number = new Intl.NumberFormat(locale)
  const share = new Intl.NumberFormat(locale, { style: 'percent' })
  const list = new Intl.ListFormat(words, { style: 'long', type: 'conjunction' })

  /** "12,400". */
  const count = (value: number): string => number.format(value)

  return {
    count,

    /** How long ago, in words: "just now", "5 minutes ago", "yesterday", then the date. */
    ago: (iso: string, now = Date.now()): string => {
      const past = now - new Date(iso).getTime()
      if (past < MINUTE) return 'just now'
      if (past < HOUR) return relative.format(-Math.floor(past / MINUTE), 'minute')
      if (past < DAY) return relative.format(-Math.floor(past / HOUR), 'hour')
      if (past < 7 * DAY) return relative.format(-Math.floor(past / DAY), 'day')
      return day.format(new Date(iso))
    },

    /** The moment in full, for a tooltip or a table. */
    moment: (iso: string): string => full.format(new Date(iso)),

    /** A part of 1 as "40%". */
    percent: (part: number): string => share.format(part),

    /** "bread, milk and eggs". */
    listed: (items: readonly string[]): string => list.format(items),

    /** "1 source", "3 sources". */
    plural: (many: number, one: string, more = `${one}s`): string => `${count(many)} ${many === 1 ? one : more}`,

    /** A day given as YYYY-MM-DD, without its year: "1 May". */
    shortDay: (date: string): string => short.format(new Date(`${date}T12:00:00`)),

    /** A day given as YYYY-MM-DD: "1 May 2026". */
    dayOf: (date: string): string => day.format(new Date(`${date}T12:00:00`)),
  }
}

/** Those of the browser's own language. */
export const { count, ago, moment, percent, listed, plural, dayOf, shortDay } = formatsFor(
  typeof document === 'undefined' ? 'en-GB' : navigator.language,
)
