import { daysIn, monthsIn, oppositesOf, quantitiesIn, stemSet, wordSet } from '../../text'
import { matchRows, tableOf, valueOf } from '../rows'
import { polarityOf, subjectOf, type Polarity } from '../polarity'
import { givesLeave } from '../leave'
import { sayUnit, withoutVerdict } from '../phrase'
import { gatherEvidence, isOfOtherTimes, type Evidence } from '../evidence'
import type { Finding, Piece, Solver, Task } from '../task'
import { keyOf } from '../units'
import { heldBy } from '../asked'
import { ASKS_FREE, payment } from './payment'

/** A yes or no needs firmer evidence than a fact that can be read for itself. */
const FIRM = 0.68
/** And it must speak of most of the question itself, not only stand near what does. */
const DIRECT = 0.5
const DIRECTNESS = 0.3
/** Evidence this near the best is asked for its view as well. */
const SECOND_VIEW = 0.12
/** But not of what leaves out more of what sets the question apart. */
const LESS_SPECIFIC = 0.3

/** Answers yes, no, or that it depends, with the statement it rests on; the bare statement when neither can be told. */
export const yesOrNo: Solver = (task): Finding | undefined => {
  if (task.kind !== 'yesNo') return undefined
  if (ASKS_FREE.test(task.asked.text)) return payment(task)
  const firm = task.enough
    .filter(
      (unit) => unit.coverage >= FIRM && unit.direct >= DIRECT && saysOfDoing(unit, task) && isBesideCase(unit, task),
    )
    .sort((a, b) => firmness(b) - firmness(a))
  const best = firm[0]
  if (!best) return onOtherTimes(task) ?? onlyAnother(task)
  const views = firm
    .filter((unit) => unit.coverage >= best.coverage - SECOND_VIEW && unit.score >= best.score - SECOND_VIEW * 2)
    .slice(0, 3)
    .map((unit) => ({ unit, says: unit.kind === 'row' ? rowSays(unit, task) : polarityOf(unit, task.asked) }))
  const softened = views.find(
    (view) => (view.says === 'yes' || view.says === 'depends') && view.unit.kind === 'sentence',
  )
  // An item that forbids a special case ("drones in flight") does not settle the general one.
  if (views[0]!.says === 'no' && views[0]!.unit.kind === 'item' && softened && isSpecial(views[0]!.unit, task)) {
    const both = [views[0]!.unit, softened.unit].map((unit): Piece => ({
      text: sayUnit(unit, task),
      cites: [unit.passage.number],
    }))
    return {
      solver: 'yes or no',
      pieces: [{ text: task.phrases.depends, isVerdict: true }, ...both],
      note: 'One case is forbidden, another allowed.',
    }
  }
  const least = specific(best, task) - LESS_SPECIFIC
  const clear = views.find((view) => view.says !== 'unclear' && specific(view.unit, task) >= least) ?? views[0]!
  return verdict(clear.unit, clear.says, task)
}

/** What the question asks to be done ("will they *find out*") must be spoken of, or nothing is said of it either way. */
function saysOfDoing(unit: Evidence, task: Task): boolean {
  if (ASKS_TO_BUY.test(task.asked.text) && !SPEAKS_OF_SALE.test(unit.text)) return false
  const done = task.asked.terms.find((term) => term.isDone)
  const stems = stemSet(`${unit.leadIn} ${unit.under} ${unit.text}`)
  if (!speaksOfThing(unit, stems, task)) return false
  if (!done) return true
  return (
    givesLeave(unit.text) || heldBy(done, stems) > 0 || [...oppositesOf(done.stem)].some((other) => stems.has(other))
  )
}

const ASKS_TO_BUY = /\b(?:can|may|could|to) (?:i|we|you|one|people|visitors|guests) (?:also )?(?:buy|purchase|sell)\b/i
const SPEAKS_OF_SALE =
  /\b(?:buy|bought|purchas\w*|sells?|sold|sales?|shop|order(?:ed|s)?|price|costs?|available|get|from)\b|[£€$¥]\s?\d/i

