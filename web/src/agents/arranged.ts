import { holdsAll, type Agent } from '@parrot/contract'

export type Order = 'made' | 'changed' | 'name' | 'waiting'
export type Shown = 'all' | 'live' | 'draft'

/** Orders a list of agents can be put in. */
export const ORDERS: readonly (readonly [Order, string])[] = [
  ['made', 'oldest first'],
  ['changed', 'changed last'],
  ['name', 'by name'],
  ['waiting', 'what needs you first'],
]

export const SHOWN: { value: Shown; label: string }[] = [
  { value: 'all', label: 'All' },
  { value: 'live', label: 'Live' },
  { value: 'draft', label: 'Drafts' },
]

/** How much an agent waits for its designer: failures count more than what is merely open. */
const waits = (agent: Agent): number =>
  Object.values(agent.stages).reduce(
    (sum, { state }) => sum + (state === 'failed' ? 10 : state === 'waiting' ? 1 : 0),
    0,
  )

const COMPARE: Record<Order, (a: Agent, b: Agent) => number> = {
  made: (a, b) => a.createdAt.localeCompare(b.createdAt),
  changed: (a, b) => b.changedAt.localeCompare(a.changedAt),
  name: (a, b) => a.name.localeCompare(b.name),
  waiting: (a, b) => waits(b) - waits(a) || b.changedAt.localeCompare(a.changedAt),
}

/** The agents whose name or description holds every word, of the kind asked for, in the order asked for. */
export function arranged(
  agents: readonly Agent[],
  { words, order, which }: { words: string; order: Order; which: Shown },
): Agent[] {
  const isLookedFor = holdsAll(words)
  return agents
    .filter(({ liveEdition }) => which === 'all' || (which === 'live') === (liveEdition !== null))
    .filter(({ name, description }) => isLookedFor(name, description))
    .sort(COMPARE[order])
}
