import { sentences } from '../text'
import type { GivenPassage } from '../dialogue'

/** The smallest piece of evidence that can be said on its own, with the passage it stands in. */
export interface Unit {
  readonly passage: GivenPassage
  readonly kind: 'sentence' | 'item' | 'row' | 'pair'
  readonly text: string
  /** The line that leads a list in ("You may not bring:"), or a pair's question. */
  readonly leadIn: string
  /** Place within its passage, for keeping the order of the document. */
  readonly order: number
  /** Cells of a table row: header and value. */
  readonly cells: readonly { readonly header: string; readonly value: string }[]
}

const ITEM = /^(?:[-•]|\d{1,3}[.)])\s+/
const ROW = /^[^:;]{1,60}: [^;]+(?:; [^:;]{1,60}: [^;]+)+$/
const PAIR = /^Question: ([\s\S]*?)\nAnswer: ([\s\S]*)$/

/** Takes a passage apart into sentences, list items (with the line that leads them in), table rows, or its pair. */
export function unitsOf(passage: GivenPassage): Unit[] {
  const pair = PAIR.exec(passage.text)
  if (pair) {
    return [{ passage, kind: 'pair', text: pair[2]!.trim(), leadIn: pair[1]!.trim(), order: 0, cells: [] }]
  }
  const units: Unit[] = []
  let leadIn = ''
  const add = (kind: Unit['kind'], text: string, cells: Unit['cells'] = []) =>
    units.push({ passage, kind, text, leadIn: kind === 'item' ? leadIn : '', order: units.length, cells })
  for (const line of passage.text.split('\n')) {
    if (ITEM.test(line)) add('item', line)
    else if (ROW.test(line)) add('row', line, cellsOf(line))
    else {
      for (const sentence of sentences(line)) addSentence(units, add, sentence.text)
      leadIn = line.trim().endsWith(':') ? (sentences(line).at(-1)?.text ?? '') : ''
    }
  }
  // A line that leads a list in says nothing once its list stands in another passage.
  return units.filter(
    (unit, at) => unit.kind !== 'sentence' || !unit.text.endsWith(':') || units[at + 1]?.kind === 'item',
  )
}

const POINTS_BACK = /^(?:It|Its|They|Their|This|That|These|Those|He|She|Both|Here|There,)\b/

/** A sentence that points back is said together with the one it points to: alone it would mean nothing. */
function addSentence(units: Unit[], add: (kind: 'sentence', text: string) => void, text: string): void {
  const before = units.at(-1)
  if (before?.kind === 'sentence' && POINTS_BACK.test(text) && !before.text.endsWith(':')) {
    add('sentence', `${before.text} ${text}`)
  } else add('sentence', text)
}

const cellsOf = (line: string): Unit['cells'] =>
  line.split('; ').map((cell) => {
    const at = cell.indexOf(': ')
    return { header: cell.slice(0, at), value: cell.slice(at + 2) }
  })

/** An item without its bullet or number. */
export const withoutBullet = (text: string): string => text.replace(ITEM, '')
