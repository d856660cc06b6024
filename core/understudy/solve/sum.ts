import {
  contentStems,
  numberOf,
  quantitiesIn,
  sayMoney,
  stem,
  synonymsOf,
  terms,
  type Quantity,
  stemList,
  stemSet,
} from '../../text'
import { type Evidence } from '../evidence'
import { matchRows, oneSum, tableOf, valueOf } from '../rows'
import { asNoun } from '../rowWords'
import { listed } from '../../phrases'
import type { Finding, Party, Solver, Task } from '../task'
import { heldBy } from '../asked'
import { fromTable } from './table'
import { tiersIn } from './tiers'
import { keyOf } from '../units'

/** So many of something that has a price. */
interface Group {
  readonly count: number
  readonly stems: readonly string[]
  readonly noun: string
}

/**
 * Works out a sum: so many adults and children by a table of fares, so many portions at a price a head, so many miles
 * at a rate a mile. The working is shown. Only prices that the evidence states are multiplied and added.
 */
export const workOutSum: Solver = (task) => {
  const isMoney =
    task.kind === 'money' ||
    (task.kind !== 'yesNo' &&
      task.kind !== 'recommendation' &&
      /\b(?:get|refund(?:ed)?|paid|back)\b/i.test(task.asked.text))
  if (!isMoney) return undefined
  const groups = groupsIn(task.asked.text, task.party)
  return (
    byColumns(task, groups) ?? byOwnRows(task, groups) ?? byRows(task) ?? byTiers(task, groups) ?? byRate(task, groups)
  )
}

/** What the question counts, and who the visitor said they are when it asks "for us". */
export function groupsIn(question: string, party: Party): Group[] {
  const counted = quantitiesIn(question)
    // "A ten-trip card" is a name, not ten of something.
    .filter((each) => each.dimension === 'count' && each.unit !== 'times' && !/\w-\p{L}/u.test(each.text))
    .map((each): Group => ({ count: each.amount, stems: each.of, noun: each.unit }))
  // "Three 250 g bags": the size stands between the number and what is counted.
  const sized = [
    ...question.matchAll(/\b([\p{L}\d]+) \d+(?:\.\d+)? ?(?:g|kg|ml|cl|l|mm|cm|m|litre|kilo) ([\p{L}-]+)/giu),
  ].flatMap((match): Group[] => {
    const count = numberOf(match[1]!)
    return count === undefined ? [] : [{ count, stems: [stem(match[2]!)], noun: match[2]! }]
  })
  const single = [...question.matchAll(/\b(an?|one) ([\p{L}-]+)/giu)]
    .filter((match) => !counted.some((group) => group.stems[0] === stem(match[2]!)))
    .map((match): Group => ({ count: 1, stems: [stem(match[2]!)], noun: match[2]! }))
  const isOwn = /\b(?:us|we|our)\b/i.test(question) && !counted.some((group) => group.count > 1)
  const own = isOwn ? party.groups.map(({ count, noun }): Group => ({ count, stems: [...stemSet(noun)], noun })) : []
  return [...counted, ...sized, ...single, ...own]
}

const pieces = (groups: readonly Group[]): number => groups.reduce((sum, group) => sum + group.count, 0)

