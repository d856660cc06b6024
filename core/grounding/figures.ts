import { numberOf, quantitiesIn, words, type Quantity } from '../text'

/** The figures of a text: with what they measure where that is said, and as bare numbers. */
export interface Figures {
  readonly quantities: readonly Quantity[]
  /** Every number as written or spelled out, measured or not. */
  readonly numbers: ReadonlySet<number>
  /** Shares of a whole, per cent: "15 %", "half the price". */
  readonly shares: readonly number[]
  /** Numbers that a tool worked out: they are of whatever the reply says. */
  readonly workedOut?: ReadonlySet<number>
}

/** The figures of several texts together. */
export const together = (all: readonly Figures[]): Figures => ({
  quantities: all.flatMap((each) => each.quantities),
  numbers: new Set(all.flatMap((each) => [...each.numbers])),
  shares: all.flatMap((each) => each.shares),
  workedOut: new Set(all.flatMap((each) => [...(each.workedOut ?? [])])),
})

/** What a visitor asks with (how many travel, how heavy a bag is), without what only a document can tell: prices, shares, times. */
export function countsOf({ quantities, numbers }: Figures): Figures {
  const facts = quantities.filter(({ dimension }) => FACTS.has(dimension))
  const told = new Set(facts.map(({ amount }) => amount))
  return {
    quantities: quantities.filter((each) => !facts.includes(each)),
    numbers: new Set([...numbers].filter((number) => !told.has(number))),
    shares: [],
  }
}
const FACTS: ReadonlySet<Quantity['dimension']> = new Set(['money', 'percent', 'clock'])

/** What a sentence states in figures: quantities, numbers that measure nothing, and parts of a whole in per cent. */
interface Stated {
  readonly quantities: readonly Quantity[]
  readonly bare: readonly { readonly text: string; readonly value: number }[]
  readonly shares: readonly { readonly text: string; readonly value: number }[]
}

const NUMBER = /\d[\d,]*(?:\.\d+)?/g
const plain = (figure: string): number => Number(figure.replace(/,/g, ''))

/** "Half the price", "a quarter of the estimate", "a third of": shares of a whole, as per cent. */
const SHARE =
  /\b(half|a third|a quarter|three quarters)(?= (?:of|the|price|that|your|our|his|her|their)\b)(?! of an? )/giu
const PER_CENT: Readonly<Record<string, number>> = {
  half: 50,
  'a third': 100 / 3,
  'a quarter': 25,
  'three quarters': 75,
}
/** What a document gives as a share, told shortly: "after that we pay half". */
const SHARE_GIVEN = /\bhalf\b(?! (?:an?|past|hour|day|board|term|time)\b)/iu
const AND_A_HALF = /\b(\w+) and a half\b/giu
const sharesIn = (text: string) =>
  [...text.matchAll(SHARE)].map((match) => ({ text: match[0], value: PER_CENT[match[1]!.toLowerCase()]! }))

/** The figures of a text that others are held against. */
export function figuresOf(text: string): Figures {
  const numbers = new Set([...text.matchAll(NUMBER)].map((match) => plain(match[0])))
  for (const { text: word } of words(text)) {
    const value = numberOf(word)
    if (value !== undefined) numbers.add(value)
  }
  const quantities = quantitiesIn(text)
  for (const { amount } of quantities) numbers.add(amount)
  for (const match of text.matchAll(AND_A_HALF)) {
    const whole = numberOf(match[1]!)
    if (whole !== undefined) numbers.add(whole + 0.5)
  }
  const measured = quantities.filter(({ dimension }) => dimension === 'percent').map(({ value }) => value)
  const told = sharesIn(text).map(({ value }) => value)
  return { quantities, numbers, shares: [...measured, ...told, ...(SHARE_GIVEN.test(text) ? [PER_CENT.half!] : [])] }
}

/** "£6 a day", "twice a year": a span that a rate is told for, and no figure of its own. */
const isRate = (text: string, { start, text: own }: Quantity): boolean =>
  /^an?\s/i.test(own) &&
  /(?:[\d%]|\b(?:once|twice|times|each|every|per|cost|costs|price|\p{L}+ing))\s*$/iu.test(text.slice(0, start))

/** "One of us", "that one": a word that points, and no count. */
const isPointing = ({ dimension, text }: Quantity): boolean => dimension === 'count' && /^one\b/i.test(text)

