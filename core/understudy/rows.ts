import { contentStems, daysIn, quantitiesIn, terms, stemSet, jaccard } from '../text'
import type { AnswerKind } from '../question'
import { type Evidence } from './evidence'
import { suits } from './fit'
import type { Task } from './task'
import { keyOf, type Cell, type Unit } from './units'
import { heldBy, type Asked } from './asked'

/** Rows of one table that answer a question equally well, and the columns that hold the answer. */
export interface RowMatch {
  readonly rows: readonly Evidence[]
  readonly told: readonly string[]
  /** The first column in which the rows differ, when there are several rows. */
  readonly differsIn?: string
}

/** Columns shown of a row when the question names none. */
const MOST_CELLS = 4
/** Rows this near the best in coverage answer as well as it does. */
const AS_GOOD = 0.04

export const headersOf = (unit: Pick<Unit, 'cells'>): string => unit.cells.map((cell) => cell.header).join('|')

/** All rows at hand of the table a row stands in; empty cells leave no header, so rows of one table may differ in some. */
export const tableOf = (row: Evidence, evidence: readonly Evidence[]): Evidence[] =>
  evidence.filter((other) => other.kind === 'row' && sourceOf(other) === sourceOf(row) && isSameTable(row, other))

/** Rows of one table begin with the same header and share most others. */
function isSameTable(a: Unit, b: Unit): boolean {
  const [one, two] = [a, b].map((unit) => new Set(unit.cells.map((cell) => cell.header))) as [Set<string>, Set<string>]
  return a.cells[0]?.header === b.cells[0]?.header && jaccard(one, two) >= SAME_HEADERS
}

const SAME_HEADERS = 0.5

const sourceOf = (unit: Unit): string => unit.passage.place.split(' › ')[0]!

/**
 * The rows of the best row's table that answer as well as it does, narrowed by the days and the direction ("to
 * Eastmere", not "from") that the question names.
 */
export function matchRows(best: Evidence, task: Task): RowMatch {
  const { asked, kind } = task
  const near = tableOf(best, task.evidence).filter((row) => row.coverage >= best.coverage - AS_GOOD)
  const alike = near.length > 0 ? near : [best]
  const ofDay = narrowed(alike, (row) => isOnDays(row, asked.days))
  const directed = narrowed(ofDay, (row) => goesTheWay(row, asked))
  const called = narrowed(directed, (row) => isNamed(row, asked))
  const rated = kind === 'list' ? narrowed(called, (row) => saysYes(row, asked)) : called
  const latest = narrowed(rated, (row) => isNamedLast(row, asked))
  const rows = narrowed(
    latest,
    (row, all) => valueHits(row, asked) === Math.max(...all.map((each) => valueHits(each, asked))),
  )
  const told = toldColumns(rows, asked, kind)
  const columns = best.cells.map((cell) => cell.header).filter((header) => !told.includes(header))
  const differsIn = rows.length > 1 ? columns.find((header) => distinct(rows, header).length > 1) : undefined
  return { rows: [...rows].sort(inOrder), told, ...(differsIn === undefined ? {} : { differsIn }) }
}

/** Whether the question says the row's whole name: "the Canoe" is not the "Canoe long". */
function isNamed(row: Evidence, asked: Asked): boolean {
  const said = stemSet(asked.text)
  const key = [...contentStems(keyOf(row).value)]
  return key.length > 0 && key.every((each) => said.has(each))
}

/** "…, squash?": what was added last, to a question asked before, is what is meant now. */
function isNamedLast(row: Evidence, asked: Asked): boolean {
  const added = /, ([^,?]+)\W*$/.exec(asked.text)?.[1]
  const key = added === undefined ? [] : [...contentStems(keyOf(row).value)]
  const last = contentStems(added ?? '')
  return key.some((each) => last.has(each))
}

/** "Which one is vegan?", in a table with a column "Vegan: yes": the rows that say yes. */
function saysYes(row: Evidence, asked: Asked): boolean {
  const marks = row.cells.filter(
    (cell) => /^(?:yes|no)$/i.test(cell.value) && headerFit(cell.header, asked).hits >= LIGHT_HIT,
  )
  return marks.length > 0 && marks.every((cell) => /^yes$/i.test(cell.value))
}

const inOrder = (a: Evidence, b: Evidence): number => a.passage.number - b.passage.number || a.order - b.order

/** Those that pass, unless none does. */
function narrowed(
  rows: readonly Evidence[],
  passes: (row: Evidence, all: readonly Evidence[]) => boolean,
): readonly Evidence[] {
  const kept = rows.filter((row) => passes(row, rows))
  return kept.length > 0 ? kept : rows
}

export const valueOf = (row: Pick<Unit, 'cells'>, header: string): string =>
  row.cells.find((cell) => cell.header === header)?.value ?? ''

export const distinct = (rows: readonly Evidence[], header: string): string[] => [
  ...new Set(rows.map((row) => valueOf(row, header)).filter((value) => value !== '')),
]

function isOnDays(row: Evidence, days: ReadonlySet<number>): boolean {
  if (days.size === 0) return true
  const own = daysIn(row.text)
  return own.size === 0 || [...days].every((day) => own.has(day))
}

/** "To Eastmere" asks for a row that goes to Eastmere, not for one that starts there. */
function goesTheWay(row: Evidence, asked: Asked): boolean {
  const ways = [...asked.pairs].filter((pair) => /^(?:to|from) /.test(pair))
  return ways.every((way) => {
    const [preposition, place] = way.split(' ') as [string, string]
    return row.cells.every(({ value }) => {
      const stems = terms(value).map((term) => term.stem)
      const at = stems.indexOf(place)
      const to = stems.indexOf('to')
      if (at < 0 || to < 0) return true
      return preposition === 'to' ? at > to : at < to
    })
  })
}

