import {
  contentStems,
  daysIn,
  monthsIn,
  oppositesOf,
  quantitiesIn,
  stem,
  stemSet,
  terms,
  wordSet,
  type Quantity,
} from '../text'
import type { AnswerKind } from '../question'
import type { GivenPassage } from '../dialogue'
import { isStep, keyOf, unitsOf, type Unit } from './units'
import { asksForMeasure, instructs, suits } from './fit'
import { heldBy, type Asked, type Wanted } from './wanted'

/** A unit with how well it answers: `coverage` is the share of the question it speaks of, `score` adds what kind it is. */
export interface Evidence extends Unit {
  readonly coverage: number
  /** The share that stands in the unit itself or the line that leads it in, its surroundings left out. */
  readonly direct: number
  readonly score: number
  /** Whether it holds the kind of thing asked for: a sum, a time, so many of something. */
  readonly fits: boolean
}

/** Below this share of the question, evidence is too thin to answer from. */
export const THIN = 0.6
/** Of what is asked beside names, this share must be spoken of: knowing the place does not answer what happens there. */
const REST_LEAST = 0.55

/** How much a term counts that is found not in the unit itself but in its paragraph, its list's leading line, its headings. */
const SHARES = { paragraph: 0.75, leadIn: 0.9, context: 0.75, caption: 0.92, source: 0.45 } as const
/** A name that stands only near a unit which names another says little of it. */
const OTHER_NAME = 0.4

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
} as const
/** The words a sentence opens with say what it is about. */
const TOPIC_WORDS = 3
/** What other days say holds of their own days only. */
const OTHER_DAYS = 0.4
const LIGHT_MOST = 0.4
const DAY_WEIGHT = 1.2
const QUESTION_FLAW = 0.4
/** An occasion answers only where the rest of the question is spoken of almost whole. */
const SURE = 0.85
/** What is said of the opposite ("opens" for "closes") hardly answers. */
const OPPOSITE = 0.7

interface Looked {
  readonly unit: Unit
  readonly own: ReadonlySet<string>
  readonly paragraph: ReadonlySet<string>
  readonly lead: ReadonlySet<string>
  readonly context: ReadonlySet<string>
  /** All passages at hand of its source; only table rows, which are terse, lean on it. */
  readonly source: ReadonlySet<string>
  readonly topic: ReadonlySet<string>
  readonly namesOthers: boolean
}

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

/** Whether a name and a noun stand in one sentence or row somewhere: then the name may be one of that kind. */
type Instances = (name: string, noun: string) => boolean

export function instancesIn(passages: readonly GivenPassage[]): Instances {
  let lines: ReadonlySet<string>[] | undefined
  return (name, noun) => {
    lines ??= passages.flatMap((passage) => passage.text.split(/\n|(?<=[.!?])\s/).map(stemSet))
    return lines.some((line) => line.has(name) && line.has(noun))
  }
}

function look(unit: Unit, context: ReadonlySet<string>, source: ReadonlySet<string>, asked: Asked): Looked {
  const text = unit.text.replace(MAIL_ADDRESS, ' ')
  // A pair is found by its question; its answer is what is said.
  const [told, beside] = unit.kind === 'pair' ? [`${unit.leadIn} ${text}`, ''] : [text, unit.leadIn]
  const own = stemSet(told)
  const wanted = asked.terms.filter((term) => term.role === 'name')
  const namesOthers = [...asked.names].some((name) => own.has(name) && !wanted.some((term) => term.stem === name))
  return {
    unit,
    own,
    paragraph: unit.paragraph === unit.text ? own : stemSet(unit.paragraph.replace(MAIL_ADDRESS, ' ')),
    lead: stemSet(`${beside} ${unit.under}`),
    context,
    source: unit.kind === 'row' || tellsHowTo(unit, asked) ? source : NOTHING,
    topic:
      unit.kind === 'row'
        ? stemSet(`${unit.passage.place.split(' › ').slice(1).join(' ')} ${keyOf(unit).value}`)
        : stemSet(told.split(/\s+/).slice(0, TOPIC_WORDS).join(' ')),
    namesOthers,
  }
}

