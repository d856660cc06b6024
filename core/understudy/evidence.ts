import {
  contentStems,
  daysIn,
  oppositesOf,
  quantitiesIn,
  stemList,
  stemSet,
  terms,
  wordSet,
  type Quantity,
} from '../text'
import type { AnswerKind } from '../question'
import type { GivenPassage } from '../dialogue'
import { keyOf, unitsOf, type Unit } from './units'
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
} as const
/** The words a sentence opens with say what it is about. */
const TOPIC_WORDS = 3
/** What other days say holds of their own days only. */
const OTHER_DAYS = 0.4
const LIGHT_MOST = 0.4
const DAY_WEIGHT = 1.2
const QUESTION_FLAW = 0.4
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
  const isStrange = asked.terms.some((term) => term.role === 'name' && heldBy(term, everywhere) === 0)
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
  // A pair is found by its question; its answer is what is said.
  const [told, beside] = unit.kind === 'pair' ? [`${unit.leadIn} ${unit.text}`, ''] : [unit.text, unit.leadIn]
  const own = stemSet(told)
  const wanted = asked.terms.filter((term) => term.role === 'name')
  const namesOthers = [...asked.names].some((name) => own.has(name) && !wanted.some((term) => term.stem === name))
  return {
    unit,
    own,
    paragraph: unit.paragraph === unit.text ? own : stemSet(unit.paragraph),
    lead: stemSet(`${beside} ${unit.under}`),
    context,
    source: unit.kind === 'row' ? source : NOTHING,
    topic:
      unit.kind === 'row'
        ? stemSet(`${unit.passage.place.split(' › ').slice(1).join(' ')} ${keyOf(unit).value}`)
        : stemSet(told.split(/\s+/).slice(0, TOPIC_WORDS).join(' ')),
    namesOthers,
  }
}

const NOTHING: ReadonlySet<string> = new Set()

/** Another form of the word may be another thing: a firing is no fire. */
export const INFLECTED = 0.92
/** More so in a row, where most words are headers: "Tastes of" says nothing of a tasting. */
const INFLECTED_IN_ROW = 0.7

/** Whether a text writes a term's own word, singular or plural. */
export const isWritten = (term: Wanted, text: string): boolean => wordSet(text).has(term.word)

/** How fully a unit speaks of a term, with where it stands counted in. */
function found(term: Wanted, { unit, own, paragraph, lead, context, source, namesOthers }: Looked): number {
  const inside = heldBy(term, own)
  if (inside === 1) return isWritten(term, unit.text) ? 1 : unit.kind === 'row' ? INFLECTED_IN_ROW : INFLECTED
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
  const coverage = coverageOf(looked, asked, kind, kinds)
  const fit = suits(unit, kind, asked)
  const topics = asked.terms.filter((term) => term.role !== 'light' && heldBy(term, looked.topic) > 0).length
  const bonus =
    BONUS.fits * fit +
    (speaksOfCase(unit, asked) ? BONUS.case : 0) +
    BONUS.person * facing(unit, asked) +
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
  const ofOtherDays = isOfOtherDays(unit, asked.days) ? OTHER_DAYS : 1
  const flaw = unit.text.endsWith('?') ? QUESTION_FLAW : 0
  const opposite = isOpposite ? OPPOSITE : 1
  const direct = directOf(looked, asked)
  return {
    ...unit,
    direct,
    coverage: coverage * ofOtherDays * opposite,
    score: (coverage + bonus) * ofOtherDays * opposite - flaw,
    fits: fit === 1 || (fit > 0 && coverage >= SURE),
  }
}

