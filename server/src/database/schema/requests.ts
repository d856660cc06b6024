import { index, integer, jsonb, pgTable, text } from 'drizzle-orm/pg-core'
import type { Held } from '@parrot/core/dialogue'
import type { RequestKind, RequestState } from '@parrot/contract'
import { agents } from './agents'
import { created, moment } from './columns'

/** What agents ask of the people behind them: a yes to something that is ready, somebody to ring up, a question to answer. */
export const requests = pgTable(
  'requests',
  {
    id: text('id').primaryKey(),
    agentId: text('agent_id')
      .notNull()
      .references(() => agents.id, { onDelete: 'cascade' }),
    /** The visitor's conversation; null for what a relay asked. */
    conversationId: text('conversation_id'),
    kind: text('kind').$type<RequestKind>().notNull(),
    title: text('title').notNull(),
    values: jsonb('values').$type<Record<string, string>>().notNull(),
    /** Of a yes: what is carried out then, and with which edition of the agent. */
    held: jsonb('held').$type<Held>(),
    edition: integer('edition'),
    dueAt: moment('due_at'),
    /** Never `unsure`: that is what `doing` became after a while. */
    state: text('state').$type<Exclude<RequestState, 'unsure'>>().notNull().default('waiting'),
    /** Who decided, and what they told the visitor. */
    by: text('by').notNull().default(''),
    words: text('words').notNull().default(''),
    createdAt: created(),
    decidedAt: moment('decided_at'),
  },
  (table) => [
    index('requests_agent').on(table.agentId, table.state),
    index('requests_conversation').on(table.conversationId),
  ],
)
