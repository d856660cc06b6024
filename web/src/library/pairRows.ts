import { parse } from 'csv-parse/browser/esm/sync'
import type { Pair } from '@parrot/contract'

const HEADER = /^(?:questions?|asked|q)$/i

/**
 * Pairs of a table pasted from a spreadsheet or read from a CSV file: question in the first column, answer in the rest;
 * a header row is left out. A row that lacks its answer is kept, so that it is seen.
 */
export function pairsFrom(text: string): Pair[] {
  const first = text.split(/\r?\n/, 1)[0]!
  const delimiter = ['\t', ';', ','].find((each) => first.includes(each)) ?? ','
  const rows = parse(text, {
    delimiter,
    bom: true,
    relax_column_count: true,
    relax_quotes: true,
    skip_empty_lines: true,
  }) as string[][]
  return (HEADER.test(rows[0]?.[0]?.trim() ?? '') ? rows.slice(1) : rows).map(([question = '', ...answer]) => ({
    question: question.trim(),
    answer: answer
      .filter((cell) => cell.trim() !== '')
      .join(' ')
      .trim(),
  }))
}
