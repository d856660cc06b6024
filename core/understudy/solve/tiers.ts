import { numberOf, stem } from '../../text'

/** A price for the first so many, and another for each one more. */
export interface Tiers {
  /** How many the first price covers. */
  readonly first: number
  readonly base: Price
  readonly further: Price
  /** Stems of what is counted; empty when the statement leaves it open ("each further one"). */
  readonly of: readonly string[]
}

interface Price {
  readonly amount: number
  readonly sign: string
}

const NUMBER = String.raw`\d+|two|three|four|five|six|seven|eight|nine|ten|twelve|twenty`
const MONEY = String.raw`([£€$])\s?(\d{1,3}(?:,\d{3})*(?:\.\d+)?)`
const MORE = String.raw`(?:each|every|any|per) (?:further|additional|extra|other|subsequent|more)`
/** "Up to three items cost £38, each further item £9." */
const COUNT_FIRST = new RegExp(
  String.raw`\b(?:up to|the first|first) (?:(${NUMBER}) )?([\p{L}-]+) (?:\p{L}+ ){0,2}${MONEY}\b.{0,40}?\b${MORE} ([\p{L}-]+).{0,20}?${MONEY}`,
  'iu',
)
/** "£48 a year for the first bin and £30 for each further one." */
const PRICE_FIRST = new RegExp(
  String.raw`${MONEY}[^.;]{0,30}? for (?:up to|the first|first) (?:(${NUMBER}) )?([\p{L}-]+)\b.{0,20}?${MONEY}[^.;]{0,20}? for ${MORE} ([\p{L}-]+)`,
  'iu',
)

const price = (sign: string, amount: string): Price => ({ sign, amount: numberOf(amount)! })
/** "The first bin" is one; "the first three hours" are three. */
const countOf = (word: string | undefined): number | undefined => (word === undefined ? 1 : numberOf(word))
const isOpen = (noun: string): boolean => /^(?:one|unit|piece)s?$/i.test(noun)

/** The tiers a statement names, or undefined. */
export function tiersIn(text: string): Tiers | undefined {
  const counted = COUNT_FIRST.exec(text)
  if (counted) {
    const [, word, noun, sign, amount, next, nextSign, nextAmount] = counted as unknown as string[]
    return tiers(countOf(word), [noun!, next!], price(sign!, amount!), price(nextSign!, nextAmount!))
  }
  const priced = PRICE_FIRST.exec(text)
  if (!priced) return undefined
  const [, sign, amount, word, noun, nextSign, nextAmount, next] = priced as unknown as string[]
  return tiers(countOf(word), [noun!, next!], price(sign!, amount!), price(nextSign!, nextAmount!))
}

function tiers(first: number | undefined, nouns: readonly string[], base: Price, further: Price): Tiers | undefined {
  const of = [...new Set(nouns.filter((noun) => !isOpen(noun)).map((noun) => stem(noun)))]
  return first === undefined ? undefined : { first, base, further, of }
}
