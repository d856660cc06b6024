import { bigint, date, index, integer, jsonb, pgTable, primaryKey, text } from 'drizzle-orm/pg-core'
import type { DeskHours, Outlet, OutletAccess, OutletKind, OutletLook, VisitorForm } from '@parrot/contract'
import { agents } from './agents'
import { created, moment } from './columns'

/** A place an agent is handed out. It is changed without publishing anew. */
export const outlets = pgTable(
  'outlets',
  {
    id: text('id').primaryKey(),
    agentId: text('agent_id')
      .notNull()
      .references(() => agents.id, { onDelete: 'cascade' }),
    /** Its part of an address; no agent has the same. */
    slug: text('slug').notNull().unique(),
    kind: text('kind').$type<OutletKind>().notNull(),
    name: text('name').notNull(),
    state: text('state').$type<Outlet['state']>().notNull(),
    pausedMessage: text('paused_message').notNull().default(''),
    edition: integer('edition'),
    domains: jsonb('domains').$type<string[]>().notNull().default([]),
    look: jsonb('look').$type<OutletLook>().notNull(),
    turnsPerDay: integer('turns_per_day'),
    usedUpMessage: text('used_up_message').notNull().default(''),
    /** What visitors are asked for; null for nothing. */
    form: jsonb('form').$type<VisitorForm>(),
    turnsPerMonth: integer('turns_per_month'),
    turnsPerConversation: integer('turns_per_conversation'),
    tokensPerMonth: bigint('tokens_per_month', { mode: 'number' }),
    longestLine: integer('longest_line').notNull().default(5000),
    access: text('access').$type<OutletAccess>().notNull().default('anybody'),
    /** As `members/passwords` writes it. */
    password: text('password'),
    /** What a site signs its visitors with. */
    sealedSecret: text('sealed_secret'),
    hours: jsonb('hours').$type<DeskHours[]>().notNull().default([]),
    timeZone: text('time_zone').notNull().default('UTC'),
    closedMessage: text('closed_message').notNull().default(''),
    keepDays: integer('keep_days'),
    masks: text('masks').array().$type<('email' | 'phone' | 'card')[]>().notNull().default([]),
    createdAt: created(),
    removedAt: moment('removed_at'),
  },
  (table) => [index('outlets_agent').on(table.agentId)],
)

/** Turns an outlet answered on a day. */
export const outletDays = pgTable(
  'outlet_days',
  {
    outletId: text('outlet_id')
      .notNull()
      .references(() => outlets.id, { onDelete: 'cascade' }),
    day: date('day').notNull(),
    turns: integer('turns').notNull().default(0),
    /** What an outside model took. */
    tokens: bigint('tokens', { mode: 'number' }).notNull().default(0),
  },
  (table) => [primaryKey({ columns: [table.outletId, table.day] })],
)

/** A key by which programs ask at an outlet. */
export const outletKeys = pgTable('outlet_keys', {
  id: text('id').primaryKey(),
  outletId: text('outlet_id')
    .notNull()
    .references(() => outlets.id, { onDelete: 'cascade' }),
  name: text('name').notNull(),
  keyHash: text('key_hash').notNull().unique(),
  lastUsedAt: moment('last_used_at'),
  createdAt: created(),
})