function statedIn(text: string): Stated {
  const quantities = quantitiesIn(text).filter((each) => !isRate(text, each) && !isPointing(each))
  const isFree = (at: number) => !quantitiesIn(text).some(({ start, end }) => at >= start && at < end)
  const bare = [...text.matchAll(NUMBER)]
    .filter((match) => isFree(match.index))
    .map((match) => ({ text: match[0], value: plain(match[0]) }))
  const percents = quantities.filter(({ dimension }) => dimension === 'percent')
  return {
    quantities: quantities.filter(({ dimension }) => dimension !== 'percent'),
    bare,
    shares: [...sharesIn(text), ...percents],
  }
}

const EXACT = 0.0006
/** A month is no exact number of days; "two months" stands for 60 of them. */
const CALENDAR = 0.04
/** "Just over half an hour" may be 35 minutes. */
const ABOUT = 0.15
const isAbout = (text: string, { start, bound }: Quantity): boolean =>
  bound === 'under' ||
  bound === 'over' ||
  /\b(?:about|around|roughly|almost|nearly|some|approximately)\s*$/i.test(text.slice(0, start))

function toleranceOf(text: string, quantity: Quantity): number {
  if (isAbout(text, quantity)) return ABOUT
  return /month|year|fortnight/i.test(quantity.unit) ? CALENDAR : EXACT
}

const isNear = (a: number, b: number, tolerance: number): boolean =>
  Math.abs(a - b) <= Math.max(tolerance * Math.max(Math.abs(a), Math.abs(b)), 0.006)

/** Whether one figure stands among others, in whatever unit. */
function stands(quantity: Quantity, sentence: string, { quantities, numbers, workedOut }: Figures): boolean {
  const tolerance = toleranceOf(sentence, quantity)
  if ([...(workedOut ?? [])].some((value) => isNear(value, quantity.amount, EXACT))) return true
  const same = quantities.filter(({ dimension }) => dimension === quantity.dimension)
  if (same.some((each) => isNear(each.value, quantity.value, Math.max(tolerance, toleranceOf('', each))))) return true
  // "A quarter past four" is said of the afternoon as well.
  if (quantity.dimension === 'clock' && quantity.value < HALF_DAY && !/[ap]\.?m|\d/i.test(quantity.text))
    return same.some(({ value }) => value === quantity.value + HALF_DAY)
  // Prices stand bare only where no price has its sign.
  const mayBeBare = quantity.dimension === 'money' ? same.length === 0 : MAY_BE_BARE.has(quantity.dimension)
  return mayBeBare && numbers.has(quantity.amount)
}
const HALF_DAY = 720
/** "15.40" is a time of day where one is known. */
const DOT_CLOCK = /^(\d{1,2})\.([0-5]\d)$/

/** Whether a number that measures nothing stands among others. */
function isBareThere({ text, value }: { text: string; value: number }, { numbers, quantities }: Figures): boolean {
  if (numbers.has(value)) return true
  const [, hour, minute] = DOT_CLOCK.exec(text) ?? []
  const time = Number(hour) * 60 + Number(minute)
  return hour !== undefined && quantities.some((each) => each.dimension === 'clock' && each.value === time)
}
const isShareOf = (value: number, shares: readonly number[]): boolean =>
  shares.some((each) => isNear(each, value, 0.01))

/** How many figures a sentence states, and how many of them stand among others as they are. */
export function standing(sentence: string): (known: Figures) => { all: number; there: number } {
  const { quantities, bare, shares } = statedIn(sentence)
  return (known) => ({
    all: quantities.length + bare.length + shares.length,
    there:
      quantities.filter((each) => stands(each, sentence, known)).length +
      bare.filter((each) => isBareThere(each, known)).length +
      shares.filter(({ value }) => isShareOf(value, known.shares)).length,
  })
}

/**
 * The figures of a sentence that follow from nothing, as they are written: each must be among the known ones, in whatever
 * unit, or come of them by a sum or difference that the sentence speaks of, a product with a count, or the arithmetic
 * that it shows.
 */
export function unknownFigures(sentence: string, known: Figures, reckons: boolean, shown: readonly number[]): string[] {
  const { quantities, bare, shares } = statedIn(sentence)
  const { numbers } = known
  const missing = quantities.filter((each) => !stands(each, sentence, known))
  const derived = missing.filter((each) => comesOf(each, reckons, known, quantities))
  // What the reply itself supposes ("two adults") is known once a sum is made of it.
  const factors = new Set(derived.flatMap((each) => factorsOf(each, known.quantities, missing)))
  return [
    ...missing
      .filter((each) => !derived.includes(each) && !factors.has(each.amount) && !follows(each.amount, shown, numbers))
      .map((each) => each.text.replace(/^an? (?=\d|\w+ per ?cent)/i, '')),
    ...bare
      .filter((each) => !isBareThere(each, known) && !factors.has(each.value) && !follows(each.value, shown, numbers))
      .map(({ text }) => text),
    ...shares
      .filter(
        ({ value }) =>
          !isShareOf(value, [...known.shares, ...(known.workedOut ?? [])]) && !follows(value, shown, numbers),
      )
      .map(({ text }) => text),
  ]
}

