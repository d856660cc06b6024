import { oppositesOf, quantitiesIn, stemSet } from '../../text'
import type { AnswerKind } from '../../question'
import type { GivenPassage } from '../../dialogue'
import { heldBy, type Asked } from '../asked'
import { suits } from '../fit'
import { unitsOf, type Unit } from '../units'
import { coverageOf, directOf, isAnInstance, statesHours, THIN } from './coverage'
import { instancesIn, type Instances } from './instances'
import { look, type Looked } from './look'
import { isOfOtherTimes, isOfThePast } from './times'
import { bonusOf, isAside } from './worth'

/** A unit with how well it answers: `coverage` is the share of the question it speaks of, `score` adds what kind it is. */
export interface Evidence extends Unit {
  readonly coverage: number
  /** The share that stands in the unit itself or the line that leads it in, its surroundings left out. */
  readonly direct: number
  readonly score: number
  /** Whether it holds the kind of thing asked for: a sum, a time, so many of something. */
  readonly fits: boolean
}

/** What other days say holds of their own days only. */
const OTHER_DAYS = 0.4
const QUESTION_FLAW = 0.4
/** An occasion answers only where the rest of the question is spoken of almost whole. */
const SURE = 0.85
/** What is said of the opposite ("opens" for "closes") hardly answers. */
const OPPOSITE = 0.7

/** All evidence the passages hold for a question, best first; none when a name of the question stands nowhere in them. */
export function gatherEvidence(asked: Asked, kind: AnswerKind, passages: readonly GivenPassage[]): Evidence[] {
  const everywhere = stemSet(passages.map((passage) => `${passage.place}\n${passage.text}`).join('\n'))
  // What is measured is held against limits of its kind, whatever it is called: "a branch of 15 cm".
  const isMeasured = quantitiesIn(asked.text).some((each) => each.dimension === 'length' || each.dimension === 'mass')
  const isStrange = asked.terms.some(
    (term) => (term.role === 'name' || (term.isObject && !isMeasured)) && heldBy(term, everywhere) === 0,
  )
  if (isStrange || !asked.terms.some((term) => term.role !== 'number')) return []
  const bySource = new Map<string, Set<string>>()
  for (const passage of passages) {
    const stems = bySource.get(sourceOf(passage)) ?? new Set<string>()
    for (const each of stemSet(passage.text)) stems.add(each)
    bySource.set(sourceOf(passage), stems)
  }
  const kinds = instancesIn(passages)
  const evidence = passages.flatMap((passage, rank) => {
    const context = stemSet(passage.place)
    const source = bySource.get(sourceOf(passage))!
    return unitsOf(passage).map((unit) =>
      weighed(look(unit, context, source, asked), asked, kind, 1 - rank / passages.length, kinds),
    )
  })
  return evidence.filter((each) => each.coverage > 0).sort((a, b) => b.score - a.score)
}

const sourceOf = (passage: GivenPassage): string => passage.place.split(' › ')[0]!

function weighed(looked: Looked, asked: Asked, kind: AnswerKind, rank: number, kinds: Instances): Evidence {
  const { unit } = looked
  const whole = coverageOf(looked, asked, kind, kinds)
  const coverage = kind === 'howTo' && isAside(looked, asked) ? Math.min(whole, THIN - 0.01) : whole
  const fit = suits(unit, kind, asked)
  const ofOtherDays = isOfOtherTimes(unit, asked) || isOfThePast(unit, asked) ? OTHER_DAYS : 1
  const flaw = unit.text.endsWith('?') ? QUESTION_FLAW : 0
  // To a yes/no question the opposite is an answer: "closed" says whether it is open; hours say when it opens and closes.
  const opposite =
    kind !== 'yesNo' && kind !== 'why' && !statesHours(unit.text) && saysOpposite(looked, asked) ? OPPOSITE : 1
  const direct = directOf(looked, asked, (term) => isAnInstance(looked, term, kind, asked, kinds))
  return {
    ...unit,
    direct,
    coverage: coverage * ofOtherDays * opposite,
    score: (coverage + bonusOf(looked, asked, fit, rank)) * ofOtherDays * opposite - flaw,
    fits: fit === 1 || (fit > 0 && coverage >= SURE),
  }
}

/** Whether a unit speaks of the opposite of what is asked ("opens" for "closes") and not of the thing itself. */
const saysOpposite = ({ own }: Looked, { terms }: Asked): boolean =>
  terms.some(
    (term) =>
      heldBy(term, own) === 0 &&
      [...oppositesOf(term.stem)].some((other) => own.has(other) && !terms.some((each) => each.stem === other)),
  )
