import { contentStems } from '../text'
import { intentOf, writtenOut } from '../question'
import type { Brief } from '../brief'
import { askModel } from './ask'
import { guardBrief, keepBoundaries } from './boundaries'
import { checkReply } from './check'
import { deliberate } from './deliberate'
import { followDuty } from './duty'
import { resolveFollowUp } from './followUp'
import { handOver } from './handOver'
import { memoryOf, rememberVisitor, takeNote } from './memory'
import { writePrompt } from './prompt'
import { retrieve } from './retrieve'
import type { Step, TurnContext, TurnState } from './turn'

/** Longest line that is read, characters; what is beyond is left out. */
export const LONGEST_LINE = 5000

/** Reads the line: its slips put right by the library's own words, and what it is for. */
const readLine: Step = (state, { brief, library }) => {
  const written = writtenOut(state.said)
  const read = library.correct?.(written, knownStems(brief)) ?? { text: written, changed: [] }
  const intent = intentOf(state.said, brief.identity.name)
  return {
    state: { ...state, intent, question: read.text },
    report: {
      step: 'read',
      summary: `The line was read as ${INTENT_WORDS[intent]}.`,
      details: read.changed.map(({ from, to }) => ({ label: 'Slip', text: `“${from}” read as “${to}”` })),
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

const INTENT_WORDS = {
  greeting: 'a greeting',
  thanks: 'thanks',
  goodbye: 'a goodbye',
  identity: 'a question about the agent itself',
  empty: 'empty: no words in it',
  insult: 'an insult',
  distress: 'a cry for help',
  emergency: 'an emergency',
  question: 'a question',
} as const

/** A question's way, left to right; nothing runs back. */
const STEPS: readonly Step[] = [
  readLine,
  rememberVisitor,
  guardBrief,
  followDuty,
  takeNote,
  keepBoundaries,
  resolveFollowUp,
  deliberate,
  retrieve,
  writePrompt,
  askModel,
  checkReply,
]

/** What is done however the turn ended. */
const AFTERWARDS: readonly Step[] = [handOver]

/**
 * Takes one turn: what the visitor said, to a reply with its outcome, citations and workings. Throws a ModelProblem
 * when the model fails; nothing else is expected to fail. The state it gives back is complete and can be stored.
 */
export async function takeTurn(said: string, context: TurnContext): Promise<TurnState> {
  let state: TurnState = {
    said: said.slice(0, LONGEST_LINE),
    question: said.slice(0, LONGEST_LINE),
    intent: 'question',
    found: [],
    messages: [],
    reply: '',
    afterwards: [],
    citations: [],
    support: [],
    memory: memoryOf(context.conversation),
    outcome: 'answered',
    isDeliberate: false,
    isSettled: false,
    workings: [],
  }
  for (const step of [...STEPS, ...AFTERWARDS]) {
    if (state.isSettled && !AFTERWARDS.includes(step)) continue
    const began = context.clock()
    const result = await step(state, context)
    state = result.state
    if (result.report) {
      const working = { ...result.report, tookMs: Math.round((context.clock() - began) * 100) / 100 }
      state = { ...state, workings: [...state.workings, working] }
      context.onWorking?.(working)
    }
  }
  return state
}
