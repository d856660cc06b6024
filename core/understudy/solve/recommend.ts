import { numberOf, quantitiesIn, sayMoney, stem, stemList, stemSet } from '../../text'
import { byWishedFor } from './compare'
import { instancesIn, type Evidence } from '../evidence'
import { headersOf, oneSum, tableOf } from '../rows'
import { asNoun, sayCell } from '../rowWords'
import { listed } from '../../languages'
import type { Finding, Piece, Solver, Task } from '../task'
import { heldBy } from '../asked'
import { groupsIn } from './groups'
import { keyOf } from '../units'

const MOST_OPTIONS = 4
const WEEKS_A_MONTH = 52 / 12

/** Recommends a row of a table: the cheapest for how often it is used, or the smallest that meets every need. */
export const recommend: Solver = (task): Finding | undefined => {
  if (task.kind !== 'recommendation') return undefined
  return byUse(task) ?? byNeeds(task) ?? byWish(task)
}

/** "A light one" of several that are known by name: set side by side on that. */
function byWish(task: Task): Finding | undefined {
  const focus = task.asked.terms.find((term) => term.role === 'focus')
  if (!focus) return undefined
  const isOne = instancesIn(task.passages)
  const names = [...task.asked.names].filter((name) => isOne(name, focus.stem)).map((name) => writtenName(name, task))
  return names.length < 2 || names.length > MOST_OPTIONS ? undefined : byWishedFor(names, task)
}

