/**
 * The cells of a line of a reply that is written as a row of a table ("| Fare | £9.00 |"); undefined for any other line.
 * `isRule` marks the line of dashes between head and rows, which says nothing.
 */
export function tableLine(line: string): { readonly cells: readonly string[]; readonly isRule: boolean } | undefined {
  const inner = /^\|(.+)\|\s*$/.exec(line.trim())?.[1]
  if (inner === undefined) return undefined
  const cells = inner.split('|').map((cell) => cell.trim())
  return { cells, isRule: cells.every((cell) => /^:?-{2,}:?$/.test(cell)) }
}
