import { briefFrom } from '../brief'
import { exchangeOf, takeDecision, takeTurn, type Exchange, type TurnContext } from '../dialogue'
import type { Tool } from '../tools'
import { understudy } from '../understudy'
import { allotments, type BriefInput } from './index'

/** A made-up office that gives money back, and counts how often it did. */
export function refundOffice() {
  const paid: unknown[] = []
  const refund: Tool = {
    name: 'refund',
    title: 'Refund',
    description: 'Pays money back.',
    changes: true,
    parameters: {
      type: 'object',
      properties: { plot: { type: 'integer' }, pounds: { type: 'integer' } },
      required: ['plot', 'pounds'],
    },
    call: (input) => {
      paid.push(input)
      return { text: '{"receipt":"R-1"}', value: { receipt: 'R-1' } }
    },
  }
  return { paid, tools: [refund] }
}

/** How its brief speaks of it, and lines that collect what it needs. */
export const REFUND = {
  id: 'refund',
  when: 'someone wants their money back',
  approval: 'designer',
  tells: 'Paid: {{receipt}}.',
} as const
export const REFUND_LINES = ['I want my money back', '12', '40']

/** A conversation with an agent that may pay back once the team agrees; gives what came of it, and how to go on. */
export async function desk(
  tools: readonly Tool[],
  more: Partial<TurnContext> = {},
  brief: BriefInput = { tools: [REFUND] },
) {
  const said: Exchange[] = []
  const context = (): TurnContext => ({
    brief: briefFrom(brief),
    library: allotments,
    model: understudy,
    conversation: [...said],
    tools,
    clock: () => 0,
    ...more,
  })
  const say = async (line: string) => {
    const turn = await takeTurn(line, context())
    said.push(exchangeOf(turn))
    return turn
  }
  const decide = async (held: Parameters<typeof takeDecision>[0], isAgreed: boolean, words = '', other = {}) => {
    const turn = await takeDecision(held, { isAgreed, words }, { ...context(), ...other })
    said.push(exchangeOf(turn))
    return turn
  }
  return { say, decide }
}

/** Says the lines; the last turn. */
export async function asked(line: readonly string[], { say }: Awaited<ReturnType<typeof desk>>) {
  let last = await say(line[0]!)
  for (const each of line.slice(1)) last = await say(each)
  return last
}
