import { boolean, index, integer, jsonb, pgTable, text } from 'drizzle-orm/pg-core'
import type { StudyRequest, StudyResult } from '@parrot/contract'
import type { BriefEdit } from '@parrot/core/brief'
import type { Cause, NotedTurn, ProposalKind, ProposedEdit, QuickMark, Trial } from '@parrot/core/refine'
import type { Check } from '@parrot/core/rehearsal'
import { created, moment } from './columns'
import { agents } from './agents'

/** What a designer says was wrong with an answer, the turn as it was, and what came of it. */
export const notes = pgTable(
  'notes',
  {
    id: text('id').primaryKey(),
    agentId: text('agent_id')
      .notNull()
      .references(() => agents.id, { onDelete: 'cascade' }),
    question: text('question').notNull(),
    /** What the visitor said before in the conversation. */
    before: jsonb('before').$type<string[]>().notNull().default([]),
    /** The answer that was wrong; null until it is asked. */
    turn: jsonb('turn').$type<NotedTurn>(),
    marks: jsonb('marks').$type<QuickMark[]>().notNull().default([]),
    wrong: text('wrong').notNull().default(''),
    wanted: text('wanted').notNull().default(''),
    /** The sentence of the answer that is meant; empty for the whole. */
    sentence: text('sentence').notNull().default(''),
    status: text('status').$type<'trying' | 'ready' | 'failed'>().notNull(),
    error: text('error'),
    cause: jsonb('cause').$type<Cause>(),
    /** What must be true of the answer for the note to be mended. */
    checks: jsonb('checks').$type<Check[]>().notNull().default([]),
    revision: integer('revision'),
    stance: text('stance'),
    /** Set when it was dealt with. */
    closed: text('closed').$type<'accepted' | 'dismissed'>(),
    createdAt: created(),
    closedAt: moment('closed_at'),
  },
  (table) => [index('notes_agent').on(table.agentId, table.createdAt)],
)

/** One step of taking an accepted proposal back. */
export type Undo =
  | { kind: 'brief'; edit: BriefEdit }
  | { kind: 'version'; sourceId: string; versionBefore: string | null }
  | { kind: 'care'; sourceId: string; weight?: number; validUntil?: string | null }
  | { kind: 'script'; scriptId: string }

/** One edit that was worked out for a note, and what it would do. */
export const proposals = pgTable(
  'proposals',
  {
    id: text('id').primaryKey(),
    noteId: text('note_id')
      .notNull()
      .references(() => notes.id, { onDelete: 'cascade' }),
    ordinal: integer('ordinal').notNull(),
    kind: text('kind').$type<ProposalKind>().notNull(),
    summary: text('summary').notNull(),
    because: text('because').notNull(),
    proposed: jsonb('proposed').$type<ProposedEdit>().notNull(),
    /** Put together or altered by a person: shown whatever its trial says. */
    isByHand: boolean('is_by_hand').notNull().default(false),
    /** Null until it was tried. */
    trial: jsonb('trial').$type<Trial>(),
    status: text('status').$type<'open' | 'accepted' | 'dismissed'>().notNull().default('open'),
    /** How it is taken back, once it was accepted. */
    undo: jsonb('undo').$type<Undo[]>(),
    createdAt: created(),
  },
  (table) => [index('proposals_note').on(table.noteId, table.ordinal)],
)

/** A question asked of the agent as a whole by running its scripts many times. */
export const studies = pgTable(
  'studies',
  {
    id: text('id').primaryKey(),
    agentId: text('agent_id')
      .notNull()
      .references(() => agents.id, { onDelete: 'cascade' }),
    request: jsonb('request').$type<StudyRequest>().notNull(),
    status: text('status').$type<'queued' | 'running' | 'done' | 'cancelled' | 'failed'>().notNull(),
    done: integer('done').notNull().default(0),
    total: integer('total').notNull().default(0),
    /** What was worked out so far, step by step, so that a study that was cut off goes on. */
    steps: jsonb('steps').$type<Record<string, unknown>>().notNull().default({}),
    result: jsonb('result').$type<StudyResult>(),
    /** How a person judged lines of a comparison, by the line. */
    votes: jsonb('votes').$type<Record<string, 'one' | 'other' | 'same'>>().notNull().default({}),
    revision: integer('revision').notNull(),
    error: text('error'),
    createdAt: created(),
  },
  (table) => [index('studies_agent').on(table.agentId, table.createdAt)],
)
