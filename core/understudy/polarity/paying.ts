import { quantitiesIn } from '../../text'
import type { Unit } from '../units'

/** What a statement or a row says of paying: free, at a price, both, or nothing. */
export function paymentIn(unit: Pick<Unit, 'text'>): 'free' | 'paid' | 'both' | undefined {
  const isFree =
    /\bfree(?: of charge)?\b(?! (?:days?|places?|seats?|spaces?|time))|\bno (?:charge|fee|cost)\b|\bcosts? nothing\b/i.test(
      unit.text.replace(/-free\b/g, ''),
    )
  const isPaid =
    quantitiesIn(unit.text).some(({ dimension, value }) => dimension === 'money' && value > 0) ||
    /\b(?:must|have to) pay\b/i.test(unit.text)
  return isFree && isPaid ? 'both' : isFree ? 'free' : isPaid ? 'paid' : undefined
}
