import { contentStems, coverage } from '../text'
import type { Brief } from '../brief'
import type { Step } from './turn'

/** How much of a boundary's subject or of one of its examples a line must speak of to fall under it. */
const SUBJECT_SHARE = 1
const EXAMPLE_SHARE = 0.75

/**
 * Keeps the agent out of the subjects its brief names: a line that speaks of the whole subject, or of most of one of
 * its examples, gets the boundary's reply word for word, and no model sees it.
 */
export const keepBoundaries: Step = (state, { brief }) => {
  const hit = brief.boundaries.findIndex((boundary) => fallsUnder(state.said, boundary))
  if (hit < 0) return { state }
  const boundary = brief.boundaries[hit]!
  const reply = boundary.reply.trim() || brief.grounding.whenUnknown
  return {
    state: { ...state, reply, outcome: 'declined', isSettled: true },
    report: {
      step: 'boundaries',
      summary: `The line falls under the boundary “${boundary.subject}”, so its reply was given.`,
      details: [{ label: 'Boundary', text: boundary.subject, field: `boundaries.${hit}` }],
    },
  }
}

function fallsUnder(said: string, boundary: Brief['boundaries'][number]): boolean {
  const spoken = contentStems(said)
  const covers = (text: string, share: number) => text.trim() !== '' && coverage(contentStems(text), spoken) >= share
  return covers(boundary.subject, SUBJECT_SHARE) || boundary.examples.some((example) => covers(example, EXAMPLE_SHARE))
}
