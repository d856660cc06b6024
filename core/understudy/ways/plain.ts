import { finished } from '../../text'
import { bandOf } from '../bands'
import { heldBy, shareOf } from '../measure'
import type { Ranked } from '../read'
import type { Finding, Piece, Task, Way } from '../task'
import { verdictOf } from '../verdict'
import { sayItem, unitsOf, type Unit, type Window } from '../windows'

/** A second window is offered beside the first when it is at least this likely beside it. */
const BESIDE = 0.35

/** Plain reading: the window that most likely answers, as sure as it is: said, offered as what comes nearest, or nothing. */
export const plain: Way = {
  name: 'reading',
  run(task) {
    const { ranked, confidence } = task.read
    const allowed = ranked.filter(({ window }) => task.isAllowed(window.text))
    const best = allowed[0]
    const band = bandOf(confidence)
    if (!best || band === 'unknown') return undefined
    if (band === 'offered') return offer(task, best, allowed)
    const window = sized(task, best.window, allowed)
    const verdict = task.question.isYesNo ? verdictOf(task.read.asked, window.text) : undefined
    return {
      outcome: 'answered',
      pieces: [
        ...(verdict ? [{ text: task.phrases[verdict], isVerdict: true }] : []),
        ...piecesOf(window, task),
      ],
      note: `${Math.round(confidence * 100)} % sure${verdict ? `; the clause that decides says ${verdict}` : ''}`,
    }
  },
}

/** What comes nearest, said to be no more than that: the best window, and another when it is nearly as likely. */
function offer(task: Task, best: Ranked, allowed: readonly Ranked[]): Finding | undefined {
  if (task.turn.brief.grounding.whenUnsure === 'decline') return undefined
  const other = allowed.find(({ window, likelihood }) => window.passage !== best.window.passage && likelihood >= best.likelihood * BESIDE)
  const chosen = [best, ...(other && task.size !== 'short' ? [other] : [])]
  return {
    outcome: 'offered',
    pieces: [
      { text: task.phrases.notSure },
      ...chosen.flatMap(({ window }, at): Piece[] => {
        const pieces = piecesOf(sized(task, window, allowed), task)
        return chosen.length > 1 && at > 0 ? [{ ...pieces[0]!, layout: 'line' }, ...pieces.slice(1)] : pieces
      }),
    ],
    note: `${Math.round(task.read.confidence * 100)} % sure, so it is offered as what comes nearest`,
  }
}

/** The window as long as the brief wants it: its best sentence, itself, or its passage. Lists and rows stay whole. */
function sized(task: Task, window: Window, allowed: readonly Ranked[]): Window {
  if (window.kind !== 'prose') return window
  const isTooLong = window.words > task.mostWords
  if ((task.size === 'short' || isTooLong) && window.units.length > 1) {
    const [first] = [...window.units].sort((a, b) => likelihoodOf(b, window, allowed) - likelihoodOf(a, window, allowed) || a.at - b.at)
    return first ? { ...window, units: [first], text: finished(first.text) } : window
  }
  if (task.size !== 'full') return window
  const whole = unitsOf(window.passage).filter((unit) => unit.kind === 'sentence')
  const text = whole.map((unit) => finished(unit.text)).join(' ')
  const words = text.split(/\s+/).length
  return words <= Math.min(task.mostWords, MOST_FULL) && task.isAllowed(text) ? { ...window, units: whole, text, words } : window
}
const MOST_FULL = 220

const likelihoodOf = (unit: Unit, { passage }: Window, allowed: readonly Ranked[]): number =>
  allowed.find(({ window }) => window.passage === passage && window.units.length === 1 && window.units[0]!.at === unit.at)?.likelihood ?? 0

/** A window as pieces of a reply: sentences run on, the points of a list stand on lines of their own. */
export function piecesOf(window: Window, task: Task): Piece[] {
  const cites = [window.rank + 1]
  if (window.kind === 'row') return [rowPiece(window, task)]
  if (window.kind === 'item') return [{ text: sayItem(window.units[0]!), cites }]
  return window.units.map((unit): Piece => ({ text: unit.kind === 'sentence' ? finished(unit.text) : unit.text, cites, ...(unit.kind === 'item' ? { layout: 'line' } : {}) }))
}

/** A row as a sentence: what it is about, and its cells; those the question asks for when it names their headers. */
export function rowPiece(window: Window, { read, phrases }: Task, wanted?: readonly string[]): Piece {
  const { cells } = window.units[0]!
  const key = keyOf(cells)
  const others = cells.filter((cell) => cell !== key && cell.value.trim() !== '')
  const named = wanted ?? others.filter(({ header }) => shareOf(read.asked, heldBy(read.asked, header)) > 0.12).map(({ header }) => header)
  const told = others.filter(({ header }) => named.includes(header))
  const facts = (told.length > 0 ? told : others).map(({ header, value }) => phrases.cellIs(lowered(header), value))
  const about = wanted ? [key, ...others.filter((cell) => !named.includes(cell.header) && shareOf(read.asked, heldBy(read.asked, cell.value)) > 0.12)] : [key]
  const text = facts.length === 0 ? finished(key.value) : phrases.forRow(about.map(({ value }) => value).join(', '), joined(facts, phrases.and))
  return { text, cites: [window.rank + 1], row: [key, ...(told.length > 0 ? told : others)] }
}

const joined = (items: readonly string[], and: string): string =>
  items.length < 2 ? items.join('') : `${items.slice(0, -1).join(', ')} ${and} ${items.at(-1)}`

/** The subject of a row: its first cell that is more than a running number. */
export const keyOf = (cells: Window['units'][number]['cells']) => cells.find(({ value }) => !/^#?\d+[.)]?$/.test(value)) ?? cells[0]!

/** A header inside a sentence: small, unless it is an abbreviation or a name of several words in capitals. */
const lowered = (header: string): string =>
  /^\p{Lu}(?:\p{Lu}|\p{Ll}+ \p{Lu})/u.test(header) ? header : header.slice(0, 1).toLowerCase() + header.slice(1)
