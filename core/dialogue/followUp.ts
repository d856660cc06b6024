import { alike, senseOf } from '../calling'
import { wordsOf } from '../languages'
import {
  find,
  readLine,
  readQuestion,
  tokensOf,
  wordsIn,
  type Question,
  type QuestionTerm,
  type Reading,
} from '../reading'
import { sentences } from '../text'
import { wasJustDone } from './memory'
import { withQuestion, type Exchange, type Step, type StepResult, type TurnContext, type TurnState } from './turn'

/** A line longer than this stands alone. */
const MOST_WORDS = 9
/** A line that leans on another has at most so many words of its own subject. */
const MOST_OWN = 2
/** A word this near to one of the question before takes its place: "kittens" that of "puppies", "yearly" that of "monthly". */
const TAKES_PLACE = 0.2

/**
 * Resolves a follow-up ("and on Sundays?", "the yearly one", "why?") to a question that stands alone, by putting what is
 * new into the place of what it replaces in the last question asked. A line that stands alone is kept as it is.
 */
export const resolveFollowUp: Step = (state, context) => {
  const { conversation } = context
  const before = conversation.findLast(({ question }, at) => question.trim() !== '' && asksOnItsOwn(conversation, at))
  // While a duty asks, a line answers it.
  const isAsked = state.memory.duty !== undefined && !state.memory.duty.isPaused
  // After something was done, "it" is what was done, and no question from before.
  if (wasJustDone(conversation)) return { state }
  const { act, language } = state.reading
  const wasClarifying = before?.outcome === 'clarified'
  if (!before || isAsked || (act !== 'question' && !(act === 'acknowledged' && wasClarifying))) {
    const offered = act === 'acknowledged' && !isAsked ? offeredIn(state.reading, context) : undefined
    return offered === undefined ? { state } : takeOffer(state, offered)
  }
  const wasAsked = wasClarifying && isAnswer(state.reading)
  if (!wasAsked && !leansOn(state.reading)) return { state }
  const asked = readLine(before.question, language).questions.at(-1)!
  const question = joinQuestions(asked, state.question, state.reading.questions[0]!)
  if (question === state.question) return { state }
  return {
    state: withQuestion(state, question, readLine(question, language)),
    report: {
      summary: wasAsked
        ? 'The line answers what was asked back, so the question before was completed with it.'
        : 'The line follows on from the question before, so the two were read together.',
      details: [
        { label: 'Said', text: state.said },
        { label: 'Read as', text: question },
      ],
    },
  }
}

/**
 * What the agent offered to tell in its last reply, where the visitor says yes to it: a question it suggested, or, of a
 * model that speaks in its own words, the question it ended in.
 */
function offeredIn({ said, language }: Reading, { conversation, brief: { openers }, model }: TurnContext) {
  const last = conversation.at(-1)
  const yes = find(wordsOf(language).agrees, tokensOf(said))
  if (!last || yes?.from !== 0) return undefined
  const suggested = openers.suggestions.find((each) => each.trim() !== '' && last.reply.includes(each))
  const end = sentences(last.reply).at(-1)?.text ?? ''
  return suggested ?? (model.canRevise === true && /\?\W*$/.test(end) ? end : undefined)
}

const takeOffer = (state: TurnState, offered: string): StepResult => ({
  state: withQuestion(state, offered, readLine(offered, state.reading.language)),
  report: {
    summary: 'The line says yes to what was offered, so that was asked.',
    details: [
      { label: 'Said', text: state.said },
      { label: 'Read as', text: offered },
    ],
  },
})

/** Whether an exchange asked something: no answer to what a duty asked, and no mere yes. */
const asksOnItsOwn = (conversation: readonly Exchange[], at: number): boolean => {
  const duty = conversation[at - 1]?.memory?.duty
  return (duty === undefined || duty.isPaused) && readLine(conversation[at]!.question).act !== 'acknowledged'
}

const contentOf = (question: Question): readonly QuestionTerm[] => question.terms.filter((term) => !term.isLight)

/** A short line without a question of its own answers what the agent asked back. */
const isAnswer = ({ questions, said }: Reading): boolean =>
  tokensOf(said).length <= MOST_WORDS && questions[0]!.kind === 'open' && !questions[0]!.isYesNo

