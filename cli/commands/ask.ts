import { createInterface } from 'node:readline/promises'
import { exchangeOf, type Exchange } from '@parrot/core/dialogue'
import { actorFor, told, type ModelChoice } from '../actor'
import { agentIn } from '../folderFiles'
import { colours, type Output } from '../output'
import { CliProblem } from '../problem'

export interface AskOptions extends ModelChoice {
  readonly workings?: boolean
}

/** Asks the agent of a folder something; without a question it listens line by line, in one conversation. */
export async function ask(
  place: string,
  questions: readonly string[],
  options: AskOptions,
  { out }: Output,
  input: NodeJS.ReadableStream = process.stdin,
): Promise<number> {
  const { agent, say, unread } = await actorFor(await agentIn(place), options)
  for (const { title, message } of unread) out(colours.yellow(`“${title}” was not read: ${message}`))
  let conversation: readonly Exchange[] = []
  const answer = async (line: string) => {
    const state = await say(line, conversation).catch((error: unknown) => {
      throw new CliProblem(told(error))
    })
    conversation = [...conversation, exchangeOf(state)]
    out(state.reply)
    const cited = state.citations.map(
      ({ marker, sourceTitle, locator }) => `  [${marker}] ${sourceTitle}, ${locator.label}`,
    )
    if (cited.length > 0) out(colours.dim([...new Set(cited)].join('\n')))
    if (options.workings)
      for (const { title, summary, tookMs } of state.workings)
        out(colours.dim(`  ${title}: ${summary} (${tookMs.toFixed(0)} ms)`))
  }
  if (questions.length > 0) {
    for (const question of questions) await answer(question)
    return 0
  }
  if (agent.brief.openers.greeting) out(agent.brief.openers.greeting)
  for await (const line of createInterface({ input })) if (line.trim() !== '') await answer(line)
  return 0
}
