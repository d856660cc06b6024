import { monthsIn, quantitiesIn, stem, stemList, stemSet, terms, type Quantity } from '../text'
import type { AnswerKind } from '../question'
import { keyOf, type Unit } from './units'
import { heldBy, type Asked } from './asked'

const TIME =
  /\b(?:mon|tues|wednes|thurs|fri|satur|sun)days?\b|\b(?:minutes?|hours?|days?|weeks?|months?|years?|daily|at once|always|never|january|february|march|april|may|june|july|august|september|october|november|december)\b|\b(?:in|since|from|until|by) (?:1[5-9]|20)\d\d\b|\b\d{1,2}(?:st|nd|rd|th)\b/i
/** "When …" may be answered by an occasion as well as by a time: "while the presses are running". */
const OCCASION =
  /\b(?:while|when|before|after|until|from the|as soon as|with (?:the|your) (?:first|second|third|next|last))\b/i
const OCCASION_FIT = 0.3
const PRICE_PER = /[£€$]\s?\d[\d.,]* (?:an?|per|each|every) (?:hour|day|week|month|year)\b/gi
/** "How much" may be answered without a sum: free, at half pay, at twice the rate. */
const SAYS_PAY = /\b(?:free|no charge|full price|half|double|twice|(?:full|half|sick) pay|per cent|refunded)\b|%/i
const PAY_FIT = 0.5
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
const namesPerson = ({ text, cells }: Pick<Unit, 'text' | 'cells'>, asked: Pick<Asked, 'terms'>): boolean =>
  cells.length === 0
    ? PERSON_NAME.test(text)
    : cells.some((cell) => cell !== keyOf({ cells }) && PERSON_NAME.test(cell.value)) ||
      (IS_NAMED.test(keyOf({ cells }).header) && PERSON_NAME.test(keyOf({ cells }).value) && isSaidOfKey(cells, asked))

/** Headers of people's names. */
const IS_NAMED =
  /^(?:full )?(?:name|person|people|who|staff|contact|colleague|teacher|tutor|trainer|doctor|author|artist|speaker|guide|member)s?\b/i

/** A row about a person answers who is what another of its cells says: "Name: …; Role: owner". */
const isSaidOfKey = (cells: Unit['cells'], { terms }: Pick<Asked, 'terms'>): boolean => {
  const others = stemSet(
    cells
      .filter((cell) => cell !== keyOf({ cells }))
      .map((cell) => cell.value)
      .join(' '),
  )
  return terms.some((term) => term.role !== 'light' && !term.isAmbient && heldBy(term, others) > 0)
}

/** "In room 12", "beside the sink": a place, rather than any "by" or "on". */
const IS_PLACE =
  /\b(?:in|at|on|under|beside|behind|near|next to|above|below|opposite|inside|outside|between|by) (?:the|a|an|our|your|its|room|floor|\p{Lu})|\b(?:upstairs|downstairs|outside|indoors|here|there)\b/u

/** Whether a text tells what to do: "To join, come to …", "Press the red button". */
export const instructs = (text: string): boolean => INSTRUCTS.test(text)

/** How well a unit has what a kind of question asks for, 0..1. */
export function suits(
  unit: Pick<Unit, 'text' | 'cells'>,
  kind: AnswerKind,
  asked: Pick<Asked, 'text' | 'terms'>,
): number {
  const { text } = unit
  if (kind === 'time') {
    if (/\b(?:which|what) months?\b/i.test(asked.text)) return monthsIn(text).size > 0 ? 1 : 0
    // "£64 a year" says how much, not when.
    const told = text.replace(PRICE_PER, ' ')
    if (/\b(?:what|which) time\b/i.test(asked.text))
      return quantitiesIn(told).some(({ dimension }) => dimension === 'clock') ? 1 : TIME.test(told) ? OCCASION_FIT : 0
    const states = quantitiesIn(told).some(({ dimension }) => dimension === 'clock' || dimension === 'duration')
    return states || TIME.test(told) ? 1 : OCCASION.test(told) ? OCCASION_FIT : 0
  }
  const asksRole = /^\W*who (?:may|can|could|must|should|has|have|needs?|is (?:allowed|able|entitled))\b/i.test(
    asked.text,
  )
  if (kind === 'who' && isDoneBySomebody(text, asked)) return 1
  if (kind === 'who' && !asksRole)
    return namesPerson(unit, asked) ? 1 : !ASKS_NAME.test(asked.text) && isSuited(unit, kind, asked) ? ROLE_FIT : 0
  if (kind === 'howTo')
    return INSTRUCTS.test(text) || isDoneByMeans(text, asked) ? 1 : DEMANDS.test(text) ? DEMAND_FIT : 0
  if (kind === 'money' && BUYS.test(asked.text) && isForHire(unit)) return 0
  if (kind === 'money' && !/[£€$¥]\s?\d|\d\s?(?:p|pence|pounds|euros|dollars)\b/i.test(text))
    return SAYS_PAY.test(text) ? PAY_FIT : 0
  return isSuited(unit, kind, asked) ? 1 : 0
}

/** A new thing is bought: what it costs to hire one says nothing of that. */
const BUYS = /\b(?:how much is an? new|buy|purchase|second-?hand)\b/i
const isForHire = ({ cells }: Pick<Unit, 'cells'>): boolean => {
  const priced = cells.filter(({ value }) => /[£€$¥]\s?\d/.test(value))
  return priced.length > 0 && priced.every(({ header }) => /\b(?:hire|rent(?:al)?|loan|lease|deposit)\b/i.test(header))
}

