import { fieldsOf, type Tool } from '../../tools'
import type { Memory } from '../memory'
import type { TurnContext } from '../turn'
import { callOf } from './calls'
import type { Job } from './job'
import { slotValue, type Slot } from './slots'

/** Values by their names, with what is known of their types. */
interface Given {
  readonly values: Readonly<Record<string, string>>
  readonly ask: readonly Slot[]
}

/**
 * What a job needs of the visitor and has not to be asked for: who they are and how they are reached, from what they gave
 * earlier in the conversation, the latest first, then from the visitor form, then from what they told of themselves; and
 * what an earlier call of the same service gave back, such as the number of the appointment that is to be moved. What else
 * was chosen then is taken over where the line changes a part of it: "move it to eleven" is the same day.
 */
export function knownFor(
  job: Job,
  taken: Readonly<Record<string, string>>,
  jobs: readonly Job[],
  memory: Memory,
  context: TurnContext,
): Record<string, string> {
  const given = [...callsIn(memory, context), ...collectedIn(memory, jobs)]
  const before = fromService(job, taken, memory, context)
  const own = context.brief.memory.rememberVisitor ? visitorIn(memory, context) : {}
  return Object.fromEntries(
    job.ask.flatMap((slot) => {
      if (slot.name in taken) return []
      const kind = kindOf(slot)
      const personal = kind === '' ? undefined : (given.map((each) => valueOf(kind, each)).find(Boolean) ?? own[kind])
      const value = before[slot.name] ?? personal
      // A day comes back as tools have it, and is kept as people say it.
      return value ? [[slot.name, slotValue(slot, value, true, context.today) ?? value]] : []
    }),
  )
}

/** What changes that tools of the same service made tell of it, the latest first. */
function fromService(
  { ask, tools: [used] }: Job,
  taken: Readonly<Record<string, string>>,
  { done = [] }: Memory,
  { tools = [] }: TurnContext,
): Record<string, string> {
  const service = used?.tool.service
  if (service === undefined) return {}
  const changes = done.flatMap(({ call, result }) => {
    const tool = tools.find(({ name }) => name === callOf(call).name)
    const isOfService = tool?.changes && tool.service === service
    return isOfService ? [{ tool, chosen: textsOf(callOf(call).input), gave: textsOf(result.value) }] : []
  })
  // What a change gave back beside what it was given tells it from others: its number.
  const named = changes.flatMap(({ chosen, gave }) => Object.entries(gave).filter(([name]) => !(name in chosen)))
  const chosen = changes.findLast(({ tool }) => tool.name !== used!.tool.name)?.chosen ?? {}
  const isChange = ask.some(({ name }) => name in taken && name in chosen)
  return { ...(isChange ? chosen : {}), ...Object.fromEntries(named) }
}

const valueOf = (kind: string, { values, ask }: Given): string | undefined =>
  values[ask.find((each) => kindOf(each) === kind && values[each.name])?.name ?? '']

/** Who somebody is, and how they are reached, is the same whatever it is asked for; "" for everything else. */
const kindOf = ({ type, name }: Slot): string =>
  type === 'email' || type === 'phone' ? type : type === 'text' && name.toLowerCase() === 'name' ? 'name' : ''

/** What tools were called with, the latest first. */
const callsIn = ({ done = [] }: Memory, { tools = [] }: TurnContext): Given[] =>
  [...done].reverse().flatMap(({ call }): Given[] => {
    const { name, input } = callOf(call)
    const tool: Tool | undefined = tools.find((each) => each.name === name)
    return tool ? [{ values: textsOf(input), ask: fieldsOf(tool.parameters) }] : []
  })

/** What duties collected, the latest first. */
const collectedIn = ({ collected = [] }: Memory, jobs: readonly Job[]): Given[] =>
  [...collected].reverse().flatMap(({ dutyId, values }): Given[] => {
    const duty = jobs.find(({ id }) => id === dutyId)
    return duty ? [{ values, ask: duty.ask }] : []
  })

const visitorIn = ({ facts }: Memory, { visitor = {} }: TurnContext): Readonly<Record<string, string | undefined>> => ({
  name: facts.find(({ key }) => key === 'name')?.value,
  ...visitor,
})

/** Those of an object's values that can be said. */
export const textsOf = (values: unknown): Record<string, string> =>
  Object.fromEntries(
    Object.entries(typeof values === 'object' && values !== null && !Array.isArray(values) ? values : {}).flatMap(
      ([name, value]) => (typeof value === 'string' || typeof value === 'number' ? [[name, String(value)]] : []),
    ),
  )
