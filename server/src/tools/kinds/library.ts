import { desc, eq } from 'drizzle-orm'
import { agentById } from '../../agents/queries'
import { editions } from '../../database'
import { mayTurnTo } from '../../team/mayTurnTo'
import { failed, operation, textOf, type ToolKindAtHand } from './kind'

const MOST_FOUND = 5

/** The library of another agent, as it is published: passages with where they stand. */
export const library: ToolKindAtHand = {
  operations: () => [
    operation('look_up', 'Look up', 'Looks something up in the library of another agent.', {
      query: ['What shall be looked up?'],
    }),
  ],

  async call({ means, row, input, caller, isDry }) {
    const { db, search } = means
    const { agentId = '' } = row.settings
    const query = textOf(input.query, 1000)
    const sent = { method: 'LOOK UP', url: row.name, headers: {}, body: query }
    if (isDry) return { sent, result: null }
    const other = await agentById(db, agentId).catch(() => undefined)
    if (!other) return { sent, result: failed('The agent whose library it is is no more.') }
    if (caller.agentId !== null && caller.agentId !== agentId && !(await mayTurnTo(db, caller.agentId, agentId)))
      return { sent, result: failed(`“${other.name}” is not shared with everybody who may edit this agent.`) }
    const [edition] = await db
      .select({ sources: editions.sources })
      .from(editions)
      .where(eq(editions.agentId, agentId))
      .orderBy(desc(editions.number))
      .limit(1)
    if (!edition) return { sent, result: failed(`“${other.name}” is not published yet.`) }
    const { hits } = await (await search.open(edition.sources)).find(query, MOST_FOUND, [])
    const value = hits.map(({ text, sourceTitle, headings }) => ({
      text,
      where: [...new Set([sourceTitle, ...headings])].join(' › '),
    }))
    return { sent, result: { text: JSON.stringify(value), value } }
  },
}
