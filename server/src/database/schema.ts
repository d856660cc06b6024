import {
  boolean,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  uniqueIndex,
} from 'drizzle-orm/pg-core'
import type { Locator } from '@parrot/core/library'
import type { Rule } from '@parrot/core/brief'
import type { RankScores } from '@parrot/core/retrieval'
import type { Citation, Memory, Outcome, Support, Working } from '@parrot/core/dialogue'
import type { ScriptResult, ScriptTurn } from '@parrot/core/rehearsal'

const moment = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' })
const created = () => moment('created_at').notNull().defaultNow()

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

/** Something an agent can know: a file, page, site, note or set of pairs. Its content lives in versions. */
export const sources = pgTable('sources', {
  id: text('id').primaryKey(),
  title: text('title').notNull(),
  kind: text('kind').$type<SourceKind>().notNull(),
  /** The version that answers; null until one is ready. */
  versionId: text('version_id'),
  createdAt: created(),
  changedAt: moment('changed_at').notNull().defaultNow(),
})

export type SourceKind = 'file' | 'page' | 'site' | 'note' | 'pairs'

/** Which agents use which sources. Removal is a date, so that it can be undone. */
export const agentSources = pgTable(
  'agent_sources',
  {
    agentId: text('agent_id')
      .notNull()
      .references(() => agents.id, { onDelete: 'cascade' }),
    sourceId: text('source_id')
      .notNull()
      .references(() => sources.id, { onDelete: 'cascade' }),
    addedAt: moment('added_at').notNull().defaultNow(),
    removedAt: moment('removed_at'),
  },
  (table) => [
    primaryKey({ columns: [table.agentId, table.sourceId] }),
    index('agent_sources_source').on(table.sourceId),
  ],
)

/** Where the bytes of a version come from. */
export type Origin =
  | { kind: 'file'; name: string; mediaType: string }
  | { kind: 'page'; url: string }
  | { kind: 'site'; url: string; maxPages: number; maxDepth: number }
  | { kind: 'note'; title: string }
  | { kind: 'pairs'; title: string }

export type VersionStatus = 'queued' | 'reading' | 'indexing' | 'ready' | 'failed'

/** One state of a source's content. `bytesHash` names the file that holds the original; null until it is fetched. */
export const sourceVersions = pgTable(
  'source_versions',
  {
    id: text('id').primaryKey(),
    sourceId: text('source_id')
      .notNull()
      .references(() => sources.id, { onDelete: 'cascade' }),
    number: integer('number').notNull(),
    status: text('status').$type<VersionStatus>().notNull(),
    progress: doublePrecision('progress').notNull().default(0),
    error: text('error'),
    advice: text('advice'),
    hostToAllow: text('host_to_allow'),
    origin: jsonb('origin').$type<Origin>().notNull(),
    bytesHash: text('bytes_hash'),
    /** Media type the sender gave with fetched bytes. */
    mediaType: text('media_type'),
    characters: integer('characters').notNull().default(0),
    passages: integer('passages').notNull().default(0),
    createdAt: created(),
  },
  (table) => [uniqueIndex('source_versions_number').on(table.sourceId, table.number)],
)

export const passages = pgTable(
  'passages',
  {
    id: text('id').primaryKey(),
    versionId: text('version_id')
      .notNull()
      .references(() => sourceVersions.id, { onDelete: 'cascade' }),
    ordinal: integer('ordinal').notNull(),
    text: text('text').notNull(),
    headings: jsonb('headings').$type<string[]>().notNull(),
    locator: jsonb('locator').$type<Locator>().notNull(),
  },
  (table) => [uniqueIndex('passages_place').on(table.versionId, table.ordinal)],
)

/** Work to be done outside a request. A job that was running when the server died is queued again at start. */
export const jobs = pgTable(
  'jobs',
  {
    id: text('id').primaryKey(),
    kind: text('kind').$type<'read'>().notNull(),
    subject: text('subject').notNull(),
    state: text('state').$type<'queued' | 'running' | 'done' | 'failed' | 'cancelled'>().notNull(),
    progress: doublePrecision('progress').notNull().default(0),
    attempts: integer('attempts').notNull().default(0),
    error: text('error'),
    createdAt: created(),
    startedAt: moment('started_at'),
    finishedAt: moment('finished_at'),
  },
  (table) => [index('jobs_state').on(table.state, table.createdAt)],
)

export const conversations = pgTable(
  'conversations',
  {
    id: text('id').primaryKey(),
    agentId: text('agent_id')
      .notNull()
      .references(() => agents.id, { onDelete: 'cascade' }),
    /** `try` is the designer's own, `talk` a visitor's. */
    channel: text('channel').$type<'try' | 'talk'>().notNull(),
    createdAt: created(),
    lastAt: moment('last_at').notNull().defaultNow(),
  },
  (table) => [index('conversations_agent').on(table.agentId, table.channel, table.lastAt)],
)

export const turns = pgTable(
  'turns',
  {
    id: text('id').primaryKey(),
    conversationId: text('conversation_id')
      .notNull()
      .references(() => conversations.id, { onDelete: 'cascade' }),
    agentId: text('agent_id').notNull(),
    ordinal: integer('ordinal').notNull(),
    said: text('said').notNull(),
    question: text('question').notNull(),
    reply: text('reply').notNull(),
    outcome: text('outcome').$type<Outcome>().notNull(),
    citations: jsonb('citations').$type<Citation[]>().notNull(),
    workings: jsonb('workings').$type<Working[]>().notNull(),
    /** What each sentence of the reply rests on. */
    support: jsonb('support').$type<Support[]>().notNull().default([]),
    /** What the agent knew of the conversation after this turn. */
    memory: jsonb('memory').$type<Memory>().notNull().default({ facts: [] }),
    revision: integer('revision').notNull(),
    edition: integer('edition'),
    /** Names brief, library and model together: two turns with the same stance had the same means. */
    stance: text('stance').notNull(),
    model: text('model').notNull(),
    tookMs: doublePrecision('took_ms').notNull(),
    createdAt: created(),
  },
  (table) => [
    uniqueIndex('turns_place').on(table.conversationId, table.ordinal),
    index('turns_said').on(table.agentId, table.said),
  ],
)

/** An answer kept with a pinned line. */
export interface KeptAnswer {
  reply: string
  outcome: Outcome
  revision: number
  citations: Citation[]
  askedAt: string
}

export const pins = pgTable('pins', {
  id: text('id').primaryKey(),
  agentId: text('agent_id')
    .notNull()
    .references(() => agents.id, { onDelete: 'cascade' }),
  text: text('text').notNull(),
  now: jsonb('now').$type<KeptAnswer>(),
  before: jsonb('before').$type<KeptAnswer>(),
  stance: text('stance'),
  hasMoved: boolean('has_moved').notNull().default(false),
  createdAt: created(),
})

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

/** A source as an edition froze it. */
export interface FrozenSource {
  sourceId: string
  versionId: string
  title: string
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

/** An outside model. The key is sealed with the key file of the data folder and never leaves the server. */
export const endpoints = pgTable('endpoints', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  baseUrl: text('base_url').notNull(),
  model: text('model').notNull(),
  sealedKey: text('sealed_key'),
  createdAt: created(),
  removedAt: moment('removed_at'),
})

/** Settings of the whole installation, by name. */
export const settings = pgTable('settings', {
  name: text('name').primaryKey(),
  value: jsonb('value').notNull(),
})
