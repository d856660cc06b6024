import { fillVariables, type Brief } from '../../brief'
import { phrasesFor } from '../../languages'
import { fenced, timesIn, type Tool, type ToolCall, type ToolResult } from '../../tools'
import type { Memory } from '../memory'
import type { ChatMessage } from '../model'
import type { ToolUse, TurnContext, TurnState, WorkingDetail } from '../turn'
import { heldOf, isHeldAlready, withHeld, withLately } from './held'
import { jobOfTool } from './job'

/** How often a model may call and be answered in one reply. */
export const MOST_ROUNDS = 4
/** Calls that are done in one round; more are refused. */
const MOST_AT_ONCE = 8
/** A longer result would crowd out the passages. */
const LONGEST_RESULT = 8000
/** What was done and cannot be done twice is remembered, the last so many. */
const MOST_DONE = 20

/**
 * Does what a model wants called, all of one round at the same time. A call with the same input as an earlier one of the
 * turn, or of the round, is answered from that; a tool that is not there, a call too many, and one that the visitor or the
 * team has to agree to first, are answered with words for the model.
 */
export async function callTools(
  calls: readonly ToolCall[],
  before: readonly ToolUse[],
  memory: Memory,
  context: TurnContext,
): Promise<ToolUse[]> {
  const earlier = before.map((use) => ({ call: use.call, use: Promise.resolve(use) }))
  const begun: typeof earlier = []
  for (const call of calls) {
    const known = [...earlier, ...begun]
    const same = known.find((each) => sameCall(each.call, call))
    const use = same
      ? same.use.then(({ result }) => ({ call, result, tookMs: 0 }))
      : callOnce(
          call,
          begun.length,
          known.map((each) => each.call),
          memory,
          context,
        )
    begun.push({ call, use })
  }
  return Promise.all(begun.map(({ use }) => use))
}

/** One call that is new in its turn: refused with a word where it is one too many, or somebody has to agree. */
async function callOnce(
  call: ToolCall,
  at: number,
  earlier: readonly ToolCall[],
  memory: Memory,
  context: TurnContext,
): Promise<ToolUse> {
  const refused = (result: ToolResult): ToolUse => ({ call, result, tookMs: 0 })
  const entry = entryOf(call, context)
  if (at >= MOST_AT_ONCE) return refused(tooMany(`calls are done at once`, MOST_AT_ONCE))
  const most = entry?.mostCallsATurn ?? null
  if (most !== null && countOf(call.name, earlier) >= most)
    return refused(tooMany(`calls of “${call.name}” are done for one answer`, most))
  const waitsFor = isDone(call, memory) ? undefined : whoAgrees(entry?.approval, context)
  return waitsFor ? refused(WAITS[waitsFor]) : callTool(call, withCalls(memory, earlier), context)
}

const tooMany = (what: string, most: number): ToolResult => ({ text: `At most ${most} ${what}.`, isFailed: true })
/** What is not done at once, in words for a model. */
export const WAITS: Readonly<Record<'visitor' | 'team', ToolResult>> = {
  visitor: {
    text: 'Not done yet: the visitor has to agree first. Tell them in one sentence what will be done, with every figure, and ask for their yes. It is done by itself once they say so.',
    waitsFor: 'visitor',
  },
  team: {
    text: 'Not done yet: a person of the team has to agree first, and was asked. Tell the visitor in one sentence what was asked for, with every figure, and that they hear here as soon as it is decided. It is done by itself then.',
    waitsFor: 'team',
  },
}

/** Who has to agree before something is done; where no visitor is there, the team does in their place. */
export const whoAgrees = (
  approval: Brief['tools'][number]['approval'] | undefined,
  { isUnattended }: TurnContext,
): 'visitor' | 'team' | undefined =>
  approval === 'designer' || (approval === 'visitor' && isUnattended)
    ? 'team'
    : approval === 'visitor'
      ? 'visitor'
      : undefined

const entryOf = ({ name }: ToolCall, { brief }: TurnContext) => brief.tools.find(({ id }) => id === name)
const isDone = (call: ToolCall, { done = [] }: Memory): boolean => done.some((each) => each.call === signOf(call))
/** The call that a sign is of. */
export function callOf(sign: string): Pick<ToolCall, 'name' | 'input'> {
  const at = sign.indexOf(' ')
  return { name: sign.slice(0, at), input: JSON.parse(sign.slice(at + 1)) as unknown }
}

const signOf = ({ name, input }: Pick<ToolCall, 'name' | 'input'>): string => `${name} ${JSON.stringify(input)}`

/**
 * Calls one tool, as often as the brief lets it be called in a conversation. What changes something is done once: the same
 * again is answered from the first. Never throws.
 */
