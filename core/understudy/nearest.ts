import { finished, stemSet } from '../text'
import type { PromptView } from '../brief'
import type { GivenPassage } from '../dialogue'
import { listed, type Phrases } from '../languages'
import { answerKindOf } from '../question'
import { gatherEvidence, isOfOtherTimes, type Evidence } from './evidence'
import { askedOf, heldBy, type Asked } from './asked'
import { asNoun } from './rowWords'
import { keyOf, withoutBullet } from './units'

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
    .map(({ isObject: _, ...term }) => ({ ...term, role: 'subject' as const }))
  const near = gatherEvidence({ ...asked, terms }, answerKindOf(question), passages)
  const said = near.find((unit) => isWorthSaying(unit, asked))
  if (said) return phrases.nearestSaid(sectionOf(said.passage.place), quoted(said))
  const sections = [
    ...new Set(near.filter((unit) => unit.coverage >= NEAR).map((unit) => sectionOf(unit.passage.place))),
  ].slice(0, MOST_SECTIONS)
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
/** What is quoted as coming nearest speaks of this share of what is asked about, and itself of this. */
const SPOKEN_OF = 0.45
const SPOKEN_ITSELF = 0.34

/** A unit as it is quoted: a row by what it is about and its other cells, an item without its bullet. */
function quoted(unit: Evidence): string {
  if (unit.kind === 'item') return finished(withoutBullet(unit.text))
  if (unit.kind !== 'row') return finished(unit.text)
  const key = keyOf(unit)
  const others = unit.cells.filter((cell) => cell !== key)
  return finished(`${key.value}: ${others.map(({ header, value }) => `${asNoun(header)} ${value}`).join('; ')}`)
}

/** Whether a statement speaks of the things asked about, of all that are called by name, and of no other days. */
function isWorthSaying(unit: Evidence, asked: Asked): boolean {
  if (unit.coverage < SPOKEN_OF || unit.direct < SPOKEN_ITSELF || !/[\p{Ll}\d]/u.test(unit.text)) return false
  if (/[?:]$/.test(unit.text)) return false
  const stems = stemSet(`${unit.text} ${unit.kind === 'row' ? keyOf(unit).value : ''} ${unit.passage.place}`)
  const isHeld = (term: Asked['terms'][number]) => heldBy(term, stems) > 0
  const names = asked.terms.filter((term) => term.role === 'name')
  // Much is said of a place, and what is done with a thing is said of many: one of the things themselves must be spoken of.
  const things = asked.terms.filter(
    (term) => (term.role === 'subject' || term.role === 'focus') && !term.isDone && !term.isVerb,
  )
  return !isOfOtherTimes(unit, asked) && names.every(isHeld) && (things.length === 0 || things.some(isHeld))
}

/** The heading a passage stands under, without its number; its source's title when it has none. */
function sectionOf(place: string): string {
  const path = place.split(' › ')
  const heading = path.length > 2 ? path.at(-2)! : path[0]!
  return heading.replace(/^\d+(?:\.\d+)*\.?\s+/, '')
}
