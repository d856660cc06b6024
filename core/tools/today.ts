import type { Tool } from './tool'

/** Tells day and time in a place, by its time zone; `now` gives the moment, so that nothing here has a clock of its own. */
export const today = (now: () => Date): Tool => ({
  name: 'today',
  title: 'Today',
  description: 'Tells today’s date, the day of the week and the time in a time zone, such as "Europe/London".',
  parameters: {
    type: 'object',
    properties: { zone: { type: 'string', description: 'A time zone of the IANA database.', default: 'UTC' } },
  },
  call: (input) => {
    const zone = String((input as { zone?: unknown } | null)?.zone ?? 'UTC')
    try {
      const part = (options: Intl.DateTimeFormatOptions, locale = 'en-GB') =>
        new Intl.DateTimeFormat(locale, { timeZone: zone, ...options }).format(now())
      const value = {
        date: part({}, 'sv-SE'),
        weekday: part({ weekday: 'long' }),
        time: part({ hour: '2-digit', minute: '2-digit' }),
        zone,
      }
      return { text: JSON.stringify(value), value }
    } catch {
      return { text: `“${zone}” is no time zone; write one such as "Europe/London".`, isFailed: true }
    }
  },
})
