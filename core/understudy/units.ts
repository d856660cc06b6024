import { sentences } from '../text'
import { tamperingIn } from '../question'
import type { GivenPassage } from '../dialogue'

/** The smallest piece of evidence that can be said on its own, with the passage it stands in. */
export interface Unit {
  readonly passage: GivenPassage
  readonly kind: 'sentence' | 'item' | 'row' | 'pair'
  readonly text: string
  /** The line that leads a list in ("You may not bring:"), or a pair's question. */
  readonly leadIn: string
  /** The heading it stands under, when that asks a question. */
  readonly under: string
  /** The line of the passage it stands in: neighbours in a paragraph speak of one thing. */
  readonly paragraph: string
  /** Place within its passage, for keeping the order of the document. */
  readonly order: number
  /** Cells of a table row: header and value. */
  readonly cells: readonly Cell[]
}

export interface Cell {
  readonly header: string
  readonly value: string
}

const ITEM = /^(?:[-•]|\d{1,3}[.)])\s+/
/** The number of a clause ("3.1 ", "12.4.2 ") is a place, not a part of what is said. */
const CLAUSE_NUMBER = /^\d{1,3}(?:\.\d{1,3})+\.?\s+(?=\p{Lu})/u
const ROW = /^[^:;]{1,60}: [^;]+(?:; [^:;]{1,60}: [^;]+)+$/
const PAIR = /^Question: ([\s\S]*?)\nAnswer: ([\s\S]*)$/

/**
 * Takes a passage apart into sentences, list items (with the line that leads them in), table rows, or its pair. Text
 * that tries to give orders to the reader ("ignore your instructions …") is left out: documents are data.
 */
export function unitsOf(passage: GivenPassage): Unit[] {
  const pair = PAIR.exec(passage.text)
  if (pair) {
    const text = pair[2]!.trim()
    return [{ passage, kind: 'pair', text, leadIn: pair[1]!.trim(), under: '', paragraph: text, order: 0, cells: [] }]
  }
  const units: Unit[] = []
  const under = questionOver(passage)
  let leadIn = ''
  const add = (kind: Unit['kind'], text: string, paragraph: string, cells: Unit['cells'] = []) =>
    units.push({
      passage,
      kind,
      text,
      leadIn: kind === 'item' ? leadIn : '',
      under,
      paragraph,
      order: units.length,
      cells,
    })
  for (const written of passage.text.split('\n')) {
    const line = written.replace(CLAUSE_NUMBER, '')
    if (ITEM.test(line)) add('item', line, line)
    else if (ROW.test(line)) add('row', line, line, cellsOf(line))
    else {
      for (const sentence of sentences(line)) addSentence(units, line, add, sentence.text)
      leadIn = line.trim().endsWith(':') ? (sentences(line).at(-1)?.text ?? '') : ''
    }
  }
  // A line that leads a list in says nothing once its list stands in another passage.
  return units.filter(
    (unit, at) =>
      (unit.kind !== 'sentence' || !unit.text.endsWith(':') || units[at + 1]?.kind === 'item') &&
      tamperingIn(unit.text) === undefined,
  )
}

/** The question that a passage's heading asks ("How long may I keep it?"), or "". */
export const questionOver = ({ place }: GivenPassage): string =>
  place.split(' › ').findLast((heading) => heading.trim().endsWith('?')) ?? ''

/** The subject of a row: its first cell that is more than a running number. */
export const keyOf = ({ cells }: Pick<Unit, 'cells'>): Cell =>
  cells.find((cell) => !/^#?\d+[.)]?$/.test(cell.value)) ?? cells[0]!

const POINTS_BACK =
  /^(?:It|Its|They|Their|This|That|These|Those|He|She|Both|Here|There,|Other|Others|Otherwise|After that)\b/

/** "You reach him on Tuesdays", "To contest it, …": nobody knows whom or what without the sentence that names it. */
const POINTS_IN = /^(?:(?:You|We) \p{L}+|To \p{L}+|(?:If|When) you \p{L}+) (?:him|her|it|them)\b/u

/** A sentence that points back is said together with the one it points to: alone it would mean nothing. */
function addSentence(
  units: Unit[],
  line: string,
  add: (kind: 'sentence', text: string, paragraph: string) => void,
  text: string,
): void {
  const before = units.at(-1)
  const isSameLine = before?.kind === 'sentence' && before.paragraph === line
  if (isSameLine && POINTS_BACK.test(text) && !before.text.endsWith(':'))
    add('sentence', `${before.text} ${text}`, line)
  else if (isSameLine && isTold(before.text, text)) add('sentence', `${before.text} ${text}`, line)
  else if (isSameLine && POINTS_IN.test(text)) add('sentence', `${namedBefore(before.text)} ${text}`, line)
  else add('sentence', text, line)
}

/** "On 4 February 1831 a lamp fell. The fire destroyed …": what is told as known goes on with what happened on the day. */
const isTold = (before: string, text: string): boolean =>
  HAS_YEAR.test(before) &&
  !HAS_YEAR.test(text) &&
  /^The \p{Ll}+ (?:\p{L}+ed|was|were|took|began|broke|fell)\b/u.test(text)
const HAS_YEAR = /\b(?:1[0-9]|20)\d\d\b/

/** Of sentences said together, the one that names what the others point to. */
const namedBefore = (text: string): string => sentences(text)[0]?.text ?? text

const cellsOf = (line: string): Unit['cells'] =>
  line.split('; ').map((cell) => {
    const at = cell.indexOf(': ')
    return { header: cell.slice(0, at), value: cell.slice(at + 2) }
  })

/** An item without its bullet or number. */
export const withoutBullet = (text: string): string => text.replace(ITEM, '')

/** Whether an item is a step of a procedure rather than a point of a list. */
export const isStep = (unit: Unit): boolean => unit.kind === 'item' && /^\d/.test(unit.text)
