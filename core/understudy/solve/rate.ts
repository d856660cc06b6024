import { ANYONE, numberOf, quantitiesIn, stem, stemSet, synonymsOf, terms, type Quantity } from '../../text'
import { heldBy } from '../asked'
import { type Evidence } from '../evidence'
import { matchRows, oneSum, valueOf } from '../rows'
import { asNoun } from '../rowWords'
import type { Finding, Task } from '../task'
import { keyOf } from '../units'
import { glossaryNames, summed, type Group } from './groups'
import { tiersIn } from './tiers'

const RATE = /([£€$])\s?(\d{1,3}(?:,\d{3})*(?:\.\d+)?) (?:(?:per|an?|each|for each|for every) ([\p{L}-]+)|each\b)/giu

/** A price for the first three and another for each one more: "Up to three items cost £38, each further item £9." */
export function byTiers(task: Task, groups: readonly Group[]): Finding | undefined {
  for (const unit of task.evidence.slice(0, MOST_TIERS_LOOKED_AT)) {
    const tiers = tiersIn(unit.text)
    const group = tiers && groups.find((each) => each.stems.some((one) => tiers.of.includes(one)))
    if (!tiers || !group || unit.coverage < ALMOST) continue
    const further = Math.max(0, group.count - tiers.first)
    const noun = group.noun.toLowerCase()
    const lines = [
      { count: 1, ...tiers.base, of: tiers.first === 1 ? `first ${noun}` : `first ${tiers.first} ${noun}` },
    ]
    if (further > 0) lines.push({ count: further, ...tiers.further, of: `further ${noun}` })
    return summed(lines, '', unit, task)
  }
  return undefined
}
const MOST_TIERS_LOOKED_AT = 6
/** Tiers of the very thing that is counted answer even where the rest of the question is put in other words. */
const ALMOST = 0.5

/** One price, so many times: by a head, a mile, a night, a piece. */
export function byRate(task: Task, groups: readonly Group[]): Finding | undefined {
  for (const unit of task.enough.slice(0, 4)) {
    const found = unit.kind === 'row' ? rateInRow(unit, task) : rateInText(unit, task)
    if (!found) continue
    const times = timesOf(found.per, unit, task, groups)
    if (times === undefined || times.amount <= 1) continue
    const line = { count: times.amount, amount: found.amount, sign: found.sign, of: times.of }
    const about = unit.kind === 'row' ? asNoun(keyOf(unit).value) : ''
    return summed([line], about, unit, task)
  }
  return undefined
}

interface Rate {
  readonly amount: number
  readonly sign: string
  /** Stems of what one price is for. */
  readonly per: readonly string[]
}

function rateInRow(unit: Evidence, task: Task): Rate | undefined {
  const { rows, told, differsIn } = matchRows(unit, task)
  if (rows.length > 1 && differsIn === keyOf(unit).header) return undefined
  const all = told.flatMap((header) => {
    const sum = oneSum(valueOf(rows[0]!, header))
    const per = /\b(?:per|a|each) ([\p{L}-]+)/iu.exec(header)?.[1]
    return sum ? [{ ...sum, per: per ? [stem(per)] : [] }] : []
  })
  // Of several prices, the one for the span of time that the question measures in.
  const spans = measuresIn(task).filter((each) => each.dimension === 'duration')
  const priced =
    all.length > 1 ? all.filter(({ per }) => per.length > 0 && spans.some((each) => timesIn(each, per))) : all
  return priced.length === 1 ? priced[0] : undefined
}

function rateInText(unit: Evidence, task: Task): Rate | undefined {
  const rates = [...unit.text.matchAll(RATE)]
  const nearest = rates
    .map((match) => ({ match, hits: hitsBefore(unit.text, match.index, rates, task) }))
    .sort((a, b) => b.hits - a.hits)[0]
  if (nearest) {
    return {
      amount: numberOf(nearest.match[2]!)!,
      sign: nearest.match[1]!,
      per: nearest.match[3] ? [stem(nearest.match[3])] : [],
    }
  }
  const sum = /\bcosts?\b|\bpays?\b|\bis\b|\bare\b/i.test(unit.text) ? oneSum(unit.text) : undefined
  return sum ? { ...sum, per: [] } : undefined
}

/** A name tells one rate from another more than any word. */
const NAME_HITS = 3

