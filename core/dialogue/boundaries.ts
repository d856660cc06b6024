import { phrasesFor } from '../languages'
import { sentences } from '../text'
import { splitQuestion, tamperingIn } from '../question'
import { fallsUnder, type Brief } from '../brief'
import type { Step, WorkingDetail } from './turn'

type Boundary = Brief['boundaries'][number]

/**
 * Keeps the agent out of the subjects its brief names. Each question of the line is held against each boundary, by the
 * words of its subject and its examples and by everyday words that mean the same; a part that falls under one gets that
 * boundary's reply word for word, and no model sees it. What is left of the line is answered.
 */
export const keepBoundaries: Step = (state, { brief }) => {
  if (brief.boundaries.length === 0 || state.intent !== 'question') return { state }
  const parts = splitQuestion(state.question).flatMap((text) => heldAgainst(text, brief.boundaries))
  const hits = parts.filter((part) => part.hit !== undefined)
  if (hits.length === 0) return { state }
  const details = hits.map(({ text, hit }): WorkingDetail => ({
    label: 'Boundary',
    text: `“${brief.boundaries[hit!]!.subject}” for: ${text}`,
    field: `boundaries.${hit}`,
  }))
  const replies = [...new Set(hits.map(({ hit }) => replyOf(brief, brief.boundaries[hit!]!)))]
  const rest = parts.filter((part) => part.hit === undefined).map((part) => part.text)
  const passedOn = hits.find(({ hit }) => brief.boundaries[hit!]!.onHit === 'handOver')
  const next = passedOn ? { ...state, handOver: { to: '', field: `boundaries.${passedOn.hit}` } } : state
  const names = [...new Set(hits.map(({ hit }) => `“${brief.boundaries[hit!]!.subject}”`))].join(' and ')
  if (rest.length === 0) {
    return {
      state: { ...next, reply: replies.join(' '), outcome: 'declined', isSettled: true },
      report: {
        step: 'boundaries',
        summary: `The line falls under the boundary ${names}, so its reply was given.`,
        details,
      },
    }
  }
  return {
    state: { ...next, question: rest.join(' '), afterwards: [...state.afterwards, ...replies] },
    report: {
      step: 'boundaries',
      summary: `A part of the line falls under the boundary ${names}; the rest is answered.`,
      details,
    },
  }
}

const replyOf = (brief: Brief, boundary: Boundary): string => boundary.reply.trim() || brief.grounding.whenUnknown

interface Part {
  readonly text: string
  /** The place of the boundary it falls under. */
  readonly hit: number | undefined
}

/**
 * A question with the boundary it falls under. What is told beside it falls under one by itself: "I have a complaint.
 * What does a plot cost?" is a complaint, and a question that may be answered.
 */
function heldAgainst(question: string, boundaries: readonly Boundary[]): Part[] {
  const pieces = sentences(question).map(({ text }): Part => ({ text, hit: hitBy(text, boundaries) }))
  const hit = pieces.find((piece) => piece.hit !== undefined)?.hit
  if (hit === undefined) return [{ text: question, hit: hitBy(question, boundaries) }]
  return pieces.some(isFree)
    ? pieces.filter((piece) => piece.hit !== undefined || isFree(piece))
    : [{ text: question, hit }]
}

/** A question that no boundary is in the way of. */
const isFree = ({ text, hit }: Part): boolean => hit === undefined && /\?\s*$/.test(text)

/** The first boundary a text falls under, by its place in the brief. */
function hitBy(text: string, boundaries: readonly Boundary[]): number | undefined {
  const at = boundaries.findIndex((boundary) => boundary.enabled && fallsUnder(text, boundary))
  return at < 0 ? undefined : at
}

/**
 * Turns away attempts to change the agent's instructions or to have them told. What is left of the line is answered;
 * the attempt is noted in the workings.
 */
export const guardBrief: Step = (state, { brief }) => {
  const attempt = tamperingIn(state.said)
  if (!attempt) return { state }
  const rest = splitQuestion(state.question).filter((part) => tamperingIn(part) === undefined)
  const phrases = phrasesFor(brief.identity.language)
  const reply = attempt.what === 'reveal' ? phrases.secret : phrases.keepToBrief
  const details = [{ label: 'Words', text: attempt.words }]
  if (rest.length === 0) {
    return {
      state: { ...state, reply, outcome: 'declined', isSettled: true },
      report: {
        step: 'guard',
        summary: 'The line tries to change or read the agent’s instructions; it was declined.',
        details,
      },
    }
  }
  return {
    state: { ...state, intent: 'question', question: rest.join(' '), afterwards: [...state.afterwards, reply] },
    report: {
      step: 'guard',
      summary: 'A part of the line tries to change or read the instructions; the rest is answered.',
      details,
    },
  }
}
