import { words, stemSet } from '../../text'
import { type Evidence } from '../evidence'
import { unitsAllowed } from '../manner'
import { sayUnit } from '../phrase'
import type { Finding, Piece, Solver, Task } from '../task'
import { heldBy } from '../asked'
import { repeats } from './repeats'

const FEWEST = 3
const MOST = 6
/** A point whose words are covered this far by one already taken says nothing new. */
const SAID_ALREADY = 0.6
const FEWEST_WORDS = 4

/** A summary in three to six points: what the passages on the subject say that carries most, none repeating another. */
export const inPoints: Solver = (task): Finding | undefined => {
  const isBare = task.kind === 'open' && words(task.asked.text).length <= FEWEST
  if (task.kind !== 'summary' && !isBare) return undefined
  const subject = task.asked.terms.filter((term) => term.role !== 'light' && term.role !== 'number')
  if (subject.length === 0) return undefined
  const speaksOfAll = (unit: Evidence) => {
    const own = stemSet(`${unit.text} ${unit.leadIn}`)
    const around = stemSet(`${unit.passage.place} ${unit.paragraph}`)
    return (
      subject.reduce((sum, term) => sum + Math.max(heldBy(term, own), 0.8 * heldBy(term, around)), 0) / subject.length
    )
  }
  const named = sectionNamed(task)
  const isUnderHeading = (unit: Evidence) => {
    if (named !== undefined) return unit.passage.place.split(' › ').includes(named)
    const heading = stemSet(unit.passage.place.split(' › ').slice(1).join(' '))
    return subject.every((term) => heldBy(term, heading) > 0)
  }
  const points = task.evidence
    .filter(
      (unit) =>
        unit.kind !== 'item' &&
        !unit.text.endsWith(':') &&
        !unit.text.endsWith('?') &&
        words(unit.text).length >= FEWEST_WORDS,
    )
    .map((unit) => ({
      unit,
      weight:
        speaksOfAll(unit) +
        0.12 * carries(unit) +
        (isUnderHeading(unit) ? 0.3 : 0) +
        (isBare ? 0.4 / (1 + unit.order) : 0),
    }))
    .filter((point) => point.weight >= 0.75)
    .sort((a, b) => b.weight - a.weight)
  // Where a section is called by the subject, nothing outside it is needed.
  const inSection = points.filter(({ unit }) => isUnderHeading(unit))
  const chosen: Evidence[] = []
  for (const { unit } of inSection.length >= FEWEST ? inSection : points) {
    if (chosen.length === (isBare ? Math.min(2, unitsAllowed(task.view.dials.brevity)) : mostPoints(task))) break
    if (!chosen.some((other) => saysAgain(unit.text, other.text))) chosen.push(unit)
  }
  if (chosen.length < Math.min(isBare ? 1 : FEWEST, points.length) || chosen.length === 0) return undefined
  chosen.sort((a, b) => a.passage.number - b.passage.number || a.order - b.order)
  const isBulleted = !isBare && task.view.bullets !== 'never' && chosen.length > 1
  return {
    solver: 'summary',
    pieces: chosen.map((unit): Piece => ({
      text: `${isBulleted ? '- ' : ''}${sayUnit(unit, task)}`,
      cites: [unit.passage.number],
      ...(isBulleted ? { layout: 'line' as const } : {}),
    })),
    note: `${chosen.length} points from ${new Set(chosen.map((unit) => unit.passage.number)).size} passages.`,
  }
}

/** The heading whose every word the question says, of several the longest: "Summarise the *house rules*". */
function sectionNamed({ asked, passages }: Task): string | undefined {
  const said = stemSet(asked.text)
  const headings = passages.flatMap((passage) => passage.place.split(' › ').slice(1))
  return headings
    .filter((heading) => {
      const stems = [...stemSet(heading)]
      return stems.length >= FEWEST_IN_NAME && stems.every((each) => said.has(each))
    })
    .sort((a, b) => b.length - a.length)[0]
}
const FEWEST_IN_NAME = 2

/** Statements with figures, duties and prohibitions carry more than description. */
const carries = (unit: Evidence): number =>
  (/\d/.test(unit.text) ? 1 : 0) + (/\b(?:must|may|not|only|never|free|cannot|no)\b/i.test(unit.text) ? 1 : 0)

const mostPoints = ({ view }: Task): number => (view.dials.brevity >= 80 ? FEWEST : view.dials.brevity >= 65 ? 5 : MOST)

/** Whether a point says what another says; one with other figures says something else. */
const saysAgain = (text: string, said: string): boolean => {
  const figures = (of: string) => (of.match(/\d[\d.,]*/g) ?? []).sort().join(' ')
  return figures(text) === figures(said) && repeats(text, said, SAID_ALREADY)
}
