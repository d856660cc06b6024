import { languageOf, quantitiesIn, spokenTag } from '../text'
import { parsePrompt, type PromptView } from '../brief'
import { parseQuestionMessage, type ChatMessage, type GivenPassage, type Model, type ModelEvent } from '../dialogue'
import { phrasesFor, type Phrases } from '../languages'
import { answerKindOf, intentOf, splitQuestion } from '../question'
import type { Situation } from '../rules'
import { compose } from './compose'
import { courtesy } from './courtesy'
import { gatherEvidence, THIN } from './evidence'
import { needsFit } from './fit'
import { inRegister } from './manner'
import { inWantedWords, isAllowed, ordersFor, tiedTo, type Note, type Orders } from './obey'
import { disagreement } from './disagree'
import { nearest } from './nearest'
import { sayUnit } from './phrase'
import { profileOf } from './profile'
import { solve } from './solve'
import type { Finding, Party, Task } from './task'
import { askedOf, namesIn } from './asked'

/** What Understudy says to one prompt, and how it came to it. */
export interface Answer {
  readonly text: string
  readonly notes: readonly Note[]
}

/**
 * Answers a chat from nothing but its messages: the compiled brief in the system message; what is known of the visitor,
 * the passages and the question in the last. Deterministic, offline; it says only what passages and brief say.
 */
export function answer(messages: readonly ChatMessage[]): Answer {
  const written = parsePrompt(messages.find((message) => message.role === 'system')?.content ?? '')
  const { question, passages, known } = parseQuestionMessage(
    messages.findLast(({ role }) => role === 'user')?.content ?? '',
  )
  const intent = intentOf(question, written.name)
  const situation: Situation = { question, intent, isUnknown: false, ...situationFrom(messages, question, known) }
  const orders = ordersFor(written, situation)
  const view = profileOf(written).applied
  const phrases = phrasesFor(orders.language ?? languageToSpeak(view, question))
  const name = view.addressByName || orders.byName ? known.get('name') : undefined
  const say = (text: string) => inWantedWords(inRegister(text, view), orders)
  if (intent !== 'question') {
    const isFirst = situation.isFirst === true
    const said = courtesy(intent, question, view, phrases, isFirst, name)
    const text = [
      orders.apologise && intent !== 'insult' ? phrases.sorry : '',
      said,
      orders.askFirst ?? '',
      ...orders.add,
      ...orders.endWith,
    ]
    const reply = text
      .filter((each) => each !== '' && isAllowed(each, orders))
      .map(say)
      .join(' ')
    return { text: reply, notes: tiedTo(reply, [{ text: `Kind: ${intent}` }, ...orders.notes], say) }
  }
  const asksFirst = orders.askFirst !== undefined && !wasAskedBefore(orders.askFirst, messages)
  if (asksFirst) {
    const text = say(orders.askFirst!)
    return { text, notes: tiedTo(text, [{ text: 'Kind: a rule asks first' }, ...orders.notes], say) }
  }
  const isDeliberate = known.get('deliberate') === 'yes'
  const parts = splitQuestion(question).map((part) => {
    const answered = answerPart(part, passages, view, phrases, partyOf(known), orders)
    return { part, ...(isDeliberate ? heldAgainst(answered) : answered) }
  })
  const findings = parts.flatMap(({ finding }) => (finding ? [finding] : []))
  const notes = parts.flatMap((part) => part.notes)
  const reply = compose(findings, { question, view, phrases, orders, name })
  const isWhole = parts.every(({ finding }) => finding)
  if (reply !== '' && isWhole) return { text: reply, notes: tiedTo(reply, [...notes, ...orders.notes], say) }
  const unknown = ordersFor(written, { ...situation, isUnknown: true })
  const near = reply === '' ? nearest(question, passages, view, phrases) : ''
  const whenUnknown = [
    unknown.apologise ? phrases.sorry : '',
    view.whenUnknown,
    near,
    ...unknown.add.filter((text) => !reply.includes(text)),
    reply === '' ? view.signOff : '',
  ]
  const open = whenUnknown
    .filter((text) => text !== '' && isAllowed(text, unknown))
    .map(say)
    .join(' ')
  const text = [reply, open].filter(Boolean).join(reply.includes('\n') ? '\n' : ' ')
  return { text, notes: tiedTo(text, [...notes, ...unknown.notes], say) }
}

