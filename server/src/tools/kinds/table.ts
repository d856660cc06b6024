import { and, asc, eq, isNull } from 'drizzle-orm'
import { lookUp, lookupInput, lookupTables, type LookupTable } from '@parrot/core/tools'
import type { ToolOperation } from '@parrot/contract'
import { agentSources, passages, sources, type Database } from '../../database'
import { HttpProblem } from '../../http/problems'
import { mayTurnTo } from '../../team/mayTurnTo'
import type { ToolRow } from '../queries'
import { failed, operation, type ToolKindAtHand } from './kind'

const MOST_PASSAGES = 5000

/** A table of a source, whose rows are looked up by what stands in them: exact, and never out of a sentence. */
export const table: ToolKindAtHand = {
  operations: async ({ name, settings }, { db }) => {
    const found = await tablesOf(db, settings)
    if (found.length === 0)
      throw new HttpProblem(422, 'That source holds no table.', 'Choose one that was read from rows.')
    const offered = found.flatMap((each) => {
      const input = lookupInput(each)
      if (Object.keys(input.properties ?? {}).length === 0) return []
      const headers = each.columns.map(({ header }) => header)
      const title = found.length === 1 ? name : `${name} by ${headers[0]}`
      const told = operation(nameFor(each), title, `Looks rows up in a table with ${headers.join(', ')}.`, {})
      return [{ ...told, input: input as typeof told.input }]
    })
    if (offered.length === 0)
      throw new HttpProblem(422, 'Nothing in that table can be chosen by.', 'It needs a column with names in it.')
    return offered
  },

  async call({ means: { db }, row, operation: asked, input, caller, isDry }) {
    const sent = { method: 'LOOK UP', url: row.name, headers: {}, body: JSON.stringify(input, null, 2) }
    if (isDry) return { sent, result: null }
    const { agentId = '' } = row.settings
    if (caller.agentId !== null && caller.agentId !== agentId && !(await mayTurnTo(db, caller.agentId, agentId)))
      return { sent, result: failed('That table is not shared with everybody who may edit this agent.') }
    const found = await tableOf(db, row.settings, asked)
    return { sent, result: found ? lookUp(found, input) : failed('The table is no more.') }
  },
}

const LONGEST_NAME = 60
/** What a table is asked by: it stays the same when the source is read anew. */
const nameFor = ({ columns }: LookupTable): string =>
  `look_up_${columns[0]!.input.replace(/[^A-Za-z0-9_-]/g, '')}`.slice(0, LONGEST_NAME)

/** The table that an operation looks up; undefined where it is no more. */
export const tableOf = async (
  db: Database,
  settings: ToolRow['settings'],
  { name, request }: Pick<ToolOperation, 'name' | 'request'>,
): Promise<LookupTable | undefined> =>
  (await tablesOf(db, settings)).find((each) => nameFor(each) === (request?.url || name))

/** The tables of a source as it was read last; none where it is gone from the agent's library, or holds none. */
async function tablesOf(db: Database, { agentId = '', sourceId = '' }: ToolRow['settings']): Promise<LookupTable[]> {
  const rows = await db
    .select({ text: passages.text })
    .from(passages)
    .innerJoin(sources, eq(sources.versionId, passages.versionId))
    .innerJoin(agentSources, eq(agentSources.sourceId, sources.id))
    .where(
      and(
        eq(sources.id, sourceId),
        eq(agentSources.agentId, agentId),
        isNull(agentSources.removedAt),
        eq(passages.isExcluded, false),
      ),
    )
    .orderBy(asc(passages.ordinal))
    .limit(MOST_PASSAGES)
  return lookupTables(rows.map(({ text }) => text))
}
