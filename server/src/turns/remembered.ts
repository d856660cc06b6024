import { createHash } from 'node:crypto'
import { LRUCache } from 'lru-cache'
import type { Exchange, TurnState } from '@parrot/core/dialogue'
import { understudy } from '@parrot/core/understudy'
import type { Services } from '../services'
import { ask, todayHere, type Listening, type Subject } from './subject'

/** What is kept of a turn. */
export type TurnKept = Pick<
  TurnState,
  | 'said'
  | 'question'
  | 'reply'
  | 'outcome'
  | 'citations'
  | 'inserts'
  | 'workings'
  | 'support'
  | 'memory'
  | 'handOver'
  | 'held'
  | 'usage'
>

/** Characters of answers remembered. */
const MOST_CHARACTERS = 32_000_000

/** What a visitor says, what was said before, and what the page knows of the visitor. */
interface VisitorsLine {
  readonly said: string
  readonly conversation: readonly Exchange[]
  readonly variables?: Readonly<Record<string, string>>
}

/**
 * Answers of editions that were given before. An edition never changes and the built-in model computes, so the same line
 * after the same conversation has the same answer on the same day: the questions an agent suggests, and those everybody
 * asks, are computed once. What a tool was called for is asked anew, and so is every outside model.
 */
export class RememberedTurns {
  readonly #turns = new LRUCache<string, string>({
    maxSize: MOST_CHARACTERS,
    sizeCalculation: ({ length }) => Math.max(1, length),
  })

  /** Takes a visitor's turn, or gives what it was before. */
  async take(
    services: Services,
    agentId: string,
    subject: Subject,
    { said, conversation, variables = {} }: VisitorsLine,
    listening: Listening,
  ): Promise<TurnKept> {
    const key = keyOf(
      agentId,
      subject.edition,
      subject.stance,
      todayHere(),
      said,
      conversation,
      variables,
      listening.people,
      listening.visitor,
    )
    const before = this.#turns.get(key)
    if (before !== undefined) {
      const turn = JSON.parse(before) as TurnKept
      listening.onText?.(turn.reply)
      return turn
    }
    const state = await ask(services, subject, said, conversation, { ...listening, audience: 'visitor' }, variables)
    const { question, reply, outcome, citations, inserts, workings, support, memory, handOver, held, usage } = state
    const kept = {
      said,
      question,
      reply,
      outcome,
      citations,
      inserts,
      workings,
      support,
      memory,
      handOver,
      held,
      usage,
    }
    // What is free now may be taken by the next who asks, and what can be taken back is taken back for each.
    const isReversible = (conversation.at(-1)?.memory?.lately ?? []).length > 0
    const isFleeting = isReversible || state.uses.length > 0 || state.inserts.some(({ kind }) => kind === 'times')
    if (subject.model === understudy && subject.edition !== null && !isFleeting && !hasTeam(subject))
      this.#turns.set(key, JSON.stringify(kept))
    return kept
  }
}

/** A colleague is an agent of its own, and may be another by tomorrow. */
const hasTeam = ({ brief }: Subject): boolean => brief.colleagues.some(({ enabled }) => enabled)

const keyOf = (...parts: readonly unknown[]): string =>
  createHash('sha256').update(JSON.stringify(parts)).digest('base64')
