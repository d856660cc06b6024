import { and, gte, lt, type SQL } from 'drizzle-orm'
import type { PgColumn } from 'drizzle-orm/pg-core'

const DAY = 24 * 60 * 60_000

/** That a moment falls on a first day, a last one, or between; days as YYYY-MM-DD, either of which may be left out. */
export const within = (column: PgColumn, from: string | undefined, to: string | undefined): SQL | undefined =>
  and(
    from === undefined ? undefined : gte(column, new Date(from)),
    to === undefined ? undefined : lt(column, new Date(Date.parse(to) + DAY)),
  )
