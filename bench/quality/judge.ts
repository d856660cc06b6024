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

function judged(question: Question, state: TurnState): Verdict {
  const reply = plain(withoutMarkers(state.reply))
  // A verdict is said at the beginning of a sentence: the "no" of "not" is none.
  const holds = (text: string) =>
    /^(?:yes|no)$/i.test(text)
      ? new RegExp(`(?:^|[.!?:\\n] ?)${text}\\b`, 'i').test(reply)
      : reply.includes(plain(text))
  const isUnanswerable = question.kind === 'unknown'
  const outcomes = [question.outcome ?? (isUnanswerable ? ['unknown', 'offered'] : 'answered')].flat()
  // What is offered as what comes nearest and holds the answer is right as well.
  const isOffered = state.outcome === 'offered' && outcomes.includes('answered')
  const missing = (question.has ?? []).filter((each) => ![each].flat().some(holds))
  const because = [
    ...(outcomes.includes(state.outcome) || isOffered ? [] : [`ended as ${state.outcome}, not ${outcomes.join(' or ')}`]),
    ...missing.map((each) => `lacks ${[each].flat().join(' or ')}`),
    ...(question.lacks ?? []).filter(holds).map((each) => `must not hold ${each}`),
  ]
  const isCitedRight =
    question.from === undefined
      ? undefined
      : state.citations.some((citation) => plain(citation.sourceTitle).includes(plain(question.from!)))
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
