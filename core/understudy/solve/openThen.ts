import {
  datesIn,
  daysIn,
  feastsIn,
  finished,
  hoursIn,
  liesIn,
  namesPublicHolidays,
  partOfDayIn,
  stretchesOfYear,
  type Hours,
} from '../../text'
import type { Evidence } from '../evidence'
import { unitsOf, type Unit } from '../units'
import { sayUnit, withoutVerdict } from '../phrase'
import type { Finding, Solver, Task } from '../task'

const ASKS_OPEN =
  /\b(?:open|available|reach|reachable|call|ring|phone|staffed|running|there|closed|shut|visit|come|somebody|someone|anyone|anybody)\b/i
const ASKS_CLOSED = /\b(?:closed|shut)\b/i
/** Of a part of the day, this much must be open, in minutes. */
const WORTH_COMING = 60

/** Answers whether something is open at a time or in a part of the day, from the hours that are stated for the day. */
export const openThen: Solver = (task): Finding | undefined => {
  const { text, days } = task.asked
  if (task.kind !== 'yesNo' || !ASKS_OPEN.test(text)) return undefined
  const onDate = openOnDate(task)
  if (onDate) return onDate
  const when = partOfDayIn(text)
  if (!when) return undefined
  const best = task.enough[0]
  if (!best) return undefined
  const hours = statedBy(best)
  const isMeant = (each: Hours) =>
    days.size === 0 || each.days.size === 0 || [...days].some((day) => each.days.has(day))
  const ofDay = hours.filter(isMeant)
  // Hours of other days alone say that it is closed on this one, which others tell.
  if (ofDay.length === 0) return undefined
  const open = ofDay.filter(({ from, to }) =>
    when.from === when.to
      ? when.from >= from && when.from < to
      : Math.min(to, when.to) - Math.max(from, when.from) >= WORTH_COMING,
  )
  const isOpen = open.length === ofDay.length ? true : open.length === 0 ? false : undefined
  return saying(best, isOpen, task)
}

/** "We close from 20 December to 6 January", asked of Christmas or of 2 January. */
function openOnDate(task: Task): Finding | undefined {
  const [day] = [...datesIn(task.asked.text), ...feastsIn(task.asked.text)]
  if (!day) return undefined
  const isFeast = feastsIn(task.asked.text).some(({ day, month }) =>
    month === 12 ? day >= 25 && day <= 26 : day === 1,
  )
  for (const unit of task.passages.flatMap(unitsOf)) {
    if (unit.kind === 'row' || !CLOSES.test(unit.text)) continue
    if (stretchesOfYear(unit.text).some((stretch) => liesIn(day, stretch))) return saying(unit, false, task)
    if (isFeast && namesPublicHolidays(unit.text) && !/\bexcept\b/i.test(unit.text)) return saying(unit, false, task)
  }
  return undefined
}
const CLOSES = /\b(?:close|closes|closed|shut)\b/i

function saying(unit: Unit, isOpen: boolean | undefined, task: Task): Finding {
  const { yes, no, depends } = task.phrases
  const isYes = ASKS_CLOSED.test(task.asked.text) ? isOpen === false : isOpen
  return {
    solver: 'hours',
    pieces: [
      { text: isOpen === undefined ? depends : isYes ? yes : no, isVerdict: true },
      {
        text: withoutVerdict('score' in unit ? sayUnit(unit as Evidence, task) : finished(unit.text)),
        cites: [unit.passage.number],
      },
    ],
    note: `The time asked about was held against the hours in “${unit.text}”.`,
  }
}

/** The hours a unit states; those in a cell are of the days its header or its row names. */
function statedBy(unit: Evidence): Hours[] {
  if (unit.kind !== 'row') return hoursIn(unit.text)
  return unit.cells.flatMap(({ header, value }) =>
    hoursIn(value).map((each) => {
      const ofHeader = daysIn(header)
      return each.days.size > 0 ? each : { ...each, days: ofHeader.size > 0 ? ofHeader : daysIn(unit.text) }
    }),
  )
}
