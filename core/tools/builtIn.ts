import { calculator } from './calculator'
import { pick } from './pick'
import { today } from './today'
import type { Tool } from './tool'

/** What tools that need nothing outside still take: the moment, and chance from 0 to below 1. */
export interface ToolMeans {
  readonly now: () => Date
  readonly random: () => number
}

/** Tools that need nothing outside. Every agent has the calculator; the others are used where a brief names them. */
export const builtIns = ({ now, random }: ToolMeans): readonly Tool[] => [calculator, today(now), pick(random)]

/** Those of them that an agent has: the calculator, and what its brief names. */
export const builtInsFor = (named: ReadonlySet<string>, means: ToolMeans): readonly Tool[] =>
  builtIns(means).filter(({ name }) => name === calculator.name || named.has(name))
