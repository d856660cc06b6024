import type { Brief } from '@parrot/core/brief'
import type { Database } from '../database'
import { BUILT_IN_TOOLS } from './builtIn'
import { listTools } from './queries'

/** What is not right with the tools a brief names, in words: gone, switched off, or changing something without being asked about. */
export async function troubleWithTools(db: Database, { tools }: Brief): Promise<string[]> {
  const named = tools.filter(({ enabled }) => enabled)
  if (named.length === 0) return []
  const operations = (await listTools(db)).flatMap(({ kind, operations: own }) =>
    own.map((each) => ({ ...each, kind })),
  )
  return named.flatMap(({ id, approval }) => {
    if (BUILT_IN_TOOLS.some(({ name }) => name === id)) return []
    const operation = operations.find(({ name }) => name === id)
    if (!operation) return [`The tool “${id}” was taken away: the agent does without it.`]
    const title = operation.title || id
    if (!operation.isOn) return [`The tool “${title}” is switched off under Tools.`]
    // People are asked by it, and see what they are asked.
    return operation.changes && approval === 'never' && operation.kind !== 'team'
      ? [`“${title}” changes something, and visitors are not asked first.`]
      : []
  })
}
