import { integer, jsonb, pgTable, primaryKey, text } from 'drizzle-orm/pg-core'
import type { Rule } from '@parrot/core/brief'
import { created, moment } from './columns'

/** An agent. `revision` points at the brief as it is now: undo and redo move it, a save adds after it. */
export const agents = pgTable('agents', {
  id: text('id').primaryKey(),
  slug: text('slug').notNull().unique(),
  name: text('name').notNull(),
  revision: integer('revision').notNull(),
  liveEdition: integer('live_edition'),
  endpointId: text('endpoint_id'),
  createdAt: created(),
  changedAt: moment('changed_at').notNull().defaultNow(),
  removedAt: moment('removed_at'),
})

/** One saved state of a brief: immutable. `parent` is the revision it was made from. */
export const revisions = pgTable(
  'revisions',
  {
    agentId: text('agent_id')
      .notNull()
      .references(() => agents.id, { onDelete: 'cascade' }),
    number: integer('number').notNull(),
    parent: integer('parent'),
    version: integer('version').notNull(),
    brief: jsonb('brief').notNull(),
    createdAt: created(),
  },
  (table) => [primaryKey({ columns: [table.agentId, table.number] })],
)

/** Rules that several agents share. Agents name the sets they use in their briefs. */
export const ruleSets = pgTable('rule_sets', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  rules: jsonb('rules').$type<Rule[]>().notNull(),
  /** Raised with every change, so that answers made with other rules are told apart. */
  revision: integer('revision').notNull().default(1),
  createdAt: created(),
  removedAt: moment('removed_at'),
})

/** A source as an edition froze it. */
export interface FrozenSource {
  sourceId: string
  versionId: string
  title: string
  weight?: number
  validFrom?: string | null
  validUntil?: string | null
}

/** An immutable published state: the brief's text and the exact source versions. */
export const editions = pgTable(
  'editions',
  {
    agentId: text('agent_id')
      .notNull()
      .references(() => agents.id, { onDelete: 'cascade' }),
    number: integer('number').notNull(),
    summary: text('summary').notNull(),
    revision: integer('revision').notNull(),
    version: integer('version').notNull(),
    brief: jsonb('brief').notNull(),
    sources: jsonb('sources').$type<FrozenSource[]>().notNull(),
    createdAt: created(),
  },
  (table) => [primaryKey({ columns: [table.agentId, table.number] })],
)
