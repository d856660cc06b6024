import ExcelJS from 'exceljs'
import { parse } from 'csv-parse/sync'
import { decodeText } from '../encoding'
import { baseName, failed, readable, type Block, type Locator, type Reader } from '../document'
import { tableBlocks } from '../tables'

const MAX_ROWS = 100_000

const atRow = (sheet: string, row: number): Locator => ({ kind: 'row', sheet, row, label: `${sheet}, row ${row}` })

/** Excel workbook (XLSX) → document: each sheet a section, each row a block with its headers; cells as displayed. */
export const readXlsx: Reader = async (file) => {
  const workbook = new ExcelJS.Workbook()
  try {
    await workbook.xlsx.load(file.bytes.slice().buffer as never)
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
    sheet.eachRow({ includeEmpty: false }, (row, number) => {
      if (rows.length >= MAX_ROWS) return
      const cells: string[] = []
      for (let at = 1; at <= Math.min(sheet.columnCount, 200); at++) cells.push(shown(row.getCell(at)))
      rows.push(cells)
      numbers.push(number)
    })
    blocks.push(...tableBlocks(rows, (at) => atRow(sheet.name, numbers[at] ?? at + 1)))
  }
  return readable(workbook.title || baseName(file.name), blocks, file.name)
}

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
  if (value instanceof Date) return value.toISOString().slice(0, 10)
  return cell.text ?? ''
}

/** CSV or TSV → document: the delimiter is the one of `, ; tab |` that parts the first line most. */
export const readCsv: Reader = (file) => {
  const text = decodeText(file.bytes, file.mediaType)
  const firstLine = text.slice(0, text.search(/\r?\n|$/))
  const delimiter = [',', ';', '\t', '|'].sort((a, b) => firstLine.split(b).length - firstLine.split(a).length)[0]!
  try {
    const rows: string[][] = parse(text, {
      delimiter,
      relax_column_count: true,
      relax_quotes: true,
      skip_empty_lines: true,
      bom: true,
      to: MAX_ROWS,
    })
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
