import { parsePrompt } from '../brief'
import { parseQuestionMessage, type ChatMessage, type Model, type ModelEvent } from '../dialogue'
import { answerKindOf, intentOf, type Situation } from '../rules'
import { compose } from './compose'
import { courtesy } from './courtesy'
import { gatherEvidence, THIN } from './evidence'
import { inRegister } from './manner'
import { isAllowed, ordersFor, type Orders } from './obey'

/** What Understudy says to one prompt, and how it came to it. */
export interface Answer {
  readonly text: string
  readonly notes: readonly string[]
}

/**
 * Answers a chat from nothing but its messages: the compiled brief in the system message, the passages and the question
 * in the last. Deterministic, offline; it says only what passages and brief say.
 */
export function answer(messages: readonly ChatMessage[]): Answer {
  const view = parsePrompt(messages.find((message) => message.role === 'system')?.content ?? '')
  const { question, passages } = parseQuestionMessage(
    messages.findLast((message) => message.role === 'user')?.content ?? '',
  )
  const intent = intentOf(question, view.name)
  const isFirst = messages.filter((message) => message.role === 'user').length === 1
  if (intent !== 'question') {
    const orders = ordersFor(view, { question, intent, isUnknown: false })
    const text = [courtesy(intent, question, view, isFirst), ...orders.add].filter((each) => isAllowed(each, orders))
    return {
      text: text.map((each) => inRegister(each, view.dials.formality)).join(' '),
      notes: [`Kind: ${intent}`, ...orders.notes],
    }
  }
  const evidence = gatherEvidence(question, passages, view)
  const known: Situation = { question, intent, isUnknown: false }
  const orders = ordersFor(view, known)
  const enough = evidence.filter((unit) => unit.coverage >= THIN)
  const notes = [
    `Kind: ${answerKindOf(question)} question`,
    evidence[0]
      ? `Evidence: best covers ${Math.round(evidence[0].coverage * 100)} % of the question (needs ${THIN * 100} %): ${evidence[0].text}`
      : 'Evidence: none',
  ]
  const reply = compose(question, enough, view, orders)
  if (reply !== '') return { text: reply, notes: [...notes, ...orders.notes] }
  const unknown = ordersFor(view, { ...known, isUnknown: true })
  return { text: sayUnknown(view.whenUnknown, view.signOff, unknown), notes: [...notes, ...unknown.notes] }
}

const sayUnknown = (whenUnknown: string, signOff: string, orders: Orders): string =>
  [whenUnknown, ...orders.add, signOff].filter((text) => text !== '' && isAllowed(text, orders)).join(' ')

/** Words handed over at a time when streaming. */
const WORDS_A_PIECE = 3

/** Understudy behind the model port: its notes first, then its answer in small pieces. */
export const understudy: Model = {
  name: 'Understudy',
  async *answer(messages, signal): AsyncIterable<ModelEvent> {
    const { text, notes } = answer(messages)
    for (const note of notes) yield { kind: 'note', text: note }
    const pieces = text.match(new RegExp(`(?:\\S+\\s*){1,${WORDS_A_PIECE}}`, 'g')) ?? []
    for (const piece of pieces) {
      if (signal?.aborted) return
      yield { kind: 'text', text: piece }
    }
  },
}
