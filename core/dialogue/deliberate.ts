import { BARS, judge } from '../calling'
import type { Brief } from '../brief'
import type { Reading } from '../reading'
import type { Step } from './turn'

/**
 * Decides whether a question is worth thinking about: when the brief says always, when it names such questions, or when a
 * line asks several things or compares. A deliberate turn looks up more, and has the model hold what it finds against each
 * other; it is slower, and the workings show it.
 */
export const deliberate: Step = (state, { brief }) => {
  const because = state.reading.act === 'question' ? reasonFor(state.reading, brief.grounding) : undefined
  if (because === undefined) return { state }
  return {
    state: { ...state, isDeliberate: true },
    report: {
      summary: `Thinking it through: ${because}.`,
      details: [
        ...state.reading.questions.map(({ text }, at) => ({ label: `Part ${at + 1}`, text })),
        { label: 'Asked for by', text: 'the brief', field: 'grounding.deliberate' },
      ],
    },
  }
}

function reasonFor(reading: Reading, { deliberate: mode, deliberateWhen }: Brief['grounding']): string | undefined {
  if (mode === 'never') return undefined
  if (mode === 'always') return 'the brief wants it for every question'
  if (reading.questions.length > 1) return `the line asks ${reading.questions.length} things`
  if (reading.questions[0]!.kind === 'comparison') return 'each side of the comparison is looked up'
  const named = deliberateWhen.split(/[.;\n]+/).filter((each) => each.trim() !== '')
  const isNamed = named.some((when) => judge({ when }, reading).confidence >= BARS.always)
  return isNamed ? 'the brief names such questions' : undefined
}
