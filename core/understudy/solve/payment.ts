import { stemList, stemSet } from '../../text'
import { gatherEvidence, type Evidence } from '../evidence'
import { paymentIn } from '../polarity'
import { sayUnit } from '../phrase'
import type { Finding, Piece, Task } from '../task'
import { heldBy } from '../asked'

/** A question whether something is free or has to be paid for. */
export const ASKS_FREE =
  /\b(?:free(?: of charge)?|for nothing|cost anything|(?:have|has|need) to pay|pay for|must (?:\w+ )?pay|charged?|expensive|dear|costly)\b/i
const ASKS_PAID =
  /\b(?:cost anything|(?:have|has|need) to pay|must (?:\w+ )?pay|pay for|charged?|expensive|dear|costly|so much)\b/i
/** What such a question asks; what it asks about is the rest. */
const PAYING = stemList([
  'free',
  'pay',
  'paid',
  'cost',
  'costs',
  'charge',
  'charged',
  'expensive',
  'dear',
  'costly',
  'full',
  'fare',
  'money',
  'nothing',
  'price',
])

const LEAST = 0.5
const NEAR = 0.5

interface View {
  readonly unit: Evidence
  readonly says: 'free' | 'paid' | 'both'
}

/** What the evidence says of paying for the thing asked about, the best first. */
export function paymentViews(task: Task): View[] {
  const terms = task.asked.terms.filter((term) => !PAYING.has(term.stem))
  const about = terms.filter((term) => term.role !== 'light' && term.role !== 'number')
  const views = gatherEvidence({ ...task.asked, terms }, 'money', task.passages).flatMap((unit): View[] => {
    const says = paymentIn(unit)
    // A sentence must speak of the thing itself; a row of prices leans on its heading.
    const spoken = stemSet(
      unit.kind === 'row' ? `${unit.text} ${unit.passage.place}` : `${unit.leadIn} ${unit.under} ${unit.paragraph}`,
    )
    const isAbout = about.every((term) => heldBy(term, spoken) > 0)
    return says === undefined || !isAbout || unit.coverage < LEAST ? [] : [{ unit, says }]
  })
  return views.filter((view) => view.unit.score >= views[0]!.unit.score - NEAR)
}

/** "Is it free?": what is said of free and of prices, both told when the answer is not the same for all. */
export function payment(task: Task): Finding | undefined {
  const views = paymentViews(task)
  const best = views[0]
  if (!best) return undefined
  const free = views.find((view) => view.says === 'free' || view.says === 'both')
  const paid = views.find((view) => view.says === 'paid' && isOfOne(view.unit, (free ?? view).unit))
  const isSplit =
    free !== undefined &&
    paid !== undefined &&
    free.unit.coverage - paid.unit.coverage < 0.5 &&
    (paid.unit.kind === 'row' || speaksOf(paid.unit, task))
  const asksPaid = ASKS_PAID.test(task.asked.text)
  const isYes = asksPaid ? !free : best.says !== 'paid'
  const word = isSplit ? task.phrases.depends : isYes ? task.phrases.yes : task.phrases.no
  const shown = isSplit ? [free, paid] : [best]
  return {
    solver: 'payment',
    pieces: [
      { text: word, isVerdict: true },
      ...shown.map(({ unit }): Piece => ({ text: sayUnit(unit, task), cites: [unit.passage.number] })),
    ],
    note: `Free for some: ${free ? 'yes' : 'no'}; at a price: ${paid ? 'yes' : 'no'}.`,
  }
}

const speaksOf = (unit: Evidence, task: Task): boolean => {
  const own = stemSet(unit.text)
  return task.asked.terms
    .filter((term) => !PAYING.has(term.stem) && term.role !== 'light')
    .every((term) => heldBy(term, own) > 0)
}

/** Statements of one source speak of one thing under different conditions. */
const isOfOne = (a: Evidence, b: Evidence): boolean =>
  a.passage.place.split(' › ')[0] === b.passage.place.split(' › ')[0]
