import { boolean, doublePrecision, index, integer, jsonb, pgTable, primaryKey, text } from 'drizzle-orm/pg-core'
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
  folder: text('folder').notNull().default(''),
  tags: jsonb('tags').$type<string[]>().notNull().default([]),
  /** Where it stands among the agent's scripts; those alike by age. */
  place: doublePrecision('place').notNull().default(0),
  createdAt: created(),
  changedAt: moment('changed_at').notNull().defaultNow(),
  removedAt: moment('removed_at'),
})

/** What a run is asked to play: which scripts (all when left out), and with what. */
export interface RunRequest {
  scriptIds?: string[]
  subject: 'draft' | { edition: number } | { revision: number }
  /** How often each script is played, once when left out. */
  times?: number
}

export type RunStatus = 'queued' | 'running' | 'done' | 'cancelled' | 'failed'

/** A run of scripts. Its results are rows of their own, written one by one, so that a run that was cut off goes on. */
export const rehearsals = pgTable(
  'rehearsals',
  {
    id: text('id').primaryKey(),
    agentId: text('agent_id')
      .notNull()
      .references(() => agents.id, { onDelete: 'cascade' }),
    request: jsonb('request').$type<RunRequest>().notNull().default({ subject: 'draft' }),
    status: text('status').$type<RunStatus>().notNull().default('done'),
    error: text('error'),
    revision: integer('revision').notNull(),
    edition: integer('edition'),
    /** How many scripts it plays. */
    total: integer('total').notNull().default(0),
    passed: integer('passed').notNull(),
    failed: integer('failed').notNull(),
    createdAt: created(),
  },
  (table) => [index('rehearsals_agent').on(table.agentId, table.createdAt)],
)

/** How one script fared in a run. */
export const rehearsalResults = pgTable(
  'rehearsal_results',
  {
    rehearsalId: text('rehearsal_id')
      .notNull()
      .references(() => rehearsals.id, { onDelete: 'cascade' }),
    scriptId: text('script_id').notNull(),
    ordinal: integer('ordinal').notNull(),
    passed: boolean('passed').notNull(),
    /** The MD5 of each turn’s reply: what runs are compared by. */
    prints: jsonb('prints').$type<string[]>().notNull(),
    result: jsonb('result').$type<ScriptResult>().notNull(),
  },
  (table) => [primaryKey({ columns: [table.rehearsalId, table.scriptId] })],
)
