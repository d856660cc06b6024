import { quantitiesIn, stemSet, type Quantity } from '../../text'
import { roomFor } from '../capacity'
import { gatherEvidence, type Evidence } from '../evidence'
import { distinct, tableOf, valueOf } from '../rows'
import { rowPiece } from '../rowWords'
import type { Finding, Solver, Task } from '../task'
import { keyOf } from '../units'
import { heldBy } from '../asked'

/** A word that asks for the most or the least of something, and of what when the word itself tells. */
interface Wish {
  readonly direction: 'most' | 'least'
  readonly dimension?: Quantity['dimension']
  /** Whether it is of years: "the oldest". */
  readonly isYear?: boolean
  /** What it is of when no column is named. */
  readonly usually?: readonly Quantity['dimension'][]
}

const WISHES: readonly (readonly [RegExp, Wish])[] = [
  [/\b(?:cheapest|least expensive|lowest price|lowest fee)\b/i, { direction: 'least', dimension: 'money' }],
  [/\b(?:dearest|most expensive|priciest|costliest)\b/i, { direction: 'most', dimension: 'money' }],
  [/\bheaviest\b/i, { direction: 'most', dimension: 'mass' }],
  [/\blightest\b/i, { direction: 'least', dimension: 'mass' }],
  [/\b(?:hottest|warmest)\b/i, { direction: 'most', dimension: 'temperature' }],
  [/\b(?:coldest|coolest)\b/i, { direction: 'least', dimension: 'temperature' }],
  [/\b(?:quickest|fastest)\b/i, { direction: 'least', dimension: 'duration' }],
  [/\blongest\b/i, { direction: 'most', usually: ['duration', 'length'] }],
  [/\bshortest\b/i, { direction: 'least', usually: ['duration', 'length'] }],
  [/\b(?:oldest|earliest|first)\b/i, { direction: 'least', isYear: true }],
  [/\b(?:newest|youngest|latest|most recent)\b/i, { direction: 'most', isYear: true }],
  [/\b(?:highest|largest|biggest|greatest|most|tallest|widest)\b/i, { direction: 'most' }],
  [/\b(?:lowest|smallest|least|fewest|narrowest)\b/i, { direction: 'least' }],
]

/** A table needs so many rows before one of them can be the most. */
const FEWEST_ROWS = 2

/**
 * "Which has the highest deposit?", "What is the cheapest membership?": the row with the most or least in the column
 * that is named, or in the only one that holds the kind of figure asked for. All that tie are told.
 */
export const mostOrLeast: Solver = (task): Finding | undefined => {
  const wish = WISHES.find(([pattern]) => pattern.test(task.asked.text))?.[1]
  if (!wish || task.kind === 'yesNo' || task.kind === 'comparison' || task.kind === 'howTo') return undefined
  for (const rows of tablesAt(task)) {
    const column = columnFor(wish, rows, task)
    if (column === undefined) continue
    const needs = quantitiesIn(task.asked.text).filter((each) => rows.some((row) => roomFor(row, each) !== undefined))
    const meeting = rows.filter((row) => needs.every((each) => (roomFor(row, each) ?? 0) >= each.value))
    const figures = (needs.length > 0 && meeting.length > 0 ? meeting : rows).flatMap((row) => {
      const figure = figureIn(valueOf(row, column), wish)
      return figure === undefined ? [] : [{ row, figure }]
    })
    if (figures.length < (meeting.length < rows.length ? 1 : FEWEST_ROWS)) continue
    const best = (wish.direction === 'most' ? Math.max : Math.min)(...figures.map((each) => each.figure))
    const winners = figures.filter((each) => each.figure === best).map((each) => each.row)
    return {
      solver: 'most or least',
      pieces: winners.map((row) => rowPiece(row, [column], task)),
      note: `${wish.direction} of “${column}” among ${figures.length} rows: ${winners.map((row) => keyOf(row).value).join(', ')}`,
    }
  }
  return undefined
}

