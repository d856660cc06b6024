import {
  boolean,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  uniqueIndex,
} from 'drizzle-orm/pg-core'
import type { Edit, Sketch } from '@parrot/core/curation'
import type { Cutting, Locator, Origin } from '@parrot/core/library'
import { created, moment } from './columns'
import { agents } from './agents'

/** Something an agent can know: a file, page, site, note or set of pairs. Its content lives in versions. */
export const sources = pgTable('sources', {
  id: text('id').primaryKey(),
  title: text('title').notNull(),
  kind: text('kind').$type<Origin['kind']>().notNull(),
  /** The version that answers; null until one is ready. */
  versionId: text('version_id'),
  /** Whether the designer gave the title; else each reading names the source anew. */
  isTitled: boolean('is_titled').notNull().default(false),
  /** What it holds: drafted from the content until the designer writes it. */
  description: text('description').notNull().default(''),
  isDescribed: boolean('is_described').notNull().default(false),
  /** A shelf is a name sources are grouped under; "" for none. */
  shelf: text('shelf').notNull().default(''),
  tags: jsonb('tags').$type<string[]>().notNull().default([]),
  /** How much its scores count, 1 as usual. */
  weight: doublePrecision('weight').notNull().default(1),
  /** First and last day (YYYY-MM-DD) it answers on; null for no bound. */
  validFrom: text('valid_from'),
  validUntil: text('valid_until'),
  addedBy: text('added_by').notNull().default(''),
  /** Hours between readings of a page or site by itself; null for by hand only. */
  refreshHours: integer('refresh_hours'),
  /** When it was last read or, on the web, looked at and found as it was. */
  lookedAt: moment('looked_at').notNull().defaultNow(),
  createdAt: created(),
  changedAt: moment('changed_at').notNull().defaultNow(),
})

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

/** How a version came to be. */
export type VersionReason = 'added' | 'replaced' | 'refreshed' | 'edited' | 'cut'

/** What a server said of the state of a page (RFC 9110, 8.8). */
export interface Validators {
  etag?: string
  lastModified?: string
}

/** One page of a site in a version, held against the version before. */
export interface PageReport {
  url: string
  title: string
  characters: number
  state: 'new' | 'changed' | 'same' | 'gone' | 'failed'
  problem?: string
}

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
    /** Names the captions a recording was turned into, so that it is listened to once. */
    captionsHash: text('captions_hash'),
    characters: integer('characters').notNull().default(0),
    passages: integer('passages').notNull().default(0),
    cutting: jsonb('cutting').$type<Cutting>().notNull().default({ by: 'structure', target: 700, overlap: 0 }),
    /** What the designer changed in its passages; made again on every reading. */
    edits: jsonb('edits').$type<Edit[]>().notNull().default([]),
    /** How many of them found their passage no more. */
    lostEdits: integer('lost_edits').notNull().default(0),
    /** The version whose passages this one takes over, with its last edit made on them; null when it is read. */
    basedOn: text('based_on'),
    because: text('because').$type<VersionReason>().notNull().default('added'),
    /** For finding near-duplicates. */
    sketch: jsonb('sketch').$type<Sketch>().notNull().default([]),
    /** What a later fetch of a page can ask with. */
    validators: jsonb('validators').$type<Validators>(),
    /** The pages of a site, and what became of each. */
    pages: jsonb('pages').$type<PageReport[]>(),
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
    /** The text as read, when the designer changed it. */
    original: text('original'),
    /** Excluded passages are kept and shown, but never found. */
    isExcluded: boolean('is_excluded').notNull().default(false),
  },
  (table) => [uniqueIndex('passages_place').on(table.versionId, table.ordinal)],
)

/** Work to be done outside a request. A job that was running when the server died is queued again at start. */
export const jobs = pgTable(
  'jobs',
  {
    id: text('id').primaryKey(),
    kind: text('kind')
      .$type<'read' | 'survey' | 'embed' | 'rehearse' | 'note' | 'study' | 'send' | 'debrief' | 'relay'>()
      .notNull(),
    subject: text('subject').notNull(),
    state: text('state').$type<'queued' | 'running' | 'done' | 'failed' | 'cancelled'>().notNull(),
    progress: doublePrecision('progress').notNull().default(0),
    attempts: integer('attempts').notNull().default(0),
    error: text('error'),
    /** The server that is at it, and until when it holds it unless it says again that it is. */
    heldBy: text('held_by'),
    heldUntil: moment('held_until'),
    /** When what failed by a fault is tried again. */
    notBefore: moment('not_before'),
    createdAt: created(),
    startedAt: moment('started_at'),
    finishedAt: moment('finished_at'),
  },
  (table) => [index('jobs_state').on(table.state, table.createdAt)],
)

/** Two statements that do not agree and that the designer says are both right. */
export const settledConflicts = pgTable(
  'settled_conflicts',
  {
    agentId: text('agent_id')
      .notNull()
      .references(() => agents.id, { onDelete: 'cascade' }),
    /** Both statements, so that a change in either brings the conflict back. */
    statements: text('statements').notNull(),
  },
  (table) => [primaryKey({ columns: [table.agentId, table.statements] })],
)
