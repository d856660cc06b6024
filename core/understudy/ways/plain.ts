import { wordsOf } from '../../languages'
import { tokensOf, wordsIn } from '../../reading'
import { finished, pairIn } from '../../text'
import { bandOf } from '../bands'
import { fitsKind } from '../kindFit'
import { heldBy, shareOf } from '../measure'
import type { Ranked } from '../read'
import type { Finding, Piece, Task, Way } from '../task'
import { verdictOf } from '../verdict'
import { sayItem, unitsOf, type Unit, type Window } from '../windows'

/** A second window is offered beside the first when it is at least this likely beside it. */
const BESIDE = 0.15

/** Plain reading: the window that most likely answers, as sure as it is: said, offered as what comes nearest, or nothing. */
export const plain: Way = {
  name: 'reading',
  run(task) {
    const { ranked, confidence } = task.read
    const allowed = ranked.filter(({ window }) => task.isAllowed(window.text))
    const best = allowed[0]
    // A pair to the very question asked answers it.
    const isPair =
      best !== undefined && pairIn(best.window.passage) !== undefined && best.measured.heading >= SAME_HEADING
    const band = isPair ? 'answered' : bandOf(confidence)
    if (!best || band === 'unknown') return undefined
    // What does not hold the kind of thing asked for is offered at most.
    if (band === 'offered' || best.measured.fits === 0) return offer(task, best, allowed)
    const window = sized(task, withoutForeignVerdict(best), allowed)
    const verdict = task.question.isYesNo ? verdictOf(task.read.asked, window.text) : undefined
    return {
      outcome: 'answered',
      pieces: [...(verdict ? [{ text: task.phrases[verdict], isVerdict: true }] : []), ...piecesOf(window, task)],
      note: `${Math.round(confidence * 100)} % sure${verdict ? `; the clause that decides says ${verdict}` : ''}`,
    }
  },
}

/** What comes nearest, said to be no more than that: the best window, and another when it is nearly as likely. */
function offer(task: Task, best: Ranked, allowed: readonly Ranked[]): Finding | undefined {
  if (task.turn.brief.grounding.whenUnsure === 'decline') return undefined
  const other = allowed.find(
    ({ window, likelihood }) => window.passage !== best.window.passage && likelihood >= best.likelihood * BESIDE,
  )
  const chosen = [best, ...(other && task.size !== 'short' ? [other] : [])]
  return {
    outcome: 'offered',
    pieces: [
      { text: task.phrases.notSure },
      ...chosen.flatMap(({ window }, at): Piece[] => {
        const pieces = piecesOf(task.size === 'plain' ? window : sized(task, window, allowed), task)
        return chosen.length > 1 && at > 0 ? [{ ...pieces[0]!, layout: 'line' }, ...pieces.slice(1)] : pieces
      }),
    ],
    note: `${Math.round(task.read.confidence * 100)} % sure, so it is offered as what comes nearest`,
  }
}

/** "No." under a heading answers that heading's question: under another question it is left out. */
function withoutForeignVerdict({ window, measured }: Ranked): Window {
  const [first, ...rest] = window.units
  const isBare = first!.kind === 'sentence' && first!.text.split(/\s+/).length === 1
  if (!isBare || rest.length === 0 || measured.heading >= SAME_HEADING) return window
  return { ...window, units: rest, text: rest.map((unit) => finished(unit.text)).join(' ') }
}
const SAME_HEADING = 0.85

/** The window as long as the brief wants it: its best sentence, itself, or its passage. Lists and rows stay whole. */
function sized(task: Task, window: Window, allowed: readonly Ranked[]): Window {
  if (window.kind !== 'prose') return window
  const isTooLong = window.words > task.mostWords
  if ((task.size === 'short' || isTooLong) && window.units.length > 1) {
    const [first] = [...window.units].sort(
      (a, b) => likelihoodOf(b, window, allowed) - likelihoodOf(a, window, allowed) || a.at - b.at,
    )
    return first ? { ...window, units: [first], text: finished(first.text) } : window
  }
  if (task.size === 'short' || isTooLong) return window
  if (task.size === 'plain') return task.question.isYesNo ? trimmed(task, window) : window
  const whole = unitsOf(window.passage).filter((unit) => unit.kind === 'sentence')
  const text = whole.map((unit) => finished(unit.text)).join(' ')
  const words = text.split(/\s+/).length
  return words <= Math.min(task.mostWords, MOST_FULL) && task.isAllowed(text)
    ? { ...window, units: whole, text, words }
    : window
}
const MOST_FULL = 220

