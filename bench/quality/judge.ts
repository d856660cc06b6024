import { exchangeOf, takeTurn, withoutMarkers, type Exchange, type TurnState } from '@parrot/core/dialogue'
import { understudy } from '@parrot/core/understudy'
import type { OpenCorpus } from './corpora'
import type { Question } from './questions/question'

/** How one question went. */
export interface Verdict {
  readonly question: Question
  readonly state: TurnState
  /** "invented" is an answer to a question the library cannot answer; "abstained" is "I don't know" to one it can. */
  readonly result: 'correct' | 'wrong' | 'abstained' | 'invented'
  readonly because: readonly string[]
  readonly isCitedRight: boolean | undefined
  /** Whether an abstention quotes, as what comes nearest, the very statement that answers. */
  readonly isNear: boolean
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
  const outcomes = [question.outcome ?? (isUnanswerable ? 'unknown' : 'answered')].flat()
  const missing = (question.has ?? []).filter((each) => ![each].flat().some(holds))
  const because = [
    ...(outcomes.includes(state.outcome) ? [] : [`ended as ${state.outcome}, not ${outcomes.join(' or ')}`]),
    ...missing.map((each) => `lacks ${[each].flat().join(' or ')}`),
    ...(question.lacks ?? []).filter(holds).map((each) => `must not hold ${each}`),
  ]
  const isCitedRight =
    question.from === undefined
      ? undefined
      : state.citations.some((citation) => plain(citation.sourceTitle).includes(plain(question.from!)))
  const result =
    because.length === 0 ? 'correct' : isUnanswerable ? 'invented' : state.outcome === 'unknown' ? 'abstained' : 'wrong'
  const needed = (question.has ?? []).filter((each) => each !== 'Yes' && each !== 'No')
  const isNear = result === 'abstained' && needed.length > 0 && needed.every((each) => [each].flat().some(holds))
  return { question, state, result, because, isCitedRight, isNear }
}
