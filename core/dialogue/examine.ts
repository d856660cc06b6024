import { holderFor, type Holder, type Support } from '../grounding'
import { isFinished, listSignOf, sentencesOfLine } from '../text'
import { citationsOf, withoutMarkers, Numbering } from './citations'
import { coarseWordsIn } from './coarse'
import { groundsOf } from './grounds'
import { openIn, withheld } from './privacy'
import type { Citation, ToolUse, TurnContext, TurnState } from './turn'

/** One sentence of a reply, examined. */
export interface Piece {
  /** As it may be said: markers numbered as the model numbered them, private data withheld, no markup. */
  readonly text: string
  readonly support: Support
  /** Passages its markers point at, by their numbers in the prompt. */
  readonly cites: readonly number[]
  /** Markers that point at no passage. */
  readonly dropped: readonly number[]
  /** What was withheld of it. */
  readonly withheld: readonly string[]
  readonly coarse: readonly string[]
  /** Line breaks before it, 0 to 2. */
  readonly breaks: number
  readonly isSaid: boolean
}

/** A reply, examined sentence by sentence. */
export interface Examined {
  readonly pieces: readonly Piece[]
  /** What may be said, with its markers numbered from 1. */
  readonly reply: string
  readonly citations: readonly Citation[]
  /** Words of a sentence that broke off and was left out. */
  readonly unfinished: string
}

/** How a reply is examined. */
export interface ExaminingRules {
  /** A sentence that nothing backs is not said; otherwise it is said all the same, and marked. */
  readonly holdsUnbacked: boolean
  /** Nothing more is handed on after a sentence that did not pass: the model is asked again. */
  readonly stopsAtFirst: boolean
  /** Whether the model may leave a sentence unfinished, and write markup. */
  readonly isOutside: boolean
  readonly hasEmoji: boolean
}

/** Hears a reply while a model speaks, and hands on each sentence once it ended and passed. */
export class Examiner {
  readonly #pieces: Piece[] = []
  readonly #holder: Holder
  readonly #hold: (sentence: string) => Support
  readonly #open: readonly string[]
  readonly #numbering = new Numbering()
  #waiting = ''
  #breaks = 0
  #hasSent = false
  #isHeld = false

  constructor(
    private readonly state: TurnState,
    context: TurnContext,
    private readonly rules: ExaminingRules,
    private readonly send?: (text: string) => void,
  ) {
    this.#holder = holderOf(state, context)
    this.#hold = this.#holder.begin()
    this.#open = openIn(state, context)
  }

  /** Whether a listener has heard anything. */
  get hasSent(): boolean {
    return this.#hasSent
  }

  /** What a tool gave back may be said, as far as what it was given is known. */
  learn({ call, result }: ToolUse): void {
    if (!result.isFailed) this.#holder.learn(JSON.stringify(call.input), result.text)
  }

  hear(text: string): void {
    this.#waiting = tidied(this.#waiting + text, this.rules.isOutside)
    this.#take(endedIn(this.#waiting))
  }

  /** The model is silent for a moment: what ended is no longer waited with. */
  pause(): void {
    const text = this.#waiting.trimEnd()
    // It has ended when another sentence could begin; after a figure the stop may be a decimal point.
    const hasEnded = isFinished(text) && endedIn(`${text} And`) > text.length
    if (hasEnded && !/\d\.$/.test(text)) this.#take(this.#waiting.length)
  }

