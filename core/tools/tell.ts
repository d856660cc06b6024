/** The words that are needed to tell a result. */
export interface TellingWords {
  readonly nothingFound: string
  readonly more: (count: number) => string
}

const MOST_ROWS = 12
const MOST_COLUMNS = 6
const LONGEST_CELL = 120
const LONGEST_TEXT = 1500

/**
 * Tells what a tool gave back: one value as a line, a value with parts as a list, several alike as a table. With a
 * pattern ("A crossing for {{people}} costs {{total.amount}}") the value and the input fill its names; one that stays
 * empty makes the whole fall back on the plain telling.
 */
export function tellResult(
  value: unknown,
  words: TellingWords,
  pattern = '',
  input: Readonly<Record<string, unknown>> = {},
): string {
  const filled = pattern.trim() === '' ? undefined : fill(pattern, value, input)
  return filled ?? told(value, words)
}

/** The part of a value that a path names: "legs.0.from". */
export function partAt(value: unknown, path: string): unknown {
  return path
    .split('.')
    .filter((key) => key !== '')
    .reduce<unknown>(
      (at, key) =>
        typeof at === 'object' && at !== null && Object.hasOwn(at, key)
          ? (at as Record<string, unknown>)[key]
          : undefined,
      value,
    )
}

function fill(pattern: string, value: unknown, input: Readonly<Record<string, unknown>>): string | undefined {
  let isWhole = true
  const text = pattern.replace(/\{\{\s*([\w.-]+)\s*\}\}/g, (_, path: string) => {
    const found = partAt(value, path) ?? partAt(input, path)
    if (!isPlain(found) || String(found) === '') isWhole = false
    return String(found)
  })
  return isWhole ? text : undefined
}

type Row = Readonly<Record<string, unknown>>
const isPlain = (value: unknown): value is string | number | boolean =>
  typeof value === 'string' || typeof value === 'number' || typeof value === 'boolean'
const isRow = (value: unknown): value is Row => typeof value === 'object' && value !== null && !Array.isArray(value)

function told(value: unknown, words: TellingWords): string {
  if (value === null || value === undefined || value === '') return words.nothingFound
  if (isPlain(value)) return plain(String(value), LONGEST_TEXT)
  if (Array.isArray(value)) return listed(value, words)
  const entries = Object.entries(value as Row)
  const parts = entries.filter(([, each]) => isPlain(each)).map(([name, each]) => `- ${named(name)}: ${cell(each)}`)
  const lists = entries
    .filter(([, each]) => Array.isArray(each) && each.length > 0)
    .map(([, each]) => listed(each as unknown[], words))
  const nested = entries.filter(([, each]) => isRow(each)).map(([name, each]) => `${named(name)}\n${told(each, words)}`)
  return [parts.join('\n'), ...lists, ...nested].filter(Boolean).join('\n\n') || words.nothingFound
}

function listed(values: readonly unknown[], { nothingFound, more }: TellingWords): string {
  if (values.length === 0) return nothingFound
  const shown = values.slice(0, MOST_ROWS)
  const rest = values.length > MOST_ROWS ? `\n\n${more(values.length - MOST_ROWS)}` : ''
  if (!shown.every(isRow)) return shown.map((each) => `- ${cell(each)}`).join('\n') + rest
  const columns = [...new Set(shown.flatMap((row) => Object.keys(row).filter((key) => isPlain(row[key]))))].slice(
    0,
    MOST_COLUMNS,
  )
  if (columns.length === 0) return nothingFound
  if (shown.length === 1) return columns.map((name) => `- ${named(name)}: ${cell(shown[0]![name])}`).join('\n')
  const line = (cells: readonly string[]) => `| ${cells.join(' | ')} |`
  return (
    [
      line(columns.map(named)),
      line(columns.map(() => '---')),
      ...shown.map((row) => line(columns.map((name) => cell(row[name])))),
    ].join('\n') + rest
  )
}

/** "departs_at" and "departsAt" as people write it. */
const named = (key: string): string =>
  key
    .replace(/([a-z\d])([A-Z])/g, '$1 $2')
    .replace(/[_-]+/g, ' ')
    .toLowerCase()

const cell = (value: unknown): string =>
  isPlain(value)
    ? plain(String(value), LONGEST_CELL)
    : value === null || value === undefined
      ? ''
      : plain(JSON.stringify(value), LONGEST_CELL)

/** In one line, without what would end a cell. */
const plain = (text: string, most: number): string => {
  const line = text.replace(/\s+/g, ' ').replace(/\|/g, '/').trim()
  return line.length > most ? `${line.slice(0, most)}…` : line
}
