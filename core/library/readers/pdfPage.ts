/** A stretch of text on one line of a page without a wide gap in it; places in points, from the top left corner. */
export interface Segment {
  /** Words parted by one space each. */
  readonly text: string
  readonly left: number
  readonly right: number
  /** The baseline's distance from the top. */
  readonly base: number
  /** Type size. */
  readonly size: number
  readonly isBold: boolean
}

/** One line of a page as a person reads it, with the place of its first character. */
export interface Line extends Segment {
  readonly page: number
  readonly pageHeight: number
  /** True for the first line of a column that goes on from the foot of the one before it. */
  readonly opensColumn: boolean
}

/** A table found on a page: its cells row by row, and the left edges of its columns. */
export interface Grid {
  readonly cells: readonly (readonly string[])[]
  readonly lefts: readonly number[]
  readonly page: number
  /** The same as lines, for when it turns out to be no table. */
  readonly lines: readonly Line[]
  /** The page of each row, when the table goes over several. */
  readonly pages?: readonly number[]
}

export type Part = Line | Grid

export const isGrid = (part: Part): part is Grid => 'cells' in part
export const isLine = (part: Part): part is Line => !isGrid(part)

/** Where a page's text stands. */
export interface PageFrame {
  readonly page: number
  readonly height: number
}

/** Segments whose baselines differ by less than this share of the type size stand on one line. */
const SAME_LINE = 0.35
/** A text column holds lines of at least this many characters on the whole; what is shorter is a table's. */
const COLUMN_CHARACTERS = 24
/** Lines a page must be parted over before it is taken for set in columns. */
const COLUMN_LINES = 4
const MARKER = /^(?:[^\p{L}\p{N}]{1,2}|\(?[\p{L}\d]{1,3}[.)]|\d+(?:\.\d+)+\.?)$/u
const LEADERS = /(?:\.\s?){4,}/

type Row = readonly Segment[]

/**
 * A page's segments in the order they are read: columns one after the other, tables as grids, everything else as
 * lines from top to bottom. A column or table is told by a gap that runs down through several lines; what stands at
 * both sides tells which: full lines are columns of text, short ones are cells.
 */
export function readingOrder(segments: readonly Segment[], frame: PageFrame): Part[] {
  const rows = rowsOf(segments)
  const parts: Part[] = []
  for (let from = 0; from < rows.length;) {
    const stretch = isRunningHead(rows[from]!, frame) ? undefined : stretchFrom(rows, from)
    const found = stretch && (columnsIn(stretch.rows, stretch.gaps, frame) ?? gridIn(stretch.rows, stretch.gaps, frame))
    if (found) {
      parts.push(...found)
      from += stretch.rows.length
    } else parts.push(lineOf(rows[from++]!, frame))
  }
  return parts
}

/** How much of a page's height, at its top and its foot, holds running heads and page numbers. */
export const MARGIN_SHARE = 0.09
const FOLIO = /^(?:page\s+)?\d{1,4}(?:\s*(?:of|\/)\s*\d{1,4})?$/i

/** A title and a page number side by side in the margin are no row of the table under them. */
const isRunningHead = (row: Row, { height }: PageFrame): boolean =>
  (row[0]!.base < height * MARGIN_SHARE || row[0]!.base > height * (1 - MARGIN_SHARE)) &&
  row.some((segment) => FOLIO.test(segment.text))

/** Segments grouped by baseline, each group from left to right, the groups from top to bottom. */
function rowsOf(segments: readonly Segment[]): Segment[][] {
  const rows: Segment[][] = []
  for (const segment of [...segments].sort((a, b) => a.base - b.base || a.left - b.left)) {
    const row = rows.at(-1)
    const first = row?.[0]
    if (first && Math.abs(first.base - segment.base) <= SAME_LINE * Math.min(first.size, segment.size))
      row.push(segment)
    else rows.push([segment])
  }
  return rows.map((row) => row.sort((a, b) => a.left - b.left))
}

function lineOf(row: Row, { page, height }: PageFrame, opensColumn = false): Line {
  const { left, base, size, isBold } = row[0]!
  const text = row.length === 1 ? row[0]!.text : row.map((segment) => segment.text).join(' ')
  return { text, left, right: row.at(-1)!.right, base, size, isBold, page, pageHeight: height, opensColumn }
}

type Gap = readonly [from: number, to: number]

/** A gap is at least this wide, in type sizes. */
const GAP = 0.8
/** Lines further apart than this, in type sizes, do not belong to one table or column run. */
const BREAK = 4.5

/** The longest run of rows from here on that one or more gaps part, with those gaps; the first row must have one. */
function stretchFrom(rows: readonly Row[], from: number): { rows: Row[]; gaps: Gap[] } | undefined {
  const first = rows[from]!
  if (first.length < 2 || MARKER.test(first[0]!.text)) return undefined
  let gaps = gapsOf(first)
  const run = [first]
  for (let at = from + 1; at < rows.length; at++) {
    const row = rows[at]!
    const above = run.at(-1)![0]!
    if (row[0]!.base - above.base > BREAK * Math.max(above.size, row[0]!.size)) break
    const left = meet(gaps, freeOf(row)).filter(([a, b]) => b - a >= GAP * row[0]!.size)
    if (left.length === 0 || (left.length < gaps.length && row.length === 1 && run.length > 2)) break
    // A row set across several of the columns ends a table that is well under way.
    if (left.length < gaps.length && run.length > 3 && row.length > 1 && left.length * 2 < gaps.length) break
    gaps = left
    run.push(row)
  }
  while (run.length > 1 && run.at(-1)!.length < 2 && !isWrapped(run, gaps)) run.pop()
  return run.length > 1 ? { rows: run, gaps } : undefined
}

