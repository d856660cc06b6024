import { ModelProblem, type Exchange } from '@parrot/core/dialogue'
import type { TalkReply } from '@parrot/contract'
import { HttpProblem } from '../http/problems'
import type { Services } from '../services'
import { conversationOf, keepTurn } from '../turns/conversations'
import { editionOf, type Listening } from '../turns/subject'
import { countTurn, mustBeOpen, type Place } from './queries'

/** What a visitor says, and in which conversation; where the page keeps the conversation, what was said before in it. */
export interface VisitorsTurn {
  readonly text: string
  readonly conversationId?: string | undefined
  readonly variables?: Readonly<Record<string, string>>
  readonly before?: readonly Exchange[]
}

/** Takes a visitor's turn at a place, and keeps it in the logbook. */
export async function takeVisitorsTurn(
  services: Services,
  place: Place,
  { text, conversationId, variables = {}, before }: VisitorsTurn,
  listening: Listening,
): Promise<TalkReply> {
  const { db, bus, remembered } = services
  const { agent, edition, outlet } = place
  const began = performance.now()
  mustBeOpen(place)
  const subject = await editionOf(services, agent, edition)
  const conversation = await conversationOf(db, agent.id, 'talk', conversationId)
  await countTurn(db, place)
  const line = { said: text, conversation: before ?? conversation.exchanges, variables }
  const turn = await remembered.take(services, agent.id, subject, line, listening).catch((error: unknown) => {
    throw failureForVisitors(error)
  })
  const kept = { agentId: agent.id, channel: 'talk', conversationId: conversation.id, outletId: outlet?.id } as const
  await keepTurn(db, kept, subject, turn, performance.now() - began)
  bus.tell(agent.id, 'logbook')
  return {
    conversationId: conversation.id,
    reply: turn.reply,
    citations: turn.citations.map(({ marker, sourceTitle, quote, locator, headings }) => ({
      marker,
      sourceTitle,
      quote,
      locator,
      headings,
    })),
  }
}

/** What failed is the designer's business; a visitor is told that there is no answer just now. */
const failureForVisitors = (error: unknown): unknown =>
  error instanceof ModelProblem
    ? new HttpProblem(502, 'There is no answer just now.', 'Please ask again in a moment.', { code: 'model' })
    : error
