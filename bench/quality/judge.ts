import { exchangeOf, takeTurn, withoutMarkers, type Exchange, type TurnState } from '@parrot/core/dialogue'
import { understudy } from '@parrot/core/understudy'
import type { OpenCorpus } from './corpora'
import type { Question } from './questions/question'

/** How one question went. */
export interface Verdict {
  readonly question: Question
  readonly state: TurnState
  /** "invented" is a flat answer to a question the library cannot answer; "offered" shows the answer as what comes nearest;
   * "abstained" says that it does not know, or offers something else. */
  readonly result: 'correct' | 'offered' | 'wrong' | 'abstained' | 'invented'
  readonly because: readonly string[]
  readonly isCitedRight: boolean | undefined
}

/** Asks a question, line by line, and judges the last reply. */
export async function ask({ brief, library }: OpenCorpus, question: Question): Promise<Verdict> {
  const conversation: Exchange[] = []
  let state: TurnState | undefined
  for (const said of [question.say].flat()) {
    state = await takeTurn(said, { brief, library, model: understudy, conversation, clock: () => performance.now() })
    conversation.push(exchangeOf(state))
  }
  return judged(question, state!)
}

const plain = (text: string): string => text.toLowerCase().replace(/[’‘]/g, "'").replace(/\s+/g, ' ')

/** Whether a text denies anything. */
const wouldDeny = (text: string): boolean =>
  /\b(?:no|not|never|nobody|nothing|cannot|only|closed|shut|without|prohibited|forbidden|except|free)\b|n't\b/.test(
    text,
  )

function judged(question: Question, state: TurnState): Verdict {
  const reply = plain(withoutMarkers(state.reply))
  const isCitedRight =
    question.from === undefined
      ? undefined
      : state.citations.some((citation) => plain(citation.sourceTitle).includes(plain(question.from!)))
  const holds = (text: string) =>
    /^(?:yes|no)$/i.test(text) ? isSaid(text.toLowerCase()) : reply.includes(plain(text))
  /**
   * A verdict is said at the beginning of a sentence. Where none is said the sentence speaks for itself: a no holds a
   * denial, a yes holds no "no" and cites the right source.
   */
  const isSaid = (verdict: string): boolean => {
    const begins = (word: string) => new RegExp(`(?:^|[.!?:\\n] ?)${word}\\b`).test(reply)
    if (begins('yes') || begins('no')) return begins(verdict)
    return verdict === 'no' ? wouldDeny(reply) : isCitedRight !== false && state.citations.length > 0
  }
  const isUnanswerable = question.kind === 'unknown'
  const outcomes = [question.outcome ?? (isUnanswerable ? ['unknown', 'offered'] : 'answered')].flat()
  // What is offered as what comes nearest and holds the answer is right as well.
  const isOffered = state.outcome === 'offered' && outcomes.includes('answered')
  const missing = (question.has ?? []).filter((each) => ![each].flat().some(holds))
  const because = [
    ...(outcomes.includes(state.outcome) || isOffered
      ? []
      : [`ended as ${state.outcome}, not ${outcomes.join(' or ')}`]),
    ...missing.map((each) => `lacks ${[each].flat().join(' or ')}`),
    ...(question.lacks ?? []).filter(holds).map((each) => `must not hold ${each}`),
  ]
  const result =
    because.length === 0
      ? isOffered
        ? 'offered'
        : 'correct'
      : isUnanswerable
        ? 'invented'
        : state.outcome === 'unknown' || state.outcome === 'offered'
          ? 'abstained'
          : 'wrong'
  return { question, state, result, because, isCitedRight }
}
