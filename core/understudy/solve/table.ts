import { needsFit, suits } from '../fit'
import { distinct, matchRows, valueOf } from '../rows'
import { asNoun, rowPiece } from '../rowWords'
import { listed } from '../../languages'
import { finished, stemSet } from '../../text'
import { heldBy } from '../asked'
import type { Evidence } from '../evidence'
import type { Finding, Piece, Solver, Task } from '../task'
import { keyOf, type Cell } from '../units'

/** More choices than this are not read out. */
const MOST_CHOICES = 8
/** Rows that differ only in something beside the subject (days, sizes) are all told when there are no more than these. */
const MOST_TOLD = 4

/**
 * Answers from a table row. When several rows answer equally well and differ in what they are about, it asks which is
 * meant and offers the choices; when they differ only in a side column, it tells them all.
 */
export const fromTable: Solver = (task): Finding | undefined => {
  const best = task.enough[0]
  if (!best || best.kind !== 'row') return rowCalled(task)
  // What holds nothing of the kind asked for answers nothing, however many of its cells are spoken of.
  if (needsFit(task.kind, task.asked.text) && suits(best, task.kind, task.asked) === 0) return undefined
  const { rows, told, differsIn } = matchRows(best, task)
  const first = rows[0]!
  const answers = new Set(rows.map((row) => told.map((header) => valueOf(row, header)).join('|')))
  if (rows.length === 1 || answers.size === 1 || differsIn === undefined) {
    return {
      solver: 'table',
      pieces: [rowPiece(first, told, task)],
      note: `One table row answers: ${first.text}`,
    }
  }
  const choices = distinct(rows, differsIn)
  const isSubject = keyOf(first).header === differsIn
  if (isSubject && choices.length > 1 && task.kind === 'list' && asksForKeys(differsIn, task)) {
    return {
      solver: 'table',
      pieces: [
        {
          text: finished(listed(choices, task.phrases.and)),
          cites: [...new Set(rows.map((row) => row.passage.number))],
        },
      ],
      note: `${rows.length} rows answer, and what they are about is what was asked for.`,
    }
  }
  const meant = isSubject ? meantChoice(choices, task) : undefined
  if (meant) {
    const row = rows.find((each) => keyOf(each).value === meant.choice)!
    return {
      solver: 'table',
      pieces: [rowPiece(row, told, task)],
      note: `“${meant.unit.text}” tells which row is meant: ${row.text}`,
    }
  }
  if (isSubject && choices.length > 1) {
    const shown = choices.slice(0, MOST_CHOICES)
    return {
      solver: 'clarify',
      isAsking: true,
      pieces: [{ text: task.phrases.which(asNoun(differsIn), listed(shown, task.phrases.or)) }],
      note: `${rows.length} rows answer equally well and differ in “${differsIn}”, so it asks which is meant.`,
    }
  }
  return {
    solver: 'table',
    pieces: toldTogether(rows.slice(0, MOST_TOLD), told, differsIn, task),
    note: `${rows.length} rows answer and differ only in “${differsIn}”, so all are told.`,
  }
}

/**
 * "The family room", where rows are called by names and one line says which of them is the family room: the choice that
 * is named by the one line speaking of all the question asks about.
 */
function meantChoice(
  choices: readonly string[],
  { asked, evidence }: Task,
): { readonly choice: string; readonly unit: Evidence } | undefined {
  const things = asked.terms.filter((term) => term.role === 'subject' || term.role === 'focus')
  const found = evidence
    .filter((unit) => unit.kind !== 'row' && things.every((term) => heldBy(term, stemSet(unit.text)) > 0))
    .flatMap((unit) => {
      const named = choices.filter((choice) => [...stemSet(choice)].every((each) => stemSet(unit.text).has(each)))
      return named.length === 1 ? [{ choice: named[0]!, unit }] : []
    })
  return things.length > 0 && new Set(found.map(({ choice }) => choice)).size === 1 ? found[0] : undefined
}

/** Where no row answers by its own words: the row that is called so elsewhere, if it has the kind of thing asked for. */
function rowCalled(task: Task): Finding | undefined {
  if (!TOLD_BY_ROWS.has(task.kind)) return undefined
  const rows = task.evidence.filter((unit) => unit.kind === 'row')
  const meant = meantChoice([...new Set(rows.map((row) => keyOf(row).value))], task)
  const row = meant && rows.find((each) => keyOf(each).value === meant.choice && each.fits)
  if (!meant || !row) return undefined
  const { told } = matchRows(row, { ...task, evidence: [row] })
  return {
    solver: 'table',
    pieces: [rowPiece(row, told, task)],
    note: `“${meant.unit.text}” tells which row is meant: ${row.text}`,
  }
}
const TOLD_BY_ROWS: ReadonlySet<Task['kind']> = new Set(['money', 'count', 'measure'])

/** "Which *courses* does she give?": the question asks for the things the rows are about. */
const asksForKeys = (header: string, task: Task): boolean => {
  const stems = stemSet(header)
  const asked = /\b(?:which|what) ([\p{L}’'-]+(?: [\p{L}’'-]+)?)/iu.exec(task.asked.text)?.[1] ?? ''
  return [...stemSet(asked)].some((each) => stems.has(each))
}

/**
 * Rows about one thing that differ in a side column, such as the days, in one sentence: "the last departure is 18:30
 * (Monday to Friday and Saturday) and 17:00 (Sunday)". Rows that tell more than one cell have a sentence each.
 */
function toldTogether(rows: readonly Evidence[], told: readonly string[], side: string, task: Task): Piece[] {
  const pieces = rows.map((row) => rowPiece({ ...row, cells: withAbout(row.cells, side) }, told, task))
  const [first] = rows
  const column = told.find((header) => header !== side)
  const isOfOne = rows.every((row) => keyOf(row).value === keyOf(first!).value && keyOf(row).header !== side)
  if (told.length !== 1 || !isOfOne || column === undefined) return pieces
  const sides = new Map<string, string[]>()
  for (const row of rows)
    sides.set(valueOf(row, column), [...(sides.get(valueOf(row, column)) ?? []), valueOf(row, side)])
  const and = task.phrases.and
  const value = listed(
    [...sides].map(([each, where]) => `${each} (${listed(where, and)})`),
    and,
  )
  const cells = [keyOf(first!), { header: column, value }]
  return [
    {
      text: rowPiece({ ...first!, cells }, told, task).text,
      cites: [...new Set(pieces.flatMap((piece) => piece.cites ?? []))],
      rows: pieces.flatMap((piece) => piece.rows ?? []),
    },
  ]
}

/** The row's subject with the cell that tells it from the others: "Quay to Eastmere, Saturday". */
function withAbout(cells: readonly Cell[], header: string): readonly Cell[] {
  const key = keyOf({ cells })
  const others = cells.filter((cell) => cell !== key)
  const side = cells.find((cell) => cell.header === header)
  if (!side || side === key) return cells
  return [{ header: key.header, value: `${key.value}, ${side.value}` }, ...others.filter((cell) => cell !== side)]
}