/** "Who issues it?" is answered by what is "issued by" somebody. */
function isDoneBySomebody(text: string, { text: question }: Pick<Asked, 'text'>): boolean {
  const verb = /^\W*who ([\p{L}]+)/iu.exec(question)?.[1]
  const done = /\b(\p{L}+) (?:only )?by (?:the|our|your|an?|\p{Lu})/u.exec(text)?.[1]
  return verb !== undefined && done !== undefined && stem(verb) === stem(done)
}

/** "How can I pay?" is answered by what says "paid by card", "pay in cash" or "paid with a voucher". */
function isDoneByMeans(text: string, { text: question }: Pick<Asked, 'text'>): boolean {
  const verb =
    /\bhow (?:can|do|may|could|should|must|would) (?:i|we|you|they|one|people|members|visitors|guests) (\p{L}+)/iu.exec(
      question,
    )?.[1]
  if (verb === undefined) return false
  return [...text.matchAll(/(\p{L}+) (?:only |either )?(?:by|in|with|through|via|online|using) ?(\p{L}*)/gu)].some(
    ([, word, means]) => stem(word!) === stem(verb) && !/^(?:the|your|our|of|\p{L}+ing)$/iu.test(means!),
  )
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
      if (isOnlyBesideIt(text, asked)) return false
      if (/\bhow fast\b/i.test(asked.text) && TIMES_PER.test(text)) return true
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
      if (/\bwhat\b.*\bmade (?:of|from|out of)\b/i.test(asked.text)) return /\bmade (?:of|from|out of)\b/i.test(text)
      return saysWhatMayBeDone(text, asked.text)
  }
}

/** "How long is probation?" is not answered by what holds after or during it. */
function isOnlyBesideIt(text: string, asked: Pick<Asked, 'text' | 'terms'>): boolean {
  if (!/\bhow long (?:is|are|was|does|do|did)\b/i.test(asked.text)) return false
  const beside = [...text.matchAll(/\b(?:after|before|during|since|until) (?:the |your |their |a )?([\p{L}-]+)/giu)]
  return asked.terms.some((term) => {
    const own = text.match(new RegExp(`(?<!\\p{L})${term.word}`, 'giu'))?.length ?? 0
    const isBeside = beside.filter((found) => stem(found[1]!) === term.stem).length
    return term.role === 'subject' && own > 0 && own === isBeside
  })
}

/** "Six times a minute" says how fast something turns. */
const TIMES_PER = /\b(?:once|twice|\w+ (?:times|turns|revolutions)) (?:an?|per|each|every) (?:second|minute|hour)\b/i

/** "What can members do …?" is answered by a sentence that goes on from "members can". */
function saysWhatMayBeDone(text: string, question: string): boolean {
  const found =
    /\bwhat (can|may|must|should|do|does) (?:the |an? |our |my |your )?([\p{L}-]+(?: [\p{L}-]+)?) (?:do|see)\b/iu.exec(
      question,
    )
  if (!found) return false
  const says = /^(?:do|does)$/i.test(found[1]!) ? '' : ` ${found[1]!}`
  return new RegExp(`\\b${found[2]!}s?${says}\\b`, 'iu').test(text)
}

/** "Places are limited to fourteen" says for how many people there is room. */
const LIMITED = /\b(?:limited to|at most|up to|a maximum of|no more than|room for) \w+/i
const ROOM = /\b(?:places|seats|spaces|room|people|persons|participants|guests)\b/i
/** Headers that say for how many there is room. */
const MOST_PEOPLE = /\b(?:largest|maximum|max|most|group size|class size|places|seats|capacity|sleeps|people)\b/i
/** People who wait or apply are counted by their names. */
const COUNTED_BY = stemList('name applicant person resident member')
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
  const isForPeople = [...stems].some((each) => PEOPLE.has(each))
  if (isForPeople && cells.some((cell) => /^\d+$/.test(cell.value) && MOST_PEOPLE.test(cell.header))) return true
  if (LIMITED.test(text) && [...stems].some((each) => PEOPLE.has(each)) && ROOM.test(text)) return true
  const asksPeople = [...stems].some((each) => PEOPLE.has(each))
  const areCounted = (each: Quantity) => stems.has(stem('people')) && each.of.some((one) => COUNTED_BY.has(one))
  return quantitiesIn(text).some(
    (each) =>
      areCounted(each) ||
      (asksPeople && cells.length === 0 && each.of.some((one) => PEOPLE.has(one))) ||
      isMeant(new Set([...each.of, ...stemSet(each.unit)])),
  )
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
  [/\bhow long (?:is|are) (?:the|a|an|your) (?:car|vehicle|boat|table|room|bed|kayak)\b/i, ['length']],
  [/\bhow long (?:must|should|can|may) [^?]*\bbe\b/i, ['length', 'count', 'duration']],
  [/\bhow long\b.*\b(?:take|last|wait|valid|stay|open)s?\b/i, ['duration']],
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

/** Whether it is plain which measure a question asks for. */
export const asksForMeasure = (question: string): boolean => MEASURES.some(([pattern]) => pattern.test(question))

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
  NEEDS_FIT.has(kind) || (kind === 'who' && ASKS_NAME.test(question))