/**
 * "May I leave my *cat*", "does a *dog* need a ticket": of a thing that other lines do speak of, this one must speak too,
 * or stand in a section on it.
 */
function speaksOfThing(unit: Evidence, stems: ReadonlySet<string>, { asked, evidence }: Task): boolean {
  if (unit.kind === 'row') return true
  const [title, ...headings] = unit.passage.place.split(' › ')
  const section = headings.join(' ')
  const things = [
    { thing: asked.terms.find((term) => term.isObject), around: `${title} ${section}` },
    { thing: subjectOf(asked), around: section },
  ]
  return things.every(({ thing, around }) => {
    if (!thing || thing.isAmbient || thing.role !== 'subject') return true
    if (heldBy(thing, stems) > 0 || heldBy(thing, stemSet(around)) > 0) return true
    return !evidence.some((other) => other.kind !== 'row' && heldBy(thing, stemSet(other.text)) > 0)
  })
}

/** What only speaks of the case ("when I *leave*") says nothing of what is asked for it. */
function isBesideCase(unit: Evidence, task: Task): boolean {
  const beside = task.asked.terms.filter((term) => !task.asked.inCase.has(term.stem))
  if (task.asked.inCase.size === 0 || beside.length === 0) return true
  const stems = stemSet(`${unit.leadIn} ${unit.text}`)
  return beside.some((term) => heldBy(term, stems) > 0)
}

/** How much of what few lines speak of a unit itself names, 0..1: of hens on plots, the line on hens decides, not that on plots. */
function specific(unit: Evidence, task: Task): number {
  const stems = stemSet(`${unit.leadIn} ${unit.under} ${unit.text}`)
  let [held, whole] = [0, 0]
  for (const term of task.asked.terms) {
    if (term.role !== 'subject') continue
    const lines = task.evidence.filter((each) => heldBy(term, stemSet(each.text)) > 0).length
    const rarity = lines === 0 ? 0 : Math.log(1 + task.evidence.length / lines)
    whole += rarity
    held += rarity * heldBy(term, stems)
  }
  return whole === 0 ? 0 : held / whole
}

/** What speaks of the very thing is firmer than what holds of all such things. */
const firmness = (unit: Evidence): number => unit.score + DIRECTNESS * unit.direct

/** A row that holds "yes" or "no" in the one column asked about says so; any other row shows that the thing exists. */
function rowSays(unit: Evidence, task: Task): Polarity {
  const { told } = matchRows(unit, task)
  const plain = unit.cells.filter((cell) => /^(?:yes|no)$/i.test(cell.value))
  const value = told.length === 1 ? valueOf(unit, told[0]!) : plain.length === 1 ? plain[0]!.value : ''
  const noted = unit.cells.find(
    (cell) =>
      cell !== keyOf(unit) &&
      task.asked.terms.some((term) => term.role === 'subject' && heldBy(term, stemSet(cell.value)) > 0),
  )
  if (noted && /\b(?:included|available|allowed|provided)\b/i.test(noted.value))
    return /\b(?:not|no)\b/i.test(noted.value) ? 'no' : 'yes'
  if (told.length === 1 && anotherRowHasMore(unit, told[0]!, task)) return 'no'
  const asksOpen = /\bopen\b/i.test(task.asked.text)
  if (
    /^(?:no|none|closed|shut|not (?:included|available|allowed|offered|admitted|possible|permitted))\b|^[-–—]$/i.test(
      value,
    )
  )
    return /^(?:closed|shut)/i.test(value) && /\b(?:closed|shut)\b/i.test(task.asked.text) ? 'yes' : 'no'
  if (
    /\bbring your own\b|\bnot included\b/i.test(value || unit.text) &&
    /\b(?:includ|provid|suppl|come with|comes with)/i.test(task.asked.text)
  )
    return 'no'
  if (/^(?:yes|included|available|allowed)\b/i.test(value)) return 'yes'
  return asksOpen && quantitiesIn(value).some((each) => each.dimension === 'clock') ? 'yes' : 'unclear'
}

