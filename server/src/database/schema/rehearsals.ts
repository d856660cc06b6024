import { index, integer, jsonb, pgTable, text } from 'drizzle-orm/pg-core'
import type { ScriptResult, ScriptTurn } from '@parrot/core/rehearsal'
import { created, moment } from './columns'
import { agents } from './agents'

export const scripts = pgTable('scripts', {
  id: text('id').primaryKey(),
  agentId: text('agent_id')
    .notNull()
    .references(() => agents.id, { onDelete: 'cascade' }),
  title: text('title').notNull(),
  turns: jsonb('turns').$type<ScriptTurn[]>().notNull(),
  createdAt: created(),
  changedAt: moment('changed_at').notNull().defaultNow(),
  removedAt: moment('removed_at'),
})

export const rehearsals = pgTable(
  'rehearsals',
  {
    id: text('id').primaryKey(),
    agentId: text('agent_id')
      .notNull()
      .references(() => agents.id, { onDelete: 'cascade' }),
    revision: integer('revision').notNull(),
    edition: integer('edition'),
    passed: integer('passed').notNull(),
    failed: integer('failed').notNull(),
    results: jsonb('results').$type<ScriptResult[]>().notNull(),
    createdAt: created(),
  },
  (table) => [index('rehearsals_agent').on(table.agentId, table.createdAt)],
)
