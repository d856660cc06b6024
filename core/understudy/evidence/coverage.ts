import { monthsIn, oppositesOf, stemList, stemSet } from '../../text'
import type { AnswerKind } from '../../question'
import { heldBy, type Asked, type Wanted } from '../asked'
import { asksForMeasure } from '../fit'
import { found, isLeaveFor, LEAVE } from './held'
import type { Instances } from './instances'
import { NOTHING, type Looked } from './look'
import { daysSaid } from './times'

/** Below this share of the question, evidence is too thin to answer from. */
export const THIN = 0.6
/** Of what is asked beside names, this share must be spoken of: knowing the place does not answer what happens there. */
const REST_LEAST = 0.55

/** What is found no nearer than this stands somewhere else in the source. */
const NEARBY = 0.45

/** "What is the revenue?" is answered by that word, hardly by another that may stand for it. */
const NAMES_ONE_THING = /^\W*what(?:['’]s| is| are) (?:the|your|our)\b/i
const ALONE = 0.85
/** What something is asked to be must be spoken of at least this much. */
const PREDICATE = 0.66
const LIGHT_MOST = 0.4
const DAY_WEIGHT = 1.2
const UNSAID_WEIGHT = 0.3

/** What is done at times that a table states: a vet's days do not tell when she retires. */
const SCHEDULED = stemList(
  'leave depart go sail run start begin open close end finish arrive come reach get work meet train teach play take happen be available stay live see visit serve collect empty drive call rain do need',
)
const isStatedBy = (kind: AnswerKind, { stem, isVerb }: Wanted): boolean =>
  STATES.has(kind) && (kind !== 'time' || isVerb !== true || SCHEDULED.has(stem))

/** Kinds of question that a table answers by what it states. */
const STATES: ReadonlySet<AnswerKind> = new Set(['money', 'time', 'count', 'measure', 'list'])

export function coverageOf(looked: Looked, asked: Asked, kind: AnswerKind, kinds: Instances): number {
  const light = { whole: 0, held: 0 }
  const sum = { held: 0, whole: 0, rest: 0, restWhole: 0, focused: false, missing: 0, subjects: 0, isOfOther: false }
  for (const term of asked.terms) {
    let share = found(term, looked, asked.text)
    if (share < OPENING && IS_OPENING.test(term.stem) && statesHours(looked.unit.text)) share = OPENING
    if (kind === 'yesNo' && share < 1 && [...oppositesOf(term.stem)].some((other) => looked.own.has(other))) share = 1
    if (term.role === 'name' && share === 0) return 0
    // Tables state things; what is done with them stands in no cell.
    if (term.isDone && share === 0 && looked.unit.kind === 'row' && isStatedBy(kind, term)) continue
    if (term.role === 'focus') sum.focused = true
    // Where a thing may be is not where it may drink.
    if (kind === 'where' && term.isDone && share === 0) sum.isOfOther = true
    // A price of dogs' food is none of dog insurance, though its page speaks of insurance too.
    if (term.isPriced && share <= NEARBY) sum.isOfOther = true
    // A step-free room need not have an iron.
    const isAsserted = term.stem === asked.predicate || term.isDone
    if ((kind === 'yesNo' || kind === 'why') && isAsserted && share < PREDICATE) sum.isOfOther = true
    if (term.role === 'subject') {
      sum.subjects++
      if (share === 0 && !term.isAmbient && !asked.inCase.has(term.stem)) sum.missing++
    }
    if (term.role === 'focus' && IS_NUMBER.test(term.stem))
      share = (LABELLED.test(asked.text) ? A_CODE : TELEPHONE).test(looked.unit.text) ? 1 : 0
    if (term.role === 'focus' && share === 0 && isAnInstance(looked, term, kind, asked, kinds)) share = 0.8
    // A number need not be repeated by what answers: it may be the one held against a limit.
    if (term.role === 'number' && share === 0) continue
    if (term.role === 'light') {
      light.whole += term.weight
      light.held += term.weight * share
      continue
    }
    // What the agent is all about goes without saying.
    sum.whole += term.isAmbient && share === 0 ? UNSAID_WEIGHT : term.weight
    sum.held += term.weight * share
    if (term.role === 'subject' || term.role === 'focus') {
      sum.restWhole += term.weight
      sum.rest += term.weight * share
    }
    if (term.role === 'focus' && share === 0) return 0
  }
  // However many words carry the form of a question, they weigh no more than a part of its subject.
  const heaviness = light.whole > LIGHT_MOST && sum.whole > 0 ? LIGHT_MOST / light.whole : 1
  sum.whole += light.whole * heaviness
  sum.held += light.held * heaviness
  if (asked.days.size > 0 && sum.whole > 0) {
    // What says nothing of the day asked about says less; what says it is of other days is weighed down later.
    sum.whole += DAY_WEIGHT
    if ([...daysSaid(looked.unit.text)].some((day) => asked.days.has(day))) sum.held += DAY_WEIGHT
  }
  if (asked.months.size > 0 && sum.whole > 0) {
    sum.whole += DAY_WEIGHT
    if ([...monthsIn(looked.unit.text)].some((month) => asked.months.has(month))) sum.held += DAY_WEIGHT
  }
  if (sum.whole === 0) return 0
  // "The number of the distillery": a number of something else is no answer.
  const isElsewhere = (sum.focused || asked.terms.some((term) => term.isVerb)) && sum.missing > 0 && sum.subjects <= 2
  const isTooLittle = isElsewhere || sum.isOfOther || (sum.restWhole > 0 && sum.rest / sum.restWhole < REST_LEAST)
  const coverage = sum.held / sum.whole
  if (
    asked.terms.filter((term) => term.role !== 'light').length === 1 &&
    coverage < ALONE &&
    NAMES_ONE_THING.test(asked.text)
  )
    return Math.min(coverage, THIN - 0.01)
  return isTooLittle ? Math.min(coverage, THIN - 0.01) : coverage
}

/** The share of what is asked about, names aside, that the unit itself speaks of; 1 when nothing but names is asked. */
export function directOf(
  { unit, own, lead: beside, context }: Looked,
  asked: Asked,
  isInstanceOf: (focus: Wanted) => boolean,
): number {
  // A row is read together with what its table is called.
  const lead = unit.kind === 'row' ? context : beside
  const section = unit.kind === 'row' ? NOTHING : stemSet(unit.passage.place.split(' › ').slice(1).join(' '))
  const rest = asked.terms.filter((term) => term.role === 'subject' || term.role === 'focus')
  const whole = rest.reduce((sum, term) => sum + term.weight, 0)
  if (whole === 0) return 1
  return (
    rest.reduce(
      (sum, term) =>
        sum +
        term.weight *
          Math.max(
            heldBy(term, own),
            heldBy(term, lead),
            heldBy(term, section) * SECTION,
            isLeaveFor(term, unit, asked.text) || (term.role === 'focus' && isInstanceOf(term)) ? LEAVE : 0,
          ),
      0,
    ) / whole
  )
}

/** What stands under a heading is mostly of what the heading names. */
const SECTION = 0.7

/** Hours from one clock time to another say when a place is open, whatever the word. */
const OPENING_HOURS =
  /\d{1,2}(?:[:.]\d{2})? ?(?:am|pm)? ?(?:–|-|to|until|and) ?\d{1,2}(?:[:.]\d{2}|\b ?(?:am|pm)\b|(?= ?[.,;]|$))/i
/** Whether a text states hours from one time to another. */
export const statesHours = (text: string): boolean => OPENING_HOURS.test(text)
const IS_OPENING = /^(?:open|close|staf)/
const OPENING = 0.8

const IS_NUMBER = /^(?:phone|telephon|number)$/
/** A number that is no telephone: "the part number of …". */
const LABELLED =
  /\b(?:part|order|model|serial|account|member|membership|reference|room|invoice|article|item|plot|seat|registration|bank) number/i
const A_CODE = /\b(?=[\p{L}\d-]*\d)[\p{Lu}\d][\p{Lu}\d-]+\b/u
const TELEPHONE = /\d{3,}[ \d]{4,}/

/** A fine or a deposit is a sum of its own: the price of something else is none. */
const IS_OWN_SUM = /^(?:fine|penalti|deposit|refund|salari|wage|fee)$/
/** "Which boat" may be answered by a name, "what is the phone number" by figures, without the word itself. */
export function isAnInstance(
  { unit, own }: Looked,
  term: Wanted,
  kind: AnswerKind,
  asked: Asked,
  kinds: Instances,
): boolean {
  if (kind === 'money') return !IS_OWN_SUM.test(term.stem)
  if (kind === 'time' || kind === 'count') return true
  if (kind === 'measure') return asksForMeasure(asked.text)
  if (term.stem === 'version') return [...asked.terms].some((each) => each.role === 'name' && NUMBERED(each, unit.text))
  if (/^(?:mail|email|e-mail|address)$/.test(term.stem)) return /@/.test(unit.text)
  if (kind !== 'list') return false
  return [...asked.names].some((name) => own.has(name) && kinds(name, term.stem))
}

/** "Android 9" tells the version of what is named. */
const NUMBERED = ({ word }: Wanted, text: string): boolean => new RegExp(`(?<!\\p{L})${word} \\d`, 'iu').test(text)
