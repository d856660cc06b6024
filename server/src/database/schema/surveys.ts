import { integer, jsonb, pgTable, text } from 'drizzle-orm/pg-core'
import { created } from './columns'
import { agents } from './agents'
import type { SitePlan } from '@parrot/core/library'

/** A walk over a site before it is read: which pages there are, for the designer to pick from. */
export const surveys = pgTable('surveys', {
  id: text('id').primaryKey(),
  agentId: text('agent_id')
    .notNull()
    .references(() => agents.id, { onDelete: 'cascade' }),
  url: text('url').notNull(),
  plan: jsonb('plan').$type<SitePlan>().notNull(),
  status: text('status').$type<'queued' | 'walking' | 'done' | 'failed'>().notNull(),
  error: text('error'),
  advice: text('advice'),
  hostToAllow: text('host_to_allow'),
  pages: jsonb('pages').$type<SurveyedPage[]>().notNull().default([]),
  /** Pages found so far that were not fetched yet. */
  waiting: integer('waiting').notNull().default(0),
  createdAt: created(),
})

/** A page a survey found. */
export interface SurveyedPage {
  url: string
  title: string
  characters: number
  /** Links from the start page to it. */
  depth: number
  /** Why it cannot be read; undefined when it can. */
  problem?: string
}
