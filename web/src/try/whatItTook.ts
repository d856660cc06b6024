import type { Turn } from '@parrot/contract'
import { count } from '../shared/when'

/** Tokens and cost of all requests of a turn, to stand after its time; nothing for a model that needs none. */
export function whatItTook(usage: Turn['usage']): string {
  if (usage.length === 0) return ''
  const tokens = usage.reduce((sum, each) => sum + each.prompt + each.completion, 0)
  const cost = usage.reduce((sum, each) => sum + (each.cost?.amount ?? 0), 0)
  const currency = usage.find((each) => each.cost)?.cost?.currency
  const paid = currency === undefined ? '' : `, ${currency}${Number(cost.toPrecision(2))}`
  return `, ${usage.some((each) => each.isReckoned) ? 'about ' : ''}${count(tokens)} tokens${paid}`
}
