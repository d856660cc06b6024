import type { Tool, ToolCall, ToolResult } from '../tools'
import type { ChatMessage } from './model'
import type { ToolUse, TurnContext, WorkingDetail } from './turn'

/** How often a model may call and be answered in one reply. */
export const MOST_ROUNDS = 4
/** Calls that are done in one round; more are refused. */
const MOST_AT_ONCE = 8
/** A longer result would crowd out the passages. */
const LONGEST_RESULT = 8000

/**
 * Does what a model wants called, all of one round at the same time. A call with the same input as an earlier one of the
 * turn is answered from that; a tool that is not there, and a call too many, are answered with words for the model.
 */
export async function callTools(
  calls: readonly ToolCall[],
  before: readonly ToolUse[],
  { tools = [], clock, signal }: TurnContext,
): Promise<ToolUse[]> {
  return Promise.all(
    calls.map(async (call, at): Promise<ToolUse> => {
      const began = clock()
      const same = before.find((use) => sameCall(use.call, call))
      const tool = tools.find(({ name }) => name === call.name)
      const result = same?.result ?? (at >= MOST_AT_ONCE ? tooMany : await called(tool, call, signal))
      return { call, result: { ...result, text: result.text.slice(0, LONGEST_RESULT) }, tookMs: clock() - began }
    }),
  )
}

const tooMany: ToolResult = { text: `At most ${MOST_AT_ONCE} calls are done at once.`, isFailed: true }

async function called(tool: Tool | undefined, call: ToolCall, signal?: AbortSignal): Promise<ToolResult> {
  if (!tool) return { text: `There is no tool “${call.name}”.`, isFailed: true }
  try {
    return await tool.call(call.input, signal)
  } catch (error) {
    return { text: `The tool failed: ${error instanceof Error ? error.message : 'unknown reason'}.`, isFailed: true }
  }
}

const sameCall = (one: ToolCall, other: ToolCall): boolean =>
  one.name === other.name && JSON.stringify(one.input) === JSON.stringify(other.input)

/** A round as the model sees it next: what it wanted, and what came back. */
export const roundMessages = (text: string, uses: readonly ToolUse[]): ChatMessage[] => [
  { role: 'assistant', content: text, calls: uses.map(({ call }) => call) },
  ...uses.map(({ call, result }): ChatMessage => ({ role: 'tool', content: result.text, callId: call.id })),
]

export const useDetail = ({ call, result }: ToolUse): WorkingDetail => ({
  label: result.isFailed ? 'Tool failed' : 'Tool',
  text: `${call.name} ${typeof call.input === 'string' ? call.input : JSON.stringify(call.input)} → ${result.text}`,
})
