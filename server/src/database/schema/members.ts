import { index, integer, pgTable, primaryKey, text, uniqueIndex } from 'drizzle-orm/pg-core'
import type { Role } from '@parrot/contract'
import { agents } from './agents'
import { created, moment } from './columns'

/** A person who signs in. */
export const members = pgTable(
  'members',
  {
    id: text('id').primaryKey(),
    name: text('name').notNull(),
    /** In small letters. */
    email: text('email').notNull(),
    /** As `members/passwords` writes it. */
    password: text('password').notNull(),
    /** For all agents; null for those that are shared with the member alone. */
    role: text('role').$type<Role>(),
    /** The groups they are in, by name: agents are shared with groups too. */
    groups: text('groups').array().$type<string[]>().notNull().default([]),
    /** Wrong passwords in a row. */
    failures: integer('failures').notNull().default(0),
    lockedUntil: moment('locked_until'),
    lastSeenAt: moment('last_seen_at'),
    createdAt: created(),
    /** Set when taken out: kept for the way back, and for what is noted as theirs. */
    removedAt: moment('removed_at'),
  },
  (table) => [uniqueIndex('members_email').on(table.email)],
)

/** Where a member is signed in. What the browser holds is kept as its sum only. */
export const sessions = pgTable(
  'sessions',
  {
    tokenHash: text('token_hash').primaryKey(),
    memberId: text('member_id')
      .notNull()
      .references(() => members.id, { onDelete: 'cascade' }),
    until: moment('until').notNull(),
    createdAt: created(),
  },
  (table) => [index('sessions_member').on(table.memberId)],
)

/** A link by which one person comes in, or sets a new password. */
export const invitations = pgTable('invitations', {
  id: text('id').primaryKey(),
  tokenHash: text('token_hash').notNull().unique(),
  email: text('email').notNull(),
  role: text('role').$type<Role>(),
  until: moment('until').notNull(),
  createdAt: created(),
})

/** A key by which programs act as a member. */
export const memberKeys = pgTable('member_keys', {
  id: text('id').primaryKey(),
  memberId: text('member_id')
    .notNull()
    .references(() => members.id, { onDelete: 'cascade' }),
  name: text('name').notNull(),
  keyHash: text('key_hash').notNull().unique(),
  lastUsedAt: moment('last_used_at'),
  createdAt: created(),
})

/** What a member may do with one agent; `everybody` stands for all members. */
export const grants = pgTable(
  'grants',
  {
    agentId: text('agent_id')
      .notNull()
      .references(() => agents.id, { onDelete: 'cascade' }),
    /** A member’s id, or `everybody`. */
    who: text('who').notNull(),
    role: text('role').$type<Role>().notNull(),
  },
  (table) => [primaryKey({ columns: [table.agentId, table.who] }), index('grants_who').on(table.who)],
)

/** Who did what, and when. */
export const audit = pgTable(
  'audit',
  {
    id: text('id').primaryKey(),
    at: created(),
    memberId: text('member_id'),
    /** The name as it was then: it outlives the member. */
    who: text('who').notNull(),
    what: text('what').notNull(),
    agentId: text('agent_id'),
  },
  (table) => [index('audit_at').on(table.at)],
)
