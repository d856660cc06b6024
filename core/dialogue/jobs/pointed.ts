import { overlap, senseOf } from '../../calling'
import { wordsOf } from '../../languages'
import { tokensOf, without, wordsIn } from '../../reading'
import { contentStems, daysIn, monthsIn } from '../../text'
import { wasJustDone } from '../memory'
import type { TurnContext, TurnState } from '../turn'
import { callOf } from './calls'
import type { Job } from './job'

/** How near what a line says of "it" must be to what tells a job from its siblings. */
const NEAR = 0.5

/**
 * The job that a line means by what it says of something that was just done: after an appointment was made, "can we move it
 * to eleven?" moves it. Only changes of the same service are thought of, each by the words that its siblings have not; what
 * is done to "it" must be among them.
 */
export function pointedAt(jobs: readonly Job[], state: TurnState, context: TurnContext): Job | undefined {
  const { tools = [], conversation } = context
  const words = wordsOf(state.reading.language)
  const tokens = tokensOf(state.line)
  const last = state.memory.done?.at(-1)
  if (!wasJustDone(conversation) || !last) return undefined
  if (!tokens.some(({ text }) => wordsIn(words.pointing).has(text))) return undefined
  const { name, service } = tools.find((tool) => tool.name === callOf(last.call).name) ?? {}
  const siblings = jobs.filter(({ isTool, tools: [used] }) => isTool && used?.tool.service === service)
  if (service === undefined) return undefined
  const own = without([words.corrects, words.favour, words.pointing, words.light, words.courtesy], tokens)
    .map(({ text }) => text)
    // When it is to be says nothing of what is to be done.
    .filter((text) => !/\d/.test(text) && daysIn(text).size + monthsIn(text).size === 0)
  const said = senseOf(own.join(' '))
  const [best] = siblings
    .filter(({ tools: [used] }) => used!.tool.changes && used!.tool.name !== name)
    .map((job) => ({ job, near: Math.max(...toldApart(job, siblings).map((text) => overlap(senseOf(text), said))) }))
    .sort((a, b) => b.near - a.near)
  return best && best.near >= NEAR ? best.job : undefined
}

/** The texts a job is known by, each without what its siblings say as well. */
function toldApart(job: Job, siblings: readonly Job[]): string[] {
  const others = siblings.filter(({ id }) => id !== job.id)
  const shared = contentStems(others.flatMap((each) => textsFor(each)).join('\n'))
  return textsFor(job).map((text) =>
    tokensOf(text)
      .map((token) => token.text)
      .filter((word) => [...contentStems(word)].every((stem) => !shared.has(stem)))
      .join(' '),
  )
}

const textsFor = ({ name, when, like }: Job): string[] => [name, when, ...like]
