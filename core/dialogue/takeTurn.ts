import { intentOf } from '../rules'
import { askModel } from './ask'
import { keepBoundaries } from './boundaries'
import { checkReply } from './check'
import { resolveFollowUp } from './followUp'
import { writePrompt } from './prompt'
import { retrieve } from './retrieve'
import type { Step, TurnContext, TurnState } from './turn'

/** Longest line that is read, characters; what is beyond is left out. */
export const LONGEST_LINE = 5000

/** Reads the line: what it is for, and its question as it stands. */
const readLine: Step = (state, { brief }) => {
  const intent = intentOf(state.said, brief.identity.name)
  return {
    state: { ...state, intent, question: state.said },
    report: { step: 'read', summary: `The line was read as ${INTENT_WORDS[intent]}.`, details: [] },
  }
}

const INTENT_WORDS = {
  greeting: 'a greeting',
  thanks: 'thanks',
  goodbye: 'a goodbye',
  identity: 'a question about the agent itself',
  empty: 'empty: no words in it',
  question: 'a question',
} as const

/** A question's way, left to right; nothing runs back. */
const STEPS: readonly Step[] = [readLine, keepBoundaries, resolveFollowUp, retrieve, writePrompt, askModel, checkReply]

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
    citations: [],
    outcome: 'answered',
    isSettled: false,
    workings: [],
  }
  for (const step of STEPS) {
    if (state.isSettled) break
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
