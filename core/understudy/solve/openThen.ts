import { daysIn, hoursIn, partOfDayIn, type Hours } from '../../text'
import type { Evidence } from '../evidence'
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
  const when = partOfDayIn(text)
  if (task.kind !== 'yesNo' || !when || !ASKS_OPEN.test(text)) return undefined
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

function saying(unit: Evidence, isOpen: boolean | undefined, task: Task): Finding {
  const { yes, no, depends } = task.phrases
  const isYes = ASKS_CLOSED.test(task.asked.text) ? isOpen === false : isOpen
  return {
    solver: 'hours',
    pieces: [
      { text: isOpen === undefined ? depends : isYes ? yes : no, isVerdict: true },
      { text: withoutVerdict(sayUnit(unit, task)), cites: [unit.passage.number] },
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
