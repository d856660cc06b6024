import { index, integer, jsonb, pgTable, text } from 'drizzle-orm/pg-core'
import type { RankScores } from '@parrot/core/retrieval'
import { created, moment } from './columns'
import { agents } from './agents'
import { sources } from './library'

/** A question with the passage expected to answer it, kept by its source and beginning so that it outlives versions. */
export const expectations = pgTable(
  'expectations',
  {
    id: text('id').primaryKey(),
    agentId: text('agent_id')
      .notNull()
      .references(() => agents.id, { onDelete: 'cascade' }),
    question: text('question').notNull(),
    sourceId: text('source_id')
      .notNull()
      .references(() => sources.id, { onDelete: 'cascade' }),
    excerpt: text('excerpt').notNull(),
    createdAt: created(),
    removedAt: moment('removed_at'),
  },
  (table) => [index('expectations_agent').on(table.agentId)],
)

/** How the question set did in one state of the library; a new row for each state that was looked at. */
export const scoreboards = pgTable(
  'scoreboards',
  {
    id: text('id').primaryKey(),
    agentId: text('agent_id')
      .notNull()
      .references(() => agents.id, { onDelete: 'cascade' }),
    state: text('state').notNull(),
    questions: integer('questions').notNull(),
    scores: jsonb('scores').$type<RankScores>().notNull(),
    createdAt: created(),
  },
  (table) => [index('scoreboards_agent').on(table.agentId)],
)
