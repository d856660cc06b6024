import { stemSet, synonymsOf, wordSet } from '../../text'
import { heldBy, objectIn, type Wanted } from '../asked'
import { asksLeave, givesLeave } from '../leave'
import type { Unit } from '../units'
import type { Looked } from './look'

/** How much a term counts that is found not in the unit itself but in its paragraph, its list's leading line, its headings. */
const SHARES = { paragraph: 0.75, leadIn: 0.9, context: 0.75, caption: 0.92, source: 0.45 } as const
/** A name that stands only near a unit which names another says little of it. */
const OTHER_NAME = 0.4

/** Another form of the word may be another thing: a firing is no fire. */
export const INFLECTED = 0.92
/** More so in a row, where most words are headers: "Tastes of" says nothing of a tasting. */
const INFLECTED_IN_ROW = 0.7

/** Whether a text writes a term's own word, singular or plural. */
export const isWritten = (term: Wanted, text: string): boolean => wordSet(text).has(term.word)

export const LEAVE = 0.8

/** "15% off" is a discount. */
const IS_DISCOUNT = /^(?:discount|reduct|rebat)$/
const PERCENT_OFF = /(?:%|per cent) (?:off|less|cheaper)\b|\b(?:half|reduced) price\b/i
const DISCOUNT = 0.9

/** "Bonfires are allowed …" answers whether one may light, bring or fly them; smoking on board does not answer sleeping there. */
export const isLeaveFor = (term: Wanted, unit: Unit, question: string): boolean =>
  term.isDone === true && asksLeave(question) && !DOES_NOTHING_TO.test(question) && givesLeaveFor(unit.text, question)

/** "Children are welcome, though the coffee is strong" gives no leave to do anything to the coffee. */
function givesLeaveFor(text: string, question: string): boolean {
  const object = objectIn(question)
  const clauses = text.split(CLAUSE).filter(givesLeave)
  if (object === undefined || clauses.length === 0) return givesLeave(text)
  const kin = [object, ...synonymsOf(object)]
  const isNamed = (clause: string) => {
    const stems = stemSet(clause.replace(PLACE, ' '))
    return kin.some((stem) => stems.has(stem))
  }
  return clauses.some((clause) => isNamed(clause) || (POINTS_BACK.test(clause) && isNamed(text)))
}
/** What is forbidden in rooms is not the rooms. */
const PLACE = /\b(?:in|at|on|inside|near) (?:the |our |all |any |your |both |either |each )?[\p{L}-]+/giu
const POINTS_BACK = /\b(?:yours?|they|them|it|these|those)\b/i
const CLAUSE = /[,;:]\s+(?:though|but|while|and|although)?|\s(?:though|although|but|while)\s/i

/** What is done is done to nothing: "can I sleep on board", "may we park in the yard". */
const DOES_NOTHING_TO =
  /\b(?:can|may|could|to) (?:i|we|one|you|people|visitors|guests|children) \p{L}+ (?:on|in|at|by|from|off|over|along|through|around|near|under|inside|outside|during|overnight|after|before|until)\b/iu

/** "Can I *rent* my room" is not answered by what "the rent" is, nor by who once rented it. */
function isNamedOnly(term: Wanted, text: string, question: string): boolean {
  if (!term.isDone || !asksLeave(question)) return false
  if (OF_THE_PAST.test(text) && !OF_TODAY.test(text)) return true
  const use = new RegExp(`(?:(\\b[\\p{L}\\d]+)\\s+)?\\b${term.word}(?:s|ing)?\\b(?:\\s+(\\p{L}+))?`, 'giu')
  const uses = [...text.matchAll(use)]
  return (
    uses.length > 0 && uses.every(([, before, after]) => NAMING.test(before ?? '') || (!before && IS.test(after ?? '')))
  )
}
const OF_THE_PAST = /\b(?:was|were|had)\b/i
const OF_TODAY = /\b(?:is|are|may|can|cannot|must|do|does|please|will|we|you|your|our|us|today|now)\b/i
const NAMING = /^(?:the|an?|this|your|our|my|its|their|of|per|no|any|\d+)$/i
const IS = /^(?:is|are|was|were|of|for)$/i
/** What a noun tells of doing what it names. */
const NOUN = 0.5

/** How fully a unit speaks of a term, with where it stands counted in. */
export function found(
  term: Wanted,
  { unit, own, paragraph, lead, context, source, namesOthers }: Looked,
  question: string,
): number {
  if (isNamedOnly(term, unit.text, question)) return NOUN
  const inside = heldBy(term, own)
  if (inside === 1) return isWritten(term, unit.text) ? 1 : unit.kind === 'row' ? INFLECTED_IN_ROW : INFLECTED
  if (inside === 0 && IS_DISCOUNT.test(term.stem) && PERCENT_OFF.test(unit.text)) return DISCOUNT
  if (inside === 0 && isLeaveFor(term, unit, question)) return LEAVE
  const nearby = Math.max(
    heldBy(term, paragraph) * SHARES.paragraph,
    heldBy(term, lead) * SHARES.leadIn,
    heldBy(term, context) * (unit.kind === 'row' ? SHARES.caption : SHARES.context),
  )
  if (term.role === 'name') return Math.max(inside, namesOthers ? nearby * OTHER_NAME : nearby)
  return Math.max(inside, nearby, term.role === 'focus' ? 0 : heldBy(term, source) * SHARES.source)
}