/** The words of an address say nothing: "post@…" is no post. */
const MAIL_ADDRESS = /\S+@\S+/g
const NOTHING: ReadonlySet<string> = new Set()

/** "To leave, give notice": what opens with the very thing to be done is about it, wherever in its document it stands. */
function tellsHowTo({ text }: Unit, asked: Asked): boolean {
  const purpose = /^To (\p{L}+)\b[^,]{0,40},/u.exec(text)?.[1]
  const done = asked.terms.find((term) => term.isDone)
  return purpose !== undefined && done !== undefined && heldBy(done, stemSet(purpose)) > 0
}

/** Another form of the word may be another thing: a firing is no fire. */
export const INFLECTED = 0.92
/** More so in a row, where most words are headers: "Tastes of" says nothing of a tasting. */
const INFLECTED_IN_ROW = 0.7

/** Whether a text writes a term's own word, singular or plural. */
export const isWritten = (term: Wanted, text: string): boolean => wordSet(text).has(term.word)

/** Says of a thing as such that it may or may not be. */
export const GIVES_LEAVE = /\b(?:allowed|permitted|accepted|forbidden|prohibited|banned|welcome)\b/i
const ASKS_LEAVE =
  /\b(?:can|may|could|allowed to|able to) (?:i|we|my|our|one|you|people|visitors|guests|children)\b|\ballowed to\b/i
const LEAVE = 0.8

/** "15% off" is a discount. */
const IS_DISCOUNT = /^(?:discount|reduct|rebat)$/
const PERCENT_OFF = /(?:%|per cent) (?:off|less|cheaper)\b|\b(?:half|reduced) price\b/i
const DISCOUNT = 0.9

/** "Bonfires are allowed …" answers whether one may light, bring or fly them. */
const isLeaveFor = (term: Wanted, unit: Unit, question: string): boolean =>
  term.isDone === true && ASKS_LEAVE.test(question) && GIVES_LEAVE.test(unit.text)