/** Each group has a price column of its own in the row the question means. */
function byColumns(task: Task, groups: readonly Group[]): Finding | undefined {
  const best = task.evidence.find((each) => each.kind === 'row' && task.enough.includes(each))
  if (!best || pieces(groups) < 2) return undefined
  const spoken = stemSet([task.asked.text, ...task.party.groups.map((group) => group.noun)].join(' '))
  const said = new Set([...spoken].flatMap((each) => [each, ...synonymsOf(each)]))
  const priced = groups.flatMap((group) => {
    const header = columnFor(group, best, said, task)
    return header === undefined ? [] : [{ group, header }]
  })
  // "Three adults … a single": the single names their ticket and is no one of its own.
  const distinct = priced.filter(
    ({ group, header }) =>
      group.count > 1 ||
      !priced.some((other) => other.group !== group && other.header === header && other.group.count > 1),
  )
  if (distinct.length === 0 || distinct.reduce((sum, { group }) => sum + group.count, 0) < 2) return undefined
  const match = matchRows(best, task)
  if (match.differsIn === keyOf(best).header && match.rows.length > 1) return fromTable(task)
  const row = match.rows[0]!
  const lines = distinct.flatMap(({ group, header }) => {
    const price = oneSum(valueOf(row, header))
    return price ? [{ count: group.count, ...price, of: asNoun(header) }] : []
  })
  if (lines.length !== distinct.length) return undefined
  return summed(lines, asNoun(keyOf(row).value), row, task)
}

/** Each group has a row of its own, and the question means one column: "two adults and two children online". */
function byOwnRows(task: Task, groups: readonly Group[]): Finding | undefined {
  const best = task.evidence.find((each) => each.kind === 'row')
  if (!best || groups.length === 0 || pieces(groups) < 2) return undefined
  const table = tableOf(best, task.evidence)
  const own = groups.map((group) => ({ group, row: table.find((row) => isRowOf(row, group, task)) }))
  if (own.some(({ row }) => row === undefined)) return undefined
  const rows = own.map(({ row }) => row!)
  const priced = rows[0]!.cells
    .map((cell) => cell.header)
    .filter((header) => rows.every((row) => oneSum(valueOf(row, header)) ?? isFree(row, header)))
  const { told } = matchRows(rows[0]!, task)
  const column = priced.length === 1 ? priced[0] : told.length === 1 && priced.includes(told[0]!) ? told[0] : undefined
  const sign = column && rows.map((row) => oneSum(valueOf(row, column))?.sign).find((each) => each !== undefined)
  if (column === undefined || sign === undefined) return undefined
  const lines = own.map(({ group, row }) => ({
    count: group.count,
    amount: oneSum(valueOf(row!, column))?.amount ?? 0,
    sign,
    of: group.noun.toLowerCase(),
  }))
  return summed(lines, '', rows[0]!, task)
}

const isFree = (row: Evidence, header: string): boolean => /^free\b/i.test(valueOf(row, header))

/** "Child (5 to 16)" is the row of children, "Family (2 adults, up to 3 children)" is not. */
function isRowOf(row: Evidence, group: Group, task: Task): boolean {
  const key = contentStems(keyOf(row).value.replace(/\([^)]*\)/g, ' '))
  const names = new Set(group.stems.flatMap((each) => [each, ...synonymsOf(each), ...glossaryNames(each, task)]))
  return key.size > 0 && [...key].every((each) => names.has(each))
}

const TOGETHER = /\b(?:together|in total|altogether|and|both)\b/i

/** Several things of one table, each with its price in the same column: "a jigsaw and a hedge trimmer together". */
function byRows(task: Task): Finding | undefined {
  const best = task.evidence.find((each) => each.kind === 'row')
  if (!best || !TOGETHER.test(task.asked.text)) return undefined
  const asked = stemSet(task.asked.text)
  const keyed = tableOf(best, task.evidence)
    .map((row) => ({ row, key: contentStems(keyOf(row).value) }))
    .filter(({ key }) => key.size > 0 && [...key].every((each) => asked.has(each)))
  // "Single plus" names one thing, though "Single" is another.
  const meant = keyed
    .filter(
      ({ key }) => !keyed.some((other) => other.key.size > key.size && [...key].every((each) => other.key.has(each))),
    )
    .map(({ row }) => row)
  if (meant.length < 2) return undefined
  const { told } = matchRows(meant[0]!, task)
  const column = told.find((header) => meant.every((row) => oneSum(valueOf(row, header))))
  if (column === undefined) return undefined
  const lines = meant.map((row) => ({ count: 1, ...oneSum(valueOf(row, column))!, of: asNoun(keyOf(row).value) }))
  return summed(lines, '', meant[0]!, task)
}