export async function callTool(call: ToolCall, memory: Memory, context: TurnContext): Promise<ToolUse> {
  const { tools = [], clock, brief } = context
  const began = clock()
  const tool = tools.find(({ name }) => name === call.name)
  const most = entryOf(call, context)?.mostCalls ?? null
  const before = memory.done?.find((each) => each.call === signOf(call))
  const result =
    before && tool?.changes
      ? { ...before.result, text: `${phrasesFor(brief.identity.language).duty.doneBefore} ${before.result.text}` }
      : most !== null && (memory.calls?.[call.name] ?? 0) >= most
        ? { text: phrasesFor(brief.identity.language).duty.tooOften, isFailed: true }
        : await called(tool, call, context)
  const times = result.isFailed ? undefined : timesIn(result.value)
  const shows = times && times !== 'none' ? { shows: { insert: times, grounds: [] } } : {}
  return { call, result: { ...shows, ...result, text: result.text.slice(0, LONGEST_RESULT) }, tookMs: clock() - began }
}

async function called(tool: Tool | undefined, call: ToolCall, context: TurnContext): Promise<ToolResult> {
  const { signal, onDoing, brief, variables } = context
  if (!tool) return { text: `There is no tool “${call.name}”.`, isFailed: true }
  const meanwhile = fillVariables(entryOf(call, context)?.whileItWorks ?? '', brief.variables, variables).trim()
  if (meanwhile !== '') onDoing?.(meanwhile)
  try {
    return await tool.call(call.input, signal)
  } catch (error) {
    return { text: `The tool failed: ${error instanceof Error ? error.message : 'unknown reason'}.`, isFailed: true }
  }
}

const sameCall = (one: ToolCall, other: ToolCall): boolean => signOf(one) === signOf(other)

/** A memory that knows what was called: how often, with what came of it, and what was changed last. */
export function withUses(memory: Memory, uses: readonly ToolUse[], { tools = [] }: TurnContext): Memory {
  const real = uses.filter(({ result }) => !result.waitsFor)
  if (real.length === 0) return memory
  const done = real.flatMap(({ call, result }) => {
    const { shows: _shown, ...kept } = result
    return result.isFailed ? [] : [{ call: signOf(call), result: kept }]
  })
  const counted = withCalls(
    memory,
    real.map(({ call }) => call),
  )
  const changes = real.flatMap(({ call, result }) => {
    const tool = result.isFailed ? undefined : tools.find((each) => each.name === call.name && each.changes)
    return tool ? [heldOf(jobOfTool(call.name), tool.title ?? tool.name, {}, inputOf(call))] : []
  })
  return withLately({ ...counted, done: [...(memory.done ?? []), ...done].slice(-MOST_DONE) }, changes)
}

/** A memory in which a call was not done. */
export const withoutCall = ({ done = [], ...memory }: Memory, call: Pick<ToolCall, 'name' | 'input'>): Memory => ({
  ...memory,
  done: done.filter((each) => each.call !== signOf(call)),
})

const inputOf = ({ input }: ToolCall) => input as Readonly<Record<string, unknown>>

/** A memory that counts calls; the same one twice was done once. */
function withCalls(memory: Memory, all: readonly ToolCall[]): Memory {
  const names = [...new Set(all.map(({ name }) => name))]
  const counts = names.map((name) => [name, (memory.calls?.[name] ?? 0) + countOf(name, all)] as const)
  return { ...memory, calls: { ...memory.calls, ...Object.fromEntries(counts) } }
}

const countOf = (name: string, calls: readonly ToolCall[]): number =>
  new Set(calls.filter((call) => call.name === name).map(signOf)).size

/** What somebody has to agree to, from what a model called in this turn: it waits for the visitor's yes, or the team's. */
export function awaiting(given: TurnState, context: TurnContext): TurnState {
  const { tools = [] } = context
  const called = given.uses.filter(({ result }) => result.waitsFor === 'team')
  const state = called.reduce((now, { call }) => {
    const title = tools.find(({ name }) => name === call.name)?.title ?? call.name
    const held = heldOf(jobOfTool(call.name), title, {}, inputOf(call))
    return isHeldAlready(held, now.memory) ? now : withHeld(now, held)
  }, given)
  const asked = state.uses.find(({ result }) => result.waitsFor === 'visitor')
  const memory = withUses(state.memory, state.uses, context)
  if (!asked || memory.duty) return { ...state, memory }
  const input = inputOf(asked.call)
  return {
    ...state,
    memory: {
      ...memory,
      duty: { dutyId: jobOfTool(asked.call.name), filled: {}, asking: '', isPaused: false, isConfirming: true, input },
    },
  }
}

/** A round as the model sees it next: what it wanted, and what came back. */
export const roundMessages = (text: string, uses: readonly ToolUse[]): ChatMessage[] => [
  { role: 'assistant', content: text, calls: uses.map(({ call }) => call) },
  ...uses.map(({ call, result }): ChatMessage => ({ role: 'tool', content: fenced(result), callId: call.id })),
]

const ASKS = { visitor: 'Asks first', team: 'Waits for the team' } as const

export const useDetail = ({ call, result, tookMs }: ToolUse): WorkingDetail => ({
  label: result.waitsFor
    ? ASKS[result.waitsFor]
    : result.isFailed
      ? 'Tool failed'
      : result.isStandIn
        ? 'Tool, stand-in'
        : 'Tool',
  text: `${call.name} ${typeof call.input === 'string' ? call.input : JSON.stringify(call.input)} → ${result.text} (${Math.round(tookMs)} ms)${result.note ? `; ${result.note}` : ''}`,
})
