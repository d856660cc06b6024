import { contentStems, type RowCell } from '../text'
import { figureIn } from './cell'
import { rowsIn, type Ground, type Material, type MaterialPassage } from './material'
import type { InsertOf } from './schema'

const MOST_ROWS = 60
const MOST_LABELS = 40
const MOST_SERIES = 6

interface Table {
  readonly headers: readonly string[]
  readonly rows: readonly (readonly string[])[]
  readonly title: string
  readonly ground: Ground
}

/** The table that what is asked for stands in: all its rows, or those that are named. */
function tableFor({ about, passages, whole }: Material): Table | undefined {
  const nearest = passages
    .flatMap((passage) => rowsIn(passage).map((row) => ({ passage, ...row, fit: passage.coverage })))
    .sort((a, b) => b.fit - a.fit)[0]
  if (!nearest) return undefined
  const headers = headersOf(nearest.cells)
  const rows = whole(nearest.passage.sourceId).flatMap((passage) =>
    rowsIn(passage).filter(({ cells }) => isUnder(headersOf(cells), headers)),
  )
  const wanted = contentStems(about)
  const named = rows.filter(({ cells }) => cells.some(({ value }) => [...contentStems(value)].some(isIn(wanted))))
  const kept = named.length > 0 && named.length < rows.length ? named : rows
  if (kept.length === 0) return undefined
  const columns = longest(kept.map(({ cells }) => headersOf(cells)))
  return {
    headers: columns,
    rows: kept
      .slice(0, MOST_ROWS)
      .map(({ cells }) => columns.map((header) => cells.find((cell) => cell.header === header)?.value ?? '')),
    title: titleOf(nearest.passage),
    ground: { passage: nearest.passage, quote: nearest.line },
  }
}

const isIn = (wanted: ReadonlySet<string>) => (each: string) => wanted.has(each)
const headersOf = (cells: readonly RowCell[]): string[] => cells.map(({ header }) => header)
/** A row that leaves cells out belongs to the same table. */
const isUnder = (own: readonly string[], headers: readonly string[]): boolean =>
  own[0] === headers[0] && (own.every((each) => headers.includes(each)) || headers.every((each) => own.includes(each)))
const longest = (lists: readonly (readonly string[])[]): readonly string[] =>
  lists.reduce((best, each) => (each.length > best.length ? each : best), [])
const titleOf = ({ sourceTitle, headings }: MaterialPassage): string => headings.at(-1) ?? sourceTitle

/** A table of the library; undefined where none stands near what is asked for. */
export function makeTable(material: Material): { insert: InsertOf<'table'>; grounds: Ground[] } | undefined {
  const table = tableFor(material)
  if (!table) return undefined
  const { headers, rows, title, ground } = table
  return {
    insert: { kind: 'table', title, columns: [...headers], rows: rows.map((row) => [...row]), marker: 1 },
    grounds: [ground],
  }
}

/** A value that stands for time passing: a year, a month, a date. */
const PASSES = /^(?:\d{4}(?:-\d{2}){0,2}|(?:jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec)\w*\.?(?: \d{2,4})?)$/i

/** Figures of a table as a chart; undefined where no table with figures stands near what is asked for. */
export function makeChart(material: Material): { insert: InsertOf<'chart'>; grounds: Ground[] } | undefined {
  const table = tableFor(material)
  if (!table) return undefined
  const columns = table.headers.map((header, at) => ({
    header,
    values: table.rows.map((row) => row[at] ?? ''),
    figures: table.rows.map((row) => figureIn(row[at] ?? '')),
  }))
  const numeric = columns.filter(
    ({ figures, values }) =>
      figures.some(Boolean) && figures.every((figure, at) => figure !== undefined || values[at] === ''),
  )
  const wanted = contentStems(material.about)
  const spread = ({ values }: { readonly values: readonly string[] }) => new Set(values).size
  const asked = numeric.filter(({ header }) => [...contentStems(header)].some(isIn(wanted)))
  const best = [...(asked.length > 0 ? asked : numeric)].sort((a, b) => spread(b) - spread(a))
  const labels = columns.filter((column) => !numeric.includes(column))
  const [first] = best
  const [label, second] = labels
  if (!first || !label) return undefined
  const unit = first.figures.find(Boolean)!.unit
  const grounds = [table.ground]
  const made = (names: readonly string[], series: InsertOf<'chart'>['series']) => ({
    insert: {
      kind: 'chart' as const,
      title: series.length === 1 ? series[0]!.name : `${first.header}: ${table.title}`,
      shape: names.every((name) => PASSES.test(name)) ? ('line' as const) : ('bars' as const),
      labels: names.slice(0, MOST_LABELS),
      series: series.slice(0, MOST_SERIES).map(({ name, values }) => ({ name, values: values.slice(0, MOST_LABELS) })),
      unit,
      marker: 1,
    },
    grounds,
  })
  // One row a label: each column in the same unit is a series of its own.
  if (spread(label) === table.rows.length) {
    const alike = (asked.length > 0 ? asked : numeric).filter(
      ({ figures }) => figures.find(Boolean)?.unit === unit && unit !== '',
    )
    return made(
      label.values,
      (alike.length > 0 ? alike : [first]).map(({ header, figures }) => ({
        name: header,
        values: figures.map((figure) => figure?.value ?? null),
      })),
    )
  }
  // Several rows a label: what tells them apart is the series.
  const names = [...new Set(label.values)]
  const groups = second && spread(second) <= MOST_SERIES ? [...new Set(second.values)] : undefined
  const valueFor = (name: string, group: string | undefined): number | null => {
    const at = table.rows.findIndex(
      (_, row) => label.values[row] === name && (group === undefined || second!.values[row] === group),
    )
    return at < 0 ? null : (first.figures[at]?.value ?? null)
  }
  return made(
    names,
    groups
      ? groups.map((group) => ({ name: group, values: names.map((name) => valueFor(name, group)) }))
      : [{ name: first.header, values: names.map((name) => valueFor(name, undefined)) }],
  )
}
