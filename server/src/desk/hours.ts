import type { DeskHours } from '@parrot/contract'

const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']

/** Whether a moment falls within hours that are meant in a time zone, to the minute: from the first until before the last. */
export function isWithin(hours: readonly DeskHours[], timeZone: string, at: Date): boolean {
  const parts = new Intl.DateTimeFormat('en-GB', {
    timeZone,
    weekday: 'short',
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  }).formatToParts(at)
  const part = (type: string) => parts.find((each) => each.type === type)?.value ?? ''
  const day = DAYS.indexOf(part('weekday'))
  const clock = `${part('hour')}:${part('minute')}`
  return hours.some(({ days, from, to }) => days.includes(day) && from <= clock && clock < to)
}
