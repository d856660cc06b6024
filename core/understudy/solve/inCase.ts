import { contentTerms, stemList, stemSet } from '../../text'
import { suits } from '../fit'
import { unitsAllowed } from '../manner'
import { sayUnit } from '../phrase'
import { gatherEvidence, type Evidence } from '../evidence'
import type { Finding, Solver, Task } from '../task'
import { heldBy } from '../asked'

/** "My machine arrived broken. What now?": something is told first, and then only what to do is asked. */
const TOLD_AND_ASKED =
  /^(.{8,}?)(?:[.!;,]|\s[-–—])\s+(?:and |so )?(?:what (?:now|next|then|(?:should|do|can|must|shall) (?:i|we) do(?: now)?|happens(?: now| then)?)|now what|can (?:you|anyone|somebody) help(?: me| us)?|(?:please )?help(?: me| us)?)\W*$/i
/** A case is met when so much of what names it is told. */
const MET = 0.6
/** Words for things going wrong: whatever went wrong, what is said of its going wrong is meant. */
const WRONG = stemList(
  'not no never miss lose lost break broken damage faulty fault fail stuck late wrong delay stolen crack leak spoil',
)

/**
 * Answers a case that is told with what is to be done in it: the sentence that names the case ("If your bin was
 * missed, …"), or what a section says that is called by it ("Damaged on arrival"); and what follows there.
 */
export const inCase: Solver = (task): Finding | undefined => {
  const told = TOLD_AND_ASKED.exec(task.asked.text.trim())?.[1]
  if (told === undefined) return undefined
  const units = gatherEvidence({ ...task.asked, terms: loosened(task) }, 'open', task.passages)
    .filter((unit) => unit.kind === 'sentence' || unit.kind === 'item')
    .sort((a, b) => a.passage.number - b.passage.number || a.order - b.order)
  const cases = units
    .map((unit) => ({
      unit,
      met: Math.max(...[ifClause(unit.text), ...headings(unit)].map((name) => metBy(name, told, task))),
    }))
    .filter(({ met }) => met >= MET)
  const best = Math.max(0, ...cases.map(({ met }) => met))
  const first = cases.find(({ unit, met }) => met === best && suits(unit, 'howTo', task.asked) > 0)?.unit
  if (!first) return undefined
  const chosen = units
    .filter((unit) => unit.passage === first.passage && unit.order >= first.order)
    .filter((unit) => unit === first || (unit.paragraph === first.paragraph && suits(unit, 'howTo', task.asked) > 0))
    // A sentence that is said together with the one before it says that one too.
    .filter((unit, at, all) => !all[at + 1]?.text.startsWith(unit.text))
    .slice(0, Math.max(2, unitsAllowed(task.view.dials.brevity)))
  return {
    solver: 'case',
    pieces: chosen.map((unit) => ({ text: sayUnit(unit, task), cites: [unit.passage.number] })),
    note: `The case that was told is that of: ${first.text}`,
  }
}

/** No word of a case is a name that must be found, and the case may be put in other words. */
const loosened = (task: Task): Task['asked']['terms'] =>
  task.asked.terms.map((term) => (term.role === 'focus' ? { ...term, role: 'subject' as const } : term))

const ifClause = (text: string): string =>
  /\b(?:if|when|in case of|in case|in the event of|should) ([^,;.]+)/i.exec(text)?.[1] ?? ''

/** The headings a unit stands under, innermost first; the last part of a place may be a line or a page. */
const headings = (unit: Evidence): string[] => unit.passage.place.split(' › ').slice(1).slice(-2).reverse()

/** The share of the words of a case that what was told holds, 0..1; one word alone names none. */
function metBy(name: string, told: string, task: Task): number {
  const named = [...new Set(contentTerms(name).map((term) => term.stem))]
  if (named.length < 2) return 0
  const stems = stemSet(told)
  const isWrong = [...stems].some((each) => WRONG.has(each)) || /n[’']t\b/.test(told)
  const held = named.filter(
    (each) =>
      stems.has(each) ||
      (isWrong && WRONG.has(each)) ||
      task.asked.terms.some((term) => stems.has(term.stem) && heldBy(term, new Set([each])) > 0),
  )
  return held.length / named.length
}