  /** The reply is over; `isBroken` when it was cut off. */
  end(isBroken = false): Examined {
    const rest = this.#waiting.trim()
    const isUnfinished = rest !== '' && (isBroken || (this.rules.isOutside && this.#isFragment(rest)))
    if (!isUnfinished) this.#take(this.#waiting.length)
    const { reply, citations } = assembled(
      this.#pieces.filter((piece) => piece.isSaid),
      this.state,
    )
    return { pieces: this.#pieces, reply, citations, unfinished: isUnfinished ? rest : '' }
  }

  /** Prose that stops without a stop after sentences that had theirs. */
  #isFragment(rest: string): boolean {
    const isProse = listSignOf(rest) === '' && !rest.includes('|')
    return (
      isProse && this.#pieces.length > 0 && this.#breaks === 0 && !/[.!?…:][\s"'”’)\]]*(?:\[\d{1,3}\])*$/.test(rest)
    )
  }

  /** Examines the waiting text up to a place, sentence by sentence. */
  #take(until: number): void {
    const ready = this.#waiting.slice(0, until)
    this.#waiting = this.#waiting.slice(until)
    for (const [at, line] of ready.split('\n').entries()) {
      if (at > 0) this.#breaks = Math.min(2, this.#breaks + 1)
      for (const { text } of sentencesOfLine(line)) this.#examine(text)
    }
  }

  #examine(raw: string): void {
    const { given } = this.state
    const numbers = [...raw.matchAll(/\[(\d{1,3})\]/g)].map((match) => Number(match[1]))
    const dropped = numbers.filter((number) => !given[number - 1])
    const kept = dropped.length === 0 ? raw : withoutNumbers(raw, dropped)
    const safe = withheld(this.rules.hasEmoji ? kept : withoutEmoji(kept), this.#open)
    const plain = withoutMarkers(safe.text).trim()
    if (plain === '') return this.#point(numbers.filter((number) => given[number - 1]))
    const support = this.#hold(plain)
    const coarse = coarseWordsIn(plain)
    // "Pay with …": what is left of a sentence without its number helps nobody.
    const isWhole = safe.removed.length === 0 || !safe.text.includes('…')
    const isSaid = ((support.isSupported && isWhole) || !this.rules.holdsUnbacked) && coarse.length === 0
    this.#add({
      text: safe.text,
      support,
      cites: numbers.filter((number) => given[number - 1]),
      dropped,
      withheld: safe.removed,
      coarse,
      breaks: this.#breaks,
      isSaid,
    })
    this.#breaks = 0
  }

  #add(piece: Piece): void {
    const isFirst = !this.#pieces.some((each) => each.isSaid)
    this.#pieces.push(piece)
    if (!piece.isSaid && this.rules.stopsAtFirst) this.#isHeld = true
    if (!piece.isSaid || this.#isHeld) return
    this.#hasSent = this.send !== undefined
    this.send?.(`${isFirst ? '' : gapOf(piece)}${this.#numbering.apply(piece.text)}`)
  }

  /** A marker that stands by itself belongs to the sentence before it. */
  #point(numbers: readonly number[]): void {
    const last = this.#pieces.pop()
    if (!last) return
    const added = numbers.map((number) => ` [${number}]`).join('')
    this.#pieces.push({ ...last, text: last.text + added, cites: [...last.cites, ...numbers] })
    if (last.isSaid && !this.#isHeld) this.send?.(this.#numbering.apply(added))
  }
}

/** The pieces put together again, their markers numbered in the order they stand. */
export function assembled(
  pieces: readonly Piece[],
  state: TurnState,
): { reply: string; citations: readonly Citation[] } {
  const numbering = new Numbering()
  let reply = ''
  for (const piece of pieces) reply += `${reply === '' ? '' : gapOf(piece)}${numbering.apply(piece.text)}`
  return { reply, citations: citationsOf(numbering, pieces, state.given) }
}

const gapOf = ({ breaks }: Piece): string => (breaks === 0 ? ' ' : '\n'.repeat(breaks))

/** The holder of a turn is made once, however often its replies are examined. */
const holders = new WeakMap<object, Holder>()
function holderOf(state: TurnState, context: TurnContext): Holder {
  let holder = holders.get(state.messages)
  if (!holder) holders.set(state.messages, (holder = holderFor(groundsOf(state, context))))
  return holder
}

/** Where the last sentence that surely ended ends: another one has begun after it, and no marker is still to come. */
function endedIn(text: string): number {
  const line = text.lastIndexOf('\n') + 1
  const inLine = sentencesOfLine(text.slice(line))
  const last = inLine.at(-1)
  if (!last || inLine.length < 2) return line
  const isMarker = /^\[\d{0,3}$/.test(last.text)
  return line + (isMarker ? (inLine.at(-2)?.start ?? 0) : last.start)
}

/** Markers before the stop they follow, and, of an outside model, no signs of markup. */
function tidied(text: string, isOutside: boolean): string {
  const moved = text.replace(
    /([.!?])(\s*(?:\[\d{1,3}\]\s?)+)(?=\s|$)/g,
    (_, stop: string, markers: string) => ` ${markers.trim()}${stop}`,
  )
  return isOutside ? moved.replace(/\*\*([^*\n]+)\*\*|__([^_\n]+)__/g, '$1$2').replace(/^#{1,6} +/gm, '') : moved
}

const withoutNumbers = (text: string, numbers: readonly number[]): string =>
  numbers.reduce((rest, number) => rest.replace(new RegExp(`\\s*\\[${number}\\]`, 'g'), ''), text)

const withoutEmoji = (text: string): string => text.replace(/\s*(?!\p{N}|[#*©®™])\p{Extended_Pictographic}️?/gu, '')
