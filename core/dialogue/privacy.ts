import { EMAIL, FEWEST_PHONE_FIGURES, FIGURES, LINK } from '../text'
import type { TurnContext, TurnState } from './turn'

/** Whether figures make a payment card number: 13 to 19 of them with a valid check digit (Luhn, ISO/IEC 7812-1). */
export function isCardNumber(figures: string): boolean {
  if (!/^\d{13,19}$/.test(figures)) return false
  let sum = 0
  for (let at = 0; at < figures.length; at++) {
    const digit = Number(figures[figures.length - 1 - at])
    const counted = at % 2 === 1 ? digit * 2 : digit
    sum += counted > 9 ? counted - 9 : counted
  }
  return sum % 10 === 0
}

/**
 * A text without what nobody gave: links, e-mail addresses, phone and card numbers that stand neither in the passages nor
 * in the brief nor in what the visitor said. Card numbers are never repeated, wherever they come from.
 */
export function withheld(text: string, known: readonly string[]): { text: string; removed: string[] } {
  const all = known.join('\n').toLowerCase()
  const figures = all.replace(/[\s().-]/g, '')
  const removed: string[] = []
  const hide = (what: string): string => {
    removed.push(what)
    return '…'
  }
  const isOpen = (address: string): boolean =>
    all.includes(
      address
        .toLowerCase()
        .replace(/^https?:\/\/(?:www\.)?|^www\./, '')
        .replace(/[.,;:!?/]+$/, ''),
    )
  const result = text
    .replace(LINK, (found, words: string | undefined, target: string | undefined) => {
      const [address, shown] = target === undefined ? [found, found] : [target, words!]
      if (isOpen(address)) return target === undefined ? found : `${words} (${target})`
      removed.push('a link')
      return target === undefined ? '…' : shown
    })
    .replace(EMAIL, (found) =>
      all.includes(found.toLowerCase().replace(/[.,;]+$/, '')) ? found : hide('an e-mail address'),
    )
    .replace(FIGURES, (found) => {
      const plain = found.replace(/\D/g, '')
      if (isCardNumber(plain)) return hide('a card number')
      if (plain.length < FEWEST_PHONE_FIGURES || figures.includes(plain)) return found
      return hide('a phone number')
    })
  return { text: result, removed }
}

export const MASKS = ['email', 'phone', 'card'] as const
export type Mask = (typeof MASKS)[number]

/** A text with addresses and numbers of some kinds made unreadable, as it may be kept. */
export function masked(text: string, masks: readonly Mask[]): string {
  const hidden = new Set(masks)
  const withoutAddresses = hidden.has('email') ? text.replace(EMAIL, '[e-mail]') : text
  return withoutAddresses.replace(FIGURES, (found) => {
    const plain = found.replace(/\D/g, '')
    if (isCardNumber(plain)) return hidden.has('card') ? '[card]' : found
    return hidden.has('phone') && plain.length >= FEWEST_PHONE_FIGURES ? '[phone]' : found
  })
}

/** The same for every text within a value; its figures and its shape stay. */
export const maskedWithin = <Value>(value: Value, masks: readonly Mask[]): Value =>
  masks.length === 0
    ? value
    : typeof value === 'string'
      ? (masked(value, masks) as Value)
      : Array.isArray(value)
        ? (value.map((each: unknown) => maskedWithin(each, masks)) as Value)
        : typeof value === 'object' && value !== null
          ? (Object.fromEntries(
              Object.entries(value).map(([name, each]: [string, unknown]) => [name, maskedWithin(each, masks)]),
            ) as Value)
          : value

/** What the visitor said up to this line, and what they told of themselves. */
export const saidIn = (state: TurnState, { conversation }: TurnContext): string[] => [
  ...new Set([
    state.said,
    state.question,
    ...conversation.map((each) => each.said),
    ...state.memory.facts.map((fact) => fact.value),
  ]),
]

/** The earlier replies. */
export const repliedIn = ({ conversation }: TurnContext): string[] => conversation.map((each) => each.reply)

/** Texts whose private data may be said: the passages found, the brief, and what was said. */
export const openIn = (state: TurnState, context: TurnContext): string[] => [
  ...state.given.map((passage) => passage.text),
  ...state.briefed.map((line) => line.text),
  ...saidIn(state, context),
  ...repliedIn(context),
]
