import { boolean, doublePrecision, index, integer, jsonb, pgTable, text } from 'drizzle-orm/pg-core'
import type { ToolAuth, ToolKind, ToolOperation, ToolSettings } from '@parrot/contract'
import { created, moment } from './columns'

/** A tool of the workspace. Its secret is sealed with the key file of the data folder and never leaves the server. */
export const tools = pgTable('tools', {
  id: text('id').primaryKey(),
  kind: text('kind').$type<ToolKind>().notNull(),
  name: text('name').notNull(),
  url: text('url').notNull().default(''),
  /** Of an MCP server that is a program: which of the allowed commands. */
  command: text('command').notNull().default(''),
  auth: jsonb('auth').$type<ToolAuth>().notNull(),
  sealedSecret: text('sealed_secret'),
  timeoutMs: integer('timeout_ms').notNull(),
  callsPerDay: integer('calls_per_day'),
  operations: jsonb('operations').$type<ToolOperation[]>().notNull(),
  /** What its kind needs to know: opening hours of a calendar, sites of a search. */
  settings: jsonb('settings').$type<ToolSettings>().notNull().default({}),
  createdAt: created(),
  removedAt: moment('removed_at'),
})

/** Calls of tools, with what went and came, secrets masked; old ones are forgotten. */
export const toolCalls = pgTable(
  'tool_calls',
  {
    id: text('id').primaryKey(),
    toolId: text('tool_id')
      .notNull()
      .references(() => tools.id, { onDelete: 'cascade' }),
    operation: text('operation').notNull(),
    agentId: text('agent_id'),
    /** The visitor's conversation it was done in; null for what a designer or a relay did. */
    conversationId: text('conversation_id'),
    input: jsonb('input').notNull(),
    output: text('output').notNull(),
    isFailed: boolean('is_failed').notNull(),
    tookMs: doublePrecision('took_ms').notNull(),
    at: created(),
  },
  (table) => [
    index('tool_calls_tool').on(table.toolId, table.at),
    index('tool_calls_conversation').on(table.conversationId),
  ],
)

/** Appointments that were made through a tool: who with, when, and that they are off. */
export const appointments = pgTable(
  'appointments',
  {
    id: text('id').primaryKey(),
    toolId: text('tool_id')
      .notNull()
      .references(() => tools.id, { onDelete: 'cascade' }),
    /** What the visitor knows it by. */
    number: text('number').notNull(),
    place: text('place').notNull().default(''),
    start: moment('start').notNull(),
    /** Counts its changes, for invitations. */
    sequence: integer('sequence').notNull().default(0),
    name: text('name').notNull().default(''),
    email: text('email').notNull().default(''),
    note: text('note').notNull().default(''),
    agentId: text('agent_id'),
    conversationId: text('conversation_id'),
    cancelledAt: moment('cancelled_at'),
    createdAt: created(),
  },
  (table) => [
    index('appointments_number').on(table.toolId, table.number),
    index('appointments_conversation').on(table.conversationId),
  ],
)

/** What visitors want to be reminded of by mail, and when; sent once. */
export const reminders = pgTable(
  'reminders',
  {
    id: text('id').primaryKey(),
    toolId: text('tool_id')
      .notNull()
      .references(() => tools.id, { onDelete: 'cascade' }),
    email: text('email').notNull(),
    what: text('what').notNull(),
    agentId: text('agent_id'),
    conversationId: text('conversation_id'),
    dueAt: moment('due_at').notNull(),
    sentAt: moment('sent_at'),
    tries: integer('tries').notNull().default(0),
    createdAt: created(),
  },
  (table) => [index('reminders_due').on(table.dueAt), index('reminders_conversation').on(table.conversationId)],
)
