import { figureIn } from '../inserts'
import { cellsIn, contentStems, quantitiesIn, type RowCell } from '../text'
import type { Schema, ToolResult } from './tool'

/** A table whose rows can be asked for by what stands in them. */
export interface LookupTable {
  readonly columns: readonly LookupColumn[]
  readonly rows: readonly (readonly RowCell[])[]
}

/** A column: what an input for it is called, and what there is to choose from where that is little. */
export interface LookupColumn {
  readonly header: string
  readonly input: string
  /** Undefined for figures and for what is different in every row: that is told, and not asked for. */
  readonly choices: readonly string[] | undefined
}

/** More different values than this are nothing to choose from. */
const MOST_CHOICES = 40
const MOST_ROWS = 20

/** More tables in one source are left out. */
const MOST_TABLES = 10

/** The tables that the passages of a source hold, the largest first: rows belong together by their first header. */
export function lookupTables(texts: readonly string[]): LookupTable[] {
  const byFirst = new Map<string, (readonly RowCell[])[]>()
  for (const line of texts.flatMap((text) => text.split('\n'))) {
    const row = cellsIn(line.trim())
    if (row) byFirst.set(row[0]!.header, [...(byFirst.get(row[0]!.header) ?? []), row])
  }
  return [...byFirst.values()]
    .sort((a, b) => b.length * b[0]!.length - a.length * a[0]!.length)
    .slice(0, MOST_TABLES)
    .map((rows) => {
      const headers = [...new Set(rows.flatMap((row) => row.map(({ header }) => header)))]
      return { rows, columns: headers.map((header) => columnOf(header, rows)) }
    })
}

function columnOf(header: string, rows: LookupTable['rows']): LookupColumn {
  const values = rows.flatMap((row) => row.filter((cell) => cell.header === header).map(({ value }) => value.trim()))
  const different = [...new Set(values)].filter((value) => value !== '')
  const isFigure = different.length > 0 && different.every(isFigureOrTime)
  const isFew = different.length <= MOST_CHOICES && different.length > 0
  // A name that tells the rows apart is asked for, too; figures never are.
  return { header, input: inputOf(header), choices: isFew && !isFigure ? different : undefined }
}

/** A figure with its unit, or a time of day. */
const isFigureOrTime = (value: string): boolean =>
  figureIn(value) !== undefined || quantitiesIn(value).some(({ dimension }) => dimension === 'clock')

const inputOf = (header: string): string =>
  header
    .trim()
    .toLowerCase()
    .replace(/[^\p{L}\d]+/gu, '_')
    .replace(/^_+|_+$/g, '') || 'value'

/** What is asked for: what can be chosen, the first of it always. */
export function lookupInput({ columns }: LookupTable): Schema {
  const asked = columns.filter(({ choices }) => choices !== undefined)
  return {
    type: 'object',
    properties: Object.fromEntries(
      asked.map(({ header, input, choices }) => [input, { type: 'string', description: header, enum: [...choices!] }]),
    ),
    required: asked.slice(0, 1).map(({ input }) => input),
  }
}

/** The rows that hold everything that is asked for, as values by header; one row as itself. */
export function lookUp({ columns, rows }: LookupTable, input: Readonly<Record<string, unknown>>): ToolResult {
  const asked = columns.flatMap(({ header, input: name }) => {
    const value = input[name]
    return typeof value === 'string' && value.trim() !== '' ? [{ header, value }] : []
  })
  const found = rows.filter((row) =>
    asked.every(({ header, value }) => row.some((cell) => cell.header === header && isSame(cell.value, value))),
  )
  const values = found
    .slice(0, MOST_ROWS)
    .map((row) => Object.fromEntries(row.map(({ header, value }) => [header, value])))
  const value = values.length === 1 ? values[0] : values
  return { text: JSON.stringify(value), value }
}

/** The same value, in whatever letters; or the same words. */
function isSame(one: string, other: string): boolean {
  if (one.trim().toLowerCase() === other.trim().toLowerCase()) return true
  const [a, b] = [contentStems(one), contentStems(other)]
  return a.size > 0 && a.size === b.size && [...a].every((stem) => b.has(stem))
}
