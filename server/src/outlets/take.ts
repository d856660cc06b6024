import { masked, ModelProblem, type Exchange, type People } from '@parrot/core/dialogue'
import type { TalkReply } from '@parrot/contract'
import { keepVisitorsLine, peopleFor } from '../desk'
import { HttpProblem } from '../http/problems'
import { isAwaited } from '../requests'
import type { Services } from '../services'
import { conversationOf, keepTurn, type OpenConversation, type TurnRow } from '../turns/conversations'
import { conversationsAtWork } from '../turns/oneByOne'
import { editionOf, type Listening } from '../turns/subject'
import { visitorIn } from '../visitors'
import { citationsFor, keyOf, personIn } from './conversation'
import { afterTurn } from './happened'
import { asKept, countTokens, countTurn, mustBeOpen, mustFit } from './limits'
import type { OutletRow, Place } from './queries'

/** What a visitor says, and in which conversation; where the page keeps the conversation, what was said before in it. */
export interface VisitorsTurn {
  readonly text: string
  readonly conversationId?: string | undefined
  readonly variables?: Readonly<Record<string, string>>
  readonly before?: readonly Exchange[]
  /** A program asks, which has nobody to be called for. */
  readonly isProgram?: boolean
}

/** Takes a visitor's turn at a place, and keeps it in the logbook. Where a person answers, the line is theirs. */
export const takeVisitorsTurn = (
  services: Services,
  place: Place,
  turn: VisitorsTurn,
  listening: Listening,
): Promise<TalkReply> =>
  conversationsAtWork.run(turn.conversationId, () => takeTurnAlone(services, place, turn, listening))

async function takeTurnAlone(
  services: Services,
  place: Place,
  { text, conversationId, variables = {}, before, isProgram = false }: VisitorsTurn,
  listening: Listening,
): Promise<TalkReply> {
  const { db, bus, remembered, seal } = services
  const { agent, edition, outlet } = place
  const began = performance.now()
  mustBeOpen(place)
  const subject = await editionOf(services, agent, edition)
  const conversation = await conversationOf(db, agent.id, 'talk', conversationId)
  mustFit(place, text, conversation.exchanges.length)
  await countTurn(db, place)
  const { id } = conversation
  const base = { conversationId: id, key: keyOf(seal, id) }
  if (conversation.person === 'taken') {
    const { turnId } = await keepVisitorsLine(db, id, masked(text, outlet?.masks ?? []))
    bus.tell(id, 'lines')
    bus.tell(agent.id, 'logbook')
    const person = await personIn(db, id)
    const isAsked = await isAwaited(db, id)
    return { ...base, turnId, reply: '', citations: [], inserts: [], person, isAwaited: isAsked, isFormDue: false }
  }
  const people = isProgram ? undefined : await peopleFor(db, agent.id)
  const line = { said: text, conversation: before ?? conversation.exchanges, variables }
  const noting = { conversationId: id, masks: outlet?.masks ?? [] }
  const visitor = conversation.hasCollected ? await visitorIn(db, id) : undefined
  const heard = { ...listening, people, noting, ...(visitor ? { visitor } : {}) }
  const turn = await remembered.take(services, agent.id, subject, line, heard).catch((error: unknown) => {
    throw failureForVisitors(error)
  })
  const kept = {
    agentId: agent.id,
    channel: 'talk',
    conversationId: id,
    outletId: outlet?.id ?? null,
    hasCollected: conversation.hasCollected,
    person: turn.handOver && stateFor(people, conversation),
  } as const
  const row = await keepTurn(db, kept, subject, asKept(place, turn), performance.now() - began)
  await countTokens(db, place, turn)
  bus.tell(agent.id, 'logbook')
  const isNewlyCalled = kept.person !== undefined && conversation.person === null
  await afterTurn(services, place, row, {
    isNewlyCalled,
    memory: conversation.exchanges.at(-1)?.memory,
    held: turn.held,
  })
  return {
    ...base,
    turnId: row.id,
    reply: turn.reply,
    citations: citationsFor(turn.citations),
    inserts: [...turn.inserts],
    person: kept.person || conversation.person ? await personIn(db, id) : null,
    isAwaited: await isAwaited(db, id),
    isFormDue: isFormDue(outlet, row, conversation),
  }
}

/** Whether somebody is waited for after one was asked for; one who is waited for already still is. */
const stateFor = (people: People | undefined, { person }: OpenConversation): 'waiting' | 'missed' | undefined =>
  people && person !== 'waiting' ? (people.isThere ? 'waiting' : 'missed') : undefined

function isFormDue(outlet: OutletRow | null, row: TurnRow, { hasCollected }: OpenConversation): boolean {
  const form = outlet?.form
  if (!form || form.fields.length === 0 || hasCollected) return false
  const { moments, afterTurns } = form
  return (
    (moments.includes('person') && row.handOver !== null) ||
    (moments.includes('unknown') && row.outcome === 'unknown') ||
    (moments.includes('turns') && row.ordinal === afterTurns)
  )
}

/** What failed is the designer's business; a visitor is told that there is no answer just now. */
const failureForVisitors = (error: unknown): unknown =>
  error instanceof ModelProblem
    ? new HttpProblem(502, 'There is no answer just now.', 'Please ask again in a moment.', { code: 'model' })
    : error