/** One sentence that speaks of nearly all the window does, and of enough of the question, is said without the others. */
const NEARLY_ALL = 0.9
const ENOUGH = 0.72

function trimmed(task: Task, window: Window): Window {
  const { asked } = task.read
  const whole = shareOf(asked, heldBy(asked, window.text))
  const best = window.units
    .map((unit) => ({ unit, share: shareOf(asked, heldBy(asked, unit.text)) }))
    .sort((a, b) => b.share - a.share || a.unit.at - b.unit.at)[0]!
  const pointing = wordsIn(wordsOf(task.question.language).pointing)
  const points = pointing.has(tokensOf(best.unit.text)[0]?.text ?? '')
  if (window.units.length === 1 || points || best.share < ENOUGH || best.share < NEARLY_ALL * whole) return window
  if (fitsKind(task.question, best.unit.text) < fitsKind(task.question, window.text) || /[?:]$/.test(best.unit.text))
    return window
  return { ...window, units: [best.unit], text: finished(best.unit.text) }
}

const likelihoodOf = (unit: Unit, { passage }: Window, allowed: readonly Ranked[]): number =>
  allowed.find(
    ({ window }) => window.passage === passage && window.units.length === 1 && window.units[0]!.at === unit.at,
  )?.likelihood ?? 0

/** A window as pieces of a reply: sentences run on, the points of a list stand on lines of their own. */
export function piecesOf(window: Window, task: Task): Piece[] {
  const cites = [window.rank + 1]
  if (window.kind === 'row') return [rowPiece(window, task)]
  if (window.kind === 'item') return [{ text: sayItem(window.units[0]!), cites }]
  const isBeforeList = (at: number) => window.units[at + 1]?.kind === 'item'
  return window.units.map((unit, at): Piece => ({
    text: unit.kind === 'sentence' ? (isBeforeList(at) ? leadingIn(unit.text) : finished(unit.text)) : unit.text,
    cites,
    ...(unit.kind === 'item' ? { layout: 'line' } : {}),
  }))
}

/** What leads in to a list ends with a colon, unless it asks or exclaims. */
const leadingIn = (text: string): string => (/[?!:]$/.test(text) ? text : `${text.replace(/\.$/, '')}:`)

/** A row as a sentence: what it is about, and its cells; those the question asks for when it names their headers. */
export function rowPiece(
  window: Window,
  { read }: Pick<Task, 'read'>,
  wanted?: readonly string[],
  apart?: string,
): Piece {
  const { cells } = window.units[0]!
  const key = keyOf(cells)
  const others = cells.filter((cell) => cell !== key && cell.value.trim() !== '')
  const named =
    wanted ??
    others.filter(({ header }) => shareOf(read.asked, heldBy(read.asked, header)) > 0.12).map(({ header }) => header)
  const told = others.filter(({ header }) => named.includes(header))
  const facts = (told.length > 0 ? told : others).map(({ header, value }) => `${lowered(header)} ${value}`)
  const isBeside = (cell: (typeof cells)[number]) =>
    cell.header === apart ||
    (!named.includes(cell.header) && shareOf(read.asked, heldBy(read.asked, cell.value)) > NARROWS)
  const about = wanted ? [key, ...others.filter(isBeside)] : [key]
  const text = finished(
    facts.length === 0 ? key.value : `${about.map(({ value }) => value).join(', ')}: ${facts.join(', ')}`,
  )
  return { text, cites: [window.rank + 1], row: [key, ...(told.length > 0 ? told : others)] }
}

/** A further cell is named beside the subject when the question speaks of so much of it. */
const NARROWS = 0.25

/** The subject of a row: its first cell that is more than a running number. */
export const keyOf = (cells: Window['units'][number]['cells']) =>
  cells.find(({ value }) => !/^#?\d+[.)]?$/.test(value)) ?? cells[0]!

/** A header inside a sentence: small, unless it is an abbreviation or a name of several words in capitals. */
const lowered = (header: string): string =>
  /^\p{Lu}(?:\p{Lu}|\p{Ll}+ \p{Lu})/u.test(header) ? header : header.slice(0, 1).toLowerCase() + header.slice(1)
