import { contentTerms, isStopWord, subjectOf, synonymsOf, stemList } from '../text'
import { phrasesFor } from '../phrases'
import { splitQuestion, tamperingIn } from '../question'
import type { Brief } from '../brief'
import type { Step, WorkingDetail } from './turn'

type Boundary = Brief['boundaries'][number]

/** How much of a boundary's subject or of one of its examples a line must speak of to fall under it. */
const SUBJECT_SHARE = 0.75
const EXAMPLE_SHARE = 0.7
/** Of what the line itself says, an example must cover this much: a shared word in a long question is not the subject. */
const LINE_SHARE = 0.4
const KINDRED_SHARE = 0.5
/** A word of the same wider subject ("sunny" for "rain") counts this much. */
const KINDRED = 0.9

/**
 * Keeps the agent out of the subjects its brief names. Each question of the line is held against each boundary, by the
 * words of its subject and its examples and by everyday words that mean the same; a part that falls under one gets that
 * boundary's reply word for word, and no model sees it. What is left of the line is answered.
 */
export const keepBoundaries: Step = (state, { brief }) => {
  if (brief.boundaries.length === 0 || state.intent !== 'question') return { state }
  const parts = splitQuestion(state.question).map((text) => ({ text, hit: hitBy(text, brief.boundaries) }))
  const hits = parts.filter((part) => part.hit !== undefined)
  if (hits.length === 0) return { state }
  const details = hits.map(({ text, hit }): WorkingDetail => ({
    label: 'Boundary',
    text: `“${brief.boundaries[hit!]!.subject}” for: ${text}`,
    field: `boundaries.${hit}`,
  }))
  const replies = [...new Set(hits.map(({ hit }) => replyOf(brief, brief.boundaries[hit!]!)))]
  const rest = parts.filter((part) => part.hit === undefined).map((part) => part.text)
  const names = [...new Set(hits.map(({ hit }) => `“${brief.boundaries[hit!]!.subject}”`))].join(' and ')
  if (rest.length === 0) {
    return {
      state: { ...state, reply: replies.join(' '), outcome: 'declined', isSettled: true },
      report: {
        step: 'boundaries',
        summary: `The line falls under the boundary ${names}, so its reply was given.`,
        details,
      },
    }
  }
  return {
    state: { ...state, question: rest.join(' '), afterwards: [...state.afterwards, ...replies] },
    report: {
      step: 'boundaries',
      summary: `A part of the line falls under the boundary ${names}; the rest is answered.`,
      details,
    },
  }
}

const replyOf = (brief: Brief, boundary: Boundary): string => boundary.reply.trim() || brief.grounding.whenUnknown

/** The first boundary a text falls under, by its place in the brief. */
function hitBy(text: string, boundaries: readonly Boundary[]): number | undefined {
  const at = boundaries.findIndex((boundary) => fallsUnder(text, boundary))
  return at < 0 ? undefined : at
}

/** Whether a line speaks of a boundary's subject. */
export function fallsUnder(said: string, boundary: Pick<Boundary, 'subject' | 'examples'>): boolean {
  const spoken = weighed(said)
  const subject = weighed(boundary.subject)
  const isOnSubject = shared(subject, spoken) >= SUBJECT_SHARE
  // The subject's own words settle it; kindred ones only in a line that speaks of little else.
  if (boundary.subject.trim() !== '' && isOnSubject) {
    if ([...subject].every(([each, weight]) => weight < 1 || spoken.has(each))) return true
    if (shared(spoken, subject) >= KINDRED_SHARE) return true
  }
  return boundary.examples.some((example) => {
    const terms = weighed(example)
    return example.trim() !== '' && shared(terms, spoken) >= EXAMPLE_SHARE && shared(spoken, terms) >= LINE_SHARE
  })
}

/** Words that carry little of a subject. */
const LIGHT = stemList(
  'like give tell get help want need make take know can will today tomorrow day week time go going question advice information much me',
)
const LIGHT_WEIGHT = 0.15

type Weighed = ReadonlyMap<string, number>

function weighed(text: string): Weighed {
  const terms = contentTerms(text).filter((term) => !isStopWord(text.slice(term.start, term.end)))
  return new Map(terms.map((term) => [term.stem, LIGHT.has(term.stem) ? LIGHT_WEIGHT : 1]))
}

/** The share of one text's weight that another speaks of, in the same words or kindred ones. */
function shared(of: Weighed, within: Weighed): number {
  let held = 0
  let whole = 0
  for (const [each, weight] of of) {
    whole += weight
    if (within.has(each)) held += weight
    else if ([...synonymsOf(each), ...subjectOf(each)].some((kin) => within.has(kin))) held += weight * KINDRED
  }
  return whole === 0 ? 0 : held / whole
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
