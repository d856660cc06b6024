import { numberOf, quantitiesIn, sayMoney, stemSet } from '../../text'
import type { Evidence } from '../evidence'
import type { Finding, Solver, Task } from '../task'
import { heldBy } from '../asked'

/** "Half loads cost 60 % of that", "outside potters pay twice the members' price", "children pay half". */
const SHARE =
  /\b(?:costs?|pays?|is|are|charged)\s+(?:only |just )?(?:(\d{1,3}(?:\.\d+)?) ?(?:%|per cent)|(half|twice|double|(\w+) times))\s+(?:of )?(?:that|this|the (?:[\p{L}'’-]+ ){0,3}(?:price|fee|fare|rate|charge|amount))/iu

/** A price that is told as a share of another one in the same passage, worked out and shown. */
export const shareOfPrice: Solver = (task): Finding | undefined => {
  if (task.kind !== 'money' && task.kind !== 'open') return undefined
  for (const unit of task.evidence) {
    const found = unit.kind === 'sentence' ? SHARE.exec(unit.text) : null
    const factor = found && factorOf(found)
    if (!found || !factor || !isMeant(unit, found.index, task)) continue
    const base = basePrice(unit, task)
    if (!base) continue
    const total = sayMoney(base.amount * factor, base.sign)
    const times = factor < 1 ? `${Math.round(factor * 100)} %` : `${factor}`
    const cites = [unit.passage.number]
    return {
      solver: 'share of a price',
      pieces: [
        { text: base.unit.text, cites },
        ...(base.unit.text.includes(unit.text) ? [] : [{ text: lastSentence(unit.text, found[0]), cites }]),
        { text: task.phrases.total('', total, `${times} × ${sayMoney(base.amount, base.sign)}`), cites },
      ],
      note: `“${found[0]}” was worked out from ${sayMoney(base.amount, base.sign)}.`,
    }
  }
  return undefined
}

function factorOf([, percent, word, times]: RegExpExecArray): number | undefined {
  if (percent !== undefined) return Number(percent) / 100
  if (times !== undefined) return numberOf(times)
  return word?.toLowerCase() === 'half' ? 0.5 : 2
}

/** The sentence of a unit that holds the share; what it points back to is told by the price itself. */
const lastSentence = (text: string, share: string): string => {
  const from = text.lastIndexOf('. ', text.indexOf(share))
  return from < 0 ? text : text.slice(from + 2)
}

/** Whether what has the share ("half loads") is what the question asks about. */
function isMeant(unit: Evidence, at: number, task: Task): boolean {
  const before = unit.text.slice(0, at)
  const subject = stemSet(before.slice(before.lastIndexOf('. ') + 1))
  return task.asked.terms.some((term) => term.role !== 'light' && heldBy(term, subject) > 0)
}

/** Of the prices in the same passage, the one whose own words the question names most of. */
function basePrice(share: Evidence, task: Task): { unit: Evidence; amount: number; sign: string } | undefined {
  const prices = task.evidence
    .filter((unit) => unit.passage === share.passage && unit.kind !== 'row' && !SHARE.test(unit.text))
    .flatMap((unit) => {
      const sums = quantitiesIn(unit.text).filter((each) => each.dimension === 'money')
      return sums.map((sum, at) => {
        const until = sums[at + 1]?.start ?? unit.text.length
        const words = stemSet(unit.text.slice(sum.end, until))
        const hits = task.asked.terms.reduce((all, term) => all + heldBy(term, words) * term.weight, 0)
        return { unit, amount: sum.value, sign: sum.unit, hits }
      })
    })
    .sort((a, b) => b.hits - a.hits)
  return prices[0] && prices[0].hits > (prices[1]?.hits ?? 0) ? prices[0] : undefined
}
