import { oppositesOf, stemSet } from '../../text'
import { THIN, type Evidence } from '../evidence'
import { suits } from '../fit'
import { polarityOf } from '../polarity'
import { sayUnit } from '../phrase'
import type { Finding, Piece, Solver, Task } from '../task'
import { ASKS_FREE, paymentViews } from './payment'

/**
 * Answers "why …?": with the reason when the library gives one; with a correction when what is taken for granted is
 * not so; else it says that no reason is given, and what is.
 */
export const whyOrNot: Solver = (task): Finding | undefined => {
  if (task.kind !== 'why') return undefined
  const { enough, phrases, asked } = task
  if (ASKS_FREE.test(asked.text) || /\b(?:expensive|dear|cost(?:s|ly)?|pay|fare)\b/i.test(asked.text)) {
    const corrected = correctedPrice(task)
    if (corrected) return corrected
  }
  const near = enough.filter((unit) => unit.score >= enough[0]!.score - SECOND_VIEW)
  const best =
    near.find((unit) => suits(unit, 'why', asked) === 0 && unit.direct >= SPOKEN_OF && contradicts(unit, task)) ??
    enough[0]
  if (!best || best.coverage < THIN) return undefined
  const said: Piece = { text: sayUnit(best, task), cites: [best.passage.number] }
  if (suits(best, 'why', asked) > 0)
    return { solver: 'reason', pieces: [said], note: `A reason is given: ${best.text}` }
  const deniesWhatIs = contradicts(best, task)
  return {
    solver: deniesWhatIs ? 'premise' : 'no reason',
    pieces: [{ text: deniesWhatIs ? phrases.notSo : phrases.noReason, isVerdict: true }, said],
    note: deniesWhatIs
      ? `What is asked takes for granted what is not so: ${best.text}`
      : `No reason is given: ${best.text}`,
  }
}

/** Evidence this near the best is asked whether it denies what is taken for granted, if it speaks of most of it itself. */
const SECOND_VIEW = 0.12
const SPOKEN_OF = 0.7

/** What denies that the ferry is late says "late" itself, or its opposite, and no word that may stand for it. */
function speaksOf(predicate: string | undefined, { text }: Evidence): boolean {
  const own = stemSet(text)
  return predicate === undefined || own.has(predicate) || [...oppositesOf(predicate)].some((other) => own.has(other))
}

/** Whether the evidence says the opposite of what the question takes for granted. */
function contradicts(unit: Evidence, { asked }: Task): boolean {
  if (!speaksOf(asked.predicate, unit)) return false
  const assumed = asked.text.replace(/^\W*(?:and |but |so )?(?:why|how come)\s*/i, '')
  const isDenied = /\b(?:not|no|never|nobody|cannot)\b|n[’']t\b/i.test(assumed)
  const plain = assumed.replace(/\b(?:not|no|never)\b/gi, ' ').replace(/n[’']t\b/gi, '')
  const says = polarityOf(unit, { ...asked, text: plain })
  return isDenied ? says === 'yes' : says === 'no'
}

/** "Why is parking free?" when it has a price, "why must dogs pay?" when they go free. */
function correctedPrice(task: Task): Finding | undefined {
  const takesForFree = /\b(?:free|for nothing)\b/i.test(task.asked.text)
  const opposite = takesForFree ? 'paid' : 'free'
  const near = paymentViews(task)
  const against = near.find((view) => view.says === opposite)
  if (!against) return undefined
  const agreeing = near.find(
    (view) =>
      view.says !== opposite && view.unit.passage.place.split(' › ')[0] === against.unit.passage.place.split(' › ')[0],
  )
  const said = (view: typeof against): Piece => ({ text: sayUnit(view.unit, task), cites: [view.unit.passage.number] })
  return {
    solver: 'premise',
    pieces: [
      { text: task.phrases.notSo, isVerdict: true },
      said(against),
      ...(agreeing && takesForFree ? [said(agreeing)] : []),
    ],
    note: `What is asked takes for granted what is not so: ${against.unit.text}`,
  }
}
