import { index, integer, jsonb, pgTable, text } from 'drizzle-orm/pg-core'
import type { EndpointOptions } from '@parrot/contract'
import { created, moment } from './columns'

/** An outside model. The key is sealed with the key file of the data folder and never leaves the server. */
export const endpoints = pgTable('endpoints', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  baseUrl: text('base_url').notNull(),
  model: text('model').notNull(),
  sealedKey: text('sealed_key'),
  options: jsonb('options').$type<Partial<EndpointOptions>>().notNull().default({}),
  createdAt: created(),
  removedAt: moment('removed_at'),
})

/** Settings of the whole installation, by name. */
export const settings = pgTable('settings', {
  name: text('name').primaryKey(),
  value: jsonb('value').notNull(),
})

/** Requests counted against a limit by all servers together, until the window is over. */
export const allowances = pgTable(
  'allowances',
  {
    /** What is counted, such as one address. */
    name: text('name').primaryKey(),
    used: integer('used').notNull(),
    until: moment('until').notNull(),
  },
  (table) => [index('allowances_until').on(table.until)],
)
