import { sayUnit } from '../phrase'
import { unitsAllowed } from '../manner'
import { needsFit } from '../fit'
import type { Evidence } from '../evidence'
import type { Finding, Solver } from '../task'
import { repeats } from './repeats'

/** Further evidence must come this near the best to be told with it. */
const NEAR_BEST = 0.86
/** To a yes/no question a bare statement is an answer only when it speaks of nearly all that is asked. */
const WHETHER = 0.75
const DIRECT = 0.5
/** A sentence that itself names next to nothing of what is asked, and need not hold a figure, only stands beside one that does. */
const BESIDE = 0.25
const SAID_ALREADY = 0.7

/** Answers with the sentence that says it, and further ones that come near it where brevity allows. */
export const asFact: Solver = (task): Finding | undefined => {
  const isFitting = needsFit(task.kind, task.asked.text)
  const best = task.enough.find(
    (unit) => !unit.text.endsWith(':') && (isFitting || unit.kind === 'row' || unit.direct >= BESIDE),
  )
  if (!best || (task.kind === 'yesNo' && (best.coverage < WHETHER || best.direct < DIRECT))) return undefined
  const most = best.kind === 'pair' ? 1 : unitsAllowed(task.view.dials.brevity)
  const chosen: { unit: Evidence; text: string }[] = []
  for (const unit of task.enough) {
    if (chosen.length >= most) break
    const isWorthIt =
      unit === best ||
      (unit.score >= best.score * NEAR_BEST &&
        unit.kind !== 'row' &&
        !/[?:]$/.test(unit.text) &&
        (unit.fits || !best.fits))
    if (!isWorthIt) continue
    const text = sayUnit(unit, task)
    if (!chosen.some((other) => repeats(text, other.text, SAID_ALREADY))) chosen.push({ unit, text })
  }
  const [first, ...rest] = chosen
  rest.sort((a, b) => a.unit.passage.number - b.unit.passage.number || a.unit.order - b.unit.order)
  return {
    solver: 'fact',
    pieces: [first!, ...rest].map(({ unit, text }) => ({ text, cites: [unit.passage.number] })),
    note: `Best evidence: ${best.text}`,
  }
}
