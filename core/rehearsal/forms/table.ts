import { parse } from 'csv-parse/sync'
import type { Check } from '../checks'
import { scriptSchema, type Script } from '../script'
import { asCsv } from './csv'
import { MOST_SCRIPTS, type ScriptsRead } from './text'

/** What columns are called, in small letters; the first row names them. */
const COLUMNS: Readonly<Record<string, string>> = {
  question: 'question',
  asked: 'question',
  visitor: 'question',
  title: 'title',
  'must say': 'says',
  says: 'says',
  'must not say': 'never',
  'does not say': 'never',
  answer: 'means',
  means: 'means',
  source: 'cites',
  cites: 'cites',
  folder: 'folder',
  tags: 'tags',
}

/**
 * Scripts from a spreadsheet saved as CSV: a row each, with a question and what the answer must say, must not say, mean
 * and cite. Several texts in a cell stand on lines of their own. What cannot be read is told by line and column.
 */
export function scriptsFromTable(csv: string): ScriptsRead {
  let rows: { record: string[]; info: { lines: number } }[]
  try {
    rows = parse(csv, {
      bom: true,
      info: true,
      relax_column_count: true,
      skip_empty_lines: true,
      delimiter: delimiterOf(csv),
      to: MOST_SCRIPTS + 2,
    }) as never
  } catch (error) {
    const { lines = 1, column, message } = error as { lines?: number; column?: number; message: string }
    return { ok: false, line: lines, problem: message, ...(typeof column === 'number' ? { column: column + 1 } : {}) }
  }
  const [head, ...body] = rows
  const columns = head?.record.map((name) => COLUMNS[name.trim().toLowerCase()]) ?? []
  if (!columns.includes('question'))
    return { ok: false, line: 1, column: 1, problem: 'The first row must name the columns, one of them “question”.' }
  if (body.length > MOST_SCRIPTS)
    return { ok: false, line: MOST_SCRIPTS + 2, problem: `More than ${MOST_SCRIPTS} rows at once; split the table.` }
  const scripts: Script[] = []
  for (const { record, info } of body) {
    const cell = (name: string): string => record[columns.indexOf(name)]?.trim() ?? ''
    if (record.every((each) => each.trim() === '')) continue
    const say = cell('question')
    if (say === '')
      return {
        ok: false,
        line: info.lines,
        column: columns.indexOf('question') + 1,
        problem: 'There is no question in this row.',
      }
    const parsed = scriptSchema.safeParse({
      title: cell('title') || say.slice(0, 80),
      folder: cell('folder'),
      tags: cell('tags')
        .split(',')
        .map((tag) => tag.trim())
        .filter(Boolean),
      turns: [{ say, checks: checksOf(cell) }],
    })
    if (!parsed.success) {
      const { message, path } = parsed.error.issues[0]!
      return { ok: false, line: info.lines, problem: `${path.join('.')}: ${message}` }
    }
    scripts.push(parsed.data)
  }
  return { ok: true, scripts }
}

const linesOf = (text: string): string[] =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line !== '')

const checksOf = (cell: (name: string) => string): Check[] => [
  ...linesOf(cell('says')).map((text): Check => ({ kind: 'includes', text })),
  ...linesOf(cell('never')).map((text): Check => ({ kind: 'includes', text, not: true })),
  ...(cell('means') ? [{ kind: 'means', text: cell('means') } as const] : []),
  ...linesOf(cell('cites')).map((source): Check => ({ kind: 'cites', source })),
]

/** Semicolons and tabs part columns where the first line has more of them than commas. */
function delimiterOf(csv: string): string {
  const [first = ''] = csv.split('\n', 1)
  const count = (sign: string) => first.split(sign).length
  return [',', ';', '\t'].sort((a, b) => count(b) - count(a))[0]!
}

/** Each turn of a script as a row, those of one script under the same title. */
export function scriptsAsTable(scripts: readonly Script[]): string {
  const texts = (checks: readonly Check[], want: (check: Check) => string | undefined): string =>
    checks.flatMap((check) => want(check) ?? []).join('\n')
  const rows = scripts.flatMap(({ title, folder, tags, turns }) =>
    turns.map(({ say, checks }) => [
      say,
      title,
      texts(checks, (check) => (check.kind === 'includes' && !check.not ? check.text : undefined)),
      texts(checks, (check) =>
        (check.kind === 'includes' && check.not) || (check.kind === 'excludes' && !check.not) ? check.text : undefined,
      ),
      texts(checks, (check) => (check.kind === 'means' && !check.not ? check.text : undefined)),
      texts(checks, (check) => (check.kind === 'cites' && !check.not ? check.source : undefined)),
      folder,
      tags.join(', '),
    ]),
  )
  const head = ['question', 'title', 'must say', 'must not say', 'means', 'source', 'folder', 'tags']
  return asCsv([head, ...rows])
}
