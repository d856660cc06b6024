import { contentStems } from '../text'
import { answerKindOf, sidesOf, splitQuestion, type AnswerKind } from '../question'
import type { Brief } from '../brief'
import type { Step } from './turn'

/** Words in "deliberate when …" that name a kind of question. */
const NAMED: readonly (readonly [RegExp, readonly AnswerKind[]])[] = [
  [/\bcompar/i, ['comparison']],
  [/\b(?:recommend|choose|choice|advice|suggest)/i, ['recommendation']],
  [/\b(?:summar|overview)/i, ['summary']],
  [/\bwhy\b|\breasons?\b/i, ['why']],
]
/** What planning ahead sounds like. */
const PLANS =
  /\b(?:plan(?:ning)?|long[- ]term|in the long run|over (?:the|a) (?:year|summer|season)|next (?:year|season)|itinerary|schedule for)\b/i

/**
 * Decides whether a question is worth thinking about: when the brief says always, when it names such questions, or when
 * a line asks several things at once. A deliberate turn looks each part up by itself and in more passages, and has the
 * model hold what it finds against each other; it is slower, and the workings show it.
 */
export const deliberate: Step = (state, { brief }) => {
  const because = state.intent === 'question' ? reasonFor(state.question, brief.grounding) : undefined
  if (because === undefined) return { state }
  const parts = splitQuestion(state.question)
  return {
    state: { ...state, isDeliberate: true },
    report: {
      step: 'deliberation',
      summary: `Thinking it through: ${because}.`,
      details: [
        ...parts.map((text, at) => ({ label: `Part ${at + 1}`, text })),
        { label: 'Asked for by', text: 'the brief', field: 'grounding.deliberate' },
      ],
    },
  }
}

function reasonFor(question: string, { deliberate: mode, deliberateWhen }: Brief['grounding']): string | undefined {
  if (mode === 'never') return undefined
  if (mode === 'always') return 'the brief wants it for every question'
  const parts = splitQuestion(question)
  if (parts.length > 1) return `the line asks ${parts.length} things`
  if (sidesOf(question)) return 'each side of the comparison is looked up'
  const kind = answerKindOf(question)
  if (NAMED.some(([pattern, kinds]) => pattern.test(deliberateWhen) && kinds.includes(kind)))
    return `the brief names such questions (${kind})`
  if (/\bplan|\blong[- ]term|\bahead\b/i.test(deliberateWhen) && PLANS.test(question)) return 'the question plans ahead'
  const named = [...contentStems(deliberateWhen)]
  const asked = contentStems(question)
  return named.some((each) => asked.has(each)) ? 'the brief names its subject' : undefined
}
