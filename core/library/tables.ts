import { oneLine, type Block, type Cell, type Locator } from './document'

/**
 * The blocks of a table given as rows of cell texts. The header is the first row that fills at least two cells; lines
 * above it that fill only one are its caption. Each later row becomes a block that can be read alone, because every
 * cell names its header. A table of one column, or without any row under its header, is kept as plain lines.
 */
export function tableBlocks(rows: readonly (readonly string[])[], locate: (row: number) => Locator): Block[] {
  const clean = rows.map((row) => row.map(oneLine))
  const headerAt = clean.findIndex((row) => filled(row) >= 2)
  if (headerAt < 0 || !clean.slice(headerAt + 1).some((row) => filled(row) > 0)) {
    return clean.flatMap((row, at) => line(row.filter(Boolean).join(' '), locate(at)))
  }
  const captions = clean.slice(0, headerAt).flatMap((row, at) => line(row.filter(Boolean).join(' '), locate(at)))
  const headers = clean[headerAt]!
  const body = clean.slice(headerAt + 1).flatMap((row, at) => rowBlock(headers, row, locate(headerAt + 1 + at)))
  return [...captions, ...body]
}

const filled = (row: readonly string[]): number => row.filter((cell) => cell !== '').length

const line = (text: string, locator: Locator): Block[] => (text === '' ? [] : [{ kind: 'paragraph', text, locator }])

function rowBlock(headers: readonly string[], row: readonly string[], locator: Locator): Block[] {
  if (filled(row) === 0) return []
  const cells: Cell[] = row.flatMap((value, at) => (value === '' ? [] : [{ header: headers[at] ?? '', value }]))
  if (cells.length === 1 && row.length > 1) return line(cells[0]!.value, locator)
  const text = cells.map((cell) => (cell.header ? `${cell.header}: ${cell.value}` : cell.value)).join('; ')
  return [{ kind: 'row', text, locator, cells }]
}
