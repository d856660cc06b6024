import { remembered } from './remember'
import { stem } from './terms'
import { words } from './words'

/** What a quantity measures. Two quantities compare only within one dimension. */
export type Dimension =
  | 'energy'
  | 'power'
  | 'speed'
  | 'data'
  | 'area'
  | 'voltage'
  | 'money'
  | 'mass'
  | 'length'
  | 'volume'
  | 'duration'
  | 'clock'
  | 'percent'
  | 'temperature'
  | 'count'
  | 'age'

/** Which side of its value a text allows or speaks of: "up to 20 kg" is most, "under 5" is under. */
export type Bound = 'exact' | 'most' | 'least' | 'under' | 'over'

/**
 * A quantity as a text states it. `value` is in the dimension's base unit (pounds, euros or whatever the sign says;
 * grams; metres; litres; watts; watt-hours; volts; km/h; kilobytes; square metres; minutes; minutes after midnight; per cent; degrees Celsius; pieces; years of age), `amount` as
 * written.
 */
export interface Quantity {
  readonly dimension: Dimension
  readonly value: number
  readonly amount: number
  /** The unit as it is named here: "kg", "£", "minutes"; the noun counted for a count. */
  readonly unit: string
  /** Stems of the words counted ("four wheelchair spaces" → wheelchair, space); empty for other dimensions. */
  readonly of: readonly string[]
  readonly bound: Bound
  /** Half-open character range of number and unit. */
  readonly start: number
  readonly end: number
  readonly text: string
}

interface UnitEntry {
  readonly dimension: Dimension
  /** How many base units one of these is. */
  readonly factor: number
  readonly names: readonly string[]
}

const unit = (dimension: Dimension, factor: number, ...names: string[]): UnitEntry => ({ dimension, factor, names })

/** Units by their names; factors are exact by definition (pound, inch and mile: international yard and pound, 1959). */
const UNITS: readonly UnitEntry[] = [
  unit('mass', 1, 'g', 'gram', 'grams', 'gramme', 'grammes'),
  unit('mass', 1000, 'kg', 'kgs', 'kilo', 'kilos', 'kilogram', 'kilograms', 'kilogramme', 'kilogrammes'),
  unit('mass', 1_000_000, 't', 'tonne', 'tonnes'),
  unit('mass', 453.59237, 'lb', 'lbs'),
  unit('mass', 28.349523125, 'oz', 'ounce', 'ounces'),
  unit('mass', 6350.29318, 'stone'),
  unit('length', 0.001, 'mm', 'millimetre', 'millimetres', 'millimeter', 'millimeters'),
  unit('length', 0.01, 'cm', 'centimetre', 'centimetres', 'centimeter', 'centimeters'),
  unit('length', 1, 'm', 'metre', 'metres', 'meter', 'meters'),
  unit('length', 1000, 'km', 'kilometre', 'kilometres', 'kilometer', 'kilometers'),
  unit('length', 0.0254, 'inch', 'inches'),
  unit('length', 0.3048, 'ft', 'foot', 'feet'),
  unit('length', 0.9144, 'yard', 'yards'),
  unit('length', 1609.344, 'mile', 'miles'),
  unit('volume', 0.001, 'ml', 'millilitre', 'millilitres', 'milliliter', 'milliliters'),
  unit('volume', 0.01, 'cl', 'centilitre', 'centilitres'),
  unit('volume', 1, 'l', 'litre', 'litres', 'liter', 'liters'),
  unit('volume', 0.56826125, 'pint', 'pints'),
  unit('duration', 1 / 60, 'second', 'seconds', 'secs'),
  unit('duration', 1, 'minute', 'minutes', 'min', 'mins'),
  unit('duration', 60, 'hour', 'hours', 'hr', 'hrs'),
  unit('duration', 1440, 'day', 'days'),
  unit('duration', 1440, 'night', 'nights'),
  unit('duration', 10_080, 'week', 'weeks'),
  unit('duration', 20_160, 'fortnight', 'fortnights'),
  unit('duration', 43_830, 'month', 'months'),
  unit('duration', 525_960, 'year', 'years'),
  unit('power', 1, 'w', 'watt', 'watts'),
  unit('power', 1000, 'kw', 'kilowatt', 'kilowatts'),
  unit('energy', 1, 'wh'),
  unit('energy', 1000, 'kwh'),
  unit('energy', 1_000_000, 'mwh'),
  unit('voltage', 1, 'v', 'volt', 'volts'),
  unit('speed', 1, 'kph', 'kmh'),
  unit('speed', 1.609344, 'mph'),
  unit('speed', 1.852, 'knot', 'knots'),
  unit('data', 1, 'kb'),
  unit('data', 1000, 'mb', 'megabyte', 'megabytes'),
  unit('data', 1_000_000, 'gb', 'gigabyte', 'gigabytes'),
  unit('data', 1_000_000_000, 'tb', 'terabyte', 'terabytes'),
  unit('area', 1, 'm²', 'sqm'),
  unit('area', 10_000, 'ha', 'hectare', 'hectares'),
  unit('area', 4046.8564224, 'acre', 'acres'),
  unit('percent', 1, '%', 'percent', 'per cent'),
  unit('temperature', 1, '°c', 'degrees', 'degree'),
  unit('money', 1, 'pound', 'pounds', 'euro', 'euros', 'dollar', 'dollars', 'gbp', 'eur', 'usd'),
  unit('money', 0.01, 'pence', 'penny', 'cent', 'cents', 'p'),
]
const BY_NAME = new Map(UNITS.flatMap((entry) => entry.names.map((name) => [name, entry] as const)))

