import { oneLine, type Block, type Cell, type Locator } from './document'

/**
 * The blocks of a table given as rows of cell texts. The header is the first row that fills at least two cells; lines
 * above it that fill only one are its caption; a header that spans columns is joined with the row that parts them. Each later row becomes a block that can be read alone, because every
 * cell names its header. A table of one column, or without any row under its header, is kept as plain lines.
 */
export function tableBlocks(rows: readonly (readonly string[])[], locate: (row: number) => Locator): Block[] {
  const clean = rows.map((row) => row.map(oneLine))
  const headerAt = clean.findIndex((row) => filled(row) >= 2)
  if (headerAt < 0 || !clean.slice(headerAt + 1).some((row) => filled(row) > 0)) {
    return clean.flatMap((row, at) => line(row.filter(Boolean).join(' '), locate(at)))
  }
  const captions = clean.slice(0, headerAt).flatMap((row, at) => line(row.filter(Boolean).join(' '), locate(at)))
  const isTwofold = spansColumns(clean[headerAt]!) && isAllWords(clean[headerAt + 1] ?? [])
  const headers = isTwofold ? joined(clean[headerAt]!, clean[headerAt + 1]!) : clean[headerAt]!
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

function rowBlock(headers: readonly string[], row: readonly string[], locator: Locator): Block[] {
  if (filled(row) === 0) return []
  const cells: Cell[] = row.flatMap((value, at) => (value === '' ? [] : [{ header: headers[at] ?? '', value }]))
  if (cells.length === 1 && row.length > 1) return line(cells[0]!.value, locator)
  const text = cells.map((cell) => (cell.header ? `${cell.header}: ${cell.value}` : cell.value)).join('; ')
  return [{ kind: 'row', text, locator, cells }]
}
