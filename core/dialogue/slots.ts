import { ANYONE, contentStems, coverage, datesIn, editDistance, quantitiesIn, words } from '../text'
import type { Brief } from '../brief'
import type { Today } from './turn'

/** One thing a duty asks for. */
export type Slot = Brief['duties'][number]['ask'][number]

const MONTHS = 'January February March April May June July August September October November December'.split(' ')
const WEEKDAYS = 'Monday Tuesday Wednesday Thursday Friday Saturday Sunday'.split(' ')

/**
 * The value a line gives for a slot, in the form it is kept in; undefined when it gives none of that type. `isAsked`
 * when the line answers the slot's own question: then a bare number or any text will do.
 */
export function slotValue(slot: Slot, line: string, isAsked: boolean, today?: Today): string | undefined {
  switch (slot.type) {
    case 'date':
      return dateIn(line, today)
    case 'time':
      return timeIn(line)
    case 'number':
      return numberFor(slot, line, isAsked)
    case 'email':
      return /[^\s@<>,;]+@[^\s@<>,;]+\.[\p{L}]{2,}/u.exec(line)?.[0].replace(/[.,;]+$/, '')
    case 'phone':
      return phoneIn(line)
    case 'choice':
      return choiceIn(slot, line, isAsked)
    case 'text':
      return isAsked ? textIn(line) : undefined
  }
}

/** The choices a slot's question offers: "Which island: Long Isle, Eastmere or South Rock?" offers three. */
export function choicesOf(slot: Slot): string[] {
  const listed = /[:–—(]\s*([^?)]+)\)?\??\s*$/.exec(slot.question)?.[1] ?? ''
  return listed
    .split(/\s*,\s*|\s+or\s+|\s*\/\s*/)
    .map((choice) => choice.replace(/^or\s+/, '').trim())
    .filter(Boolean)
}

function choiceIn(slot: Slot, line: string, isAsked: boolean): string | undefined {
  const choices = choicesOf(slot)
  if (choices.length === 0) return isAsked ? textIn(line) : undefined
  const lower = line.toLowerCase()
  const whole = choices.filter((choice) => lower.includes(choice.toLowerCase()))
  if (whole.length === 1) return whole[0]
  const said = contentStems(line)
  const near = choices.filter((choice) => coverage(contentStems(choice), said) > 0)
  if (near.length === 1) return near[0]
  // A slip of the pen is forgiven only where a choice is expected.
  if (!isAsked) return undefined
  const close = choices.filter((choice) =>
    words(line).some(
      (word) =>
        word.text.length > 3 &&
        editDistance(word.text.toLowerCase(), choice.toLowerCase(), 2) <= (choice.length > 5 ? 2 : 1),
    ),
  )
  return close.length === 1 ? close[0] : undefined
}

function textIn(line: string): string | undefined {
  const plain = line.trim().replace(/^(?:it(?:['’]s| is)|my name is|this is|the)\s+/i, '')
  return /[\p{L}\p{N}]/u.test(plain) ? plain.slice(0, 300) : undefined
}

function phoneIn(line: string): string | undefined {
  const found = /\+?[\d(][\d\s()/.-]{4,}\d/.exec(line)?.[0].trim()
  return found && found.replace(/\D/g, '').length >= 6 ? found.replace(/\s+/g, ' ') : undefined
}

function numberFor(slot: Slot, line: string, isAsked: boolean): string | undefined {
  const dates = datesIn(line)
  const counts = quantitiesIn(line).filter(
    (each) => each.dimension === 'count' && !dates.some((date) => each.start < date.end && each.end > date.start),
  )
  const asked = contentStems(`${slot.name} ${slot.question}`)
  const meant = counts.find(
    (each) => each.of.some((of) => asked.has(of)) || ANYONE.has(each.of[0] ?? '') || each.of[0] === 'of',
  )
  if (meant) return String(meant.amount)
  if (!isAsked) return undefined
  if (counts[0]) return String(counts[0].amount)
  const bare = /(?<![\w.:/-])(\d{1,9}(?:\.\d+)?)(?![\w:/]|\.\d)/.exec(line)?.[1]
  if (bare) return String(Number(bare))
  const spelled = words(line).map((word) => quantitiesIn(`${word.text} pieces`)[0]?.amount)
  const amount = spelled.find((each) => each !== undefined)
  return amount === undefined ? undefined : String(amount)
}

function timeIn(line: string): string | undefined {
  const clock = quantitiesIn(line).find((each) => each.dimension === 'clock')
  if (clock) return clockText(clock.value)
  const bare = /^\W*(?:at )?(\d{1,2})(?:[:.h](\d{2}))?\W*$/i.exec(line)
  if (!bare || Number(bare[1]) > 23 || Number(bare[2] ?? 0) > 59) return undefined
  return clockText(Number(bare[1]) * 60 + Number(bare[2] ?? 0))
}

const clockText = (minutes: number): string =>
  `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(Math.round(minutes % 60)).padStart(2, '0')}`

/** "12 March", "12 March 2027", a weekday, today or tomorrow; with today known, tomorrow becomes its date. */
function dateIn(line: string, today?: Today): string | undefined {
  const date = datesIn(line)[0]
  if (date) return `${date.day} ${MONTHS[date.month - 1]}${date.year ? ` ${date.year}` : ''}`
  const relative = /\b(today|tonight|tomorrow|the day after tomorrow)\b/i.exec(line)?.[1]?.toLowerCase()
  if (relative) {
    const ahead = relative.startsWith('the day') ? 2 : relative === 'tomorrow' ? 1 : 0
    return today ? dayAfter(today.date, ahead) : relative
  }
  const weekday = WEEKDAYS.find((day) => new RegExp(`\\b${day}s?\\b`, 'i').test(line))
  return weekday && (/\bnext\b/i.test(line) ? `next ${weekday}` : weekday)
}

function dayAfter(iso: string, days: number): string {
  const [year, month, day] = iso.split('-').map(Number) as [number, number, number]
  const date = new Date(Date.UTC(year, month - 1, day + days))
  return `${date.getUTCDate()} ${MONTHS[date.getUTCMonth()]} ${date.getUTCFullYear()}`
}
