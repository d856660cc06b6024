import ExcelJS from 'exceljs'
import { parse } from 'csv-parse/sync'
import { decodeText } from '../encoding'
import { baseName, failed, readable, type Block, type Locator, type Reader } from '../document'
import { tableBlocks } from '../tables'
import { withoutEmptyRows } from './sparse'

/** Rows that one sheet or table may have: beyond, its text would be more than any library holds. */
const MAX_ROWS = 300_000
const MAX_COLUMNS = 200

const atRow = (sheet: string, row: number): Locator => ({ kind: 'row', sheet, row, label: `${sheet}, row ${row}` })

/** Excel workbook (XLSX) → document: each sheet a section, each row a block with its headers; cells as displayed. */
export const readXlsx: Reader = async (file) => {
  const workbook = new ExcelJS.Workbook()
  const packed = withoutEmptyRows(file.bytes)
  if (packed && packed.rows > MAX_ROWS) return tooLong(file.name)
  try {
    await workbook.xlsx.load((packed?.bytes ?? file.bytes).slice().buffer as never)
  } catch {
    return failed(
      `“${file.name}” is not a readable workbook.`,
      'Save it as XLSX in a spreadsheet program and add it again.',
    )
  }
  const blocks: Block[] = []
  for (const sheet of workbook.worksheets) {
    blocks.push({ kind: 'heading', level: 1, text: sheet.name, locator: atRow(sheet.name, 1) })
    const rows: string[][] = []
    const numbers: number[] = []
    // Asked once: the package counts it anew over all rows.
    const columns = Math.min(sheet.columnCount, MAX_COLUMNS)
    sheet.eachRow({ includeEmpty: false }, (row, number) => {
      const cells: string[] = []
      for (let at = 1; at <= columns; at++) cells.push(shown(row.getCell(at)))
      rows.push(cells)
      numbers.push(number)
    })
    // One by one: a call takes only so many arguments, and sheets have more rows.
    for (const block of tableBlocks(rows, (at) => atRow(sheet.name, numbers[at] ?? at + 1))) blocks.push(block)
  }
  return readable(workbook.title || baseName(file.name), blocks, file.name)
}

const tooLong = (name: string) =>
  failed(
    `“${name}” has more than ${MAX_ROWS.toLocaleString('en-GB')} rows in one table.`,
    'Take out what the agent need not know, or split it, and add the parts.',
  )

/** A cell as a person sees it: money with its sign and two decimals, dates as dates, formulas as their result. */
function shown(cell: ExcelJS.Cell): string {
  const value = cell.type === ExcelJS.ValueType.Formula ? cell.result : cell.value
  if (typeof value === 'number') {
    const sign = /[£€$¥]/.exec(cell.numFmt ?? '')?.[0] ?? ''
    const decimals = /0\.(0+)/.exec(cell.numFmt ?? '')?.[1]?.length
    const isShare = (cell.numFmt ?? '').includes('%')
    const number = isShare ? value * 100 : value
    return `${sign}${decimals === undefined ? String(number) : number.toFixed(decimals)}${isShare ? '%' : ''}`
  }
  if (value instanceof Date) return shownDate(value)
  return cell.text ?? ''
}

const MONTHS = 'January February March April May June July August September October November December'.split(' ')

/**
 * A date, a time or both. A spreadsheet keeps a time as a share of a day: one without a date falls on its day zero, in
 * 1899. Its clock has no zone, so it is read in UTC as the package gives it.
 */
function shownDate(date: Date): string {
  const time = date.toISOString().slice(11, 16)
  if (date.getUTCFullYear() < 1900) return time
  const day = `${date.getUTCDate()} ${MONTHS[date.getUTCMonth()]} ${date.getUTCFullYear()}`
  return time === '00:00' ? day : `${day}, ${time}`
}

const DELIMITERS = [',', ';', '\t', '|']
const LINES_LOOKED_AT = 20

/** The delimiter that parts the first lines into the same number of cells, the more the better; quoted text is left out. */
function delimiterOf(text: string): string {
  const lines = text
    .slice(0, 20_000)
    .replace(/"(?:[^"]|"")*"/g, 'x')
    .split(/\r?\n/)
    .filter((line) => line.trim() !== '')
    .slice(0, LINES_LOOKED_AT)
  const fits = DELIMITERS.map((delimiter) => {
    const counts = lines.map((line) => line.split(delimiter).length)
    const usual = counts.slice().sort((a, b) => a - b)[counts.length >> 1] ?? 1
    const even = counts.filter((count) => count === usual).length / Math.max(1, counts.length)
    return { delimiter, fit: usual > 1 ? even * usual ** 0.5 : 0 }
  })
  return fits.sort((a, b) => b.fit - a.fit)[0]!.delimiter
}

/** CSV or TSV → document. A first line "sep=;" names the delimiter; else it is told from the first lines. */
export const readCsv: Reader = (file) => {
  const decoded = decodeText(file.bytes, file.mediaType)
  const named = /^\uFEFF?sep=(.)\r?\n/.exec(decoded)
  const text = named ? decoded.slice(named[0].length) : decoded
  const delimiter = named?.[1] ?? delimiterOf(text)
  try {
    const rows: string[][] = parse(text, {
      delimiter,
      relax_column_count: true,
      relax_quotes: true,
      skip_empty_lines: true,
      bom: true,
      to: MAX_ROWS + 1,
    })
    if (rows.length > MAX_ROWS) return tooLong(file.name)
    const title = baseName(file.name)
    return readable(
      title,
      tableBlocks(rows, (at) => atRow(title, at + 1)),
      file.name,
    )
  } catch (error) {
    const where = /line (\d+)/.exec(String(error))?.[1]
    return failed(
      `“${file.name}” is not a readable table${where ? `: line ${where} does not fit` : ''}.`,
      'Export it again as CSV with one delimiter throughout.',
    )
  }
}
