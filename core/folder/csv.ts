import { parse } from 'csv-parse/sync'
import { stringify } from 'csv-stringify/sync'
import type { FolderProblem } from './form'

/** Rows as CSV (RFC 4180, with line feeds), every cell as it is, so that it reads the same again. */
export const csvOf = (rows: readonly (readonly string[])[]): string => stringify(rows.map((row) => [...row]))

/** The rows of a table with these columns, each with its line; or what is wrong with it. */
export function rowsOf<Column extends string>(
  file: string,
  bytes: Uint8Array,
  columns: readonly Column[],
):
  | { readonly ok: true; readonly rows: readonly (Readonly<Record<Column, string>> & { readonly line: number })[] }
  | { readonly ok: false; readonly problem: FolderProblem } {
  let read: { record: string[]; info: { lines: number } }[]
  try {
    const text = new TextDecoder().decode(bytes)
    read = parse(text, { bom: true, info: true, skip_empty_lines: true, relax_column_count: true }) as never
  } catch (error) {
    const { lines, message } = error as { lines?: number; message: string }
    return { ok: false, problem: { file, ...(lines ? { line: lines } : {}), message } }
  }
  const [head, ...body] = read
  const names = head?.record.map((name) => name.trim().toLowerCase()) ?? []
  const missing = columns.find((column) => !names.includes(column))
  if (missing)
    return {
      ok: false,
      problem: { file, line: 1, message: `The first row must name the columns, one of them “${missing}”.` },
    }
  const rows = body.map(({ record, info }) => ({
    ...(Object.fromEntries(columns.map((column) => [column, record[names.indexOf(column)] ?? ''])) as Record<
      Column,
      string
    >),
    line: info.lines,
  }))
  return { ok: true, rows }
}
