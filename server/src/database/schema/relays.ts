import { index, jsonb, pgTable, text, uniqueIndex } from 'drizzle-orm/pg-core'
import type { Cue, Relay } from '@parrot/contract'
import type { Held } from '@parrot/core/dialogue'
import type { LegResult } from '@parrot/core/team'
import { agents } from './agents'
import { created, moment } from './columns'

/** Chains of work, each kept with the agent whose people made it. */
export const relays = pgTable(
  'relays',
  {
    id: text('id').primaryKey(),
    agentId: text('agent_id')
      .notNull()
      .references(() => agents.id, { onDelete: 'cascade' }),
    spec: jsonb('spec').$type<Relay>().notNull(),
    cue: jsonb('cue').$type<Cue>(),
    /** What signs calls from outside, sealed. */
    sealedSecret: text('sealed_secret'),
    /** When its cue was looked at first: what was there before is not new. */
    lookedAt: moment('looked_at'),
    /** Up to which mail it was looked: the mailbox's validity and the number there. */
    lookedTo: text('looked_to'),
    /** When its cue is due next; null where it has none, or none that is on. */
    nextAt: moment('next_at'),
    createdAt: created(),
    removedAt: moment('removed_at'),
  },
  (table) => [index('relays_next').on(table.nextAt)],
)

/** A mail that is drafted of what comes of a run; one that answers a mail may be sent by itself. */
export interface RunMail {
  readonly to: string
  readonly subject: string
  readonly sentAt: string | null
  readonly answers?: { readonly messageId: string; readonly isSentAlone: boolean }
}

/** What was said to one task of a leg, and what waits for a yes before it is done. */
export interface Pending {
  readonly text: string
  readonly held: readonly Held[]
}

/** One run of a relay, as it was when it began; each leg is written as soon as it is over. */
export const relayRuns = pgTable(
  'relay_runs',
  {
    id: text('id').primaryKey(),
    relayId: text('relay_id')
      .notNull()
      .references(() => relays.id, { onDelete: 'cascade' }),
    agentId: text('agent_id').notNull(),
    spec: jsonb('spec').$type<Relay>().notNull(),
    inputs: jsonb('inputs').$type<Record<string, string>>().notNull(),
    legs: jsonb('legs').$type<LegResult[]>().notNull(),
    /** What waits for a yes in legs, task by task. */
    pending: jsonb('pending').$type<Record<string, Pending[]>>().notNull().default({}),
    status: text('status').$type<'queued' | 'running' | 'waiting' | 'done' | 'failed' | 'cancelled'>().notNull(),
    by: text('by').notNull(),
    /** The mail that is drafted of what comes of it, and when it was sent. */
    mail: jsonb('mail').$type<RunMail>(),
    createdAt: created(),
    endedAt: moment('ended_at'),
  },
  (table) => [index('relay_runs_relay').on(table.relayId, table.createdAt)],
)

/** What happened for a cue, each once: whether a relay was begun for it, and why not. */
export const relayEvents = pgTable(
  'relay_events',
  {
    id: text('id').primaryKey(),
    relayId: text('relay_id')
      .notNull()
      .references(() => relays.id, { onDelete: 'cascade' }),
    key: text('key').notNull(),
    title: text('title').notNull(),
    runId: text('run_id'),
    because: text('because').notNull().default(''),
    at: moment('at').notNull(),
    createdAt: created(),
  },
  (table) => [uniqueIndex('relay_events_key').on(table.relayId, table.key)],
)