/** What a document may give without saying what it measures: counts and ages. */
const MAY_BE_BARE: ReadonlySet<Quantity['dimension']> = new Set(['count', 'age'])

/** Spans that a price is broken down into: the days of a week, the weeks and months of a year. */
const SPANS = [2, 7, 12, 30, 52]
/** A price broken down is told about: "less than £3.50 a day" for £3.43. */
const BROKEN_DOWN = 0.03

function comesOf(target: Quantity, reckons: boolean, known: Figures, own: readonly Quantity[]): boolean {
  const same = known.quantities.filter(
    (each) => each.dimension === target.dimension && (each.dimension !== 'count' || isOfOne(each, target)),
  )
  const values = [...new Set(same.map((each) => each.value))]
  const is = (value: number, tolerance = EXACT) => isNear(value, target.value, tolerance)
  if (reckons && values.some((a) => values.some((b) => a !== b && (is(a + b) || is(a - b))))) return true
  const amounts = [...known.numbers, ...own.map(({ amount }) => amount)]
  if (reckons && target.dimension !== 'money' && amounts.some((a) => amounts.some((b) => a - b === target.amount)))
    return true
  if (target.dimension === 'count')
    return amounts.some((a) => amounts.some((b) => b > 1 && a > b && a / b === target.amount))
  const counts = own.filter(({ dimension }) => dimension === 'count').map(({ amount }) => amount)
  const told = reckons
    ? [
        ...counts,
        ...known.quantities.filter(({ dimension }) => dimension === 'count').map(({ amount }) => amount),
        ...SPANS,
      ]
    : counts
  return values.some((a) => told.some((n) => n > 1 && (is(a * n) || is(a / n, reckons ? BROKEN_DOWN : EXACT))))
}

/** Whether two counts count the same: "nine shillings" and "two shillings". */
const isOfOne = (a: Quantity, b: Quantity): boolean => a.of.some((stem) => b.of.includes(stem))

/** The counts of a sentence that one of its sums was made with. */
function factorsOf(derived: Quantity, known: readonly Quantity[], missing: readonly Quantity[]): number[] {
  const bases = known.filter((each) => each.dimension === derived.dimension).map((each) => each.value)
  return missing
    .filter((each) => each !== derived && each.dimension === 'count')
    .map((each) => each.amount)
    .filter((count) =>
      bases.some((base) => isNear(base * count, derived.value, EXACT) || isNear(derived.value * count, base, EXACT)),
    )
}

/** Numbers as they follow each other in a shown working. */
export const operandsIn = (text: string): number[] =>
  /[×*+=÷]|\bplus\b|\btimes\b/.test(text)
    ? [...text.matchAll(NUMBER)].map((match) => plain(match[0])).slice(0, MOST_OPERANDS)
    : []
const MOST_OPERANDS = 24

/** Whether a figure follows from others by one or two steps of the arithmetic a sentence shows, to the penny. */
function follows(target: number, operands: readonly number[], known: ReadonlySet<number>): boolean {
  const numbers = operands.filter((each) => each !== target)
  if (!numbers.some((each) => known.has(each))) return false
  const isTarget = (value: number) => isNear(value, target, EXACT)
  // Weeks and months in a year belong to no document.
  const with12 = [...numbers, 12, 52]
  for (const a of with12) {
    for (const b of with12) {
      if (isTarget(a * b) || (b !== 0 && isTarget(a / b)) || isTarget(a + b) || isTarget(a - b)) return true
      for (const c of with12) if ((c !== 0 && isTarget((a * b) / c)) || isTarget(a * b + c)) return true
    }
  }
  return (
    sumsOfProducts(numbers).some(isTarget) ||
    [1000, 100].some((factor) => numbers.some((each) => isTarget(each * factor) || isTarget(each / factor)))
  )
}

/** a·b + c·d (+ e·f) for numbers as they follow each other: the sum of a shown working. */
function sumsOfProducts(numbers: readonly number[]): number[] {
  const sums: number[] = []
  for (let at = 0; at + 1 < numbers.length; at++) {
    let sum = 0
    for (let next = at; next + 1 < numbers.length; next += 2) {
      sum += numbers[next]! * numbers[next + 1]!
      sums.push(sum)
    }
  }
  return sums
}
