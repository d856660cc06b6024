import { sayMoney, stemSet } from '../../text'
import { oneSum } from '../rows'
import type { Evidence } from '../evidence'
import type { Finding, Solver } from '../task'
import { heldBy, type Wanted } from '../wanted'
import { keyOf } from '../units'

const ASKS_SAVING = /\b(?:save|saving|cheaper|difference)\b/i
const SPANS = [
  {
    asked: /\b(?:yearly|annual(?:ly)?|a year|per year|by the year)\b/i,
    header: /\b(?:year|yearly|annual)\b/i,
    months: 12,
  },
  { asked: /\b(?:monthly|a month|per month|by the month)\b/i, header: /\b(?:month|monthly)\b/i, months: 1 },
] as const

/** What paying by the year saves against paying by the month, worked out from the two columns of a row and shown. */
export const savingOf: Solver = (task): Finding | undefined => {
  const { text } = task.asked
  if (!ASKS_SAVING.test(text) || !SPANS.every(({ asked }) => asked.test(text))) return undefined
  const rows = task.evidence.filter((unit) => unit.kind === 'row' && isNamed(unit, task.asked.terms))
  for (const row of rows) {
    const [yearly, monthly] = SPANS.map(({ header }) => {
      const cell = row.cells.find((each) => header.test(each.header) && oneSum(each.value))
      return cell && { cell, ...oneSum(cell.value)! }
    })
    if (!yearly || !monthly || yearly.sign !== monthly.sign) continue
    const saved = monthly.amount * 12 - yearly.amount
    const cites = [row.passage.number]
    const working = `12 × ${sayMoney(monthly.amount, monthly.sign)} − ${sayMoney(yearly.amount, yearly.sign)}`
    return {
      solver: 'saving',
      pieces: [
        {
          text: task.phrases.forRow(
            keyOf(row).value,
            [monthly, yearly]
              .map(({ cell }) => task.phrases.cellIs(cell.header.toLowerCase(), cell.value))
              .join(` ${task.phrases.and} `),
          ),
          cites,
        },
        { text: task.phrases.saves(sayMoney(saved, yearly.sign), working), cites },
      ],
      note: `A year paid by the month was held against a year at once: ${working}.`,
    }
  }
  return undefined
}

/** Whether the question names the row. */
const isNamed = (row: Evidence, terms: readonly Wanted[]): boolean => {
  const key = stemSet(keyOf(row).value)
  return terms.some((term) => term.role !== 'light' && heldBy(term, key) === 1)
}