/** Whether a line leans on the one before: it leads on, asks only how, or points back with little of its own. */
function leansOn({ said, language, questions }: Reading): boolean {
  const tokens = tokensOf(said)
  if (tokens.length > MOST_WORDS || questions.length > 1) return false
  const words = wordsOf(language)
  const own = contentOf(questions[0]!).filter((term) => !wordsIn(words.pointing).has(term.word))
  const leads = find(words.leadsOn, tokens)?.from === 0
  const points = tokens.some((token) => wordsIn(words.pointing).has(token.text))
  if (own.length === 0) return questions[0]!.kind !== 'open' || leads || points
  return (leads && own.length <= MOST_OWN + 1) || (points && own.length <= MOST_OWN)
}

/** The last question with what is new in it: each new word takes the place of the one it is of a kind with, or is added. */
export function joinQuestions(asked: Question, line: string, fresh: Question): string {
  const words = wordsOf(asked.language)
  const tokens = tokensOf(line)
  const lead = find(words.leadsOn, tokens)
  const rest = lead?.from === 0 && lead.to < tokens.length ? line.slice(tokens[lead.to]!.start) : line
  const own = contentOf(fresh).filter((term) => !wordsIn(words.pointing).has(term.word))
  const open = asked.text.replace(/[?.!\s]+$/, '')
  // "Why?" asks for the reason of the same; "how much?" the price of it.
  if (own.length === 0) return fresh.kind === 'open' ? asked.text : `${rest.replace(/[?.!\s]+$/, '')} – ${open}?`
  if (asksAnew(fresh)) return withSubject(asked, rest)
  const swapped = ofOneKind(asked, rest, own)
  if (!swapped) return `${open}, ${rest.replace(/[?.!\s]+$/, '')}?`
  return `${open.slice(0, swapped.start)}${swapped.by}${open.slice(swapped.end)}?`
}

/** A line with a verb and a kind of its own, which needs only to be told what its pronoun means. */
const asksAnew = (fresh: Question): boolean => fresh.isYesNo || (fresh.kind !== 'open' && fresh.kind !== 'meaning')

/** A question that points back, with what the one before was about added. */
function withSubject(asked: Question, rest: string): string {
  const subject = contentOf(asked)
    .map((term) => term.word)
    .join(' ')
  return `${rest.replace(/[?.!\s]+$/, '')} (${subject})?`
}

/** Where the new words stand in the old question: in the place of the days, the figure, the name, or the nearest word. */
function ofOneKind(
  asked: Question,
  rest: string,
  own: readonly QuestionTerm[],
): { start: number; end: number; by: string } | undefined {
  const { text, language } = asked
  const shared = new Set(asked.terms.map((term) => term.stem))
  // "A large plot" beside "a small plot": the word both share stays, the other takes the place of its like.
  const news = own.some((term) => !shared.has(term.stem)) ? own.filter((term) => !shared.has(term.stem)) : own
  const by = written(rest, news)
  const added = readQuestion(by, language)
  if (added.days.size > 0 || added.months.size > 0) {
    const day = tokensOf(text).find((token) => {
      const read = readQuestion(token.text, language)
      return read.days.size > 0 || read.months.size > 0
    })
    return day && { start: day.start, end: day.end, by }
  }
  const figure = readQuestion(rest, language).quantities[0]
  const old = figure && asked.quantities.find((each) => each.dimension === figure.dimension)
  if (figure && old) return { start: old.start, end: old.end, by: figure.text }
  if (/^\p{Lu}/u.test(by)) {
    const name = lastName(text)
    if (name) return { ...name, by }
  }
  const [fresh] = senseOf(news.at(-1)!.word).words
  let best: { word: string; how: number } | undefined
  for (const word of senseOf(text).words) {
    const how = fresh ? alike(word, fresh) : 0
    const isKept = own.some((term) => term.stem === word.stem)
    if (how >= TAKES_PLACE && how > (best?.how ?? 0) && !isKept) best = { word: word.word, how }
  }
  const span = best && tokensOf(text).find((each) => each.text === best!.word)
  return span && { start: span.start, end: span.end, by }
}

/** New words as they are written, from the first to the last. */
function written(rest: string, terms: readonly QuestionTerm[]): string {
  const tokens = tokensOf(rest).filter((token) => terms.some((term) => term.word === token.text))
  return tokens.length === 0
    ? terms.map((term) => term.word).join(' ')
    : rest.slice(tokens[0]!.start, tokens.at(-1)!.end)
}

/** The last run of words written with capitals inside a question. */
function lastName(text: string): { start: number; end: number } | undefined {
  const names = [...text.matchAll(/(?<=\s)\p{Lu}[\p{L}’'-]+(?: \p{Lu}[\p{L}’'-]+)*/gu)]
  const last = names.at(-1)
  return last && { start: last.index, end: last.index + last[0].length }
}