/** A name as the passages write it. */
const writtenName = (name: string, task: Task): string =>
  task.passages
    .flatMap((passage) => passage.text.match(/\p{Lu}[\p{L}’'-]+/gu) ?? [])
    .find((word) => stem(word) === name) ?? name

interface Option {
  readonly row: Evidence
  readonly name: string
  readonly perMonth: number
  readonly sign: string
  readonly working: string
}

const ONCE: Readonly<Record<string, number>> = { once: 1, twice: 2, thrice: 3, daily: 1 }

/** How often something is used: "three trips a week", "twice a month", as uses a month for one person. */
export function usesAMonth(question: string): { uses: number; text: string } | undefined {
  for (const found of question.matchAll(
    /\b([\w-]+)(?: times)?(?: [\p{L}-]+)? (?:a|per|each|every) (day|week|month|year)\b/giu,
  )) {
    const words = found[0].split(' ')
    const often = words.map((word) => ONCE[word.toLowerCase()] ?? numberOf(word)).find((each) => each !== undefined)
    if (!often) continue
    const perMonth = { day: 365 / 12, week: WEEKS_A_MONTH, month: 1, year: 1 / 12 }[found[2]!.toLowerCase() as 'day']
    return { uses: often * perMonth, text: found[0] }
  }
  return undefined
}

/** What a ticket or card gives, told from its name: so many uses, or a span of months. */
function givenBy(name: string): { uses: number } | { months: number } | undefined {
  const plain = name.toLowerCase()
  const span = /\b(?:(\w+)[- ])?(day|week|month|year)(?:ly)?\b|\b(daily|annual|weekly|monthly|yearly)\b/.exec(plain)
  const multi =
    /\b(\w+)[- ](?:trip|visit|ride|journey|class|lesson|session|use|entry|entries|swim|crossing|time)s?\b/.exec(plain)
  const count = multi && numberOf(multi[1]!)
  if (count && count > 1) return { uses: count }
  if (/\bsingle\b|\bone[- ]|\bday (?:ticket|pass|visit)\b/.test(plain)) return { uses: 1 }
  const word =
    span?.[2] ?? { daily: 'day', weekly: 'week', monthly: 'month', yearly: 'year', annual: 'year' }[span?.[3] ?? '']
  if (!word) return undefined
  const times = (span?.[1] && numberOf(span[1])) || 1
  return { months: times * { day: 12 / 365, week: 1 / WEEKS_A_MONTH, month: 1, year: 12 }[word as 'day'] }
}

/** The cheapest by use: each option's cost a month is worked out and shown. */
function byUse(task: Task): Finding | undefined {
  const use = usesAMonth(task.asked.text)
  if (!use) return undefined
  const people = Math.max(
    1,
    groupsIn(task.asked.text.replace(use.text, ' '), task.party).reduce(
      (sum, group) => sum + (group.count > 1 || group.noun !== 'ticket' ? group.count : 0),
      0,
    ),
  )
  const tables = new Map<string, Evidence[]>()
  for (const unit of task.evidence) {
    if (unit.kind === 'row' && !tables.has(headersOf(unit))) tables.set(headersOf(unit), tableOf(unit, task.evidence))
  }
  for (const rows of tables.values()) {
    const options = rows.flatMap((row) => optionOf(row, use.uses, people, task))
    if (options.length < 2) continue
    options.sort((a, b) => a.perMonth - b.perMonth)
    const [best] = options
    const shown = options.slice(0, MOST_OPTIONS)
    const uses = `${Math.round(use.uses * people * 100) / 100} uses`
    return {
      solver: 'recommendation',
      pieces: [
        {
          text: task.phrases.cheapest(best!.name, `${sayMoney(best!.perMonth, best!.sign)} ${task.phrases.aMonth}`),
          cites: [best!.row.passage.number],
        },
        { text: task.phrases.perMonth(uses, people) },
        ...shown.map((option): Piece => ({
          text: `- ${option.name}: ${option.working}`,
          layout: 'line',
          cites: [option.row.passage.number],
        })),
      ],
      note: `Each ticket's cost was worked out for ${use.text}${people > 1 ? ` and ${people} people` : ''}.`,
    }
  }
  return undefined
}

function optionOf(row: Evidence, uses: number, people: number, task: Task): Option[] {
  const name = keyOf(row).value
  const given = givenBy(name)
  const priced = row.cells.slice(1).flatMap((cell) => {
    const sum = oneSum(cell.value)
    return sum
      ? [
          {
            ...sum,
            fit: task.asked.terms.filter((term) => term.role !== 'light' && heldBy(term, stemSet(cell.header)) > 0)
              .length,
          },
        ]
      : []
  })
  const price = priced.sort((a, b) => b.fit - a.fit)[0]
  if (!given || !price || (priced.length > 1 && price.fit === priced[1]!.fit)) return []
  const { amount, sign } = price
  const money = (value: number) => sayMoney(value, sign)
  if ('uses' in given) {
    const perMonth = (amount / given.uses) * uses * people
    const working = `${money(amount)}${given.uses > 1 ? ` for ${given.uses}, so ${money(amount / given.uses)} each` : ''}, ${money(perMonth)} ${task.phrases.aMonth}`
    return [{ row, name, perMonth, sign, working }]
  }
  const perMonth = (amount / given.months) * people
  const each = people > 1 ? `${people} × ${money(amount)}` : money(amount)
  const working =
    given.months === 1
      ? `${each}${people > 1 ? ` = ${money(perMonth)}` : ''} ${task.phrases.aMonth}`
      : `${each} for ${sayMonths(given.months)}, ${money(perMonth)} ${task.phrases.aMonth}`
  return [{ row, name, perMonth, sign, working }]
}

const sayMonths = (months: number): string =>
  months < 1 ? `${Math.round(months * 30.4)} days` : `${Math.round(months)} months`

/** Columns that say how many find room. */
const CAPACITY = stemList([
  'seat',
  'place',
  'space',
  'capac',
  'peopl',
  'person',
  'guest',
  'berth',
  'bed',
  'passeng',
  'max',
])

/** The smallest that meets every need: enough room, and each thing asked for. */
function byNeeds(task: Task): Finding | undefined {
  const row = task.evidence.find((unit) => unit.kind === 'row')
  if (!row) return undefined
  const rows = tableOf(row, task.evidence)
  const asked = groupsIn(task.asked.text, task.party).filter((group) => group.count > 1)
  const heads = [...groupsIn(task.asked.text, task.party)]
    .filter((group) => group.count > 1)
    .reduce((sum, group) => sum + group.count, 0)
  const capacity =
    row.cells.find((cell) => [...stemSet(cell.header)].some((each) => CAPACITY.has(each)) && /^\d/.test(cell.value))
      ?.header ??
    row.cells.find(
      (cell) =>
        /^\d/.test(cell.value) && asked.some((group) => group.stems.some((each) => stemSet(cell.header).has(each))),
    )?.header
  const wishes = row.cells
    .map((cell) => cell.header)
    .filter((header) => {
      const stems = stemSet(header)
      return (
        rows.some((each) => /^(?:yes|no)$/i.test(cellOf(each, header))) &&
        task.asked.terms.some((term) => heldBy(term, stems) > 0)
      )
    })
  if (wishes.length === 0 && (capacity === undefined || heads === 0)) return undefined
  const size = (each: Evidence) => (capacity ? quantitiesInCell(cellOf(each, capacity)) : 0)
  const fitting = rows
    .filter(
      (each) =>
        (heads === 0 || capacity === undefined || size(each) >= heads) &&
        wishes.every((wish) => /^yes$/i.test(cellOf(each, wish))),
    )
    .sort((a, b) => size(a) - size(b))
  const best = fitting[0]
  if (!best) return undefined
  const told = best.cells.slice(1, 6)
  return {
    solver: 'recommendation',
    pieces: [
      { text: task.phrases.suits(keyOf(best).value), cites: [best.passage.number] },
      {
        text: task.phrases.forRow(
          asNoun(keyOf(best).value),
          listed(
            told.map((cell) => sayCell(cell, task)),
            task.phrases.and,
          ),
        ),
        cites: [best.passage.number],
      },
    ],
    note: `Needs: ${[heads > 0 && capacity ? `${capacity} ≥ ${heads}` : '', ...wishes].filter(Boolean).join(', ')}; ${fitting.length} of ${rows.length} rows meet them.`,
  }
}

const cellOf = (row: Evidence, header: string): string => row.cells.find((cell) => cell.header === header)?.value ?? ''
const quantitiesInCell = (value: string): number => quantitiesIn(value)[0]?.amount ?? (Number.parseFloat(value) || 0)
