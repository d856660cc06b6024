import { lookUp, type LookupTable } from './table'
import type { Schema, Tool } from './tool'

/** A tool without its outside: what it is, and what answers in its place. */
export interface StandIn {
  readonly name: string
  readonly title: string
  readonly description: string
  readonly parameters: Schema
  readonly changes: boolean
  readonly canTakeBack?: boolean
  readonly service?: string
  /** JSON or words; null where nothing was kept. */
  readonly answer: string | null
  /** Of a table that was read: it is looked up for real, where nothing else was kept or recorded. */
  readonly table?: LookupTable
}

/** A tool that answers with what was recorded or written, and asks nobody. */
export const standInTool = ({ answer, table, canTakeBack, ...tool }: StandIn): Tool => ({
  ...tool,
  ...(canTakeBack ? { takeBack: () => ({ text: 'taken back', isStandIn: true }) } : {}),
  call: (input) => {
    if (answer === null && table) return lookUp(table, (input ?? {}) as Readonly<Record<string, unknown>>)
    if (answer === null)
      return { text: `Nothing stands in for “${tool.title}”: keep an answer for tests under Tools.`, isFailed: true }
    const value = parsed(answer)
    return { text: answer, isStandIn: true, ...(value === undefined ? {} : { value }) }
  },
})

function parsed(text: string): unknown {
  try {
    return JSON.parse(text) as unknown
  } catch {
    return undefined
  }
}
