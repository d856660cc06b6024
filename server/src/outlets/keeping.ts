import { and, eq, isNotNull, lt, sql } from 'drizzle-orm'
import { conversations, outlets, visitors } from '../database'
import { forgetDeliveries, forgetOldDeliveries } from '../delivery'
import { every } from '../every'
import type { Services } from '../services'
import { forgetCalls } from '../tools'

const EVERY_MS = 60 * 60_000
const SOON_MS = 5000

/** Erases the conversations of outlets that keep them only so long, with what their visitors told; gives how many. */
export async function eraseOld({ db }: Pick<Services, 'db'>): Promise<number> {
  const limited = await db
    .select({ id: outlets.id, keepDays: outlets.keepDays })
    .from(outlets)
    .where(isNotNull(outlets.keepDays))
  let erased = 0
  for (const { id, keepDays } of limited) {
    const before = sql`now() - make_interval(days => ${keepDays})`
    await db.transaction(async (tx) => {
      const gone = await tx
        .delete(conversations)
        .where(and(eq(conversations.outletId, id), lt(conversations.lastAt, before)))
        .returning({ id: conversations.id })
      const ids = gone.map((row) => row.id)
      await forgetDeliveries(tx, ids)
      await forgetCalls(tx, ids)
      await tx.delete(visitors).where(and(eq(visitors.outletId, id), lt(visitors.changedAt, before)))
      erased += gone.length
    })
  }
  await forgetOldDeliveries(db)
  return erased
}

/** Erases what is old every hour, and soon after the start; gives the function that stops it. */
export const keepErasing = (means: Pick<Services, 'db' | 'log'>): (() => void) =>
  every(
    EVERY_MS,
    () => eraseOld(means),
    (error) => means.log.error(error),
    SOON_MS,
  )
