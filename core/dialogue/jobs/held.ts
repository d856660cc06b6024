import { NOTHING_KNOWN, type Memory } from '../memory'
import type { Held, TurnState } from '../turn'

/** What is ready to be done by the agent itself, and waits for the team. */
export const heldOf = (
  jobId: string,
  name: string,
  filled: Held['filled'],
  input?: Readonly<Record<string, unknown>>,
): Held => ({ jobId, name, filled, ...(input ? { input } : {}), path: [] })

/** The same job with the same is the same thing to decide. */
const signOf = ({ jobId, filled, input }: Held): string => `${jobId} ${JSON.stringify(input ?? filled)}`

export const isHeldAlready = (held: Held, { held: waiting = [] }: Memory): boolean => waiting.includes(signOf(held))

/** A state in which one thing more waits. */
export const withHeld = (state: TurnState, held: Held): TurnState => ({
  ...state,
  held: [...state.held, held],
  memory: withLately({ ...state.memory, held: [...(state.memory.held ?? []), signOf(held)] }, [held]),
})

/** A memory that knows what was changed or asked for last. */
export const withLately = (memory: Memory, more: readonly Held[]): Memory =>
  more.length === 0 ? memory : { ...memory, lately: [...(memory.lately ?? []), ...more].slice(-MOST_LATELY) }
const MOST_LATELY = 5

/** A memory in which it was not done, and can be done again. */
export const withoutLately = ({ lately = [], ...memory }: Memory, held: Held): Memory => ({
  ...withoutHeld(memory, held),
  lately: lately.filter((each) => signOf(each) !== signOf(held)),
})

/** Whether two are the same job with the same. */
export const isSameHeld = (one: Held, other: Held): boolean => signOf(one) === signOf(other)

/** A memory in which it waits no longer. */
export const withoutHeld = ({ held: waiting = [], ...memory }: Memory, held: Held): Memory => ({
  ...memory,
  held: waiting.filter((each) => each !== signOf(held)),
})

/** What the last of a path of colleagues knows. */
export const memoryAt = (memory: Memory, path: readonly string[]): Memory =>
  path.reduce((known, agent) => known.colleagues?.[agent] ?? NOTHING_KNOWN, memory)

/** A memory in which the last of a path of colleagues knows something else. */
export function withMemoryAt(memory: Memory, [first, ...rest]: readonly string[], theirs: Memory): Memory {
  if (first === undefined) return theirs
  const known = memory.colleagues?.[first] ?? NOTHING_KNOWN
  return { ...memory, colleagues: { ...memory.colleagues, [first]: withMemoryAt(known, rest, theirs) } }
}
