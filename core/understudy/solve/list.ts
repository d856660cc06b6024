import { words, stemSet } from '../../text'
import { INFLECTED, isWritten, THIN } from '../evidence'
import { listed } from '../../languages'
import type { Finding, Piece, Solver, Task } from '../task'
import { isStep, unitsOf, withoutBullet, type Unit } from '../units'
import { heldBy } from '../asked'

interface FoundList {
  readonly leadIn: string
  readonly items: readonly Unit[]
  readonly fit: number
}

/** Steps count for more when the question asks how. */
const STEPS_FIRST = 0.2
/** A list under a leading line that forbids is no answer to what is allowed, and the other way round. */
const FORBIDS = /\b(?:not|never|no|cannot|forbidden|prohibited|don[’']t)\b/i

/** The steps of a procedure, or the points of a list, whole and in order, with the line that leads them in. */
export const wholeList: Solver = (task): Finding | undefined => {
  const { kind, enough } = task
  const best = enough[0]
  const leadsIn = best?.kind === 'sentence' && best.text.endsWith(':') && words(task.asked.text).length > 2
  if (kind !== 'howTo' && kind !== 'list' && !leadsIn) return undefined
  const lists = task.passages.flatMap((passage) => listsIn(unitsOf(passage), task)).sort((a, b) => b.fit - a.fit)
  const list = lists[0]
  if (!list || list.fit < THIN) return undefined
  // A sentence that answers better than the list keeps its place, unless a procedure was asked for.
  if (kind === 'list' && best && best.kind === 'sentence' && !leadsIn && best.coverage > list.fit + 0.1)
    return undefined
  const beats = list.items.some(isStep) ? list.fit - STEPS_FIRST : list.fit
  if (kind === 'howTo' && best?.kind === 'sentence' && best.fits && best.coverage > beats) return undefined
  return {
    solver: 'list',
    pieces: piecesOf(list, task),
    note: `A list of ${list.items.length} answers: ${list.leadIn}`,
  }
}

/** The lists of a passage with how well each answers, by its leading line, headings and items. */
function listsIn(units: readonly Unit[], task: Task): FoundList[] {
  const leads = [...new Set(units.filter((unit) => unit.kind === 'item').map((unit) => unit.leadIn))]
  return leads.flatMap((leadIn): FoundList[] => {
    const items = units.filter((unit) => unit.kind === 'item' && unit.leadIn === leadIn)
    if (items.length < 2) return []
    if (task.kind === 'list' && FORBIDS.test(leadIn) !== FORBIDS.test(task.asked.text)) return []
    // A list right under a heading is led in by it.
    const leading = leadIn === '' ? headingOf(items[0]!) : leadIn
    const lead = stemSet(leading)
    const context = stemSet(items[0]!.passage.place)
    const body = stemSet(items.map((item) => item.text).join(' '))
    let held = 0
    let whole = 0
    for (const term of task.asked.terms) {
      if (term.role === 'number') continue
      const own = isWritten(term, leading) ? 1 : INFLECTED
      const share = Math.max(heldBy(term, lead) * own, heldBy(term, context) * 0.7, heldBy(term, body) * 0.6)
      if (term.role === 'name' && share === 0) return []
      held += term.weight * share
      whole += term.weight
    }
    const isAboutList = task.asked.terms.some((term) => term.role !== 'light' && heldBy(term, lead) > 0)
    const bonus = task.kind === 'howTo' && items.some(isStep) ? STEPS_FIRST : 0
    const fit = whole === 0 ? 0 : held / whole
    return isAboutList && fit >= THIN ? [{ leadIn, items, fit: fit + bonus }] : []
  })
}

const headingOf = (item: Unit): string => item.passage.place.split(' › ').at(-1)!

function piecesOf({ leadIn, items }: FoundList, { view, phrases }: Task): Piece[] {
  const cites = [items[0]!.passage.number]
  const steps = items.some(isStep)
  if (view.bullets === 'never' && !steps) {
    const inline = items.map((item) => withoutBullet(item.text).replace(/[.;,]$/, ''))
    return [{ text: `${leadIn.replace(/:$/, '')}: ${listed(inline, phrases.and)}.`, cites }]
  }
  const lines = items.map((item, at): Piece => ({
    text: steps ? item.text : `- ${withoutBullet(item.text)}`,
    layout: 'line',
    ...(at === items.length - 1 ? { cites } : {}),
  }))
  return leadIn ? [{ text: leadIn }, ...lines] : lines
}
