import { finished, stemSet } from '../text'
import type { PromptView } from '../brief'
import type { GivenPassage } from '../dialogue'
import { listed, type Phrases } from '../phrases'
import { gatherEvidence, isOfOtherTimes, type Evidence } from './evidence'
import { askedOf, heldBy, type Asked } from './asked'

/**
 * What the library does hold near a question it does not answer: the statement that speaks of most of it, said to be no
 * more than near; or the sections that share a word of its subject; or "".
 */
export function nearest(
  question: string,
  passages: readonly GivenPassage[],
  view: PromptView,
  phrases: Phrases,
): string {
  const asked = askedOf(question, view, new Set())
  const terms = asked.terms
    .filter((term) => term.role === 'subject' || term.role === 'focus' || term.role === 'name')
    .map((term) => ({ ...term, role: 'subject' as const }))
  const near = gatherEvidence({ ...asked, terms }, 'open', passages).filter((unit) => unit.coverage >= NEAR)
  const said = near.find((unit) => isWorthSaying(unit, asked))
  if (said) return phrases.nearestSaid(sectionOf(said.passage.place), finished(said.text))
  const sections = [...new Set(near.map((unit) => sectionOf(unit.passage.place)))].slice(0, MOST_SECTIONS)
  return sections.length === 0
    ? ''
    : phrases.nearest(
        listed(
          sections.map((section) => `“${section}”`),
          phrases.and,
        ),
      )
}

const NEAR = 0.34
const MOST_SECTIONS = 2
/** What is quoted as coming nearest speaks itself of this share of what is asked about. */
const SPOKEN_OF = 0.5

/** Whether a statement speaks of the things asked about, of all that are called by name, and of no other days. */
function isWorthSaying(unit: Evidence, asked: Asked): boolean {
  if (unit.kind !== 'sentence' || unit.direct < SPOKEN_OF || /[?:]$/.test(unit.text)) return false
  const stems = stemSet(unit.text)
  const isHeld = (term: Asked['terms'][number]) => heldBy(term, stems) > 0
  const names = asked.terms.filter((term) => term.role === 'name')
  // What is done with a thing ("sell") is said of many, and much of a place; the thing itself must be spoken of.
  const things = asked.terms.filter(
    (term) => (term.role === 'subject' || term.role === 'focus') && !term.isDone && !term.isVerb,
  )
  return !isOfOtherTimes(unit, asked) && names.every(isHeld) && (things.length === 0 ? names : things).some(isHeld)
}

/** The heading a passage stands under, without its number; its source's title when it has none. */
function sectionOf(place: string): string {
  const path = place.split(' › ')
  const heading = path.length > 2 ? path.at(-2)! : path[0]!
  return heading.replace(/^\d+(?:\.\d+)*\.?\s+/, '')
}
