import { fillVariables, type Brief } from '../brief'
import { resultIn } from '../tools'
import type { Model, ModelEvent, ModelRequest, Outcome, TurnForModel } from '../dialogue'
import { phrasesFor, type Phrases } from '../languages'
import type { Question } from '../reading'
import { languageOf, spokenTag, wordCount } from '../text'
import { compose } from './compose'
import { courtesy } from './courtesy'
import { disagreement } from './disagree'
import { inRegister, sizeOf } from './manner'
import { inWantedWords, isAllowed, ordersOf, tiedTo, type Note, type Orders } from './orders'
import { mannerOf } from './profile'
import { expressionIn } from './reckon'
import { readPassages } from './read'
import type { Finding, Task } from './task'
import { toAPerson } from './toAPerson'
import { WAYS } from './ways'

export { MEASURES } from './measure'
export { rememberingUnderstudy } from './remembering'
export { measureAll, PASSAGES_READ, SURENESS, surenessOf, type Ranked } from './read'
export { OFFERED, SAID } from './bands'

/** What Understudy says in one turn, how the turn ends by it, and how it came to it. */
export interface Answer {
  readonly text: string
  readonly outcome?: Outcome
  readonly notes: readonly Note[]
}

/**
 * Answers a turn from nothing but its brief and the passages found. Deterministic, offline; it reads and does not
 * pretend to think: what it says of the world are whole sentences of the sources, and figures computed from them.
 */
export function answer(turn: TurnForModel): Answer {
  const { act, brief } = turn
  const isCourtesy = act !== 'question' && act !== 'person'
  const orders = ordersOf(turn.called, isCourtesy)
  const manner = mannerOf(filled(brief, turn.variables))
  const phrases = phrasesFor(orders.language ?? languageToSpeak(brief, turn.line))
  const known = turn.memory.facts.find(({ key }) => key === 'name')?.value
  const name = manner.format.addressByName || orders.byName ? known : undefined
  const say = (text: string) => inWantedWords(inRegister(text, manner), orders)
  const first = gentleWord(turn, phrases)
  const told = (texts: readonly string[], by: Orders): string =>
    texts
      .filter((text) => text !== '' && isAllowed(text, by))
      .map(say)
      .join(' ')
  if (isCourtesy) {
    const names = { use: name, known }
    const said = courtesy(act, turn.line, filled(brief, turn.variables), phrases, turn.conversation.length === 0, names)
    const text = told(
      [
        first,
        orders.apologise && act !== 'insult' ? phrases.sorry : '',
        said,
        orders.askFirst ?? '',
        ...orders.add,
        ...orders.endWith,
      ],
      orders,
    )
    return { text, outcome: 'chatted', notes: tiedTo(text, orders.notes, say) }
  }
  if (orders.askFirst !== undefined && !wasAskedBefore(orders.askFirst, turn)) {
    const text = say(orders.askFirst)
    return { text, outcome: 'clarified', notes: tiedTo(text, [{ text: 'Rule: it asks first' }, ...orders.notes], say) }
  }
  const parts =
    act === 'person'
      ? [
          {
            finding: toAPerson(turn, phrases),
            notes: [{ text: 'The visitor wants a person: nobody is put through by the agent itself' }],
          },
        ]
      : turn.questions.map((question) => answerQuestion(question, turn, phrases, orders))
  const findings = parts.flatMap(({ finding }) => (finding ? [finding] : []))
  const notes: Note[] = parts.flatMap((part) => part.notes)
  const isWhole = findings.length === parts.length
  const next = isWhole && brief.openers.followUps ? nextQuestion(turn) : undefined
  const cites = orders.cite ?? brief.grounding.cite
  const reply = compose(findings, { line: turn.line, manner, phrases, orders, cites, name, next, first })
  const outcome = findings.every((each) => each.outcome === 'answered')
    ? 'answered'
    : (findings.find((each) => each.outcome !== 'answered')?.outcome ?? 'answered')
  if (reply !== '' && isWhole) return { text: reply, outcome, notes: tiedTo(reply, [...notes, ...orders.notes], say) }
  const unknown = ordersOf(turn.calledIfUnknown, false)
  const open = told(
    [
      reply === '' ? first : '',
      unknown.apologise ? phrases.sorry : '',
      fillVariables(brief.grounding.whenUnknown, brief.variables, turn.variables),
      ...unknown.add.filter((text) => !reply.includes(text)),
      reply === '' ? manner.format.signOff : '',
    ],
    unknown,
  )
  const text = [reply, open].filter(Boolean).join(reply.includes('\n') ? '\n' : ' ')
  return { text, outcome: reply === '' ? 'unknown' : outcome, notes: tiedTo(text, [...notes, ...unknown.notes], say) }
}

/** The texts of a brief that are said as they stand, with the values of its variables. */
const filled = (brief: Brief, values: Readonly<Record<string, string>>): Brief => ({
  ...brief,
  openers: { ...brief.openers, greeting: fillVariables(brief.openers.greeting, brief.variables, values) },
  manner: {
    ...brief.manner,
    format: { ...brief.manner.format, signOff: fillVariables(brief.manner.format.signOff, brief.variables, values) },
  },
})

