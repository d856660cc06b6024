import { ANYONE, BY_AGE, quantitiesIn, sayMoney, stem, terms } from '../../text'
import { heldBy, shareOf } from '../measure'
import type { Task, Way } from '../task'
import type { Window } from '../windows'
import { tableOf } from './table'
import { keyOf } from './plain'

interface Priced {
  readonly count: number
  readonly noun: string
  readonly price: number
  readonly sign: string
  readonly rank: number
}

/** A sum of prices out of one table: "two adults and a child". Without a price for each it is no sum. */
export const sum: Way = {
  name: 'sum',
  run(task) {
    const { question, phrases } = task
    if (question.kind !== 'money') return undefined
    const groups = question.quantities.filter(({ dimension }) => dimension === 'count')
    const single = singlesIn(task)
    const counted = [...groups.map(({ amount, unit, of }) => ({ count: amount, noun: unit, stems: of })), ...single]
    if (counted.length === 0 || (counted.length === 1 && counted[0]!.count === 1)) return undefined
    const rows = tableOf(task)
    const priced = counted.map((group) => (rows.length > 0 ? priceOf(group, rows, task) : toldPrice(group, task)))
    if (priced.some((each) => each === undefined)) return undefined
    const all = priced as Priced[]
    const total = all.reduce((whole, { count, price }) => whole + count * price, 0)
    const sign = all[0]!.sign
    const working = all.map(({ count, noun, price }) => `${count} ${noun} × ${sayMoney(price, sign)}`).join(' + ')
    return {
      outcome: 'answered',
      pieces: [
        {
          text: phrases.total('', sayMoney(total, sign), working),
          cites: [...new Set(all.map(({ rank }) => rank + 1))],
        },
      ],
      note: `Added up: ${working} = ${sayMoney(total, sign)}`,
    }
  },
}

/** "An adult": somebody who is named once and not counted. */
function singlesIn({ question }: Task): { count: number; noun: string; stems: readonly string[] }[] {
  const counted = new Set(question.quantities.flatMap(({ of }) => of))
  const told = terms(question.text)
  return told.flatMap((term, at) => {
    const before = told[at - 1]
    const isOne = before && ['a', 'an', 'one'].includes(question.text.slice(before.start, before.end).toLowerCase())
    const isPerson = ANYONE.has(term.stem) || BY_AGE.has(term.stem)
    return isOne && isPerson && !counted.has(term.stem)
      ? [{ count: 1, noun: question.text.slice(term.start, term.end), stems: [term.stem] }]
      : []
  })
}

/** The price of one of a group: in the row, or under the header, that its noun stands in. */
function priceOf(
  { count, noun, stems }: { count: number; noun: string; stems: readonly string[] },
  rows: readonly Window[],
  { read, question }: Task,
): Priced | undefined {
  const wanted = stems.length > 0 ? stems : [stem(noun)]
  const others = new Set(question.quantities.flatMap(({ of }) => of).filter((each) => !wanted.includes(each)))
  const holds = (text: string) => terms(text).some((each) => wanted.includes(each.stem))
  const isOfOthers = (text: string) => terms(text).some((each) => others.has(each.stem))
  let best: { share: number; priced: Priced } | undefined
  for (const row of rows) {
    const { cells } = row.units[0]!
    const inRow = cells.some(({ value }) => holds(value))
    for (const cell of cells) {
      const money = quantitiesIn(cell.value).find(({ dimension }) => dimension === 'money')
      if (!money || isOfOthers(keyOf(cells).value) || isOfOthers(cell.header) || !(inRow || holds(cell.header)))
        continue
      const share = shareOf(
        read.asked,
        heldBy(read.asked, `${cells.map(({ value }) => value).join('; ')} ${cell.header}`),
      )
      if (!best || share > best.share)
        best = { share, priced: { count, noun, price: money.value, sign: money.unit, rank: row.rank } }
    }
  }
  return best?.priced
}

/** The price of one of a group as a sentence tells it: the one sum in it, beside the noun. */
function toldPrice(
  { count, noun, stems }: { count: number; noun: string; stems: readonly string[] },
  { read }: Task,
): Priced | undefined {
  const wanted = stems.length > 0 ? stems : [stem(noun)]
  for (const { window, measured } of read.ranked.slice(0, LOOKED_AT)) {
    if (window.units.length !== 1 || measured.around < SPOKEN) continue
    const money = quantitiesIn(window.text).filter(({ dimension }) => dimension === 'money')
    if (money.length === 1 && terms(window.text).some((each) => wanted.includes(each.stem)))
      return { count, noun, price: money[0]!.value, sign: money[0]!.unit, rank: window.rank }
  }
  return undefined
}
const LOOKED_AT = 10
const SPOKEN = 0.5
