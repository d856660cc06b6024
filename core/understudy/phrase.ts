import { finished, words } from '../text'
import type { Evidence } from './evidence'
import { matchRows } from './rows'
import { lowerFirst, sayRow } from './rowWords'
import type { Task } from './task'
import { withoutBullet, type Unit } from './units'

/** A unit as a finished sentence that can stand alone; the question decides which cells of a row are told. */
export function sayUnit(unit: Evidence, task: Task): string {
  if (unit.kind === 'row') return sayRow(unit, matchRows(unit, task).told, task)
  if (unit.kind === 'item') return sayItem(unit)
  return finished(unit.text)
}

/** An item under a leading line is said with it: "You may not bring: fireworks" → "You may not bring: fireworks." */
export function sayItem(unit: Unit): string {
  const item = withoutBullet(unit.text)
  const isClause = words(item).length >= 6 && /^\p{Lu}/u.test(item)
  if (unit.leadIn === '' || isClause) return finished(item)
  return finished(`${unit.leadIn.replace(/:\s*$/, '')}: ${lowerFirst(item)}`)
}

/** The statement without a yes or no of its own, which the verdict gives. */
export function withoutVerdict(text: string): string {
  const rest = text.replace(/^(?:yes|no)[,.:;]\s+/i, '')
  return rest === text ? text : rest[0]!.toUpperCase() + rest.slice(1)
}