const valueHits = (row: Evidence, asked: Asked): number => {
  const stems = stemSet(row.cells.map((cell) => cell.value).join(' '))
  return asked.terms.filter((term) => heldBy(term, stems) > 0).length
}

/** A header named by a word of the question's form ("cost") is named less than one named by its subject. */
const LIGHT_HIT = 0.4
/** "The last boat" asks for the column of last departures rather than for the one of boats. */
const ORDER = /^(?:first|last|earliest|latest|next|least|most)$/
const ORDER_HIT = 1.5

/** Headers that name what is asked for in other words. */
const HEADERS: readonly (readonly [RegExp, RegExp])[] = [
  [/\bmade (?:of|from|out of)\b/i, /^materials?\b/i],
  [
    /\bwho\b.*\b(?:made|built|wrote|painted|designed)\b|\bmade by\b/i,
    /^(?:maker|made by|builder|built by|author|by|artist)\b/i,
  ],
  [/^\W*where\b/i, /^(?:location|place|where|floor|room|address|site|venue)\b/i],
  [/^\W*(?:when|what year|in which year)\b/i, /^(?:year|date|when)\b/i],
  [/^\W*who\b/i, /^(?:contact|name|person|who|responsible)\b/i],
]
const MEANT_HIT = 2

/** How much of the question a header holds, and how much of the header the question's terms make up. */
function headerFit(header: string, asked: Asked, key = ''): { hits: number; share: number } {
  const [stems, about] = [stemSet(header), stemSet(key)]
  // "Medium dog" is what the row is about: "second animal" is no column for dogs.
  const held = asked.terms.filter((term) => heldBy(term, stems) > Math.min(heldBy(term, about), IN_KEY))
  const measures = quantitiesIn(header).filter((each) => each.dimension !== 'count')
  const isOfSize = measures.some((each) =>
    quantitiesIn(asked.text).some((other) => other.dimension === each.dimension && other.value === each.value),
  )
  const isMeant = HEADERS.some(([question, name]) => question.test(asked.text) && name.test(header))
  const hits = held.reduce(
    (sum, term) =>
      sum + (ORDER.test(term.word) ? ORDER_HIT : term.role === 'light' || heldBy(term, about) === 1 ? LIGHT_HIT : 1),
    (isOfSize ? 1 : 0) + (isMeant ? MEANT_HIT : 0),
  )
  return { hits, share: stems.size === 0 ? 0 : held.length / stems.size }
}

/** Up to so much of a term in its key takes it from the headers; a word that a header says itself stays its own. */
const IN_KEY = 0.99

/** The columns whose headers share most with the question, of those the ones that hold the kind of value asked for. */
function toldColumns(rows: readonly Evidence[], asked: Asked, kind: AnswerKind): string[] {
  const first = rows[0]!
  const key = keyOf(first)
  const others = first.cells.filter((cell) => cell !== key)
  const isFixed = (cell: Cell) =>
    rows.length === 1 &&
    headerFit(cell.header, asked).hits < 1 &&
    hitsValue(cell, asked) &&
    suits({ text: cell.value, cells: [] }, kind, asked) === 0
  const open = others.filter((cell) => !isFixed(cell) && !isRunningNumber(cell))
  const ofDay =
    asked.days.size === 0 ? [] : open.filter((cell) => [...daysIn(cell.header)].some((day) => asked.days.has(day)))
  if (ofDay.length > 0) return ofDay.map((cell) => cell.header)
  const fits = open.map((cell) => ({ cell, ...headerFit(cell.header, asked, key.value) }))
  const most = Math.max(0, ...fits.map((each) => each.hits))
  const named = most === 0 ? fits : fits.filter((each) => each.hits === most)
  const counts = kind === 'count' ? open.filter((cell) => /^\d+$/.test(cell.value)) : []
  if (counts.length === 1) return [counts[0]!.header]
  const fitting = named.filter(
    ({ cell }) => suits({ text: `${cell.header}: ${cell.value}`, cells: [cell] }, kind, asked) > 0,
  )
  // "How long does the bus take?" names the bus, but only the journey time is a length of time.
  const measuring = kind === 'measure' || kind === 'money'
  const elsewhere =
    measuring && fitting.length === 0
      ? fits.filter(({ cell }) => suits({ text: cell.value, cells: [cell] }, kind, asked) > 0)
      : []
  const apt = fitting.length > 0 ? fitting : elsewhere.length === 1 ? elsewhere : named
  const sharpest = Math.max(0, ...apt.map((each) => each.share))
  const sharp = most === 0 ? apt : apt.filter((each) => each.share >= sharpest - 0.01)
  const told = sharp.map(({ cell }) => cell.header)
  return told.length > 0 ? told.slice(0, MOST_CELLS) : [key.header]
}

export const isRunningNumber = ({ header, value }: Cell): boolean =>
  /^(?:no\.?|nr\.?|number|id|#)$/i.test(header) && /^\d+$/.test(value)

export const hitsValue = (cell: Cell, asked: Asked): boolean => {
  const stems = stemSet(cell.value)
  const days = daysIn(cell.value)
  return asked.terms.some((term) => heldBy(term, stems) > 0) || [...asked.days].some((day) => days.has(day))
}

/** The money a cell or a text states, if it states exactly one sum. */
export function oneSum(text: string): { amount: number; sign: string } | undefined {
  const sums = quantitiesIn(text).filter((each) => each.dimension === 'money')
  return sums.length === 1 ? { amount: sums[0]!.value, sign: sums[0]!.unit } : undefined
}