/** A last row with one segment belongs to the run when it stands right under a cell that is not in the first column. */
function isWrapped(run: readonly Row[], gaps: readonly Gap[]): boolean {
  const last = run.at(-1)!
  const above = run.at(-2)!
  const isClose = last[0]!.base - above[0]!.base <= 1.5 * last[0]!.size
  const isColumn = run.every((row) => row.length < 2 || charactersOf(row) > 2 * COLUMN_CHARACTERS)
  return isClose && (columnAt(last[0]!, gaps) > 0 || isColumn)
}

const charactersOf = (row: Row): number => row.reduce((sum, segment) => sum + segment.text.length, 0)

const gapsOf = (row: Row): Gap[] => row.slice(1).map((segment, at): Gap => [row[at]!.right, segment.left])

/** What a row leaves free: its gaps, and everything beside it. */
const freeOf = (row: Row): Gap[] => [[-Infinity, row[0]!.left], ...gapsOf(row), [row.at(-1)!.right, Infinity]]

const meet = (a: readonly Gap[], b: readonly Gap[]): Gap[] =>
  a.flatMap(([from, to]) =>
    b.flatMap(([start, end]): Gap[] => {
      const low = Math.max(from, start)
      const high = Math.min(to, end)
      return high > low ? [[low, high]] : []
    }),
  )

const columnAt = (segment: Segment, gaps: readonly Gap[]): number =>
  gaps.filter(([from, to]) => (segment.left + segment.right) / 2 > (from + to) / 2).length

/** The rows parted into what stands in each column. */
const partedBy = (rows: readonly Row[], gaps: readonly Gap[]): Segment[][][] =>
  Array.from({ length: gaps.length + 1 }, (_, column) =>
    rows.map((row) => row.filter((segment) => columnAt(segment, gaps) === column)),
  )

/** Two or three columns of running text, read one after the other; undefined when it is not that. */
function columnsIn(rows: readonly Row[], gaps: readonly Gap[], frame: PageFrame): Line[] | undefined {
  if (gaps.length > 2 || rows.length < COLUMN_LINES) return undefined
  const columns = partedBy(rows, gaps).map((column) => column.filter((row) => row.length > 0))
  const isText = columns.every((column) => {
    const lengths = column.map(charactersOf).sort((a, b) => a - b)
    return column.length >= COLUMN_LINES && lengths[column.length >> 1]! >= COLUMN_CHARACTERS
  })
  if (!isText || !columns.every(runsOn)) return undefined
  return columns.flatMap((column, at) => column.map((row, line) => lineOf(row, frame, at > 0 && line === 0)))
}

/** Running text goes on from line to line: most of its lines do not begin like a new cell. */
function runsOn(column: readonly Row[]): boolean {
  const next = column.slice(1)
  const goesOn = next.filter((row, at) => {
    const above = column[at]!.map((segment) => segment.text).join(' ')
    const isFull = column[at]!.at(-1)!.right >= Math.max(...column.map((each) => each.at(-1)!.right)) - 4 * row[0]!.size
    return isFull && !/^[\d£€$]+[\d.,]*$/.test(above)
  })
  return goesOn.length >= next.length / 2
}

/** A table; undefined when the rows are only lines with a wide gap in them. */
function gridIn(rows: readonly Row[], gaps: readonly Gap[], frame: PageFrame): Grid[] | undefined {
  const full = rows.filter((row) => row.length > 1).length
  if (full < (gaps.length > 1 ? 2 : 3)) return undefined
  const columns = partedBy(rows, gaps)
  const isList = columns[0]!.every((cell) => cell.length === 0 || MARKER.test(cell[0]!.text))
  const hasLeaders = rows.filter((row) => row.some((segment) => LEADERS.test(segment.text))).length * 2 > rows.length
  const isSparse = columns.some((column) => column.filter((cell) => cell.length > 0).length * 3 < rows.length)
  if (isList || hasLeaders || isSparse) return undefined
  const cells = joinWrapped(rows, columns)
  const lefts = columns.map((column) => Math.min(...column.flatMap((cell) => cell.map((segment) => segment.left))))
  return [{ cells, lefts, page: frame.page, lines: rows.map((row) => lineOf(row, frame)) }]
}

/** Lines closer than this, in type sizes, belong to one row whose cells are centred beside each other. */
const HALF_STEP = 0.75

/**
 * Cell texts by row. Lines half a step apart are one row with centred cells. A line without a first cell goes on with
 * the row above; so does one that stands closer to the line above than the table's rows stand apart, when its own cells
 * are not all there.
 */
function joinWrapped(rows: readonly Row[], columns: readonly Segment[][][]): string[][] {
  const steps = rows.map((row, at) => (at === 0 ? Infinity : row[0]!.base - rows[at - 1]![0]!.base))
  const isHalf = rows.map((row, at) => steps[at]! < HALF_STEP * row[0]!.size)
  const apart = Math.max(...steps.slice(1))
  const table: string[][] = []
  rows.forEach((row, at) => {
    const cells = columns.map((column) => column[at]!.map((segment) => segment.text).join(' '))
    const step = steps[at]!
    const goesOn =
      isHalf[at] ||
      (!isHalf[at + 1] && cells[0] === '' && step <= 1.6 * row[0]!.size) ||
      (step < apart / 1.25 && cells.some((cell) => cell === ''))
    const above = table.at(-1)
    if (above && goesOn) cells.forEach((cell, column) => (above[column] = `${above[column]} ${cell}`.trim()))
    else table.push(cells)
  })
  return table
}