/** What conditions of rules are held against beside the line itself. */
function situationFrom(
  messages: readonly ChatMessage[],
  question: string,
  known: ReadonlyMap<string, string>,
): Partial<Situation> {
  const today = /^(\d{4}-\d{2}-\d{2}), weekday (\d)$/.exec(known.get('today') ?? '')
  const variables = new Map(
    [...known].flatMap(([key, value]) =>
      key.startsWith('variable ') ? [[key.slice(9).toLowerCase(), value] as const] : [],
    ),
  )
  const duty = known.get('duty')
  const party = known.get('party')
  return {
    isFirst: messages.filter(({ role }) => role === 'user').length === 1,
    language: languageOf(question),
    variables,
    ...(today ? { today: { date: today[1]!, weekday: Number(today[2]) } } : {}),
    ...(duty === undefined ? {} : { duty }),
    ...(party === undefined ? {} : { party }),
  }
}

/** The brief's language, or another one it speaks when the visitor writes in it. */
function languageToSpeak(view: PromptView, question: string): string {
  const own = spokenTag(view.language) ?? 'en'
  const written = languageOf(question, own)
  return view.alsoSpeaks.some((tag) => spokenTag(tag) === written) ? written : own
}

const wasAskedBefore = (question: string, messages: readonly ChatMessage[]): boolean =>
  messages.some((message) => message.role === 'assistant' && message.content.includes(question))

/** One question answered, or not, with how it came to it. */
interface AnsweredPart {
  readonly task: Task
  readonly finding: Finding | undefined
  readonly notes: Note[]
}

/** The answer with what another source says of the same thing in other figures, when there is such a one. */
function heldAgainst({ task, finding, notes }: AnsweredPart): AnsweredPart {
  const other = finding && !finding.isAsking ? disagreement(task) : undefined
  if (!finding || !other)
    return { task, finding, notes: [...notes, { text: 'Held against each other: the passages agree' }] }
  const pieces = [
    ...finding.pieces,
    { text: task.phrases.disagree },
    { text: sayUnit(other, task), cites: [other.passage.number] },
  ]
  return {
    task,
    finding: { ...finding, pieces },
    notes: [...notes, { text: `Held against each other: ${other.passage.place} says otherwise: ${other.text}` }],
  }
}

function answerPart(
  question: string,
  passages: readonly GivenPassage[],
  view: PromptView,
  phrases: Phrases,
  party: Party,
  orders: Orders,
): AnsweredPart {
  const kind = answerKindOf(question)
  const asked = askedOf(question, view, namesIn(passages.map((passage) => passage.text)))
  const evidence = gatherEvidence(asked, kind, passages)
  const mustFit = needsFit(kind, asked.text)
  const enough = evidence.filter(
    (unit) =>
      unit.coverage >= THIN &&
      (!mustFit || unit.fits) &&
      isAllowed(unit.text, orders) &&
      isAllowed(unit.leadIn, orders),
  )
  const task: Task = { asked, kind, passages, evidence, enough, view, phrases, party }
  const finding = solve(task)
  const best = evidence[0]
  const glossary = view.glossary.filter((entry) => asked.glossary.has(entry.term))
  return {
    task,
    finding,
    notes: [
      { text: `Kind: ${kind} question: ${question}` },
      {
        text: best
          ? `Evidence: best covers ${Math.round(best.coverage * 100)} % of the question (needs ${THIN * 100} %): ${best.text}`
          : 'Evidence: none',
      },
      ...(finding
        ? [
            {
              text: `Answered by: ${finding.solver}. ${finding.note}`,
              ...(finding.line ? { line: finding.line, puts: finding.pieces.map((piece) => piece.text) } : {}),
            },
          ]
        : []),
      ...glossary.map((entry) => ({
        text: `Glossary used: ${entry.term}`,
        line: entry.line,
        puts: [entry.term, ...entry.also],
      })),
    ],
  }
}

/** Who the visitor said they are: "2 adults, 1 child". */
const partyOf = (known: ReadonlyMap<string, string>): Party => ({
  groups: quantitiesIn(known.get('party') ?? '').map((each) => ({ count: each.amount, noun: each.unit })),
})

/** Words handed over at a time when streaming. */
const WORDS_A_PIECE = 3

/** Understudy behind the model port: its notes first, then its answer in small pieces. */
export const understudy: Model = {
  name: 'Understudy',
  async *answer(messages, signal): AsyncIterable<ModelEvent> {
    const { text, notes } = answer(messages)
    for (const note of notes) yield { kind: 'note', ...note }
    const pieces = text.match(new RegExp(`(?:\\S+\\s*){1,${WORDS_A_PIECE}}`, 'g')) ?? []
    for (const piece of pieces) {
      if (signal?.aborted) return
      yield { kind: 'text', text: piece }
    }
  },
}
