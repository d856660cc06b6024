import { BY_AGE, contentStems, stem, stemSet, synonymsOf } from '../../text'
import { type Evidence } from '../evidence'
import { matchRows, oneSum, tableOf, valueOf } from '../rows'
import { asNoun } from '../rowWords'
import type { Finding, Solver, Task } from '../task'
import { fromTable } from './table'
import { byClauses, byLabels } from './clauses'
import { byRate, byTiers } from './rate'
import { glossaryNames, groupsIn, pieces, summed, type Group } from './groups'
import { keyOf } from '../units'

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
    byColumns(task, groups) ??
    byOwnRows(task, groups) ??
    byRows(task) ??
    byLabels(task) ??
    byClauses(task, groups) ??
    byTiers(task, groups) ??
    byRate(task, groups)
  )
}

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
  // A sum that leaves somebody out is none.
  const isShort = groups.some((group) => isOfAge(group) && !priced.some((each) => each.group === group))
  if (isShort && priced.some(({ group }) => isOfAge(group))) return undefined
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
  const rows = tableOf(best, task.evidence).map((row) => ({
    row,
    key: contentStems(keyOf(row).value.replace(/\([^)]*\)/g, ' ')),
  }))
  const headOf = ({ key }: (typeof rows)[number]) => [...key].at(-1)
  // "A vaccination" is the yearly one where there is no other.
  const isOnlyOne = (each: (typeof rows)[number]) =>
    rows.every((other) => other === each || headOf(other) !== headOf(each))
  const keyed = rows.filter(
    (each) =>
      each.key.size > 0 &&
      ([...each.key].every((one) => asked.has(one)) || (asked.has(headOf(each)!) && isOnlyOne(each))),
  )
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

const IS_CHILD = /^(?:child(?:ren)?|kids?|sons?|daughters?|boys?|girls?|teenagers?|pupils?|toddlers?)\b/i
/** Headers of prices for the young that name no child: "Under 18 per night". */
const FOR_YOUNG = /\b(?:under|below|up to|to) \d{1,2}\b|\bjuniors?\b|\byouth\b/i
const isOfAge = ({ noun }: Group): boolean => BY_AGE.has(stem(noun.split(' ')[0]!))

/** The one column a group pays by: its header names the group, and no other header does so more fully. */
function columnFor(group: Group, row: Evidence, said: ReadonlySet<string>, task: Task): string | undefined {
  const names = new Set(group.stems.flatMap((each) => [each, ...synonymsOf(each), ...glossaryNames(each, task)]))
  const fits = row.cells.slice(1).flatMap((cell) => {
    const stems = [...stemSet(cell.header)]
    const isForYoung = IS_CHILD.test(group.noun) && FOR_YOUNG.test(cell.header)
    if (!(stems.some((each) => names.has(each)) || isForYoung) || !oneSum(cell.value)) return []
    const known = stems.filter((each) => names.has(each) || said.has(each)).length
    return [{ header: cell.header, share: known / stems.length }]
  })
  const best = Math.max(0, ...fits.map((each) => each.share))
  const full = fits.filter((each) => each.share === best)
  return full.length === 1 ? full[0]!.header : undefined
}
