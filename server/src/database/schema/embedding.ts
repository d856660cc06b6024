import { customType, integer, pgTable, primaryKey, text } from 'drizzle-orm/pg-core'
import { created, moment } from './columns'
import { sourceVersions } from './library'

const bytea = customType<{ data: Uint8Array }>({ dataType: () => 'bytea' })

/**
 * An outside embedder: while its vectors are made the one before answers, then it takes its place. At most one answers and
 * one is being made ready.
 */
export const embedders = pgTable('embedders', {
  id: text('id').primaryKey(),
  baseUrl: text('base_url').notNull(),
  model: text('model').notNull(),
  sealedKey: text('sealed_key'),
  state: text('state').$type<'making' | 'inUse' | 'failed'>().notNull(),
  /** Passages whose vectors are made, of how many. */
  done: integer('done').notNull().default(0),
  total: integer('total').notNull().default(0),
  error: text('error'),
  createdAt: created(),
  readyAt: moment('ready_at'),
})

/** The vectors of a source version's passages that answer, in their order, a byte a dimension. */
export const versionVectors = pgTable(
  'version_vectors',
  {
    embedderId: text('embedder_id')
      .notNull()
      .references(() => embedders.id, { onDelete: 'cascade' }),
    versionId: text('version_id')
      .notNull()
      .references(() => sourceVersions.id, { onDelete: 'cascade' }),
    dimensions: integer('dimensions').notNull(),
    count: integer('count').notNull(),
    bytes: bytea('bytes').notNull(),
  },
  (table) => [primaryKey({ columns: [table.embedderId, table.versionId] })],
)
