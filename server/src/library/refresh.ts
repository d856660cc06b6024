import { and, eq, isNotNull, isNull, sql } from 'drizzle-orm'
import { agentSources, sources } from '../database'
import { every } from '../every'
import type { Services } from '../services'
import { beginVersion } from './beginning'
import { newestVersion } from './versions'

/** Between two looks at what is due. */
const EVERY_MS = 60_000

/** Begins to read again every page and site whose time has come. Gives how many. */
export async function refreshDue(means: Pick<Services, 'db' | 'jobs' | 'bus'>): Promise<number> {
  const due = await means.db
    .selectDistinct({ id: sources.id, lookedAt: sources.lookedAt })
    .from(sources)
    .innerJoin(agentSources, eq(agentSources.sourceId, sources.id))
    .where(
      and(
        isNotNull(sources.refreshHours),
        isNull(agentSources.removedAt),
        sql`${sources.lookedAt} + make_interval(hours => ${sources.refreshHours}) <= now()`,
      ),
    )
  let begun = 0
  for (const { id, lookedAt } of due) {
    const { origin, status } = await newestVersion(means.db, id)
    if (!('url' in origin) || (status !== 'ready' && status !== 'failed')) continue
    // A site that fails is asked again after its hours, not at every look.
    const mine = await means.db
      .update(sources)
      .set({ lookedAt: new Date() })
      // Of several servers that look at the same moment one begins.
      .where(
        and(
          eq(sources.id, id),
          // A date here knows no microseconds.
          sql`date_trunc('milliseconds', ${sources.lookedAt}) = ${lookedAt.toISOString()}::timestamptz`,
        ),
      )
      .returning({ id: sources.id })
    if (mine.length === 0) continue
    await beginVersion(means, id, { because: 'refreshed', origin, bytesHash: null, mediaType: null })
    begun++
  }
  return begun
}

/** Keeps refreshing what is due until it is told to stop. */
export const keepRefreshing = (means: Services): (() => void) =>
  every(
    EVERY_MS,
    () => refreshDue(means),
    (error) => means.log.error(error),
  )
