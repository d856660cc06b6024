import { inUnitOf, keepsTo, quantitiesIn, singular, type Quantity, stemSet } from '../../text'
import { ASKS_ENOUGH, roomFor } from '../capacity'
import { type Evidence } from '../evidence'
import { sayUnit, withoutVerdict } from '../phrase'
import type { Finding, Piece, Solver, Task } from '../task'
import { heldBy } from '../asked'
import { agesIn } from './byAge'

/** A quantity of the evidence held against the one the visitor names. */
interface Limit {
  readonly unit: Evidence
  readonly limit: Quantity
  readonly fit: number
}

/** A question that fears a no: what keeps to the limit is no problem. */
const TROUBLE =
  /\b(?:problem|issue|too (?:heavy|big|large|long|late|early|much|many|wide|tall|old|young)|forbidden|prohibited|not allowed)\b/i

const DENIES =
  /\b(?:not|nobody|no one|never|cannot|no item|none|only as|refused|forbidden|prohibited)\b|\bno \w+ may\b|n[’']t\b/i
const MOST_LOOKED_AT = 12

/**
 * Answers "is 25 kg all right?" against a limit the evidence states, whatever the units: 820 cm is held against 7.5
 * metres. It knows limits that allow ("up to 20 kg"), that forbid ("nothing heavier than 32 kg"), that demand ("at
 * least 20 minutes before") and that name who a rule is for ("children under 12 must …").
 */
export const againstLimit: Solver = (task): Finding | undefined => {
  if (task.kind !== 'yesNo' && task.kind !== 'open') return undefined
  const given = quantitiesIn(task.asked.text).filter((each) => each.dimension !== 'count' || each.of.length > 0)
  for (const quantity of given) {
    const aged = ofItsAges(quantity, task)
    if (aged) return aged
    if (task.kind === 'open' && quantity.dimension !== 'mass' && quantity.dimension !== 'length') continue
    const limit = limitFor(quantity, task)
    if (!limit) continue
    const verdict = judged(quantity, limit)
    if (verdict === undefined) continue
    if (isRange(limit))
      return {
        solver: 'limit',
        pieces: [{ text: sayUnit(limit.unit, task), cites: [limit.unit.passage.number] }],
        note: `${quantity.text} lies in “${limit.unit.text}”.`,
      }
    const asksTrouble = TROUBLE.test(task.asked.text)
    const isBound = appliesOnly(limit, task)
    const isSameUnit = singular(quantity.unit) === singular(limit.limit.unit)
    const converts =
      !isSameUnit &&
      ['mass', 'length', 'volume'].includes(quantity.dimension) &&
      quantity.value / quantity.amount !== limit.limit.value / limit.limit.amount
    const pieces: Piece[] = [
      {
        text: isBound && verdict ? task.phrases.depends : verdict !== asksTrouble ? task.phrases.yes : task.phrases.no,
        isVerdict: true,
      },
      { text: withoutVerdict(sayUnit(limit.unit, task)), cites: [limit.unit.passage.number] },
      ...(converts ? [{ text: task.phrases.equals(quantity.text, inUnitOf(quantity.value, limit.limit)) }] : []),
    ]
    return {
      solver: 'limit',
      pieces,
      note: `${quantity.text} was held against “${limit.limit.text}” (${limit.limit.bound}): ${verdict ? 'it keeps to it' : 'it does not'}.`,
    }
  }
  return undefined
}

/** "A camp for pupils from 9 to 15 years": the one range of ages that is said of the very thing asked about. */
function ofItsAges(quantity: Quantity, task: Task): Finding | undefined {
  const best = task.enough[0]
  if (quantity.dimension !== 'age' || task.kind !== 'yesNo' || best?.kind !== 'sentence' || best.direct < OF_IT)
    return undefined
  const [range, ...others] = agesIn(best.text)
  if (!range || others.length > 0) return undefined
  const isIn = quantity.value >= range[0] && quantity.value <= range[1]
  return {
    solver: 'limit',
    pieces: [
      { text: isIn !== TROUBLE.test(task.asked.text) ? task.phrases.yes : task.phrases.no, isVerdict: true },
      { text: withoutVerdict(sayUnit(best, task)), cites: [best.passage.number] },
    ],
    note: `${quantity.text} was held against ${range.join(' to ')}: ${isIn ? 'it lies in it' : 'it does not'}.`,
  }
}

/** The limit of the same dimension that stands nearest to what the question speaks of. */
function limitFor(quantity: Quantity, task: Task): Limit | undefined {
  const ofTheThing = task.evidence.filter((unit) => !task.enough.includes(unit) && isOfTheThing(unit, quantity, task))
  // A limit on another thing of the same section is no limit on this one; one of age is on whoever is spoken of there.
  const spoken = task.enough
    .slice(0, MOST_LOOKED_AT)
    .filter((unit) => unit.kind === 'row' || unit.direct > 0 || quantity.dimension === 'age')
  const limits = [...spoken, ...ofTheThing, ...agesBeside(task, quantity)].flatMap((unit): Limit[] => {
    const room = unit.kind === 'row' && ASKS_ENOUGH.test(task.asked.text) ? roomFor(unit, quantity) : undefined
    if (room !== undefined)
      return [{ unit, limit: { ...quantity, value: room, bound: 'most', text: unit.text }, fit: unit.coverage }]
    const text = saidOfAll(`${unit.leadIn} ${unit.text}`.trim(), quantity)
    return quantitiesIn(text).flatMap((limit, at, all): Limit[] => {
      // "Under 18 per night: £16" is a price, and no rule on who may come.
      if (unit.kind === 'row' && limit.dimension === 'age' && isPriceFor(unit, limit)) return []
      if (limit.dimension !== quantity.dimension || !isSameCount(limit, quantity)) return []
      const range = rangeAround(text, limit)
      const isMost = limit.bound === 'exact' && !range && namesTheMost(text, limit)
      if (limit.bound === 'exact' && !range && !isMost) return []
      if (range && !(quantity.value >= range[0] && quantity.value <= range[1])) return []
      return [
        {
          unit,
          limit: isMost ? { ...limit, bound: 'most' } : limit,
          fit:
            unit.coverage +
            nearness(text, limit, all[at - 1], task) +
            (limit.bound === 'most' ? 0.15 : 0) +
            (range ? IN_RANGE : 0) -
            // A row "over 5.5 metres: £36" says what it costs, not whether it may be.
            (unit.kind === 'row' && (limit.bound === 'over' || limit.bound === 'under') ? PRICED : 0) +
            0.5 * doings(text, task),
        },
      ]
    })
  })
  // A demand on those beyond a bound says nothing to those within it.
  const [best, ...others] = limits
    .filter((each) => !appliesOnly(each, task) || judged(quantity, each) !== false)
    .sort((a, b) => b.fit - a.fit)
  // Who may come from ten on and up to thirty may not with forty: of limits on one thing, the one that is not kept decides.
  const isBroken = (each: Limit) => MOST_OR_LEAST.has(each.limit.bound) && judged(quantity, each) === false
  const broken =
    best && others.find((each) => (each.unit === best.unit || each.fit >= best.fit - BESIDE) && isBroken(each))
  return best && broken && MOST_OR_LEAST.has(best.limit.bound) && judged(quantity, best) ? broken : best
}

/** "The course takes a day. … You must be at least 16.": who may come is often said a sentence later, of what the paragraph is about. */
const agesBeside = (task: Task, { dimension }: Quantity): Evidence[] =>
  dimension !== 'age'
    ? []
    : task.evidence.filter(
        (unit) =>
          !task.enough.includes(unit) &&
          unit.kind === 'sentence' &&
          task.enough.slice(0, FEW).some((best) => best.kind === 'sentence' && best.paragraph === unit.paragraph),
      )
const FEW = 2

/** Whether an age in a row's header says whose price stands below it. */
const isPriceFor = (unit: Evidence, limit: Quantity): boolean =>
  unit.cells.some(
    ({ header, value }) =>
      header.includes(limit.text.trim()) && quantitiesIn(value).some((each) => each.dimension === 'money'),
  )

const MOST_OR_LEAST: ReadonlySet<Quantity['bound']> = new Set(['most', 'least'])
/** Limits that fit nearly as well as the best are on the same thing. */
const BESIDE = 0.4

/** What a rule is on must be spoken of this far by the statement itself. */
const OF_IT = 0.6

/** What is measured tells a limit by itself: "up to 15 MB" for a picture holds for whatever is done with one. */
const MEASURED: ReadonlySet<Quantity['dimension']> = new Set(['mass', 'length', 'volume', 'area', 'data', 'power'])

/** Whether a unit speaks of all that is asked about but what is to be done with it, and measures it. */
function isOfTheThing(unit: Evidence, { dimension }: Quantity, task: Task): boolean {
  if (!MEASURED.has(dimension)) return false
  if (ASKS_ENOUGH.test(task.asked.text))
    return (
      unit.kind === 'row' &&
      task.asked.terms.some((term) => term.role === 'name' && heldBy(term, stemSet(unit.text)) > 0)
    )
  const stems = stemSet(`${unit.passage.place.split(' › ').slice(1).join(' ')} ${unit.leadIn} ${unit.text}`)
  const things = task.asked.terms.filter((term) => !term.isDone && term.role !== 'light' && term.role !== 'number')
  return things.length > 0 && things.every((term) => heldBy(term, stems) > 0)
}

/** Of rules for several ranges, the one that the quantity lies in is meant. */
const IN_RANGE = 0.6
const PRICED = 0.5

/** "Reaches 1,280 °C", "may bring one guest": what a thing can do or a person may have is the most of it. */
const namesTheMost = (text: string, limit: Quantity): boolean =>
  /\b(?:reach(?:es)?|holds?|carr(?:y|ies)|lifts?|fits?|seats?|sleeps?|has room for|goes up to|(?:may|can|allowed to) (?:\p{L}+ ){1,3})\s*$/iu.test(
    text.slice(0, limit.start),
  )

const isRange = ({ limit }: Limit): boolean => limit.bound === 'exact'

/** The range a quantity opens or closes: "between 48 and 24 hours", "aged 5 to 15", in base units, low to high. */
function rangeAround(text: string, limit: Quantity): [number, number] | undefined {
  const before = /\b(?:between|from|aged?) (\d+(?:\.\d+)?) (?:and|to) $/i.exec(text.slice(0, limit.start))
  if (!before || limit.amount === 0) return undefined
  const ends = [Number(before[1]) * (limit.value / limit.amount), limit.value]
  return [Math.min(...ends), Math.max(...ends)]
}

/** Whether a rule only demands something of those it is for ("children under 12 must be with an adult"). */
const appliesOnly = ({ unit, limit }: Limit, task: Task): boolean =>
  (limit.bound === 'under' || limit.bound === 'over') &&
  /\b(?:must|ha(?:ve|s) to|needs?|requires?)\b/i.test(unit.text) &&
  !DENIES.test(unit.text) &&
  /^\W*(?:\w+ )?(?:can|may|could)\b/i.test(task.asked.text)

const isSameCount = (limit: Quantity, quantity: Quantity): boolean =>
  limit.dimension !== 'count' || limit.of.some((each) => quantity.of.includes(each))

/** "Rabbits may be kept, up to twelve in all": all are of what the statement is about, so it is said of what is asked. */
const saidOfAll = (text: string, { of, unit }: Quantity): string =>
  of.some((each) => stemSet(text).has(each)) ? text.replace(/\b(?:in all|in total|altogether)\b/i, unit) : text

/** The share of the question's light words, mostly verbs, that a statement has: "carry" tells one limit from another. */
function doings(text: string, task: Task): number {
  const stems = stemSet(text)
  const light = task.asked.terms.filter((term) => term.role === 'light')
  return light.length === 0 ? 0 : light.filter((term) => heldBy(term, stems) > 0).length / light.length
}

/** How much of the question stands between the quantity before and this one, or right after it: what the limit is of. */
function nearness(text: string, limit: Quantity, before: Quantity | undefined, task: Task): number {
  const stems = stemSet(
    `${text.slice(before?.end ?? 0, limit.start)} ${text.slice(limit.end).split(/\s+/).slice(0, 2).join(' ')}`,
  )
  const terms = task.asked.terms.filter((term) => term.role !== 'number')
  const held = terms.reduce((sum, term) => sum + heldBy(term, stems) * term.weight, 0)
  const whole = terms.reduce((sum, term) => sum + term.weight, 0)
  return whole === 0 ? 0 : (1.5 * held) / whole
}

/** Whether what the visitor names is all right by the limit; undefined when the statement does not say so. */
function judged(quantity: Quantity, { unit, limit }: Limit): boolean | undefined {
  const keeps = keepsTo(quantity.value, limit.bound, limit.value)
  const text = `${unit.leadIn} ${unit.text}`
  const denies = DENIES.test(text.replace(/\b(?:no|not) (?:more|less|later|longer|wider|heavier|larger) than\b/gi, ''))
  switch (limit.bound) {
    case 'most':
    case 'least':
      // "Not up to" is never written; a denial elsewhere in the sentence speaks of something else.
      return keeps
    case 'over':
    case 'under':
      return denies ? !keeps : keeps
    case 'exact':
      // Only a range gets here, and only when the quantity lies in it.
      return true
  }
}
