import { boolean, index, integer, jsonb, pgTable, primaryKey, text, uniqueIndex } from 'drizzle-orm/pg-core'
import type { DebriefQuestion, DeskHours, HookEvent, Settling, VisitorConsent, VisitorValue } from '@parrot/contract'
import { agents } from './agents'
import { conversations } from './conversations'
import { created, moment } from './columns'

/** Where people answer in place of an agent: when, and what visitors hear of it. */
export const desks = pgTable('desks', {
  agentId: text('agent_id')
    .primaryKey()
    .references(() => agents.id, { onDelete: 'cascade' }),
  isOn: boolean('is_on').notNull(),
  hours: jsonb('hours').$type<DeskHours[]>().notNull(),
  timeZone: text('time_zone').notNull(),
  saysCalled: text('says_called').notNull(),
  saysNobody: text('says_nobody').notNull(),
  waitMinutes: integer('wait_minutes').notNull(),
  mailTo: jsonb('mail_to').$type<string[]>().notNull(),
})

/** Who says that they are at a desk; a browser that goes away stops saying so. */
export const deskPresence = pgTable(
  'desk_presence',
  {
    agentId: text('agent_id')
      .notNull()
      .references(() => agents.id, { onDelete: 'cascade' }),
    /** A member’s id; empty where nobody signs in. */
    who: text('who').notNull(),
    until: moment('until').notNull(),
  },
  (table) => [primaryKey({ columns: [table.agentId, table.who] })],
)

/** What a visitor told of themselves, by a form or in conversation: one record a conversation. */
export const visitors = pgTable(
  'visitors',
  {
    id: text('id').primaryKey(),
    agentId: text('agent_id')
      .notNull()
      .references(() => agents.id, { onDelete: 'cascade' }),
    conversationId: text('conversation_id').notNull(),
    outletId: text('outlet_id'),
    name: text('name').notNull().default(''),
    email: text('email').notNull().default(''),
    phone: text('phone').notNull().default(''),
    values: jsonb('values').$type<VisitorValue[]>().notNull(),
    consents: jsonb('consents').$type<VisitorConsent[]>().notNull().default([]),
    createdAt: created(),
    changedAt: moment('changed_at').notNull().defaultNow(),
  },
  (table) => [
    uniqueIndex('visitors_conversation').on(table.conversationId),
    index('visitors_agent').on(table.agentId, table.createdAt),
  ],
)

/** An address that is told what happens, signed with its own secret. */
export const hooks = pgTable(
  'hooks',
  {
    id: text('id').primaryKey(),
    agentId: text('agent_id')
      .notNull()
      .references(() => agents.id, { onDelete: 'cascade' }),
    url: text('url').notNull(),
    events: text('events').array().$type<HookEvent[]>().notNull(),
    sealedSecret: text('sealed_secret').notNull(),
    isOn: boolean('is_on').notNull().default(true),
    createdAt: created(),
  },
  (table) => [index('hooks_agent').on(table.agentId)],
)

/** Something to be sent outside, by mail or to a hook, and what came of it. */
export const deliveries = pgTable(
  'deliveries',
  {
    id: text('id').primaryKey(),
    agentId: text('agent_id')
      .notNull()
      .references(() => agents.id, { onDelete: 'cascade' }),
    /** Null for a mail. */
    hookId: text('hook_id').references(() => hooks.id, { onDelete: 'cascade' }),
    /** The conversation it tells of: it is erased with it. */
    conversationId: text('conversation_id'),
    /** The mail address, or the hook’s address as it was. */
    to: text('to').notNull(),
    event: text('event').$type<HookEvent>().notNull(),
    body: jsonb('body').$type<object>().notNull(),
    state: text('state').$type<'waiting' | 'sent' | 'failed'>().notNull().default('waiting'),
    attempts: integer('attempts').notNull().default(0),
    /** What was answered, or why it failed. */
    answer: text('answer').notNull().default(''),
    createdAt: created(),
    sentAt: moment('sent_at'),
  },
  (table) => [
    index('deliveries_agent').on(table.agentId, table.createdAt),
    index('deliveries_conversation').on(table.conversationId),
  ],
)

/** Questions of visitors that something was done about: what was asked before then waits no longer. */
export const settledQuestions = pgTable(
  'settled_questions',
  {
    agentId: text('agent_id')
      .notNull()
      .references(() => agents.id, { onDelete: 'cascade' }),
    /** As it was asked, in small letters. */
    question: text('question').notNull(),
    how: text('how').$type<Settling>().notNull(),
    at: moment('at').notNull().defaultNow(),
  },
  (table) => [primaryKey({ columns: [table.agentId, table.question] })],
)

/** What is asked of an agent's finished conversations. */
export const debriefs = pgTable('debriefs', {
  agentId: text('agent_id')
    .primaryKey()
    .references(() => agents.id, { onDelete: 'cascade' }),
  questions: jsonb('questions').$type<DebriefQuestion[]>().notNull(),
  /** Grows with each change of the questions: what was asked under an earlier number is asked again. */
  version: integer('version').notNull().default(1),
})

/** What a conversation told of one question. */
export const debriefAnswers = pgTable(
  'debrief_answers',
  {
    conversationId: text('conversation_id')
      .notNull()
      .references(() => conversations.id, { onDelete: 'cascade' }),
    questionId: text('question_id').notNull(),
    agentId: text('agent_id').notNull(),
    /** Null where it does not tell. */
    value: text('value'),
    because: jsonb('because').$type<readonly string[]>().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.conversationId, table.questionId] }),
    index('debrief_answers_agent').on(table.agentId, table.questionId, table.value),
  ],
)
