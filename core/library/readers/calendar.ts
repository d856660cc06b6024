import ICAL from 'ical.js'
import { decodeText } from '../encoding'
import { baseName, failed, oneLine, readable, type Block, type Cell, type Reader } from '../document'

const DAYS = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday']
const MONTHS = 'January February March April May June July August September October November December'.split(' ')
const BY_DAY: Readonly<Record<string, string>> = {
  SU: DAYS[0]!,
  MO: DAYS[1]!,
  TU: DAYS[2]!,
  WE: DAYS[3]!,
  TH: DAYS[4]!,
  FR: DAYS[5]!,
  SA: DAYS[6]!,
}
const EVERY: Readonly<Record<string, string>> = { DAILY: 'day', WEEKLY: 'week', MONTHLY: 'month', YEARLY: 'year' }

/** Calendar (iCalendar, RFC 5545) → document: each event a row with its day, times, place and how it repeats. */
export const readCalendar: Reader = (file) => {
  let root: ICAL.Component
  try {
    root = new ICAL.Component(ICAL.parse(decodeText(file.bytes, file.mediaType)) as unknown[])
  } catch (error) {
    const why = /line \d+/i.exec(String(error))?.[0]
    return failed(
      `“${file.name}” is not a readable calendar${why ? `: ${why}` : ''}.`,
      'Export it again as iCalendar (.ics).',
    )
  }
  const events = root.getAllSubcomponents('vevent').map((component) => new ICAL.Event(component))
  const name = String(root.getFirstPropertyValue('x-wr-calname') ?? '') || baseName(file.name)
  const blocks = events
    .filter((event) => event.startDate)
    .sort((a, b) => a.startDate.compare(b.startDate))
    .map((event): Block => {
      const cells = cellsOf(event)
      return {
        kind: 'row',
        text: cells.map(({ header, value }) => `${header}: ${value}`).join('; '),
        locator: { kind: 'heading', anchor: event.uid ?? '', label: event.summary || 'event' },
        cells,
      }
    })
  return readable(oneLine(name), blocks, file.name)
}

function cellsOf(event: ICAL.Event): Cell[] {
  const { startDate: start, endDate: end } = event
  const lastDay = end && start.isDate ? end.clone().adjust(-1, 0, 0, 0) : end
  const isOneDay = !lastDay || dayOf(start) === dayOf(lastDay)
  const times = start.isDate ? '' : isOneDay && end ? `${timeOf(start)} to ${timeOf(end)}` : timeOf(start)
  const all = [
    ['Event', event.summary],
    ['Day', isOneDay ? dayOf(start) : `${dayOf(start)} to ${dayOf(lastDay)}`],
    ['Time', times],
    ['Repeats', repeats(event)],
    ['Place', event.location],
    ['Details', event.description],
  ] as const
  return all.flatMap(([header, value]) => {
    const text = oneLine(String(value ?? ''))
    return text === '' ? [] : [{ header, value: text }]
  })
}

const dayOf = (time: ICAL.Time): string =>
  `${DAYS[time.dayOfWeek() - 1]} ${time.day} ${MONTHS[time.month - 1]} ${time.year}`
const timeOf = (time: ICAL.Time): string =>
  `${String(time.hour).padStart(2, '0')}:${String(time.minute).padStart(2, '0')}`

/** How an event repeats, in words: "every 2 weeks on Monday until 1 June 2027". */
function repeats(event: ICAL.Event): string {
  const rule = event.component.getFirstPropertyValue('rrule') as ICAL.Recur | null
  const unit = rule && EVERY[rule.freq]
  if (!rule || !unit) return ''
  const every = rule.interval > 1 ? `every ${rule.interval} ${unit}s` : `every ${unit}`
  const on = ((rule.parts.BYDAY ?? []) as string[]).flatMap((each) => BY_DAY[each.slice(-2)] ?? [])
  const until = rule.until ? ` until ${rule.until.day} ${MONTHS[rule.until.month - 1]} ${rule.until.year}` : ''
  const count = rule.count ? `, ${rule.count} times` : ''
  return `${every}${on.length > 0 ? ` on ${on.join(', ')}` : ''}${until}${count}`
}