/** The tables at hand that are about what is asked, the likeliest first. */
function tablesAt(task: Task): Evidence[][] {
  // The word that asks for the most stands in no row, and what is asked for may stand in the headings alone.
  const terms = task.asked.terms
    .filter((term) => !isWish(term.stem))
    .map((term) => (term.role === 'focus' ? { ...term, role: 'subject' as const } : term))
  const evidence = gatherEvidence({ ...task.asked, terms }, 'open', task.passages)
  const tables: Evidence[][] = []
  for (const unit of evidence) {
    if (unit.kind !== 'row' || tables.some((rows) => rows.includes(unit))) continue
    tables.push(tableOf(unit, evidence))
  }
  return tables
    .map((rows) => ({ rows, fit: aboutness(rows, task) }))
    .filter(({ fit }) => fit > 0)
    .sort((a, b) => b.fit - a.fit)
    .map(({ rows }) => rows)
}

/** How many terms of the question a table's subject speaks of: its first header, its headings. */
function aboutness(rows: readonly Evidence[], task: Task): number {
  const first = rows[0]!
  const about = stemSet(`${keyOf(first).header} ${first.passage.place}`)
  const all = stemSet(first.cells.map((cell) => cell.header).join(' '))
  const terms = task.asked.terms.filter((term) => term.role !== 'number')
  const held = terms.filter((term) => heldBy(term, about) > 0)
  const isMissing = terms.some(
    (term) => term.role === 'subject' && heldBy(term, about) === 0 && heldBy(term, all) === 0 && !isWish(term.stem),
  )
  if (isMissing) return 0
  // "The cheapest for a junior" names no more than a column; "which house", asked of boats, not even that.
  const isOfOthers = terms.some((term) => term.role === 'focus' && heldBy(term, about) === 0)
  const columns = terms.filter((term) => term.role === 'subject' && heldBy(term, all) > 0).length
  return held.length + (isOfOthers ? 0 : COLUMN * columns)
}

const COLUMN = 0.5

const isWish = (stem: string): boolean =>
  WISHES.some(([pattern]) => pattern.test(stem)) ||
  /^(?:cheap|dear|expens|costl|pric|heavi|light|hot|cold|quick|fast|long|short|high|old|new|earli|recent|first|larg|big|great|most|tall|wide|low|small|least|few)/.test(
    stem,
  )

function columnFor(wish: Wish, rows: readonly Evidence[], task: Task): string | undefined {
  const key = keyOf(rows[0]!)
  const columns = [...new Set(rows.flatMap((row) => row.cells.map((cell) => cell.header)))].filter(
    (header) => header !== key.header && distinct(rows, header).some((value) => figureIn(value, wish) !== undefined),
  )
  const named = columns
    .map((header) => {
      const stems = stemSet(header)
      const hits = task.asked.terms.filter((term) => heldBy(term, stems) > 0 && !isWish(term.stem)).length
      return { header, hits: hits / Math.max(1, stems.size) }
    })
    .sort((a, b) => b.hits - a.hits)
  if (named[0] && named[0].hits > 0) return named[0].header
  // A word such as "cheapest" tells the kind of figure; the first such column is the one people mean.
  if (wish.dimension !== undefined || wish.isYear) return columns[0]
  return columns.find((header) =>
    distinct(rows, header).some((value) => quantitiesIn(value).some((each) => wish.usually?.includes(each.dimension))),
  )
}

/** The figure a cell holds, of the kind wished for; undefined when it holds none. */
function figureIn(value: string, wish: Wish): number | undefined {
  if (wish.isYear)
    return /^(?:c\.? ?|about |around )?1\d{3}$|^20\d\d$/.test(value.trim())
      ? Number(value.match(/\d{4}/)![0])
      : undefined
  if (wish.dimension === 'money' && /^(?:free|none|nothing|no charge)\b/i.test(value)) return 0
  const found = quantitiesIn(value).filter((each) => wish.dimension === undefined || each.dimension === wish.dimension)
  if (found.length > 0) return found[0]!.value
  return wish.dimension === undefined && /^\d+(?:[.,]\d+)?$/.test(value.trim())
    ? Number(value.replace(',', ''))
    : undefined
}
