import { BY_AGE, quantitiesIn, stemSet, synonymsOf, type Quantity } from '../../text'
import { heldBy } from '../asked'
import { THIN, type Evidence } from '../evidence'
import type { Finding, Task } from '../task'
import { glossaryNames, pieces, summed, type Group } from './groups'

/** One line of a working: so many, at a price, of what. */
interface Line {
  readonly count: number
  readonly amount: number
  readonly sign: string
  readonly of: string
}

/**
 * Several groups, each with a price of its own in one sentence: "supper costs £13.50 (children under 12: £8)". Whoever is
 * named beside no price pays the one that is beside nobody.
 */
export function byClauses(task: Task, groups: readonly Group[]): Finding | undefined {
  if (groups.length < 2 || pieces(groups) < 2) return undefined
  for (const unit of task.enough.slice(0, MOST_LOOKED_AT)) {
    if (unit.kind === 'row') continue
    const prices = quantitiesIn(unit.text).filter((each) => each.dimension === 'money')
    if (prices.length < 2) continue
    const lines = groups.map((group) => lineFor(group, prices, unit, task))
    if (lines.every((line) => line !== undefined) && new Set(lines.map((line) => line.amount)).size > 1)
      return summed(lines, '', unit, task)
  }
  return undefined
}
const MOST_LOOKED_AT = 3

function lineFor(group: Group, prices: readonly Quantity[], { text }: Evidence, task: Task): Line | undefined {
  const named = (price: Quantity, names: ReadonlySet<string>) =>
    [...besidePrice(text, price, prices)].some((each) => names.has(each))
  const namesOf = (one: Group) =>
    new Set(one.stems.flatMap((each) => [each, ...synonymsOf(each), ...glossaryNames(each, task)]))
  const own = prices.filter((price) => named(price, namesOf(group)))
  const rest = prices.filter((price) => !named(price, EVERYBODY))
  const price = own.length === 1 ? own[0] : own.length === 0 && rest.length === 1 ? rest[0] : undefined
  return price && { count: group.count, amount: price.value, sign: price.unit, of: group.noun.toLowerCase() }
}

/** Stems of those whom prices are for. */
const EVERYBODY = new Set([...BY_AGE, ...stemSet('member guest visitor under over')])

/** The stems of the clause a price stands in, cut at the prices around it and at brackets. */
function besidePrice(text: string, price: Quantity, prices: readonly Quantity[]): ReadonlySet<string> {
  const before = prices.findLast((each) => each.end <= price.start)
  const from = text
    .slice(before?.end ?? 0, price.start)
    .split(/[(;]/)
    .at(-1)!
  const after = text.slice(price.end).split(/[(;,.)]|\band\b/)[0]!
  return stemSet(`${from} ${after}`)
}

/**
 * Several things, each with its price on a line of its own: "Boots: £6 a day", "Poles: £3 a day". The question names
 * them all and wants them together.
 */
export function byLabels(task: Task): Finding | undefined {
  if (!/\b(?:and|plus|together|with)\b/i.test(task.asked.text)) return undefined
  const things = task.asked.terms.filter((term) => term.role === 'subject' || term.role === 'focus')
  const priced = task.evidence.flatMap((unit) => {
    const found = LABELLED.exec(unit.text)
    const price = found && quantitiesIn(found[2]!).find((each) => each.dimension === 'money')
    const label = stemSet(found?.[1] ?? '')
    const held = things.filter((term) => heldBy(term, label) >= THIN)
    return found && price && held.length > 0
      ? [{ unit, held, line: { count: 1, amount: price.value, sign: price.unit, of: found[1]!.trim().toLowerCase() } }]
      : []
  })
  const each = things.map((term) => priced.filter(({ held }) => held.includes(term)))
  if (things.length < 2 || each.some((own) => own.length !== 1)) return undefined
  const chosen = [...new Set(each.map(([only]) => only!))]
  return chosen.length < 2
    ? undefined
    : summed(
        chosen.map(({ line }) => line),
        '',
        chosen[0]!.unit,
        task,
      )
}
const LABELLED = /^(?:[-•]\s*)?([^:]{2,40}): (.+)$/
