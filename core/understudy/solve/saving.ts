import { sayMoney, stemSet } from '../../text'
import { oneSum } from '../rows'
import type { Evidence } from '../evidence'
import { listed } from '../../languages'
import { asNoun, sayCell } from '../rowWords'
import type { Finding, Solver, Task } from '../task'
import { heldBy, type Wanted } from '../asked'
import { keyOf, type Cell } from '../units'

const ASKS_SAVING = /\b(?:how much|what)\b.*\b(?:save|saving|cheaper|less)\b/i
const MONTHS_A_YEAR = 12
const SPANS = [
  {
    asked: /\b(?:yearly|annual(?:ly)?|a year|per year|by the year)\b/i,
    header: /\b(?:year|yearly|annual)\b/i,
    months: 12,
  },
  { asked: /\b(?:monthly|a month|per month|by the month)\b/i, header: /\b(?:month|monthly)\b/i, months: 1 },
] as const

/**
 * What one way of paying saves against the other, worked out from two columns of a row and shown: a year at once against
 * twelve months, or the column that is named ("online") against the only other price.
 */
export const savingOf: Solver = (task): Finding | undefined => {
  const { text } = task.asked
  if (!ASKS_SAVING.test(text) || task.kind === 'yesNo') return undefined
  const isBySpan = SPANS.every(({ asked }) => asked.test(text))
  for (const row of task.evidence.filter((unit) => unit.kind === 'row' && isNamed(unit, task.asked.terms))) {
    const pair = isBySpan ? bySpan(row) : byColumn(row, task)
    if (pair && pair.less.sign === pair.more.sign) return told(row, pair, task)
  }
  return undefined
}

interface Price {
  readonly cell: Cell
  readonly amount: number
  readonly sign: string
}

/** The dearer and the cheaper way; `times` of the dearer one make as much as the cheaper one. */
interface Pair {
  readonly more: Price
  readonly less: Price
  readonly times: number
}

const pricesIn = (row: Evidence): Price[] =>
  row.cells.flatMap((cell) => {
    const sum = cell === keyOf(row) ? undefined : oneSum(cell.value)
    return sum ? [{ cell, ...sum }] : []
  })

function bySpan(row: Evidence): Pair | undefined {
  const [less, more] = SPANS.map(({ header }) => pricesIn(row).find(({ cell }) => header.test(cell.header)))
  return less && more && { more, less, times: MONTHS_A_YEAR }
}

function byColumn(row: Evidence, task: Task): Pair | undefined {
  const prices = pricesIn(row)
  const named = prices.filter(({ cell }) => {
    const stems = stemSet(cell.header)
    return task.asked.terms.some((term) => heldBy(term, stems) === 1)
  })
  const [less, ...others] = named.length === 1 && prices.length === 2 ? named : []
  const more = less && prices.find((each) => each !== less)
  return less && more && others.length === 0 && more.amount > less.amount ? { more, less, times: 1 } : undefined
}

function told(row: Evidence, { more, less, times }: Pair, task: Task): Finding {
  const { phrases } = task
  const cites = [row.passage.number]
  const dearer = sayMoney(more.amount, more.sign)
  const working = `${times > 1 ? `${times} × ` : ''}${dearer} − ${sayMoney(less.amount, less.sign)}`
  const both = [more, less].map(({ cell }) => sayCell(cell, task))
  return {
    solver: 'saving',
    pieces: [
      { text: phrases.forRow(asNoun(keyOf(row).value), listed(both, phrases.and)), cites },
      { text: phrases.saves(sayMoney(more.amount * times - less.amount, less.sign), working), cites },
    ],
    note: `One way of paying was held against the other: ${working}.`,
  }
}

/** Whether the question names the row. */
const isNamed = (row: Evidence, terms: readonly Wanted[]): boolean => {
  const key = stemSet(keyOf(row).value)
  return terms.some((term) => term.role !== 'light' && heldBy(term, key) === 1)
}
