/** One cell of a line that is a row of a table, under its header. */
export interface RowCell {
  readonly header: string
  readonly value: string
}

/** A row as a passage holds it: "Route: Quay to Holm; Boat: Petrel". */
const ROW = /^[^:;]{1,60}: [^;]+(?:; [^:;]{1,60}: [^;]+)+$/

/** The cells of a line that is a row of a table; undefined for any other line. */
export const cellsIn = (line: string): readonly RowCell[] | undefined =>
  ROW.test(line)
    ? line.split('; ').map((cell) => {
        const at = cell.indexOf(': ')
        return { header: cell.slice(0, at), value: cell.slice(at + 2) }
      })
    : undefined
