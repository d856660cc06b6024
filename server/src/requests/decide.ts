import { eq } from 'drizzle-orm'
import { takeDecision, type Decision, type Exchange, type Held, type TurnState } from '@parrot/core/dialogue'
import { isAddress } from '../tools/kinds/kind'
import { agentById } from '../agents/queries'
import { conversations, outlets, type Database } from '../database'
import { sendMail } from '../delivery'
import { tellAs } from '../desk'
import { asKept } from '../outlets/limits'
import type { OutletRow } from '../outlets/queries'
import type { Services } from '../services'
import { conversationOf, keepTurn } from '../turns/conversations'
import { conversationsAtWork } from '../turns/oneByOne'
import { contextFor, editionOf, type Listening, type Subject } from '../turns/subject'
import { claimRequest, setRequest, type RequestRow } from './queries'

/**
 * Decides on a request. A yes has the agent do what it was ready to do, with exactly what was collected, and tell the
 * visitor; it is marked before, so that a kill in the middle does nothing twice. What people do themselves is told in their
 * own words. Throws an HttpProblem where somebody else decided.
 */
export async function decide(
  services: Services,
  id: string,
  decision: Decision & { readonly by: string },
): Promise<RequestRow> {
  const { db, bus } = services
  const { isAgreed, words, by } = decision
  const row = await claimRequest(db, id, { by, words })
  try {
    const state = await conversationsAtWork.run(row.conversationId ?? undefined, () =>
      row.held ? carryOn(services, row, decision) : answerSelf(services, row, decision),
    )
    return { ...row, state }
  } catch (error) {
    // What broke off after a yes may have been done: it stays as it is, and is shown as cut off after a while.
    if (!row.held || !isAgreed) await setRequest(db, id, { state: 'waiting' })
    throw error
  } finally {
    if (row.conversationId !== null) bus.tell(row.conversationId, 'lines')
    bus.tell(row.agentId, 'logbook')
  }
}

/** Has the agent do it, or leave it, and tell the visitor in the conversation it is of. */
async function carryOn(services: Services, row: RequestRow, decision: Decision): Promise<RequestRow['state']> {
  const { db } = services
  const held = row.held!
  const agent = await agentById(db, row.agentId)
  const conversationId = row.conversationId!
  const subject = await editionOf(services, agent, row.edition ?? agent.liveEdition!)
  const { exchanges } = await conversationOf(db, agent.id, 'talk', conversationId)
  const began = performance.now()
  const outlet = await outletOf(db, conversationId)
  const noting = { conversationId, masks: outlet?.masks ?? [] }
  const turn = await decided(services, subject, held, decision, exchanges, { audience: 'visitor', noting })
  const state = decision.isAgreed ? (hasFailed(turn) ? 'failed' : 'done') : 'refused'
  // What was done and that it was done are kept together.
  await db.transaction(async (tx) => {
    const place = { agentId: agent.id, channel: 'talk', conversationId } as const
    await keepTurn(tx, place, subject, asKept({ outlet }, turn), performance.now() - began)
    await setRequest(tx, row.id, { state })
  })
  return state
}

const hasFailed = ({ outcome }: TurnState): boolean => outcome === 'unknown' || outcome === 'clarified'

/** Where the visitor of a conversation came in, which says what is kept of it; null for the agent's own page. */
async function outletOf(db: Database, conversationId: string): Promise<OutletRow | null> {
  const [row] = await db
    .select({ outlet: outlets })
    .from(conversations)
    .innerJoin(outlets, eq(outlets.id, conversations.outletId))
    .where(eq(conversations.id, conversationId))
  return row?.outlet ?? null
}

/** What comes of a decision on what an agent was ready to do, done by whoever of its colleagues does it. */
export async function decided(
  services: Services,
  subject: Subject,
  held: Held,
  decision: Decision,
  conversation: readonly Exchange[],
  listening: Listening,
): Promise<TurnState> {
  const does = await doerOf(services, subject, held.path)
  return takeDecision(held, decision, await contextFor(services, does, conversation, listening))
}

/** The agent that does it: itself, or the colleague at the end of the path, as it is published. */
async function doerOf(services: Services, subject: Subject, path: readonly string[]): Promise<Subject> {
  const last = path.at(-1)
  if (last === undefined) return subject
  const colleague = await agentById(services.db, last)
  return colleague.liveEdition === null ? subject : editionOf(services, colleague, colleague.liveEdition)
}

/** What a person did themselves, or answers: told in the conversation in their name, and by mail where an address was left. */
async function answerSelf(
  services: Services,
  row: RequestRow,
  { isAgreed, words, by }: Decision & { readonly by: string },
): Promise<RequestRow['state']> {
  const { db, seal, log } = services
  const email = row.values.email ?? ''
  if (words !== '' && row.conversationId !== null) await tellAs(db, row.conversationId, by, words)
  const state = isAgreed ? 'done' : 'refused'
  await setRequest(db, row.id, { state })
  if (words !== '' && isAddress(email)) {
    const mail = { subject: row.values.what?.slice(0, 120) || row.title, text: `${words}\n\n${by}` }
    const { isTaken, answer } = await sendMail(db, seal, email, mail)
    if (!isTaken) log.warn(`The answer to a request was not taken: ${answer}`)
  }
  return state
}
