import { contentStems, coverage, likeness, sentences, wordCount } from '../text'
import { citeReply, withoutMarkers } from './citations'
import type { Outcome, Step, TurnState, WorkingDetail } from './turn'

/** A sentence with fewer content words than this claims nothing that needs backing. */
const CLAIM_SIZE = 3
/** Share of a claim's content words that passages, brief or conversation must hold. */
const SUPPORT_SHARE = 0.6

/**
 * What is checked after any model has spoken: citations are verified and renumbered, sentences without backing and a
 * reply over the word limit are named in the workings, and the outcome is told from the reply itself, so that the
 * built-in model and an outside one are held to the same measure.
 */
export const checkReply: Step = (state, { brief }) => {
  const cited = citeReply(state.reply, state.found)
  const plain = withoutMarkers(cited.reply)
  const outcome = outcomeOf(state, plain, cited.citations.length, brief.grounding.whenUnknown)
  // What a model may know is what it was shown: brief, earlier turns, passages and question stand in its messages.
  const known = contentStems([state.said, ...state.messages.map((message) => message.content)].join('\n'))
  const unbacked = sentences(plain).filter((sentence) => {
    const stems = contentStems(sentence.text)
    return stems.size >= CLAIM_SIZE && coverage(stems, known) < SUPPORT_SHARE
  })
  const limit = brief.manner.format.maxWords
  const count = wordCount(plain)
  const details: WorkingDetail[] = [
    { label: 'Citations', text: `${cited.citations.length} verified` },
    ...cited.dropped.map((number) => ({
      label: 'Citation',
      text: `[${number}] pointed at no passage and was removed`,
    })),
    ...unbacked.map((sentence) => ({ label: 'Not backed', text: sentence.text })),
    {
      label: 'Length',
      text:
        limit === null ? `${count} words` : `${count} of at most ${limit} words${count > limit ? ': too long' : ''}`,
      ...(limit === null ? {} : { field: 'manner.format.maxWords' }),
    },
  ]
  const isFine = unbacked.length === 0 && cited.dropped.length === 0 && (limit === null || count <= limit)
  return {
    state: {
      ...state,
      reply: brief.grounding.cite ? cited.reply : plain,
      citations: brief.grounding.cite ? cited.citations : [],
      outcome,
    },
    report: {
      step: 'checks',
      summary: isFine ? 'The reply passed every check.' : 'The reply has a weak spot.',
      details,
    },
  }
}

/** How near a reply must be to the brief's own "I don't know" to count as one. */
const UNKNOWN_LIKENESS = 0.6

function outcomeOf(state: TurnState, plain: string, citations: number, whenUnknown: string): Outcome {
  if (state.intent !== 'question') return 'chatted'
  const isUnknown =
    plain.includes(whenUnknown.trim()) ||
    sentences(plain).some((sentence) => likeness(sentence.text, whenUnknown) >= UNKNOWN_LIKENESS)
  if (citations > 0) return 'answered'
  if (isUnknown) return 'unknown'
  return plain.endsWith('?') ? 'clarified' : 'answered'
}