/** How fully a unit speaks of a term, with where it stands counted in. */
function found(
  term: Wanted,
  { unit, own, paragraph, lead, context, source, namesOthers }: Looked,
  question: string,
): number {
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

function weighed(looked: Looked, asked: Asked, kind: AnswerKind, rank: number, kinds: Instances): Evidence {
  const { unit } = looked
  const whole = coverageOf(looked, asked, kind, kinds)
  const coverage = kind === 'howTo' && isAside(looked, asked) ? Math.min(whole, THIN - 0.01) : whole
  const fit = suits(unit, kind, asked)
  const topics = asked.terms.filter((term) => term.role !== 'light' && heldBy(term, looked.topic) > 0).length
  const bonus =
    BONUS.fits * fit +
    (speaksOfCase(unit, asked) ? BONUS.case : 0) +
    BONUS.person * facing(unit, asked) +
    (isCellAskedFor(unit, asked) ? BONUS.cell : 0) +
    (topics > 0 ? (unit.kind === 'row' ? BONUS.caption : BONUS.topic) : 0) +
    (unit.kind === 'row' && sharesMeasure(asked.text, unit.text) ? BONUS.measure : 0) +
    BONUS.rank * rank +
    BONUS.focus * focusOf(asked, looked) +
    BONUS.order * sharedPairs(asked.pairs, unit.text) +
    (unit.kind === 'pair' ? BONUS.pair : 0)
  // To a yes/no question the opposite is an answer: "closed" says whether it is open.
  const isOpposite =
    kind !== 'yesNo' &&
    asked.terms.some(
      (term) =>
        heldBy(term, looked.own) === 0 &&
        [...oppositesOf(term.stem)].some(
          (other) => looked.own.has(other) && !asked.terms.some((each) => each.stem === other),
        ),
    )
  const ofOtherDays = isOfOtherTimes(unit, asked) || isOfThePast(unit, asked) ? OTHER_DAYS : 1
  const flaw = unit.text.endsWith('?') ? QUESTION_FLAW : 0
  const opposite = isOpposite ? OPPOSITE : 1
  const direct = directOf(looked, asked, (term) => isAnInstance(looked, term, kind, asked, kinds))
  return {
    ...unit,
    direct,
    coverage: coverage * ofOtherDays * opposite,
    score: (coverage + bonus) * ofOtherDays * opposite - flaw,
    fits: fit === 1 || (fit > 0 && coverage >= SURE),
  }
}

/**
 * A sentence that neither tells anybody to do anything nor speaks of doing what is asked only happens to name the thing;
 * so does one that says what cannot be done or was done before.
 */
function isAside({ unit, own }: Looked, asked: Asked): boolean {
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

const UNSAID_WEIGHT = 0.3

/** Kinds of question that a table answers by what it states. */
const STATES: ReadonlySet<AnswerKind> = new Set(['money', 'time', 'count', 'measure', 'list'])

function coverageOf(looked: Looked, asked: Asked, kind: AnswerKind, kinds: Instances): number {
  const light = { whole: 0, held: 0 }
  const sum = { held: 0, whole: 0, rest: 0, restWhole: 0, focused: false, missing: 0, subjects: 0 }
  for (const term of asked.terms) {
    let share = found(term, looked, asked.text)
    if (share < OPENING && IS_OPENING.test(term.stem) && OPENING_HOURS.test(looked.unit.text)) share = OPENING
    if (kind === 'yesNo' && share < 1 && [...oppositesOf(term.stem)].some((other) => looked.own.has(other))) share = 1
    if (term.role === 'name' && share === 0) return 0
    // Tables state things; what is done with them stands in no cell.
    if (term.isDone && share === 0 && looked.unit.kind === 'row' && STATES.has(kind)) continue
    if (term.role === 'focus') sum.focused = true
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
    if ([...daysIn(looked.unit.text)].some((day) => asked.days.has(day))) sum.held += DAY_WEIGHT
  }
  if (asked.months.size > 0 && sum.whole > 0) {
    sum.whole += DAY_WEIGHT
    if ([...monthsIn(looked.unit.text)].some((month) => asked.months.has(month))) sum.held += DAY_WEIGHT
  }
  if (sum.whole === 0) return 0
  // "The number of the distillery": a number of something else is no answer.
  const isElsewhere = (sum.focused || asked.terms.some((term) => term.isVerb)) && sum.missing > 0 && sum.subjects <= 2
  const isTooLittle = isElsewhere || (sum.restWhole > 0 && sum.rest / sum.restWhole < REST_LEAST)
  const coverage = sum.held / sum.whole
  return isTooLittle ? Math.min(coverage, THIN - 0.01) : coverage
}

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

/** The share of what is asked about, names aside, that the unit itself speaks of; 1 when nothing but names is asked. */
function directOf(
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
function isAnInstance({ unit, own }: Looked, term: Wanted, kind: AnswerKind, asked: Asked, kinds: Instances): boolean {
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

/** "How many are there today?" is not answered by what a year of the past had. */
const isOfThePast = ({ text }: Unit, asked: Asked): boolean =>
  /\b(?:today|now|nowadays|currently|at present|these days)\b/i.test(asked.text) &&
  (/\b1\d{3}\b/.test(text) ||
    (/\b(?:was|were|had)\b/.test(text) && !/\b(?:is|are|has|have|can|may|will)\b/.test(text))) &&
  !/\b(?:today|now|still)\b/i.test(text)

/** Whether the question names all of what a row is about and all of one of its headers: "an adult … at the door". */
function isCellAskedFor(unit: Unit, asked: Asked): boolean {
  if (unit.kind !== 'row') return false
  const isNamed = (text: string) => {
    const stems = contentStems(text.replace(/\([^)]*\)/g, ' '))
    return stems.size > 0 && [...stems].every((each) => asked.terms.some((term) => heldBy(term, new Set([each])) > 0))
  }
  const key = keyOf(unit)
  return isNamed(key.value) && unit.cells.some((cell) => cell !== key && isNamed(cell.header))
}

/** Whether a unit speaks of days or months, and of none that the question names. */
export function isOfOtherTimes(unit: Pick<Unit, 'text'>, { days, months }: Pick<Asked, 'days' | 'months'>): boolean {
  const misses = (asked: ReadonlySet<number>, own: ReadonlySet<number>) =>
    asked.size > 0 && own.size > 0 && ![...asked].some((each) => own.has(each))
  return misses(days, daysIn(unit.text)) || misses(months, monthsIn(unit.text))
}
