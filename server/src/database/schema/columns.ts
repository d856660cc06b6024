import { timestamp } from 'drizzle-orm/pg-core'

/** A moment with its time zone, read as a Date. */
export const moment = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' })

/** When a row was made; now when left out. */
export const created = () => moment('created_at').notNull().defaultNow()