/** How many terms of the question stand between the rate before and this one. */
function hitsBefore(text: string, index: number, rates: readonly RegExpMatchArray[], task: Task): number {
  const from = Math.max(0, ...rates.filter((each) => each.index! < index).map((each) => each.index! + each[0].length))
  const own = rates.find((each) => each.index === index)!
  const until = Math.min(text.length, ...rates.filter((each) => each.index! > index).map((each) => each.index!))
  const after = text.slice(index + own[0].length, until).split(/[,;]|\.\s/)[0]!
  // "£142 per week for a small room": what follows says what the rate is of, and what precedes belongs to the one before.
  const isAfter = /^\s*(?:for|in|with|on|if|when)\b/.test(after)
  const stems = stemSet(isAfter ? after.replace(/\band\s*$/, '') : `${text.slice(from, index)} ${after}`)
  const held = task.asked.terms.filter((term) => term.role !== 'light' && heldBy(term, stems) > 0)
  return held.reduce((sum, term) => sum + (term.role === 'name' ? NAME_HITS : 1), 0)
}

/** How many times the price is to be paid: the group or measure of the question that the price is for. */
function timesOf(
  per: readonly string[],
  unit: Evidence,
  task: Task,
  groups: readonly Group[],
): { amount: number; of: string } | undefined {
  const span = unit.kind === 'row' ? spansOf(unit, task) : undefined
  if (span) return span
  const measures = measuresIn(task)
  const measure = measures.find((each) => isIn(each, per))
  const longer = measure ? undefined : measures.find((each) => timesIn(each, per))
  if (longer) return { amount: timesIn(longer, per)!, of: per[0]! }
  if (measure) {
    // "Guests pay £3 a day": three guests pay it three times for each day.
    const payers = groups.find((each) => each.count > 1 && each.stems.some((s) => stemSet(unit.text).has(s)))
    if (!payers || measure.dimension !== 'duration') return { amount: measure.amount, of: measure.unit }
    const amount = payers.count * measure.amount
    return {
      amount,
      of: measure.amount === 1 ? payers.noun : `${payers.count} ${payers.noun} × ${measure.amount} ${measure.unit}`,
    }
  }
  const subject = stemSet(unit.kind === 'row' ? keyOf(unit).value : unit.text)
  const isPerson = per.some((each) => ANYONE.has(each))
  const group =
    groups.find(
      (each) =>
        each.count > 1 && (isPerson ? each.stems.some((s) => ANYONE.has(s)) : each.stems.some((s) => per.includes(s))),
    ) ??
    groups.find(
      (each) =>
        each.count > 1 &&
        each.stems.some(
          (s) =>
            subject.has(s) ||
            [...synonymsOf(s)].some((other) => subject.has(other)) ||
            glossaryNames(s, task).some((other) => subject.has(other)),
        ),
    )
  return group && { amount: group.count, of: group.noun }
}

/** A row for "One week", asked about two weeks, is paid twice. */
function spansOf(row: Evidence, task: Task): { amount: number; of: string } | undefined {
  const key = quantitiesIn(keyOf(row).value).find((each) => each.dimension === 'duration' && each.bound === 'exact')
  const asked =
    key &&
    quantitiesIn(task.asked.text).find(
      (each) => each.dimension === 'duration' && each.value > key.value && each.value % key.value === 0,
    )
  return key && asked ? { amount: asked.value / key.value, of: keyOf(row).value.toLowerCase() } : undefined
}

/** What the question measures in; "a whole year" is one year. */
const measuresIn = ({ asked }: Task): readonly Quantity[] =>
  quantitiesIn(asked.text.replace(/\b(?:an?|one|the) (?:whole|full|entire) (?=\p{L})/giu, 'one '))

/** How often a shorter span goes into a longer one, when it does so whole: a year has twelve months, a week seven days. */
function timesIn(quantity: Quantity, per: readonly string[]): number | undefined {
  if (quantity.dimension !== 'duration') return undefined
  if (isIn(quantity, per)) return quantity.amount
  const [span] = per.flatMap((each) => quantitiesIn(`1 ${each}`).filter(({ dimension }) => dimension === 'duration'))
  if (!span) return undefined
  const times = quantity.value / span.value
  return times > 1 && Math.abs(times - Math.round(times)) < WHOLE ? Math.round(times) : undefined
}
const WHOLE = 0.02

const isIn = (quantity: Quantity, per: readonly string[]): boolean =>
  quantity.dimension !== 'count' &&
  quantity.dimension !== 'money' &&
  terms(quantity.unit).some((term) => per.includes(term.stem))
