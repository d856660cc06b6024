import {
  contentStems,
  daysIn,
  datesIn,
  quantitiesIn,
  stem,
  words,
  type Bound,
  type CalendarDay,
  type Dimension,
} from '../text'
import type { AnswerKind, Intent, Mood } from '../question'

/** When a rule applies, as far as it could be read. */
export type Condition =
  | { readonly kind: 'always' }
  /** Any one of the alternatives is spoken of: all stems of it, or everyday words for them, stand in the line. */
  | { readonly kind: 'mentions'; readonly anyOf: readonly (readonly string[])[]; readonly words: string }
  /** These very words stand in the line. */
  | { readonly kind: 'phrase'; readonly text: string }
  | { readonly kind: 'intent'; readonly intent: Exclude<Intent, 'question' | 'empty'> }
  | { readonly kind: 'mood'; readonly mood: Mood }
  | { readonly kind: 'asks'; readonly answer: AnswerKind }
  | { readonly kind: 'unknown' }
  | { readonly kind: 'firstTurn' }
  /** So many of something, or so much: "more than 10 people", "over 20 kg". `value` in base units of the dimension. */
  | {
      readonly kind: 'quantity'
      readonly dimension: Dimension
      readonly bound: Bound
      readonly value: number
      readonly of: readonly string[]
      readonly words: string
    }
  /** Today is one of these days of the week, 0 for Monday. */
  | { readonly kind: 'weekday'; readonly days: readonly number[] }
  /** Today lies between two days of the year, both included; it may run over the turn of the year. */
  | { readonly kind: 'dates'; readonly from: DayOfYear; readonly to: DayOfYear }
  | { readonly kind: 'language'; readonly language: string; readonly name: string }
  | { readonly kind: 'duty'; readonly name: string }
  /** A variable is set (no value), or has a value. */
  | { readonly kind: 'variable'; readonly name: string; readonly value?: string }
  | { readonly kind: 'not'; readonly condition: Condition }
  | { readonly kind: 'all'; readonly conditions: readonly Condition[] }
  | { readonly kind: 'any'; readonly conditions: readonly Condition[] }

export interface DayOfYear {
  readonly month: number
  readonly day: number
}

/** Languages an agent can be told from, by the names a rule may use. */
export const LANGUAGES: Readonly<Record<string, string>> = {
  english: 'en',
  french: 'fr',
  german: 'de',
  spanish: 'es',
  italian: 'it',
  dutch: 'nl',
}

/** Words for visitors; what they do or ask follows. */
const PERSON =
  '(?:visitors?|users?|customers?|passengers?|guests?|members?|colleagues?|employees?|students?|patients?|people|persons?|someone|somebody|anyone|anybody|they|he or she|clients?|readers?)'
const OPENING = new RegExp(`^(?:when(?:ever)?|if|in case|as soon as|once)\\s+`, 'i')

/** Reads a condition; undefined when any part of it cannot be read, since half a condition would apply too often. */
export function readCondition(spoken: string): Condition | undefined {
  const text = spoken
    .trim()
    .replace(OPENING, '')
    .replace(/[.,;:]+$/, '')
    .replace(/\s+/g, ' ')
    .replace(/’/g, "'")
  if (text === '') return { kind: 'always' }
  return readSimple(text) ?? joined(text)
}

/** "it is Sunday and they ask about parking": every part must be read. */
function joined(text: string): Condition | undefined {
  for (const [word, kind] of [
    ['and', 'all'],
    ['but', 'all'],
    ['or', 'any'],
  ] as const) {
    const parts = text.split(new RegExp(`,?\\s+${word}\\s+(?:if\\s+|when\\s+)?`, 'i'))
    if (parts.length < 2) continue
    const conditions = parts.map((part) => readSimple(part) ?? joined(part))
    if (conditions.every((each) => each !== undefined)) return { kind, conditions }
  }
  return undefined
}

type Reader = (text: string) => Condition | undefined

const always: Reader = (text) =>
  /^(?:always|every time|at all times|in (?:every|each|all) (?:answers?|repl(?:y|ies)|cases?)|for every (?:answer|question))$/i.test(
    text,
  )
    ? { kind: 'always' }
    : undefined

