import type { FastifyRateLimitStoreCtor } from '@fastify/rate-limit'
import { lt, sql } from 'drizzle-orm'
import type { FastifyInstance, FastifyRequest } from 'fastify'
import { allowances, type Database } from '../database'
import type { Services } from '../services'
import { HttpProblem } from './problems'

type Answer = Parameters<InstanceType<FastifyRateLimitStoreCtor>['incr']>[1]

/** One request in so many clears away what is over. */
const SWEEP_ONE_IN = 500

/**
 * Where requests are counted against limits: by the database, where several servers may share it, so that three of them do
 * not let three times as many through; otherwise in memory, which is the rate limiter's own way.
 */
export function sharedCounting({ db, databaseKind }: Pick<Services, 'db' | 'databaseKind'>): {
  store?: FastifyRateLimitStoreCtor
} {
  return databaseKind === 'postgresql' ? { store: countingIn(db) } : {}
}

function countingIn(db: Database): FastifyRateLimitStoreCtor {
  return class Counting {
    incr(name: string, answer: Answer, windowMs?: number): void {
      count(db, name, windowMs ?? 60_000).then(
        (counted) => answer(null, counted),
        (error: Error) => answer(error),
      )
    }

    child(): Counting {
      return this
    }
  }
}

/** Counts one more by the database's clock; gives how many it makes, and how long the window still is. */
async function count(db: Database, name: string, windowMs: number): Promise<{ current: number; ttl: number }> {
  const end = sql`now() + make_interval(secs => ${windowMs / 1000})`
  const isOver = sql`${allowances.until} <= now()`
  const [row] = await db
    .insert(allowances)
    .values({ name, used: 1, until: end })
    .onConflictDoUpdate({
      target: allowances.name,
      set: {
        used: sql`case when ${isOver} then 1 else ${allowances.used} + 1 end`,
        until: sql`case when ${isOver} then ${end} else ${allowances.until} end`,
      },
    })
    .returning({
      current: allowances.used,
      ttl: sql<number>`extract(epoch from ${allowances.until} - now()) * 1000`.mapWith(Number),
    })
  if (Math.random() * SWEEP_ONE_IN < 1) await db.delete(allowances).where(lt(allowances.until, sql`now()`))
  return row!
}

/** What counts requests, as the rate limiter makes it. */
type Limit = ReturnType<FastifyInstance['createRateLimit']>

/** Refuses a request that is one too many for any of these limits, in words and with how long to wait. */
export const refusing =
  (title: string, ...limits: readonly Limit[]) =>
  async (request: FastifyRequest): Promise<void> => {
    for (const limit of limits) {
      const counted = await limit(request)
      if (!counted.isAllowed && counted.isExceeded)
        throw new HttpProblem(429, title, `Wait ${counted.ttlInSeconds} seconds, then try again.`)
    }
  }
