import { quantitiesIn } from '../text'
import { oneLine, type Block, type Cell, type Locator } from './document'

/**
 * The blocks of a table given as rows of cell texts. The header is the first row that fills at least two cells; lines
 * above it that fill only one are its caption; a header that spans columns is joined with the row that parts them; a
 * unit that stands in a header goes to the numbers under it. Each later row becomes a block that can be read alone,
 * because every cell names its header. A table of one column, or without any row under its header, is kept as plain lines.
 */
export function tableBlocks(rows: readonly (readonly string[])[], locate: (row: number) => Locator): Block[] {
  const clean = rows.map((row) => row.map(oneLine))
  const headerAt = clean.findIndex((row) => filled(row) >= 2)
  if (headerAt < 0 || !clean.slice(headerAt + 1).some((row) => filled(row) > 0)) {
    return clean.flatMap((row, at) => line(row.filter(Boolean).join(' '), locate(at)))
  }
  const captions = clean.slice(0, headerAt).flatMap((row, at) => line(row.filter(Boolean).join(' '), locate(at)))
  const isTwofold = spansColumns(clean[headerAt]!) && isAllWords(clean[headerAt + 1] ?? [])
  const headers = (isTwofold ? joined(clean[headerAt]!, clean[headerAt + 1]!) : clean[headerAt]!).map(headerOf)
  const from = headerAt + (isTwofold ? 2 : 1)
  const body = clean.slice(from).flatMap((row, at) => rowBlock(headers, row, locate(from + at)))
  return [...captions, ...body]
}

/** A header over several columns says the same in each; the row below then tells them apart. */
const spansColumns = (row: readonly string[]): boolean => row.some((cell, at) => cell !== '' && cell === row[at + 1])
const isAllWords = (row: readonly string[]): boolean => filled(row) >= 2 && row.every((cell) => !/\d/.test(cell))
const joined = (over: readonly string[], under: readonly string[]): string[] =>
  over.map((cell, at) => [...new Set([cell, under[at] ?? ''])].filter(Boolean).join(' '))

const filled = (row: readonly string[]): number => row.filter((cell) => cell !== '').length

const line = (text: string, locator: Locator): Block[] => (text === '' ? [] : [{ kind: 'paragraph', text, locator }])

/** What a column is called, and the unit its bare numbers are in: "Rent (£)", "Weight in kg", "Length, m". */
interface Header {
  readonly name: string
  readonly unit: string
}

const UNIT_IN_HEADER =
  /^(.+?)(?:\s*[([]\s*(?:in )?([^()[\]\d]{1,12}?)\s*[)\]]|,?\s+in ([\p{L}£€$¥%°]{1,10})|,?\s+([£€$¥%]))$/u

function headerOf(text: string): Header {
  const [, name = '', ...units] = UNIT_IN_HEADER.exec(text) ?? []
  const unit = units.find((each) => each !== undefined) ?? ''
  return unit !== '' && isUnit(unit) ? { name, unit } : { name: text, unit: '' }
}

/** Whether a number with this beside it is a measure: "(adults)" and "(2)" in a header are none. */
const isUnit = (unit: string): boolean =>
  quantitiesIn(withUnit('12', unit)).some(({ dimension }) => dimension !== 'count' && dimension !== 'age')

/** A bare number with the unit of its column, so that the row can be read alone; anything else stays as it is. */
const withUnit = (value: string, unit: string): string =>
  unit === '' || !/^-?\d{1,3}(?:[, ']?\d{3})*(?:[.,]\d+)?$|^-?\d+(?:[.,]\d+)?$/.test(value)
    ? value
    : /^[£€$¥]$/.test(unit)
      ? `${unit}${value}`
      : `${value}${unit === '%' ? '' : ' '}${unit}`

function rowBlock(headers: readonly Header[], row: readonly string[], locator: Locator): Block[] {
  if (filled(row) === 0) return []
  const cells: Cell[] = row.flatMap((value, at) => {
    const { name, unit } = headers[at] ?? { name: '', unit: '' }
    return value === '' ? [] : [{ header: name, value: withUnit(value, unit) }]
  })
  if (cells.length === 1 && row.length > 1) return line(cells[0]!.value, locator)
  const text = cells.map((cell) => (cell.header ? `${cell.header}: ${cell.value}` : cell.value)).join('; ')
  return [{ kind: 'row', text, locator, cells }]
}