function verdict(unit: Evidence, says: Polarity, task: Task): Finding {
  const said = sayUnit(unit, task)
  const word = { yes: task.phrases.yes, no: task.phrases.no, depends: task.phrases.depends, unclear: '' }[says]
  // A pair that begins with its own yes or no needs none before it.
  const own = withoutVerdict(said)
  const isOwn = own !== said && new RegExp(`^${word.replace('.', '')}\\b`, 'i').test(said)
  const lead: Piece[] = word === '' || isOwn ? [] : [{ text: word, isVerdict: true }]
  return {
    solver: 'yes or no',
    pieces: [...lead, { text: lead.length > 0 ? own : said, cites: [unit.passage.number] }],
    note: `Read as “${says}”: ${unit.text}`,
  }
}

/** Whether an item says more than the question asks: then it speaks of a special case. */
const isSpecial = (unit: Evidence, task: Task): boolean =>
  [...stemSet(unit.text.replace(/^\W+/, ''))].filter(
    (each) => !task.asked.terms.some((term) => heldBy(term, new Set([each])) > 0),
  ).length > 0

/** "Open at weekends?", "in July?", when all that is said of it is of other days or months. */
function onOtherTimes(task: Task): Finding | undefined {
  const { asked } = task
  if (asked.days.size === 0 && asked.months.size === 0) return undefined
  const found = gatherEvidence({ ...asked, days: new Set(), months: new Set() }, 'yesNo', task.passages).find(
    (unit) => unit.coverage >= FIRM && unit.kind !== 'row' && daysIn(unit.text).size + monthsIn(unit.text).size > 0,
  )
  return found && isOfOtherTimes(found, asked) ? verdict(found, 'no', task) : undefined
}

/** "All rooms", asked of a row that says "one room", where other rows do say "all rooms". */
function anotherRowHasMore(unit: Evidence, header: string, task: Task): boolean {
  const words = (row: Evidence) => wordSet(valueOf(row, header))
  const asked = [...wordSet(task.asked.text)]
  const hits = (row: Evidence) => asked.filter((word) => words(row).has(word)).length
  const own = hits(unit)
  return tableOf(unit, task.evidence).some(
    (row) => hits(row) > own && [...words(row)].every((word) => asked.includes(word)),
  )
}

const GRAMMAR = /\b(?:the|a|an|do|does|is|are|can|may|i|we|you|my|our|it|to|of|in|on|at|for|with|and|or)\b/gi

/** "Takes cards only", asked of cash: everything fits but the thing itself, and the statement names the only one. */
function onlyAnother(task: Task): Finding | undefined {
  const subject = task.asked.terms.filter(
    (term) => term.role === 'subject' || term.role === 'name' || term.role === 'focus',
  )
  const unit = task.evidence.find((each) => {
    if (each.kind !== 'sentence' || !/\bonly\b/i.test(each.text)) return false
    const own = stemSet(each.text)
    const missing = subject.filter((term) => heldBy(term, own) === 0)
    const sharesVerb = [...stemSet(task.asked.text.replace(GRAMMAR, ' '))].some(
      (each) => own.has(each) && !subject.some((term) => term.stem === each),
    )
    const isElsewhere =
      /\bonly (?:in|at|on|from|to)\b/i.test(each.text) &&
      new RegExp(`\\b(?:in|at|on|from|to) (?:the |a |my )?\\w*$`, 'i').test(task.asked.text.replace(/\W+$/, ''))
    return missing.length === 1 && subject.length > 1 && (sharesVerb || isElsewhere)
  })
  return unit && verdict(unit, 'no', task)
}
