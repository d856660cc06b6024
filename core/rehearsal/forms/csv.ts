import { stringify } from 'csv-stringify/sync'

/** Rows as CSV (RFC 4180); a cell that a spreadsheet would take for a formula is kept as text. */
export const asCsv = (rows: readonly (readonly (string | number)[])[]): string =>
  stringify(
    rows.map((row) => [...row]),
    { record_delimiter: 'windows', escape_formulas: true },
  ).trimEnd()