/** The one column a group pays by: its header names the group, and no other header does so more fully. */
function columnFor(group: Group, row: Evidence, said: ReadonlySet<string>, task: Task): string | undefined {
  const names = new Set(group.stems.flatMap((each) => [each, ...synonymsOf(each), ...glossaryNames(each, task)]))
  const fits = row.cells.slice(1).flatMap((cell) => {
    const stems = [...stemSet(cell.header)]
    if (!stems.some((each) => names.has(each)) || !oneSum(cell.value)) return []
    const known = stems.filter((each) => names.has(each) || said.has(each)).length
    return [{ header: cell.header, share: known / stems.length }]
  })
  const best = Math.max(0, ...fits.map((each) => each.share))
  const full = fits.filter((each) => each.share === best)
  return full.length === 1 ? full[0]!.header : undefined
}

function glossaryNames(of: string, task: Task): string[] {
  return task.view.glossary.flatMap((entry) => {
    const names = [entry.term, ...entry.also].map((name) => [...stemSet(name)])
    return names.some((name) => name.length === 1 && name[0] === of)
      ? names.filter((name) => name.length === 1).flat()
      : []
  })
}

/** A stem that stands for anyone: "price per person" is paid by adults, guests and colleagues alike. */
const PERSON = stemList([
  'person',
  'head',
  'peopl',
  'passeng',
  'guest',
  'visitor',
  'adult',
  'particip',
  'colleagu',
  'employe',
  'member',
])

const RATE = /([£€$])\s?(\d{1,3}(?:,\d{3})*(?:\.\d+)?) (?:(?:per|an?|each|for each|for every) ([\p{L}-]+)|each\b)/giu

/** A price for the first three and another for each one more: "Up to three items cost £38, each further item £9." */
function byTiers(task: Task, groups: readonly Group[]): Finding | undefined {
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
function byRate(task: Task, groups: readonly Group[]): Finding | undefined {
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
  const priced = told.flatMap((header) => {
    const sum = oneSum(valueOf(rows[0]!, header))
    return sum ? [{ ...sum, header }] : []
  })
  if (priced.length !== 1) return undefined
  const per = /\b(?:per|a|each) ([\p{L}-]+)/iu.exec(priced[0]!.header)?.[1]
  return { ...priced[0]!, per: per ? [stem(per)] : [] }
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
  const measure = quantitiesIn(task.asked.text).find((each) => isIn(each, per))
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
  const isPerson = per.some((each) => PERSON.has(each))
  const group =
    groups.find(
      (each) =>
        each.count > 1 && (isPerson ? each.stems.some((s) => PERSON.has(s)) : each.stems.some((s) => per.includes(s))),
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

const isIn = (quantity: Quantity, per: readonly string[]): boolean =>
  quantity.dimension !== 'count' &&
  quantity.dimension !== 'money' &&
  terms(quantity.unit).some((term) => per.includes(term.stem))

/** "For Long Isle, the total is £27.00: 2 × £10.80 (adult return) + 1 × £5.40 (child return)." */
function summed(
  lines: readonly { count: number; amount: number; sign: string; of: string }[],
  about: string,
  unit: Evidence,
  task: Task,
): Finding {
  const total = lines.reduce((sum, line) => sum + line.count * line.amount, 0)
  const working = lines.map((line) => `${line.count} × ${sayMoney(line.amount, line.sign)} (${line.of})`)
  const text = task.phrases.total(about, sayMoney(total, lines[0]!.sign), working.join(' + '))
  return {
    solver: 'sum',
    pieces: [{ text, cites: [unit.passage.number] }],
    note: `Worked out: ${listed(working, task.phrases.and)} from ${unit.text}`,
  }
}
