import { and, asc, eq, isNull } from 'drizzle-orm'
import { lookUp, lookupInput, lookupTable, type LookupTable } from '@parrot/core/tools'
import { agentSources, passages, sources, type Database } from '../../database'
import { HttpProblem } from '../../http/problems'
import { mayTurnTo } from '../../team/mayTurnTo'
import type { ToolRow } from '../queries'
import { failed, operation, type ToolKindAtHand } from './kind'

const MOST_PASSAGES = 5000

/** A table of a source, whose rows are looked up by what stands in them: exact, and never out of a sentence. */
export const table: ToolKindAtHand = {
  operations: async ({ name, settings }, { db }) => {
    const found = await tableOf(db, settings)
    if (!found) throw new HttpProblem(422, 'That source holds no table.', 'Choose one that was read from rows.')
    const input = lookupInput(found)
    if (Object.keys(input.properties ?? {}).length === 0)
      throw new HttpProblem(422, 'Nothing in that table can be chosen by.', 'It needs a column with names in it.')
    const headers = found.columns.map(({ header }) => header).join(', ')
    const own = { input: input as ReturnType<typeof operation>['input'] }
    return [operation('look_up_row', name, `Looks rows up in a table with ${headers}.`, {}, own)]
  },

  async call({ means: { db }, row, input, caller, isDry }) {
    const sent = { method: 'LOOK UP', url: row.name, headers: {}, body: JSON.stringify(input, null, 2) }
    if (isDry) return { sent, result: null }
    const { agentId = '' } = row.settings
    if (caller.agentId !== null && caller.agentId !== agentId && !(await mayTurnTo(db, caller.agentId, agentId)))
      return { sent, result: failed('That table is not shared with everybody who may edit this agent.') }
    const found = await tableOf(db, row.settings)
    return { sent, result: found ? lookUp(found, input) : failed('The table is no more.') }
  },
}

/** The table of a source as it was read last; undefined where it is gone from the agent's library, or holds none. */
async function tableOf(
  db: Database,
  { agentId = '', sourceId = '' }: ToolRow['settings'],
): Promise<LookupTable | undefined> {
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
  return lookupTable(rows.map(({ text }) => text))
}