/** Danger and despair are met with a word of their own; the line is answered all the same. */
function gentleWord({ signals }: TurnForModel, phrases: Phrases): string {
  if (signals.includes('emergency')) return phrases.courtesy.emergency
  return signals.includes('distress') ? phrases.courtesy.distress : ''
}

/** The brief's language, or another one it speaks when the visitor writes in it. */
function languageToSpeak({ identity }: Brief, line: string): string {
  const own = spokenTag(identity.language) ?? 'en'
  const written = languageOf(line, own)
  return identity.alsoSpeaks.some((tag) => spokenTag(tag) === written) ? written : own
}

const wasAskedBefore = (question: string, { conversation }: TurnForModel): boolean =>
  conversation.some(({ reply }) => reply.includes(question))

/** A suggested question that the visitor has not asked yet. */
const nextQuestion = ({ brief, conversation, line }: TurnForModel): string | undefined =>
  brief.openers.suggestions.find(
    (each) =>
      each.trim() !== '' &&
      ![line, ...conversation.map(({ said }) => said)].some(
        (said) => said.trim().toLowerCase() === each.trim().toLowerCase(),
      ),
  )

/** One question answered, or not, with how it came to it. */
function answerQuestion(
  question: Question,
  turn: TurnForModel,
  phrases: Phrases,
  orders: Orders,
): { finding: Finding | undefined; notes: Note[] } {
  const { brief } = turn
  const manner = mannerOf(brief)
  const read = readPassages(question, turn.found, turn.rarity)
  const task: Task = {
    question,
    read,
    turn,
    phrases,
    size: sizeOf(manner),
    mostWords: orders.maxWords ?? manner.format.maxWords ?? Infinity,
    isAllowed: (text) => isAllowed(text, orders),
  }
  let finding: Finding | undefined
  let way = ''
  for (const each of WAYS) {
    finding = each.run(task)
    way = each.name
    if (finding) break
  }
  const other = turn.isDeliberate && finding?.outcome === 'answered' ? disagreement(task) : undefined
  if (finding && other)
    finding = {
      ...finding,
      pieces: [...finding.pieces, { text: phrases.disagree }, { text: other.text, cites: [other.rank + 1] }],
    }
  const [best] = read.ranked
  return {
    finding,
    notes: [
      { text: `Asked: ${question.text}` },
      {
        text: best
          ? `Nearest: ${Math.round(read.confidence * 100)} % sure that this answers: ${short(best.window.text)}`
          : 'Nearest: nothing',
      },
      ...(finding
        ? [
            {
              text: `Answered by: ${way}. ${finding.note}`,
              puts: finding.pieces.map(({ text }) => text),
              ...(finding.field ? { field: finding.field } : {}),
            },
          ]
        : []),
      ...(turn.isDeliberate && finding
        ? [
            {
              text: other
                ? `Held against each other: another source says otherwise: ${short(other.text)}`
                : 'Held against each other: the passages agree',
            },
          ]
        : []),
    ],
  }
}

const short = (text: string): string =>
  wordCount(text) > 40 ? `${text.split(/\s+/).slice(0, 40).join(' ')} …` : text.replace(/\n/g, ' / ')

/** Words handed over at a time when streaming. */
const WORDS_A_PIECE = 3

const CALCULATOR = 'calculator'
/** A result is a number, perhaps with a unit; what went wrong is told in a sentence. */
const isResult = (text: string): boolean => /^-?\d[\d.e+-]*(?: \p{L}+)?$/u.test(text)

const workedOut = ({ brief, line }: TurnForModel, expression: string, result: string): Answer => ({
  text: phrasesFor(languageToSpeak(brief, line)).equals(
    expression.replace(/ to \p{L}+$/u, '').replace(/\*/g, '×'),
    result,
  ),
  outcome: 'answered',
  notes: [{ text: `Answered by: the calculator. It worked out ${expression}` }],
})

/** Understudy behind the model port: its notes first, then its answer in small pieces. Outside a turn it has nothing to say. */
export const understudy: Model = {
  name: 'Understudy',
  async *answer({ turn, tools, messages }: ModelRequest, signal): AsyncIterable<ModelEvent> {
    if (!turn) return
    const expression = turn.act === 'question' ? expressionIn(turn.line) : undefined
    const got = messages.at(-1)?.role === 'tool' ? resultIn(messages.at(-1)!.content) : undefined
    if (expression !== undefined && got === undefined && tools?.some(({ name }) => name === CALCULATOR)) {
      yield { kind: 'calls', calls: [{ id: 'sum', name: CALCULATOR, input: { expression } }] }
      return
    }
    const { text, outcome, notes } =
      expression !== undefined && got !== undefined && isResult(got) ? workedOut(turn, expression, got) : answer(turn)
    for (const { text: note, field, words } of notes)
      yield { kind: 'note', text: note, ...(field ? { field } : {}), ...(words ? { words } : {}) }
    if (outcome) yield { kind: 'outcome', outcome }
    for (const piece of text.match(new RegExp(`(?:\\S+\\s*){1,${WORDS_A_PIECE}}`, 'g')) ?? []) {
      if (signal?.aborted) return
      yield { kind: 'text', text: piece }
    }
  },
}
