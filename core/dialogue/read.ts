import type { Brief } from '../brief'
import { readLine, writtenOut } from '../reading'
import { contentStems, spokenTag } from '../text'
import { coarseWordsIn } from './coarse'
import { withQuestion, type Step } from './turn'

/** Puts slips of the pen right by the library's own words, and tells what the line is for and what is noted of it. */
export const readSaid: Step = (state, { brief, library }) => {
  const { identity } = brief
  const { language } = state.reading
  const written = writtenOut(state.line, language)
  const { text, changed } = library.correct?.(written, knownStems(brief)) ?? { text: written, changed: [] }
  const reading = readLine(text, spokenTag(identity.language) ?? language, identity.name)
  const kept = reading.language === language ? reading : readLine(text, language, identity.name)
  // Courtesies are told from the line as it was written: a library may turn "thx" into a word of its own.
  const act = state.reading.act === 'question' ? kept.act : state.reading.act
  const signals = [...new Set([...state.reading.signals, ...kept.signals])]
  return {
    state: withQuestion(state, text, { ...kept, act, signals }),
    report: {
      summary: `The line was read as ${ACT_WORDS[act]}${act === 'question' && kept.questions.length > 1 ? `; it asks ${kept.questions.length} things` : ''}.`,
      details: [
        ...changed.map(({ from, to }) => ({ label: 'Slip', text: `“${from}” read as “${to}”` })),
        ...coarseWordsIn(state.line).map((word) => ({ label: 'Coarse', text: `“${word}” stands in the line` })),
        ...signals.map((signal) => ({ label: 'Noted', text: SIGNAL_WORDS[signal] })),
        ...(act === 'question'
          ? kept.questions.map((question) => ({ label: 'Asks for', text: KIND_WORDS[question.kind] }))
          : []),
      ],
    },
  }
}

/** Words of the brief itself are no slips, though the library may lack them. */
const knownStems = (brief: Brief): ReadonlySet<string> =>
  contentStems(
    [
      brief.identity.name,
      ...brief.boundaries.flatMap((boundary) => [boundary.subject, ...boundary.examples]),
      ...brief.duties.flatMap((duty) => [duty.name, duty.when, ...duty.examples, ...duty.ask.map((ask) => ask.name)]),
      ...brief.glossary.flatMap((entry) => [entry.term, ...entry.also]),
      ...brief.rules.map((rule) => rule.when),
    ].join('\n'),
  )

const ACT_WORDS = {
  greeting: 'a greeting',
  thanks: 'thanks',
  acknowledged: 'taking note of what was said',
  farewell: 'a goodbye',
  identity: 'a question about the agent itself',
  ownName: 'a question what the visitor is called',
  person: 'a wish to speak to a person',
  insult: 'an insult',
  empty: 'empty: no words in it',
  question: 'a question',
} as const

const SIGNAL_WORDS = {
  insult: 'the line is rude',
  distress: 'the line speaks of despair',
  emergency: 'the line speaks of danger to life',
  orders: 'the line gives the agent orders; it keeps to its brief',
} as const

const KIND_WORDS = {
  summary: 'a summary',
  comparison: 'a comparison',
  reason: 'a reason',
  duration: 'how long',
  count: 'how many',
  money: 'a price',
  time: 'a time',
  measure: 'a measure',
  place: 'a place',
  person: 'who',
  howTo: 'how something is done',
  choice: 'a recommendation',
  meaning: 'what something is',
  list: 'which there are',
  yesNo: 'a yes or no',
  open: 'anything on its subject',
} as const