function coverageOf(looked: Looked, asked: Asked, kind: AnswerKind, kinds: Instances): number {
  const light = { whole: 0, held: 0 }
  const sum = { held: 0, whole: 0, rest: 0, restWhole: 0, focused: false, missing: 0, subjects: 0 }
  for (const term of asked.terms) {
    let share = found(term, looked)
    if (share < OPENING && IS_OPENING.test(term.stem) && OPENING_HOURS.test(looked.unit.text)) share = OPENING
    if (kind === 'yesNo' && share < 1 && [...oppositesOf(term.stem)].some((other) => looked.own.has(other))) share = 1
    if (term.role === 'name' && share === 0) return 0
    if (term.role === 'focus') sum.focused = true
    if (term.role === 'subject') {
      sum.subjects++
      if (share === 0 && !asked.inCase.has(term.stem)) sum.missing++
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
    sum.whole += term.weight
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
  return /\byou(?:r)?\b/i.test(unit.text) || INSTRUCTS.test(unit.text) ? 1 : 0
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
function directOf({ unit, own, lead: beside, context }: Looked, asked: Asked): number {
  // A row is read together with what its table is called.
  const lead = unit.kind === 'row' ? context : beside
  const rest = asked.terms.filter((term) => term.role === 'subject' || term.role === 'focus')
  const whole = rest.reduce((sum, term) => sum + term.weight, 0)
  if (whole === 0) return 1
  return rest.reduce((sum, term) => sum + term.weight * Math.max(heldBy(term, own), heldBy(term, lead)), 0) / whole
}

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

/** "Which boat" may be answered by a name, "what is the phone number" by figures, without the word itself. */
function isAnInstance({ unit, own }: Looked, term: Wanted, kind: AnswerKind, asked: Asked, kinds: Instances): boolean {
  if (kind === 'time' || kind === 'money' || kind === 'count') return true
  if (kind === 'measure') return MEASURES.some(([pattern]) => pattern.test(asked.text))
  if (term.stem === 'discount') return /%/.test(unit.text)
  if (/^(?:mail|email|e-mail|address)$/.test(term.stem)) return /@/.test(unit.text)
  if (kind !== 'list') return false
  return [...asked.names].some((name) => own.has(name) && kinds(name, term.stem))
}

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

function isOfOtherDays(unit: Unit, days: ReadonlySet<number>): boolean {
  if (days.size === 0) return false
  const own = daysIn(unit.text)
  return own.size > 0 && ![...days].some((day) => own.has(day))
}

const TIME =
  /\b(?:mon|tues|wednes|thurs|fri|satur|sun)days?\b|\b(?:minutes?|hours?|days?|weeks?|months?|years?|daily|at once|always|never|january|february|march|april|may|june|july|august|september|october|november|december)\b|\b(?:in|since|from|until|by) (?:1[5-9]|20)\d\d\b|\b\d{1,2}(?:st|nd|rd|th)\b/i
/** "When …" may be answered by an occasion as well as by a time: "while the presses are running". */
const OCCASION =
  /\b(?:while|when|before|after|until|from the|as soon as|with (?:the|your) (?:first|second|third|next|last))\b/i
const OCCASION_FIT = 0.3
/** "How much" may be answered without a sum: free, at half pay, at twice the rate. */
const SAYS_PAY = /\b(?:free|no charge|full price|half|double|twice|(?:full|half|sick) pay|per cent|refunded)\b|%/i
const PAY_FIT = 0.5
/** An occasion answers only where the rest of the question is spoken of almost whole. */
const SURE = 0.85
const REASON =
  /\b(?:because|since|so that|in order to|due to|therefore|for safety|which is why|as a result|to (?:account|avoid|keep|make sure|protect|prevent))\b/i

/** Tells what to do: "To join, come to …", "In case of fire, press …", "Press the red button". */
const INSTRUCTS =
  /^(?:\d+[.)] )?(?:(?:to \p{L}+[^.;]{0,40}|(?:in case|if|when|before|after|once)\b[^.;]{0,60}), )?(?:please |first )?(?:fill in|write|call|ring|phone|send|ask|apply|go|come|bring|press|show|tell|contact|use|choose|open|close|click|enter|put|take|check|find|look|leave|wait|sign|register|book|pay|report|switch|turn|place|return|keep|speak|talk|see|e-?mail) /iu
/** Says what has to be done or may be done, by whomever. */
const DEMANDS = /\b(?:you can|must|needs? to|ha(?:ve|s) to|should|please|by (?:\p{L}+ing|phone|e-?mail|post))\b/iu
const DEMAND_FIT = 0.6
/** "Who …?" is answered by a name before it is by "staff" or "children". */
const ROLE_FIT = 0.5

/** Whether a unit names somebody; of a row, in another cell than the one that says what the row is about. */
const namesPerson = ({ text, cells }: Pick<Unit, 'text' | 'cells'>): boolean =>
  cells.length === 0
    ? PERSON_NAME.test(text)
    : cells.some((cell) => cell !== keyOf({ cells }) && PERSON_NAME.test(cell.value))

/** "In room 12", "beside the sink": a place, rather than any "by" or "on". */
const IS_PLACE =
  /\b(?:in|at|on|under|beside|behind|near|next to|above|below|opposite|inside|outside|between|by) (?:the|a|an|our|your|its|room|floor|\p{Lu})|\b(?:upstairs|downstairs|outside|indoors|here|there)\b/u

/** How well a unit has what a kind of question asks for, 0..1. */
export function suits(
  unit: Pick<Unit, 'text' | 'cells'>,
  kind: AnswerKind,
  asked: Pick<Asked, 'text' | 'terms'>,
): number {
  const { text } = unit
  if (kind === 'time') {
    const states = quantitiesIn(text).some(({ dimension }) => dimension === 'clock' || dimension === 'duration')
    return states || TIME.test(text) ? 1 : OCCASION.test(text) ? OCCASION_FIT : 0
  }
  const asksRole = /^\W*who (?:may|can|could|must|should|has|have|needs?|is (?:allowed|able|entitled))\b/i.test(
    asked.text,
  )
  if (kind === 'who' && !asksRole) return namesPerson(unit) ? 1 : isSuited(unit, kind, asked) ? ROLE_FIT : 0
  if (kind === 'howTo') return INSTRUCTS.test(text) ? 1 : DEMANDS.test(text) ? DEMAND_FIT : 0
  if (kind === 'money' && !/[£€$¥]\s?\d|\d\s?(?:p|pence|pounds|euros|dollars)\b/i.test(text))
    return SAYS_PAY.test(text) ? PAY_FIT : 0
  return isSuited(unit, kind, asked) ? 1 : 0
}

function isSuited(unit: Pick<Unit, 'text' | 'cells'>, kind: AnswerKind, asked: Pick<Asked, 'text' | 'terms'>): boolean {
  const { text } = unit
  switch (kind) {
    case 'money':
      return (
        /[£€$¥]\s?\d|\b(?:free|no charge|refunded)\b/i.test(text) ||
        quantitiesIn(text).some(({ dimension }) => dimension === 'money')
      )
    case 'count':
      return tellsHowMany(unit, asked)
    case 'measure':
      return (
        isOfThing(unit, asked) &&
        quantitiesIn(text).some((each) => isMeasureFor(each, asked.text) && !isRate(text, each))
      )
    case 'why':
      return REASON.test(text)
    case 'where':
      return IS_PLACE.test(text)
    case 'who':
      if (ASKS_NAME.test(asked.text)) return PERSON_NAME.test(text)
      return /\b(?:only|staff|crew|manager|everyone|anyone|nobody|members?|children|adults?|passengers?|visitors?|people|desk|office|team|director|driver|doctor|owner)\b/i.test(
        text,
      )
    default:
      return false
  }
}

/** "Places are limited to fourteen" says for how many people there is room. */
const LIMITED = /\b(?:limited to|at most|up to|a maximum of|no more than|room for) \w+/i
const ROOM = /\b(?:places|seats|spaces|room|people|persons|participants|guests)\b/i
const PEOPLE = stemList('people person participant guest visitor member child adult passenger')

/** Whether a unit says how many there are of what "how many …" asks about. */
function tellsHowMany({ text, cells }: Pick<Unit, 'text' | 'cells'>, asked: Pick<Asked, 'text' | 'terms'>): boolean {
  const noun = /\bhow many ([\p{L}’'-]+(?: [\p{L}’'-]+)?)/iu.exec(asked.text)?.[1]
  if (/\bhow often\b/i.test(asked.text)) return TIME.test(text) || /\b(?:once|twice|times|every)\b/i.test(text)
  if (!noun) return /\d/.test(text)
  const stems = new Set(terms(noun).map((term) => term.stem))
  const wanted = asked.terms.filter((term) => stems.has(term.stem))
  const isMeant = (of: ReadonlySet<string>) =>
    [...stems].some((each) => of.has(each)) || wanted.some((term) => heldBy(term, of) > 0)
  if (cells.some((cell) => /^\d[\d,]*$/.test(cell.value) && isMeant(stemSet(`${cell.header} ${cell.value}`))))
    return true
  if (LIMITED.test(text) && [...stems].some((each) => PEOPLE.has(each)) && ROOM.test(text)) return true
  return quantitiesIn(text).some((each) => isMeant(new Set([...each.of, ...stemSet(each.unit)])))
}

const MEASURES: readonly (readonly [RegExp, readonly Quantity['dimension'][]])[] = [
  [/\bthe (?:\w+ ){0,3}weight\b/i, ['mass']],
  [/\bthe (?:\w+ ){0,3}(?:length|width|height|depth)\b/i, ['length', 'duration']],
  [/\bthe (?:\w+ ){0,3}temperature\b/i, ['temperature']],
  [/\bthe (?:\w+ ){0,3}duration\b/i, ['duration']],
  [/\bhow much (?:electricity|energy|current)\b/i, ['energy', 'power']],
  [/\bhow much power\b|\bhow powerful\b/i, ['power', 'energy']],
  [/\bhow much (?:memory|storage|data|space)\b/i, ['data', 'volume', 'length', 'area']],
  [/\bhow much (?:water|fuel|liquid|milk|oil|paint)\b/i, ['volume', 'mass']],
  [/\bhow fast\b/i, ['speed', 'duration']],
  [/\bhow old\b/i, ['age', 'duration']],
  [/\bhow heavy\b|\bhow much .*weigh/i, ['mass']],
  [/\bhow (?:hot|warm|cold)\b/i, ['temperature']],
  [/\bhow long (?:is|are) (?:the|a|an|your) (?:car|vehicle|boat|table|room|bed|kayak)/i, ['length']],
  [/\bhow long (?:must|should|can|may) [^?]*\bbe\b/i, ['length', 'count', 'duration']],
  [/\bhow long\b|\bhow much (?:time|notice)\b/i, ['duration', 'length']],
  [/\bhow (?:big|large)\b/i, ['length', 'volume', 'count', 'mass', 'data', 'area']],
  [/\bhow far\b/i, ['length', 'duration']],
  [/\bhow (?:tall|wide|high|deep)\b/i, ['length']],
  [/\bhow much (?:luggage|baggage|weight)\b/i, ['mass', 'count']],
]

/** Words that name what is measured: "Weight when empty: 115 kg". */
const NAMES_MEASURE =
  /\b(?:weigh|weighs|weight|heavy|tall|height|high|wide|width|deep|depth|long|length|large|size|holds|old|age|temperature|hot|speed|fast)\b/i

/** "How heavy is the boat?" is answered where the boat is spoken of, not by any weight on its page. */
function isOfThing(unit: Pick<Unit, 'text' | 'cells'>, asked: Pick<Asked, 'text' | 'terms'>): boolean {
  if (
    unit.cells.length > 0 ||
    !/\bhow (?:heavy|tall|wide|high|deep|big|large|old|hot|warm|fast) (?:is|are|was)\b/i.test(asked.text)
  )
    return true
  const own = stemSet(unit.text)
  if (NAMES_MEASURE.test(unit.text)) return true
  return asked.terms.some((term) => (term.role === 'name' || term.role === 'subject') && heldBy(term, own) > 0)
}

/** "Every three weeks" and "once a month" say how often, not how long. */
const isRate = (text: string, { start }: Quantity): boolean =>
  /(?:\b(?:every|each|per|once|twice|times)|\dp|[£€$][\d.,]+)\s+(?:an? )?$/i.test(text.slice(0, start))

const isMeasureFor = ({ dimension }: Quantity, question: string): boolean => {
  const rule = MEASURES.find(([pattern]) => pattern.test(question))
  return rule ? rule[1].includes(dimension) : dimension !== 'count'
}

/** Kinds of question that only evidence of the right kind answers: no sum, no answer to "how much". */
const NEEDS_FIT: ReadonlySet<AnswerKind> = new Set(['money', 'time', 'count', 'measure'])

/** "Who is the dean?" wants a name; "who may enter?" does not. */
const ASKS_NAME =
  /^\W*who(?:['’]s| is| are| was| leads?| runs?| heads?| owns?| teaches| gives| founded| wrote) (?!allowed|responsible|able|entitled|liable|it\b)/i
const PERSON_NAME = /\p{Lu}[\p{Ll}’'-]+ (?:(?:van|de|von|der|la) )?\p{Lu}[\p{Ll}’'-]+|\b(?:Mr|Mrs|Ms|Dr)\.? \p{Lu}/u

/** Whether a question of this kind is answered only by evidence that holds what it asks for. */
export const needsFit = (kind: AnswerKind, question: string): boolean =>
  NEEDS_FIT.has(kind) || (kind === 'who' && /^\W*who(?:['’]s| is| was) /i.test(question) && ASKS_NAME.test(question))
