import { tokensOf } from '../../reading'
import { fitsKind } from '../kindFit'
import { heldBy, shareOf } from '../measure'
import type { Finding, Task, Way } from '../task'
import { bandOf } from '../bands'
import { contextOf, windowsOf, type Window } from '../windows'
import { keyOf, rowPiece } from './plain'

/** Rows this near the best answer as well. */
const AS_GOOD = 0.02
/** So many rows are told; of more it is asked which is meant. */
const MOST_ROWS = 4
/** A row must be among so many of the likeliest windows for its table to be read. */
const LOOKED_AT = 3
/** The values of a row name so much of a question, or its headers must do. */
const BY_VALUES = 0.12

/** The rows of the table that one of the likeliest windows stands in. */
export function tableOf({ read, turn }: Task): Window[] {
  const row = read.ranked.slice(0, LOOKED_AT).find(({ window }) => window.kind === 'row')?.window
  if (!row) return []
  const headers = headersOf(row)
  return turn.found
    .flatMap((passage, rank) => (passage.sourceId === row.passage.sourceId ? windowsOf(passage, rank) : []))
    .filter((window) => window.kind === 'row' && headersOf(window) === headers)
}

const headersOf = ({ units }: Window): string => units[0]!.cells.map(({ header }) => header).join('|')

/** A table cell: the rows whose values the question names, and of them the columns it asks for. */
export const table: Way = {
  name: 'table',
  run(task) {
    const rows = tableOf(task)
    if (rows.length === 0 || bandOf(task.read.confidence) === 'unknown') return undefined
    const { asked } = task.read
    const scored = rows.map((window) => ({
      window,
      held: heldBy(asked, window.units[0]!.cells.map(({ value }) => value).join('; ')),
    }))
    const shares = scored.map(({ held }) => shareOf(asked, held))
    const most = Math.max(...shares)
    const best = asWritten(
      task.question.text,
      scored.filter((_, at) => shares[at]! >= most - AS_GOOD),
    )
    const columns = columnsFor(task, best[0]!.window, best[0]!.held)
    if (!isNamed(task, best[0]!.window, best[0]!.held)) return undefined
    // What only a header names is told of a few rows, and only where the kind of thing asked for is there.
    if (most < BY_VALUES && (rows.length > MOST_ROWS || task.question.kind === 'open' || task.question.isYesNo))
      return undefined
    if (task.question.kind === 'list' && best.length > 1)
      return listOf(
        task,
        best.map(({ window }) => window),
      )
    if (best.length > MOST_ROWS)
      return askWhich(
        task,
        best.map(({ window }) => window),
      )
    const apart = tellingApart(
      best.map(({ window }) => window),
      columns,
    )
    const pieces = best.map(({ window }) => rowPiece(window, task, columns.length > 0 ? columns : undefined, apart))
    if (!pieces.every(({ text }) => task.isAllowed(text))) return undefined
    return {
      outcome: 'answered',
      pieces: best.length > 2 ? pieces.map((piece) => ({ ...piece, layout: 'line' as const })) : pieces,
      note: `${best.length === 1 ? 'One row names' : `${best.length} rows name`} what is asked about${columns.length > 0 ? `; told: ${columns.join(', ')}` : ''}`,
    }
  },
}

/** What a table holds: the subjects of its rows, each once. */
function listOf(task: Task, rows: readonly Window[]): Finding | undefined {
  const keys = new Map(rows.map((row) => [keyOf(row.units[0]!.cells).value, row.rank + 1]))
  if (keys.size < 2 || keys.size > MOST_LISTED || ![...keys.keys()].every(task.isAllowed)) return undefined
  return {
    outcome: 'answered',
    pieces: [...keys].map(([value, cite]) => ({ text: `- ${value}`, cites: [cite], layout: 'line' as const })),
    note: `The table holds ${keys.size}`,
  }
}
const MOST_LISTED = 25

/** The header whose cells tell rows of one subject apart; undefined when their subjects do. */
function tellingApart(rows: readonly Window[], told: readonly string[]): string | undefined {
  const keys = new Set(rows.map(({ units }) => keyOf(units[0]!.cells).value))
  if (rows.length < 2 || keys.size === rows.length) return undefined
  return rows[0]!.units[0]!.cells.find(
    ({ header }, at) =>
      !told.includes(header) && new Set(rows.map(({ units }) => units[0]!.cells[at]?.value)).size > keys.size,
  )?.header
}

/** Of rows that are named alike, those that hold most of the question's neighbouring words: "to Sula Holm". */
function asWritten<T extends { readonly window: Window }>(question: string, rows: readonly T[]): readonly T[] {
  const pairsOf = (text: string) =>
    tokensOf(text)
      .slice(1)
      .map((token, at) => `${tokensOf(text)[at]!.text} ${token.text}`)
  const asked = new Set(pairsOf(question))
  const counts = rows.map(({ window }) => pairsOf(window.text).filter((pair) => asked.has(pair)).length)
  const most = Math.max(...counts)
  return rows.filter((_, at) => counts[at] === most)
}

/** Whether a row with its headers and what stands around it speaks of all that is asked about, and tells the kind of thing asked for. */
function isNamed({ question, read }: Task, { units, passage, text }: Window, byValues: readonly number[]): boolean {
  const { cells } = units[0]!
  const around = heldBy(read.asked, [contextOf(passage), ...cells.map(({ header }) => header)].join('\n'))
  const isSpoken = read.asked.terms.every(
    ({ weight }, at) => weight < TELLING || Math.max(byValues[at]!, around[at]!) >= HELD,
  )
  return isSpoken && fitsKind(question, text) > 0
}
/** A word of this weight says what is asked about; it is held when something stands for it this well. */
const TELLING = 0.3
const HELD = 0.6

/** The headers of the columns a question asks for: those it names, else those that hold the kind of thing it asks for. */
export function columnsFor({ question, read }: Task, row: Window, byValues: readonly number[]): string[] {
  const key = keyOf(row.units[0]!.cells)
  const cells = row.units[0]!.cells.filter((cell) => cell !== key)
  const named = cells
    .map(({ header }) => ({
      header,
      share: shareOf(
        read.asked,
        heldBy(read.asked, header).map((how, at) => (byValues[at]! >= 0.8 ? 0 : how)),
      ),
    }))
    .filter(({ share }) => share > 0.12)
  if (named.length > 0) {
    const most = Math.max(...named.map(({ share }) => share))
    return named.filter(({ share }) => share >= most - AS_GOOD).map(({ header }) => header)
  }
  return cells.filter(({ value }) => fitsKind(question, value) === 1).map(({ header }) => header)
}

/** Asks which of many rows is meant, by the column that tells them apart. */
function askWhich({ phrases, question }: Task, rows: readonly Window[]): Finding | undefined {
  const { header } = keyOf(rows[0]!.units[0]!.cells)
  const choices = [...new Set(rows.map(({ units }) => keyOf(units[0]!.cells).value))]
  if (choices.length < 2 || choices.length > MOST_CHOICES || question.isYesNo) return undefined
  const listed = `${choices.slice(0, -1).join(', ')} ${phrases.or} ${choices.at(-1)}`
  return {
    outcome: 'clarified',
    pieces: [{ text: phrases.which(header.toLowerCase(), listed) }],
    note: `${rows.length} rows answer equally well, so it asks which is meant`,
  }
}
const MOST_CHOICES = 12
