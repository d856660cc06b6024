import { BARS, judge } from '../calling'
import { slotValue, type Slot, type Today } from '../dialogue'
import { readLine } from '../reading'
import { contentStems, coverage, sentences } from '../text'
import type { DebriefAnswer, DebriefQuestion, SpokenLine } from './question'

const CANNOT_TELL: DebriefAnswer = { value: null, because: [] }
/** Share of a question's words a line of the agent must have to count as asking it. */
const ASKS_IT = 0.5
/** Share of the words that a visitor's line must share with a question for a text of it to be told. */
const TELLS_IT = 0.34

/**
 * What a conversation tells of a question by the words that were said: the built-in means, which read and do not guess. Yes
 * is said only where a line of the visitor calls for it; otherwise no, resting on nothing.
 */
export function debriefByWords(question: DebriefQuestion, lines: readonly SpokenLine[], today?: Today): DebriefAnswer {
  switch (question.kind) {
    case 'yesNo':
      return yesOrNo(question, lines)
    case 'choice':
      return lastChoice(question, lines)
    case 'number':
    case 'date':
      return lastValue({ ...slotOf(question), type: question.kind }, lines, today)
    case 'text':
      return nearestText(question, lines, today)
  }
}

const visitorsOf = (lines: readonly SpokenLine[]) => lines.filter(({ by, text }) => by === 'visitor' && text !== '')

/** A question about the visitor as the condition of a rule: "Did they want to book?" holds when "the visitor wants to book". */
const conditionOf = (question: string): string =>
  question
    .replace(/\?+\s*$/, '')
    .replace(
      /^(?:did|do|does|was|were|is|are|has|have|had|would|could)\s+(?:they|the visitor|the customer|he|she|somebody)\s+/i,
      'the visitor ',
    )

function yesOrNo({ question, like }: DebriefQuestion, lines: readonly SpokenLine[]): DebriefAnswer {
  const callable = { when: conditionOf(question), like, unlike: [] }
  const calling = visitorsOf(lines).flatMap(({ text }) =>
    sentences(text).filter((sentence) => judge(callable, readLine(sentence.text)).confidence >= BARS.always),
  )
  return calling.length > 0 ? { value: 'yes', because: calling.map(({ text }) => text) } : { value: 'no', because: [] }
}

/** The option that was spoken of last: by its own words, or by what a line means. */
function lastChoice({ options }: DebriefQuestion, lines: readonly SpokenLine[]): DebriefAnswer {
  for (const { text } of visitorsOf(lines).toReversed()) {
    const said = contentStems(text)
    const named = options.filter((option) => coverage(contentStems(option), said) === 1)
    if (named.length === 1) return { value: named[0]!, because: [text] }
    const reading = readLine(text)
    const meant = options
      .map((option) => ({
        option,
        how: judge({ when: `the visitor is ${option}`, like: [], unlike: [] }, reading).confidence,
      }))
      .filter(({ how }) => how >= BARS.always)
      .sort((a, b) => b.how - a.how)[0]
    if (meant) return { value: meant.option, because: [text] }
  }
  return CANNOT_TELL
}

const slotOf = ({ question }: DebriefQuestion): Slot => ({ name: question, question, type: 'text', required: false })

/** What was told last, as a duty would take it: by itself, or in answer to something like the question. */
function lastValue(slot: Slot, lines: readonly SpokenLine[], today?: Today): DebriefAnswer {
  for (let at = lines.length - 1; at >= 0; at--) {
    const { by, text } = lines[at]!
    if (by !== 'visitor') continue
    const value = slotValue(slot, text, isAskedBefore(slot.question, lines, at), today)
    if (value !== undefined) return { value, because: [text] }
  }
  return CANNOT_TELL
}

function isAskedBefore(question: string, lines: readonly SpokenLine[], at: number): boolean {
  const before = lines[at - 1]
  return (
    before !== undefined &&
    before.by !== 'visitor' &&
    before.text.includes('?') &&
    coverage(contentStems(question), contentStems(before.text)) >= ASKS_IT
  )
}

function nearestText(question: DebriefQuestion, lines: readonly SpokenLine[], today?: Today): DebriefAnswer {
  const asked = lastValue(slotOf(question), lines, today)
  if (asked.value !== null) return asked
  const wanted = contentStems(question.question)
  let best = { share: TELLS_IT, text: '' }
  for (const { text } of visitorsOf(lines)) {
    const share = coverage(wanted, contentStems(text))
    if (share >= best.share) best = { share, text }
  }
  return best.text === '' ? CANNOT_TELL : { value: best.text.slice(0, 300), because: [best.text] }
}
