import { wordsOf } from '../languages'
import { holds, tokensOf } from '../reading'
import {
  cellsIn,
  finished,
  languageOf,
  listSignOf,
  pairIn,
  remembered,
  sentences,
  withoutClauseNumber,
  withoutListSign,
  wordCount,
  type RowCell,
} from '../text'
import type { FoundPassage } from '../dialogue'

/** The smallest piece of a passage that can be said: a sentence, a point of a list, a row of a table. */
export interface Unit {
  readonly kind: 'sentence' | 'item' | 'row'
  readonly text: string
  /** The line that leads a list in ("You may not bring:"), or "". */
  readonly leadIn: string
  readonly cells: readonly RowCell[]
  /** Its place in the passage, and that of the line it stands in. */
  readonly at: number
  readonly line: number
}

/** What may be said as an answer: up to three sentences that stand together, a list with its lead, a row, or a point. */
export interface Window {
  readonly passage: FoundPassage
  /** The passage's place among those found, from 0. */
  readonly rank: number
  readonly kind: 'prose' | 'list' | 'item' | 'row'
  readonly units: readonly Unit[]
  /** As it is said, without citation. */
  readonly text: string
  readonly words: number
}

const MOST_SENTENCES = 3
const MOST_WORDS = 80
const MOST_LIST_WORDS = 170
/** A line of fewer words is a heading or a label, and answers nothing. */
const FEWEST_WORDS = 3

/** The units of a passage in order. Text that gives its reader orders is left out: documents are data. */
export const unitsOf = ({ text }: Pick<FoundPassage, 'text'>): readonly Unit[] => unitsIn(text)

const unitsIn = remembered((passage): readonly Unit[] => {
  const units: Unit[] = []
  let leadIn = ''
  const { orders } = wordsOf(languageOf(passage))
  const text = pairIn({ text: passage })?.answer ?? passage
  text.split('\n').forEach((written, line) => {
    const text = withoutClauseNumber(written).trim()
    if (text === '') return
    const add = (kind: Unit['kind'], said: string, cells: readonly RowCell[] = []) => {
      if (!holds(orders, tokensOf(said)))
        units.push({ kind, text: said, leadIn: kind === 'item' ? leadIn : '', cells, at: units.length, line })
    }
    if (listSignOf(text) !== '') return add('item', text)
    const cells = cellsIn(text)
    if (cells) return add('row', text, cells)
    for (const sentence of sentences(text)) add('sentence', sentence.text)
    leadIn = text.endsWith(':') ? (sentences(text).at(-1)?.text ?? '') : ''
  })
  return units
})

/** Whether an item is a step of a procedure rather than a point of a list. */
export const isStep = (unit: Unit): boolean => unit.kind === 'item' && /^\d/.test(unit.text)

/** All windows of a passage. */
export function windowsOf(passage: FoundPassage, rank: number): Window[] {
  const units = unitsOf(passage)
  const windows: Window[] = []
  const add = (kind: Window['kind'], own: readonly Unit[], text: string) => {
    const words = wordCount(text)
    if (words >= FEWEST_WORDS || kind === 'row') windows.push({ passage, rank, kind, units: own, text, words })
  }
  units.forEach((unit, at) => {
    if (unit.kind === 'row') add('row', [unit], unit.text)
    if (unit.kind === 'item') add('item', [unit], sayItem(unit))
    if (unit.kind !== 'sentence') return
    const list = listAfter(units, at)
    if (list.length > 0) {
      const text = [unit.text, ...list.map((item) => item.text)].join('\n')
      if (wordCount(text) <= MOST_LIST_WORDS) add('list', [unit, ...list], text)
      return
    }
    for (let size = 1; size <= MOST_SENTENCES; size++) {
      const own = units.slice(at, at + size)
      if (own.length < size || own.some((each) => each.kind !== 'sentence')) break
      // A line that leads a list in says nothing without it.
      if (listAfter(units, at + size - 1).length > 0) break
      const text = own.map((each) => finished(each.text)).join(' ')
      if (size > 1 && wordCount(text) > MOST_WORDS) break
      add('prose', own, text)
    }
  })
  // A list that no line leads in: its heading does.
  const first = units.findIndex((unit) => unit.kind === 'item')
  if (first === 0 || (first > 0 && units[first - 1]!.kind === 'row')) {
    const own = units
      .slice(first)
      .filter((unit, n, all) => unit.kind === 'item' && (n === 0 || all[n - 1]!.kind === 'item'))
    const text = own.map((item) => item.text).join('\n')
    if (own.length > 1 && wordCount(text) <= MOST_LIST_WORDS) add('list', own, text)
  }
  return windows
}

/** The points of the list that a sentence leads in. */
function listAfter(units: readonly Unit[], at: number): Unit[] {
  const lead = units[at]!
  if (!lead.text.endsWith(':') && units[at + 1]?.leadIn !== lead.text) return []
  const items: Unit[] = []
  for (const unit of units.slice(at + 1)) {
    if (unit.kind !== 'item') break
    items.push(unit)
  }
  return items
}

/** An item said by itself, with the line that leads it in unless it is a clause of its own. */
export function sayItem(unit: Unit): string {
  const item = withoutListSign(unit.text)
  const isClause = wordCount(item) >= CLAUSE_WORDS && /^\p{Lu}/u.test(item)
  return finished(unit.leadIn === '' || isClause ? item : `${unit.leadIn.replace(/:\s*$/, '')}: ${item}`)
}
const CLAUSE_WORDS = 6

/** What stands around a passage: its headings and its source's title; of a pair the question. */
export const contextOf = (passage: FoundPassage): string =>
  [passage.sourceTitle, ...passage.headings, headingOf(passage)].join('\n')

/** What a passage is told to be about: its own heading, or the question of a pair. */
export const headingOf = (passage: FoundPassage): string => pairIn(passage)?.question ?? passage.headings.at(-1) ?? ''