const INTENTS: readonly (readonly [RegExp, Exclude<Intent, 'question' | 'empty'>])[] = [
  [/\b(?:greets?|says? (?:hello|hi)|is greeted)\b|^(?:a )?greetings?$/i, 'greeting'],
  [/\bsays? (?:good)?bye\b|\bgoodbye\b|\b(?:leaves|wants to leave)$|\bends? the (?:conversation|chat)\b/i, 'goodbye'],
  [/\b(?:thanks?|says? thank you|is grateful)\b/i, 'thanks'],
  [/\b(?:insults?|swears?|is (?:rude|abusive|insulting|offensive)|abuse)\b/i, 'insult'],
  [/\b(?:distress(?:ed)?|desperate|despair|suicid\w*|self-harm|hopeless|can(?:no|')t cope)\b/i, 'distress'],
  [/\b(?:emergency|life is in danger|danger to life|urgent medical)\b/i, 'emergency'],
  [
    /\basks? (?:who you are|who (?:it|he|she) is|your name|if you are (?:a )?(?:human|bot|robot|person))\b/i,
    'identity',
  ],
]
const intents: Reader = (text) => {
  const found = INTENTS.find(([pattern]) => pattern.test(text))
  return found && { kind: 'intent', intent: found[1] }
}

const moods: Reader = (text) => {
  if (
    /\b(?:complain(?:s|ing|t)?|angry|upset|unhappy|frustrated|annoyed|disappointed|dissatisfied|furious|cross)\b/i.test(
      text,
    )
  )
    return { kind: 'mood', mood: 'complaint' }
  if (/\b(?:confused|lost|(?:does not|doesn't|do not|don't) understand|unsure what (?:you|is) meant?)\b/i.test(text))
    return { kind: 'mood', mood: 'confusion' }
  return undefined
}

const unknown: Reader = (text) =>
  /\b(?:(?:do(?:es)? not|don't|doesn't|cannot|can't) (?:know|answer|find)|(?:is|are) (?:unknown|not (?:known|covered|in the (?:library|documents)))|(?:have|has|is|there is|there's) no answer|nothing (?:is |was )?found|answer is unknown|unsure of the answer)\b|^unknown$/i.test(
    text,
  )
    ? { kind: 'unknown' }
    : undefined

const firstTurn: Reader = (text) =>
  /\b(?:first (?:message|turn|question|line|reply|answer)|(?:conversation|chat) (?:starts|begins|opens)|start of (?:the|a) (?:conversation|chat)|for the first time)\b/i.test(
    text,
  )
    ? { kind: 'firstTurn' }
    : undefined

const language: Reader = (text) => {
  const found =
    /\b(?:writes?|asks?|speaks?|says?|talks?|is|answers?)(?: \w+){0,2} (?:in )?(english|french|german|spanish|italian|dutch)$/i.exec(
      text,
    )
  const name = found?.[1]
  return name === undefined ? undefined : { kind: 'language', language: LANGUAGES[name.toLowerCase()]!, name }
}

const duty: Reader = (text) => {
  const found =
    /^(?:(?:while|during) )?(?:the |a )?duty ["“']?(.+?)["”']?(?: is (?:active|open|running|under way))?$/i.exec(
      text,
    ) ?? /^(?:while|during) (?:the |a )?(.+?) (?:duty|is under way)$/i.exec(text)
  return found ? { kind: 'duty', name: found[1]! } : undefined
}

const variable: Reader = (text) => {
  const found = /^(?:the )?(?:variable )?\{\{\s*([\w .-]+?)\s*\}\}\s*(?:(?:is|are|equals?|=)\s+(not )?(.+))?$/i.exec(
    text,
  )
  if (!found) return undefined
  const [, name, denied, value] = found
  const isEmpty = value !== undefined && /^(?:empty|unset|missing|unknown)$/i.test(value)
  const isSet = value === undefined || /^(?:set|known|given|there)$/i.test(value)
  const plain: Condition =
    isSet || isEmpty
      ? { kind: 'variable', name: name! }
      : { kind: 'variable', name: name!, value: value!.replace(/^["“']|["”']$/g, '') }
  return Boolean(denied) !== isEmpty ? { kind: 'not', condition: plain } : plain
}

const WHEN_TODAY = new RegExp(
  `^(?:it(?:'s| is)|today is|the day is|(?:${PERSON} )?(?:asks?|writes?|comes?) on|on|at|during|in)\\s+(?:a |the )?(.+)$`,
  'i',
)
const weekday: Reader = (text) => {
  const rest = WHEN_TODAY.exec(text)?.[1]
  if (rest === undefined) return undefined
  const days = daysIn(rest)
  const other = rest.replace(
    /\b(?:mon|tues|wednes|thurs|fri|satur|sun)days?\b|\bweek ?(?:days?|ends?)\b|\b(?:to|until|through|or|and|a|the)\b|[,\s]/gi,
    '',
  )
  return days.size > 0 && other === '' ? { kind: 'weekday', days: [...days].sort((a, b) => a - b) } : undefined
}

const MONTHS = 'january february march april may june july august september october november december'.split(' ')
const LAST_DAY = [31, 29, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31]
const plainDay = ({ day, month }: CalendarDay): DayOfYear => ({ day, month })

const dates: Reader = (text) => {
  const rest = text.replace(/^(?:it(?:'s| is)|today is|the date is)\s+/i, '')
  const named = datesIn(rest)
  const bare = named.reduceRight((left, each) => left.slice(0, each.start) + left.slice(each.end), rest).trim()
  if (named.length === 2 && /^(?:between\s+and|from\s+(?:to|until|till))$/i.test(bare.replace(/\s+/g, ' ')))
    return { kind: 'dates', from: plainDay(named[0]!), to: plainDay(named[1]!) }
  if (named.length === 1 && /^(?:on)?$/i.test(bare))
    return { kind: 'dates', from: plainDay(named[0]!), to: plainDay(named[0]!) }
  if (named.length === 1 && /^(?:before|until|up to)$/i.test(bare))
    return { kind: 'dates', from: { month: 1, day: 1 }, to: plainDay(named[0]!) }
  if (named.length === 1 && /^(?:after|from|since)$/i.test(bare))
    return { kind: 'dates', from: plainDay(named[0]!), to: { month: 12, day: 31 } }
  const months = rest
    .toLowerCase()
    .split(/[^a-z]+/)
    .filter((word) => MONTHS.includes(word))
  const other = rest
    .toLowerCase()
    .replace(/\b(?:in|during|from|to|until|or|and|between)\b/g, '')
    .replace(new RegExp(MONTHS.join('|'), 'g'), '')
    .replace(/[\s,]/g, '')
  if (months.length === 0 || months.length > 2 || other !== '' || !/\b(?:in|during|from|between)\b/i.test(rest))
    return undefined
  const [from, to] = [MONTHS.indexOf(months[0]!) + 1, MONTHS.indexOf(months.at(-1)!) + 1]
  return { kind: 'dates', from: { month: from, day: 1 }, to: { month: to, day: LAST_DAY[to - 1]! } }
}

/** Words that only lead to a quantity: whose party it is says nothing more. */
const CARRIES = new RegExp(
  `\\b(?:the|a|an|party|group|booking|order|family|class|team|${PERSON}|has|have|is|are|of|for|with|wants?|asks?|needs?|brings?|books?|travels?|orders?|about|there|than|in|size|number|to|come|comes|there|people|or|more|over|under|least|most|at|up|fewer|less|aged?|years?|old|it|costs?|weighs?)\\b`,
  'gi',
)
const quantity: Reader = (text) => {
  const found = quantitiesIn(text)
  if (found.length !== 1) return undefined
  const [only] = found
  if (only!.dimension === 'clock' || (only!.bound === 'exact' && only!.dimension !== 'count')) return undefined
  const { dimension, bound, value, of } = only!
  const read: Condition = {
    kind: 'quantity',
    dimension,
    bound,
    value,
    of: dimension === 'count' ? of : [],
    words: wordsFor(text, only!),
  }
  const subject = `${text.slice(0, only!.start)} ${text.slice(only!.end)}`
    .replace(/\b(?:more|less|fewer|heavier|longer|larger|bigger|wider|older|younger|higher|taller) than\b/gi, ' ')
    .replace(CARRIES, ' ')
    .replace(/\b(?:above|below|exceed(?:s|ing)?|up to)\b/gi, ' ')
  const rest = [...contentStems(subject)].filter((each) => /\p{L}/u.test(each))
  if (rest.length === 0) return read
  if (rest.length > MOST_BESIDE || /\b(?:and|or|but)\b/i.test(subject)) return undefined
  return {
    kind: 'all',
    conditions: [{ kind: 'mentions', anyOf: [rest], words: subject.trim().replace(/\s+/g, ' ') }, read],
  }
}

/** What stands beside a quantity is what it is of; more words than these make another thing of it. */
const MOST_BESIDE = 2

const SIGNS: Readonly<Record<Bound, string>> = {
  most: 'at most',
  least: 'at least',
  under: 'under',
  over: 'more than',
  exact: 'exactly',
}
const wordsFor = (
  _text: string,
  { bound, amount, unit, dimension }: ReturnType<typeof quantitiesIn>[number],
): string =>
  dimension === 'count'
    ? `number of ${unit} ${SIGNS[bound]} ${amount}`
    : dimension === 'money'
      ? `${SIGNS[bound]} ${unit}${amount}`
      : `${SIGNS[bound]} ${amount} ${unit}`

const ASKS: readonly (readonly [RegExp, AnswerKind])[] = [
  [/\basks? (?:how to (?:do (?:something|anything|it))|for (?:instructions|steps|a procedure))$/i, 'howTo'],
  [/\basks? (?:for )?(?:a |the )?(?:summary|overview)$/i, 'summary'],
  [/\basks? (?:for )?(?:a |to )?(?:comparison|compare (?:things|two things|options))$/i, 'comparison'],
  [/\basks? (?:for )?(?:a |your )?(?:recommendation|advice on what to (?:choose|buy|take))$/i, 'recommendation'],
  [/\basks? why(?: .{0,20})?$/i, 'why'],
  [/\basks? (?:what something costs|for a price|how much(?: something)?(?: costs)?)$/i, 'money'],
]
const asks: Reader = (text) => {
  const found = ASKS.find(([pattern]) => pattern.test(text))
  return found && { kind: 'asks', answer: found[1] }
}

const phrase: Reader = (text) => {
  const found = /\b(?:says?|writes?|uses?|mentions?)(?: the)?(?: (?:words?|phrases?))? ["“]([^"”]+)["”]/i.exec(text)
  return found ? { kind: 'phrase', text: found[1]!.trim() } : undefined
}

const ABOUT = new RegExp(
  `^(?:(?:the|a|an) )?(?:${PERSON}|question|conversation|line|topic|subject|talk)?\\s*(?:is|are|was|comes?|turns?)?\\s*(?:asks?|asked|asking|mentions?|mentioned|wants?(?: to (?:know|book|talk|buy|hear))?|would like to know|says?|talks?|speaks?|writes?|is|needs?|has (?:a )?questions?|inquires?|enquires?|to)?\\s*(?:anything |something )?(?:about|for|of|on|whether|if)?\\s*(?:the |a |an |their |his |her |our )?`,
  'i',
)
const NEGATED = /\b(?:does not|doesn't|do not|don't|not|isn't|without|never|no)\b/i

/** Longest subject that is read as words to look for; a longer one is a sentence nobody would repeat. */
const MOST_SUBJECT_WORDS = 4

const mentions: Reader = (text) => {
  if (NEGATED.test(text)) {
    const inner = text.replace(/\b(?:does not|doesn't|do not|don't|has not) (?=mention|ask|say|give|speak|name)/i, '')
    if (inner === text || NEGATED.test(inner)) return undefined
    const read = mentions(inner)
    return read && { kind: 'not', condition: read }
  }
  if (/\d/.test(text)) return undefined
  const subject = text.replace(ABOUT, '').trim()
  const anyOf = alternatives(subject)
  return anyOf.length === 0 ? undefined : { kind: 'mentions', anyOf, words: subject }
}

/** "dogs, cats or other pets" → each alternative as the stems it needs. */
function alternatives(subject: string): string[][] {
  return subject
    .split(/\s*,\s*(?:or\s+|and\s+)?|\s+or\s+/i)
    .map((part) => [...contentStems(part.replace(/^(?:other|any|about|the)\s+/i, ''))])
    .filter((stems) => stems.length > 0 && stems.length <= MOST_SUBJECT_WORDS)
}

/** The most particular first; the first that reads the text wins. */
const READERS: readonly Reader[] = [
  always,
  variable,
  phrase,
  unknown,
  firstTurn,
  duty,
  language,
  weekday,
  dates,
  quantity,
  asks,
  intents,
  moods,
  mentions,
]

function readSimple(text: string): Condition | undefined {
  // "… and …" between two full conditions is read part by part, unless it lists nouns.
  if (/\s(?:and|but)\s+(?:it is|they|the \w+ (?:is|asks?)|asks?|is|it's|when|if)\b/i.test(text)) return undefined
  for (const reader of READERS) {
    const found = reader(text)
    if (found) return found
  }
  return undefined
}

/** The stems of a text's words, stop words included, for matching phrases. */
export const stemsOf = (text: string): Set<string> => new Set(words(text).map((word) => stem(word.text)))
