import type { StudyResult } from '@parrot/contract'

/** A value as a cell (RFC 4180); one that a spreadsheet would take for a formula is kept as text. */
const cell = (value: string | number): string => {
  const text = typeof value === 'string' && /^[=+\-@\t\r]/.test(value) ? `'${value}` : String(value)
  return /[",\n\r]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text
}

/** A comparison as CSV: a line each, both answers with words, checks and time, and the vote. */
export function comparisonAsCsv(
  { one, other, lines }: Extract<StudyResult, { kind: 'compare' }>,
  votes: Readonly<Record<string, string>>,
): string {
  const heads = (side: string) => [side, `${side}: words`, `${side}: checks held`, `${side}: checks`, `${side}: ms`]
  const rows = lines.map((line, at) => [
    line.title,
    line.say,
    ...[line.one, line.other].flatMap(({ reply, words, held, checks, tookMs }) => [reply, words, held, checks, tookMs]),
    { one, other, same: 'alike' }[votes[String(at)] ?? ''] ?? '',
  ])
  return [['script', 'line', ...heads(one), ...heads(other), 'vote'], ...rows]
    .map((row) => row.map((value) => cell(value)).join(','))
    .join('\r\n')
}