const SMALL = 'zero one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen'
const NUMBER_WORDS = new Map<string, number>([
  ...SMALL.split(' ').map((word, value): [string, number] => [word, value]),
  ['seventeen', 17],
  ['eighteen', 18],
  ['nineteen', 19],
  ['twenty', 20],
  ['thirty', 30],
  ['forty', 40],
  ['fifty', 50],
  ['sixty', 60],
  ['seventy', 70],
  ['eighty', 80],
  ['ninety', 90],
  ['hundred', 100],
  ['half', 0.5],
  ['dozen', 12],
  ['couple', 2],
  ['pair', 2],
])

/** The number a word stands for ("three" → 3, "1,120.50" → 1120.5), or undefined. */
export function numberOf(word: string): number | undefined {
  const plain = word.trim().toLowerCase()
  if (/^\d{1,3}(?:,\d{3})+(?:\.\d+)?$|^\d+(?:\.\d+)?$/.test(plain)) return Number(plain.replace(/,/g, ''))
  const joined = /^(twenty|thirty|forty|fifty|sixty|seventy|eighty|ninety)[- ](\w+)$/.exec(plain)
  if (joined && NUMBER_WORDS.has(joined[2]!)) return NUMBER_WORDS.get(joined[1]!)! + NUMBER_WORDS.get(joined[2]!)!
  return NUMBER_WORDS.get(plain)
}

