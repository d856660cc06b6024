import type { Brief } from '../brief'
import { BARS, judge } from '../calling'
import { phrasesFor } from '../languages'
import { readLine, type Reading } from '../reading'
import { sentences } from '../text'
import { answersJob } from './jobs'
import { withQuestion, type Step, type WorkingDetail } from './turn'

type Boundary = Brief['boundaries'][number]

/** A piece of the line with the boundary it falls under, if any: its place, how surely, and why. */
interface Piece {
  readonly text: string
  readonly hit?: { readonly at: number; readonly confidence: number; readonly because: readonly string[] }
}

/**
 * Keeps the agent out of the subjects its brief names. Each piece of the line is judged against each boundary, its subject
 * and its sample lines; one that falls under it gets that boundary's reply word for word, and no model sees it. What is
 * left of the line is answered.
 */
export const keepBoundaries: Step = (state, context) => {
  const { brief } = context
  const { reading } = state
  const isAddressed = reading.act === 'question' || reading.act === 'insult' || reading.act === 'person'
  if (brief.boundaries.length === 0 || !isAddressed || answersJob(state, context)) return { state }
  const pieces = piecesOf(state.question, reading, brief.boundaries)
  const hits = pieces.flatMap(({ text, hit }) => (hit ? [{ text, ...hit, boundary: brief.boundaries[hit.at]! }] : []))
  if (hits.length === 0) return { state }
  const replies = [...new Set(hits.map(({ boundary }) => replyOf(brief, boundary)))]
  const passedOn = hits.find(({ boundary }) => boundary.onHit === 'handOver')
  const next = passedOn ? { ...state, handOver: { to: '', field: `boundaries.${passedOn.at}` } } : state
  const names = [...new Set(hits.map(({ boundary }) => `“${boundary.subject}”`))].join(' and ')
  const rest = pieces.filter((piece) => !piece.hit).map((piece) => piece.text)
  const details = hits.map(({ text, at, boundary, confidence, because }): WorkingDetail => ({
    label: `Boundary, ${Math.round(confidence * 100)} %`,
    text: `“${boundary.subject}” for: ${text}${because.length > 0 ? ` (${because.join('; ')})` : ''}`,
    field: `boundaries.${at}`,
  }))
  if (rest.length === 0)
    return {
      state: { ...next, reply: replies.join(' '), outcome: 'declined', isSettled: true },
      report: { summary: `The line falls under the boundary ${names}, so its reply was given.`, details },
    }
  const left = rest.join(' ')
  return {
    state: {
      ...withQuestion(next, left, readLine(left, reading.language)),
      afterwards: [...state.afterwards, ...replies],
    },
    report: { summary: `A part of the line falls under the boundary ${names}; the rest is answered.`, details },
  }
}

/** What a boundary says: its reply; where it is to lead elsewhere, with what the agent can be asked instead. */
function replyOf({ grounding, openers, identity }: Brief, { reply, onHit }: Boundary): string {
  const said = reply.trim() || grounding.whenUnknown
  const suggestion = openers.suggestions.find((each) => each.trim() !== '')
  if (onHit !== 'redirect' || suggestion === undefined) return said
  return `${said} ${phrasesFor(identity.language).courtesy.youCouldAsk(suggestion)}`
}

/**
 * The line in pieces that fall under a boundary or do not. What is told beside a question may fall under one by itself:
 * "I have a complaint. What does a plot cost?" is a complaint, and a question that may be answered.
 */
function piecesOf(line: string, reading: Reading, boundaries: readonly Boundary[]): Piece[] {
  const whole = { text: line, ...hitBy(reading, boundaries) }
  const parts = sentences(line).map(({ text }): Piece => ({
    text,
    ...hitBy(readLine(text, reading.language), boundaries),
  }))
  if (parts.length < 2 || !parts.some(({ hit }) => hit)) return [whole]
  const isFree = ({ text, hit }: Piece) => hit === undefined && /\?\s*$/.test(text)
  return parts.some(isFree)
    ? parts.filter((piece) => piece.hit !== undefined || isFree(piece))
    : [{ text: line, hit: parts.find(({ hit }) => hit)!.hit! }]
}

/** The boundary that a line falls under most surely. */
function hitBy(reading: Reading, boundaries: readonly Boundary[]): Pick<Piece, 'hit'> {
  let best: Piece['hit']
  boundaries.forEach(({ subject, examples, unlike, enabled }, at) => {
    if (!enabled) return
    const call = judge({ when: subject, like: examples, unlike }, reading)
    if (call.confidence >= BARS.always && call.confidence > (best?.confidence ?? 0)) best = { at, ...call }
  })
  return best ? { hit: best } : {}
}
