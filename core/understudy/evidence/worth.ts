import { contentStems, quantitiesIn, stem, stemSet, terms, type Quantity } from '../../text'
import { heldBy, type Asked } from '../asked'
import { instructs, suits } from '../fit'
import { isStep, keyOf, type Unit } from '../units'
import type { Looked } from './look'

const BONUS = {
  person: 0.08,
  case: 0.3,
  fits: 0.25,
  rank: 0.1,
  focus: 0.15,
  order: 0.05,
  pair: 0.1,
  topic: 0.12,
  caption: 0.12,
  measure: 0.4,
  cell: 0.2,
  key: 0.12,
} as const

/** What a unit is worth beside how much of the question it speaks of: its kind, its place, whom it faces; 0 to about 2. */
export function bonusOf(looked: Looked, asked: Asked, fit: number, rank: number): number {
  const { unit } = looked
  const isOnTopic = asked.terms.some((term) => term.role !== 'light' && heldBy(term, looked.topic) > 0)
  return (
    BONUS.fits * fit +
    (speaksOfCase(unit, asked) ? BONUS.case : 0) +
    BONUS.person * facing(unit, asked) +
    (isCellAskedFor(unit, asked) ? BONUS.cell : isKeyNamed(unit, asked) ? BONUS.key : 0) +
    (isOnTopic ? (unit.kind === 'row' ? BONUS.caption : BONUS.topic) : 0) +
    (unit.kind === 'row' && sharesMeasure(asked.text, unit.text) ? BONUS.measure : 0) +
    BONUS.rank * rank +
    BONUS.focus * focusOf(asked, looked) +
    BONUS.order * sharedPairs(asked.pairs, unit.text) +
    (unit.kind === 'pair' ? BONUS.pair : 0)
  )
}

/**
 * A sentence that neither tells anybody to do anything nor speaks of doing what is asked only happens to name the thing;
 * so does one that says what cannot be done or was done before.
 */
export function isAside({ unit, own }: Looked, asked: Asked): boolean {
  if ((unit.kind !== 'sentence' && unit.kind !== 'item') || isStep(unit) || suits(unit, 'howTo', asked) > 0)
    return false
  const named = /\bhow (?:do|can|should|would|must|may) (?:i|we|you|one|they) ([\p{L}-]+)/iu.exec(asked.text)?.[1]
  if (named === undefined) return false
  const verb = stem(named)
  const isBygone = [...unit.text.matchAll(BYGONE)].some((found) => stem(found[1]!) === verb)
  return !own.has(verb) || isBygone
}
/** "Events that have already been created …", "cannot be used to …". */
const BYGONE = /\b(?:ha(?:ve|s|d) (?:already |just |not |never )?(?:been )?|cannot be (?:\p{L}+ to )?)(\p{L}+)/giu

/** What is asked of the visitor ("can I …") is answered by what is said to or of them rather than by what "we" do: 1, 0 or -1. */
function facing(unit: Unit, asked: Asked): number {
  if (unit.kind === 'row') return 0
  if (/\b(?:do|does|will|would|can|could|are|have) you\b/i.test(asked.text))
    return /^(?:We|Our)\b/.test(unit.text) ? 1 : 0
  if (!/\b(?:i|my)\b/i.test(asked.text)) return 0
  if (/^(?:We|Our)\b/.test(unit.text)) return -1
  return /\byou(?:r)?\b/i.test(unit.text) || instructs(unit.text) ? 1 : 0
}

const CASE = /\b(?:if|when|in case of|in the event of|what about|should) (.+)$/i

/** Whether a unit says what holds in the very case the question asks about: "in case of fire, …", "if it is broken …". */
function speaksOfCase(unit: Unit, asked: Asked): boolean {
  const asks = CASE.exec(asked.text.replace(/^\W*when\b/i, ''))?.[1]
  const tells = /\b(?:if|when|whenever|in case of|in the event of|should) ([^,;.]+)/i.exec(unit.text)?.[1]
  if (!asks || !tells) return false
  const [wanted, told] = [contentStems(asks), contentStems(tells)]
  const held = asked.terms.filter((term) => wanted.has(term.stem) && term.role !== 'light' && heldBy(term, told) > 0)
  return held.length > 0 && held.length >= told.size * CASE_LEAST
}

/** Of the words of a case, at least this share is named in the question: "if you leave within six months" is another case than leaving. */
const CASE_LEAST = 0.6

/** Whether a row is for the span or size the question names: "a day" and "One day", "two weeks" and "One week". */
function sharesMeasure(question: string, row: string): boolean {
  const asked = quantitiesIn(question).filter((each) => each.dimension === 'duration')
  if (asked.length === 0) return false
  const given = quantitiesIn(row).filter((each) => each.dimension === 'duration')
  return asked.some((each) => given.some((other) => unitStem(each) === unitStem(other)))
}

const unitStem = ({ unit }: Quantity): string => [...stemSet(unit)].at(-1) ?? ''

/** The share of a unit's content words that the question asks for, 0..1. */
function focusOf(asked: Asked, { own, unit }: Looked): number {
  const content = contentStems(unit.text)
  if (content.size === 0) return 0
  const held = asked.terms.flatMap((term) => term.forms.flatMap((form) => form.stems)).filter((each) => own.has(each))
  return Math.min(1, new Set(held).size / content.size)
}

function sharedPairs(pairs: ReadonlySet<string>, text: string): number {
  const all = terms(text)
  let shared = 0
  for (let at = 1; at < all.length; at++) if (pairs.has(`${all[at - 1]!.stem} ${all[at]!.stem}`)) shared++
  return shared
}

/** Whether the question names all of what a row is about, whichever of its cells it wants. */
const isKeyNamed = (unit: Unit, asked: Asked): boolean => unit.kind === 'row' && isNamed(keyOf(unit).value, asked)

/** Whether each word of a name, its brackets aside, is a term of the question. */
function isNamed(text: string, asked: Asked): boolean {
  const stems = contentStems(text.replace(/\([^)]*\)/g, ' '))
  return stems.size > 0 && [...stems].every((each) => asked.terms.some((term) => heldBy(term, new Set([each])) > 0))
}

/** Whether the question names all of what a row is about and all of one of its headers: "an adult … at the door". */
function isCellAskedFor(unit: Unit, asked: Asked): boolean {
  if (unit.kind !== 'row') return false
  const key = keyOf(unit)
  return isNamed(key.value, asked) && unit.cells.some((cell) => cell !== key && isNamed(cell.header, asked))
}
