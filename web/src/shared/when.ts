const relative = new Intl.RelativeTimeFormat('en-GB', { numeric: 'auto', style: 'long' })
const day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric' })
const full = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' })

const MINUTE = 60_000
const HOUR = 60 * MINUTE
const DAY = 24 * HOUR

/** How long ago, in words: "just now", "5 minutes ago", "yesterday", then the date. */
export function ago(iso: string, now = Date.now()): string {
  const past = now - new Date(iso).getTime()
  if (past < MINUTE) return 'just now'
  if (past < HOUR) return relative.format(-Math.floor(past / MINUTE), 'minute')
  if (past < DAY) return relative.format(-Math.floor(past / HOUR), 'hour')
  if (past < 7 * DAY) return relative.format(-Math.floor(past / DAY), 'day')
  return day.format(new Date(iso))
}

/** The moment in full, for a tooltip or a table. */
export const moment = (iso: string): string => full.format(new Date(iso))

/** "1 source", "3 sources". */
export const plural = (number: number, one: string, many = `${one}s`): string =>
  `${number.toLocaleString('en-GB')} ${number === 1 ? one : many}`

/** A day given as YYYY-MM-DD: "1 May 2026". */
export const dayOf = (date: string): string => day.format(new Date(`${date}T12:00:00`))