const WORD_NUMBERS = [...NUMBER_WORDS.keys()].filter((word) => word !== 'half').join('|')
const NUMBER = `(?:\\d{1,3}(?:,\\d{3})+(?:\\.\\d+)?|\\d+(?:\\.\\d+)?|(?:twenty|thirty|forty|fifty|sixty|seventy|eighty|ninety)-\\w+|(?:an? )?(?:${WORD_NUMBERS})(?!\\p{L})|half(?: an?)?(?=[ -](?:hour|day|mile|year|dozen|litre|kilo))|an?(?= (?:whole |full |single |entire )?(?:hour|day|week|fortnight|month|year|minute|night|kilo|kilogram|litre|liter|metre|meter|mile|tonne)\\b))`
const CLOCK =
  /(?<![£€$\d.])\b([01]?\d|2[0-3])(?:[:h]([0-5]\d)(?:\s?(am|pm|a\.m\.|p\.m\.))?|\.([0-5]\d)\s?(am|pm|a\.m\.|p\.m\.))(?![\d%])|\b(1[0-2]|[1-9])\s?(am|pm|a\.m\.|p\.m\.)(?=\W|$)|\b(half past|quarter past|quarter to) (\w+)|\b(noon|midday|midnight)\b|\b(\w+) o[’']clock\b/giu
const MONEY = /([£€$])\s?(\d{1,3}(?:,\d{3})+(?:\.\d+)?|\d+(?:\.\d+)?)/gu
const MEASURE = new RegExp(
  `(?<![\\w£€$.:,])(${NUMBER})(?: (?:or|and) (?:more|fewer|less|over))?(?: (?:whole|full|single|entire)(?= ))?[\\s-]?(%|°C|per cent|\\p{L}+)`,
  'giu',
)
/** How often: "twice", "three times"; not how often in a span ("twice a week"), which is a rate. */
const TIMES =
  /\b(?:(once|twice|thrice)|(\w+) times)\b(?! (?:an?|per|each|every|as|the|your|you|we|they|it|he|she|this|that)\b)/giu
const TIME = stem('times')
/** An age: "under 5", "aged 60", "12 years old", "my son is 4", "you must be at least 16". */
const AGE =
  /\b(?:aged?|under|over|above|below)(?: of)? (\d{1,2})(?!\d| ?[%°:.]\d?| ?(?:kg|g|cm|m|km|metres|miles|minutes|hours|days|weeks|months|people|passengers|cars)\b)|\b(\d{1,2})[- ]years?[- ]old|\b(?:son|daughter|child|boy|girl|kid|grandson|granddaughter|mother|father|nephew|niece|i am|i[’']m) (?:is|am|aged|,)? ?(\d{1,2})\b(?! ?\p{L})|\b(?:must be|you are) (?:at least )?(\d{1,2})(?=[.,;)]|$| (?:or|and) (?:over|older|above|younger|under)\b)/giu

/** The quantities a text states, in its order, none overlapping another. */
export const quantitiesIn = remembered((text): readonly Quantity[] => {
  const found: Quantity[] = []
  const isFree = (start: number, end: number) => !found.some((other) => start < other.end && end > other.start)
  const add = (quantity: Omit<Quantity, 'bound' | 'text'>) => {
    if (!isFree(quantity.start, quantity.end)) return
    found.push({
      ...quantity,
      bound: boundAt(text, quantity),
      text: text.slice(quantity.start, quantity.end),
    })
  }
  for (const match of text.matchAll(QUARTERS)) addPart(match, QUARTER_OF[match[1]!.toLowerCase()]!, match[2]!, add)
  for (const match of text.matchAll(AND_A_HALF)) {
    const whole = numberOf(match[1]!) ?? 1
    addPart(match, whole + (/half$/i.test(match[0]) || match[3] ? 0.5 : 0.25), match[2] ?? match[3]!, add)
  }
  for (const match of text.matchAll(CLOCK)) {
    const value = clockValue(match)
    if (value === undefined) continue
    const end = match.index + match[0].length
    add({ dimension: 'clock', value, amount: value, unit: 'clock', of: [], start: match.index, end })
  }
  for (const match of text.matchAll(AGE)) {
    const figures = match[1] ?? match[2] ?? match[3] ?? match[4]!
    const start = match.index + match[0].indexOf(figures)
    const amount = Number(figures)
    const end = start + figures.length
    add({ dimension: 'age', value: amount, amount, unit: 'years old', of: [], start, end })
  }
  for (const match of text.matchAll(MONEY)) {
    const amount = numberOf(match[2]!)!
    const end = match.index + match[0].length
    add({ dimension: 'money', value: amount, amount, unit: match[1]!, of: [], start: match.index, end })
  }
  for (const match of text.matchAll(TIMES)) {
    const amount = match[1] ? { once: 1, twice: 2, thrice: 3 }[match[1].toLowerCase() as 'once'] : numberOf(match[2]!)
    const end = match.index + match[0].length
    if (amount !== undefined)
      add({ dimension: 'count', value: amount, amount, unit: 'times', of: [TIME], start: match.index, end })
  }
  for (const match of [...text.matchAll(GROUP), ...text.matchAll(OF_US)]) {
    const number = match[1] ?? match[2]!
    const amount = numberOf(number)
    const end = match.index + match[0].length
    const start = end - number.length
    if (amount !== undefined) add({ dimension: 'count', value: amount, amount, unit: 'people', of: PEOPLE, start, end })
  }
  for (const match of text.matchAll(BY)) addSide(match, add)
  for (const match of text.matchAll(MEASURE)) addMeasure(text, match, add)
  found.sort((a, b) => a.start - b.start)
  for (const match of text.matchAll(ELLIPTIC)) addElliptic(match, found, add)
  return found.sort((a, b) => a.start - b.start)
})

/** "The smallest group is ten pupils, the largest 64": the second figure is of what the first one is. */
const ELLIPTIC =
  /\b(?:largest|biggest|longest|oldest|tallest|heaviest|smallest|shortest|youngest|lightest)(?: is)? (\d{1,3}(?:,\d{3})+|\d+(?:\.\d+)?)(?=[,.;)]|$| (?:since|because|and|but)\b)/giu

function addElliptic(
  match: RegExpMatchArray,
  found: readonly Quantity[],
  add: (quantity: Omit<Quantity, 'bound' | 'text'>) => void,
) {
  const before = found.findLast((each) => each.end <= match.index!)
  if (!before || before.amount === 0) return
  const amount = numberOf(match[1]!)!
  const end = match.index! + match[0].length
  add({ ...before, amount, value: amount * (before.value / before.amount), start: end - match[1]!.length, end })
}

const QUARTER_OF: Readonly<Record<string, number>> = { a: 0.25, one: 0.25, three: 0.75, '3': 0.75 }
/** "Three quarters of an hour", "a quarter of a mile". */
const QUARTERS = /\b(a|one|three|3)[ -]quarters? of an? (\p{L}+)/giu
/** "An hour and a half", "two and a half hours", "a minute and a quarter". */
const AND_A_HALF = new RegExp(
  `(?<![\\w£€$.:,])(${NUMBER}) (?:(\\p{L}+) and a (?:half|quarter)\\b|and a half (\\p{L}+))`,
  'giu',
)

function addPart(
  match: RegExpMatchArray,
  amount: number,
  name: string,
  add: (quantity: Omit<Quantity, 'bound' | 'text'>) => void,
) {
  const known = BY_NAME.get(name.toLowerCase())
  if (!known) return
  const { dimension, factor } = known
  const [start, end] = [match.index!, match.index! + match[0].length]
  add({ dimension, value: amount * factor, amount, unit: name, of: [], start, end })
}

/** "A group of eight", "groups of twelve or more": so many people. */
const GROUP = new RegExp(
  `\\b(?:groups?|parties|party|classes|class|family|families) of (?:up to |at least |more than |over )?(${NUMBER})(?=[?.,;!]|$| (?:or|and|get|gets|come|comes|go|visit|have|travel|join|stay|eat|pay|pays|can|may|need|needs|must|in|on|at|for|to|book|is|are)\\b)`,
  'giu',
)
/** "Ten of us", "we are eight": so many people. */
const OF_US = new RegExp(`\\b(${NUMBER})(?= of us\\b)|(?<=\\bwe are )(${NUMBER})(?=[.,;?!]|$)`, 'giu')
const PEOPLE = ['group', 'people', 'person'].map((word) => stem(word))

/** "2.4 by 1.8 metres": the first side is in the unit of the second. */
const BY = /(?<![\w£€$.:,])(\d+(?:\.\d+)?)(?= ?(?:by|x|×) ?\d+(?:\.\d+)? ?(\p{L}+))/giu

function addSide(match: RegExpMatchArray, add: (quantity: Omit<Quantity, 'bound' | 'text'>) => void) {
  const known = BY_NAME.get(match[2]!.toLowerCase())
  if (known?.dimension !== 'length') return
  const amount = Number(match[1])
  const [start, end] = [match.index!, match.index! + match[1]!.length]
  add({ dimension: 'length', value: amount * known.factor, amount, unit: match[2]!, of: [], start, end })
}

function addMeasure(text: string, match: RegExpMatchArray, add: (quantity: Omit<Quantity, 'bound' | 'text'>) => void) {
  const start = match.index!
  const amount = /^(?:half(?: an?)?|an?)$/i.test(match[1]!)
    ? /^half/i.test(match[1]!)
      ? 0.5
      : 1
    : numberOf(match[1]!.replace(/^an? /i, ''))
  if (amount === undefined) return
  const end = start + match[0].length
  const name = match[2]!
  const known = BY_NAME.get(name.toLowerCase()) ?? (name === 'L' ? BY_NAME.get('l') : undefined)
  // A single letter is a unit only right after figures: "5 m", but not "one l".
  if (known && (name.length > 1 || /\d/.test(match[1]!))) {
    const { dimension, factor } = known
    add({ dimension, value: amount * factor, amount, unit: name, of: [], start, end })
    return
  }
  // "Two-step sign-in" is a kind of thing, not two of anything.
  if (/\p{L}-$/u.test(text.slice(start, end - name.length))) return
  const noun = countedNoun(text, start + match[0].length - name.length)
  if (!noun) return
  const { of, nounEnd, name: unitName } = noun
  const span = BY_NAME.get(unitName.split(' ').at(-1)!.toLowerCase())
  // "Ten working days" is a duration like "ten days".
  if (span?.dimension === 'duration')
    add({ dimension: 'duration', value: amount * span.factor, amount, unit: unitName, of, start, end: nounEnd })
  else add({ dimension: 'count', value: amount, amount, unit: unitName, of, start, end: nounEnd })
}

const ENDS_NOUN =
  /^(?:of|on|in|at|to|for|from|and|or|is|are|was|were|per|a|an|the|who|that|which|with|without|by|than|must|may|can|will|should|do|does|before|after|ahead|early|late|times?|more|less|fewer|each|every|later|older|years?|costs?|pays?|travels?|goes|needs?|gets?|takes?|wants?|has|have|comes?|if|when|be|as|so|that|go)$/i

/** The noun a number counts: the words right after it, up to the first that cannot belong to it; at most three. */
function countedNoun(text: string, from: number): { of: string[]; nounEnd: number; name: string } | undefined {
  const rest = text.slice(from, from + 60)
  const stretch = /^[\s-]*([^.,;:!?()\n£€$\d]*)/.exec(rest)?.[1] ?? ''
  const offset = from + (/^[\s-]*/.exec(rest)?.[0].length ?? 0)
  const taken: { text: string; end: number }[] = []
  for (const word of words(stretch)) {
    if (ENDS_NOUN.test(word.text) || taken.length === 3) break
    taken.push(word)
  }
  const last = taken.at(-1)
  if (!last) return undefined
  return {
    of: taken.map((word) => stem(word.text)),
    nounEnd: offset + last.end,
    name: taken.map((w) => w.text).join(' '),
  }
}

function clockValue(match: RegExpMatchArray): number | undefined {
  const [, hour, colonMinute, colonHalf, dotMinute, dotHalf, plainHour, plainHalf, past, pastHour, named, oclock] =
    match
  const minute = colonMinute ?? dotMinute
  const half = colonHalf ?? dotHalf
  const shift = (value: number, mark: string | undefined) =>
    !mark ? value : /^p/i.test(mark) ? (value % 12) + 12 : value % 12
  if (hour !== undefined && minute !== undefined) return shift(Number(hour), half) * 60 + Number(minute)
  if (plainHour !== undefined) return shift(Number(plainHour), plainHalf) * 60
  if (past !== undefined) {
    const base = numberOf(pastHour!)
    if (base === undefined || base > 23) return undefined
    return base * 60 + (/^half/i.test(past) ? 30 : /past$/i.test(past) ? 15 : -15)
  }
  if (named !== undefined) return /midnight/i.test(named) ? 0 : 720
  const base = oclock === undefined ? undefined : numberOf(oclock)
  return base === undefined || base > 23 ? undefined : base * 60
}

const BEFORE: readonly (readonly [Bound, RegExp])[] = [
  [
    'most',
    /\b(?:up to|at most|no more than|not more than|no longer than|no (?:wider|heavier|larger|bigger|older|taller|higher|deeper|faster|hotter|later) than|a maximum of|max(?:imum|\.)?(?: \w+){0,2}(?: is| of|:)?|(?:cannot|can not|must not|may not) exceed|limited to|within(?: the (?:first|next))?|the most(?: \w+){0,8} (?:is|carry|carries)|(?:longest|heaviest|largest|biggest|widest|tallest|oldest|highest)(?:(?: [\w’']+){0,6}(?: is|:))?)(?: of)?\s*$/i,
  ],
  [
    'least',
    /\b(?:(?:smallest|shortest|youngest|lightest)(?: [\w’']+){0,6}(?: is|:)?|at least|no less than|not less than|no fewer than|a minimum of|minimum(?: \w+)?(?: is| of)?|min\.?|(?:from|aged))\s*$/i,
  ],
  [
    'under',
    /\b(?:under|below|less than|fewer than|younger than|smaller than|shorter than|lighter than|before(?= \d))\s*$/i,
  ],
  [
    'over',
    /\b(?:over|above|more than|older than|larger than|bigger than|heavier than|longer than|wider than|taller than|higher than|deeper than|faster than|hotter than|greater than|exceeding|exceeds?)\s*$/i,
  ],
]
const AFTER: readonly (readonly [Bound, RegExp])[] = [
  ['least', /^\s*(?:or|and) (?:more|over|older|above|longer|upwards?)\b/i],
  ['most', /^\s*(?:or|and) (?:less|fewer|under|younger|below|shorter)\b|^\s*(?:at most|maximum|max)\b/i],
  ['least', /^\s*(?:at least|minimum)\b/i],
]
const BOUND_REACH = 60

function boundAt(text: string, { start, end }: { start: number; end: number }): Bound {
  // "20 kg or more" says it after the unit, "ten or more people" between number and noun.
  const afterNumber = start + (/^[\w.,]+/.exec(text.slice(start, end))?.[0].length ?? 0)
  for (const from of [end, afterNumber]) {
    const after = text.slice(from, from + BOUND_REACH)
    for (const [bound, pattern] of AFTER) if (pattern.test(after)) return bound
  }
  const before = text.slice(Math.max(0, start - BOUND_REACH), start)
  // Where no word stands before it, as in a row of figures, nothing can bound it.
  if (!/[\p{L}.:]\s*$/u.test(before)) return 'exact'
  for (const [bound, pattern] of BEFORE) if (pattern.test(before)) return bound
  return 'exact'
}

/** Whether a value keeps to a bound: 15 kg to "up to 20 kg" does. Both must be of one dimension. */
export function keepsTo(value: number, bound: Bound, limit: number): boolean {
  switch (bound) {
    case 'most':
      return value <= limit
    case 'least':
      return value >= limit
    case 'under':
      return value < limit
    case 'over':
      return value > limit
    case 'exact':
      return value === limit
  }
}

/** Money as it is written with its sign: 27 with "£" → "£27.00". */
export const sayMoney = (amount: number, sign: string): string =>
  `${sign}${amount.toFixed(2).replace(/\B(?=(\d{3})+(?=\.))/g, ',')}`
