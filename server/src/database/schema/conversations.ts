import { boolean, doublePrecision, index, integer, jsonb, pgTable, text, uniqueIndex } from 'drizzle-orm/pg-core'
import type { Citation, HandOver, Memory, Outcome, Support, Working, Usage } from '@parrot/core/dialogue'
import type { Insert } from '@parrot/core/inserts'
import type { PersonState, Rating } from '@parrot/contract'
import { sql, type SQLWrapper } from 'drizzle-orm'
import { created, moment } from './columns'
import { agents } from './agents'

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
    /** What the logbook lists and finds by, kept with each turn: it may hold hundreds of thousands of conversations. */
    opening: text('opening').notNull().default(''),
    turnCount: integer('turn_count').notNull().default(0),
    unanswered: integer('unanswered').notNull().default(0),
    outcomes: text('outcomes').array().$type<Outcome[]>().notNull().default([]),
    /** To whom it was passed on last; empty for a person without a name. */
    passedOnTo: text('passed_on_to'),
    edition: integer('edition'),
    /** What the visitor writes in, as a primary tag; null in conversations from before it was told. */
    language: text('language'),
    /** Where the visitor came in; null for the agent’s own page. */
    outletId: text('outlet_id'),
    /** A person was called and is waited for, is answering, or did not come; null when nobody is wanted. */
    person: text('person').$type<PersonState>(),
    personSince: moment('person_since'),
    /** Who answers: a member’s id, empty where nobody signs in, and the name the visitor sees. */
    personId: text('person_id'),
    personName: text('person_name').notNull().default(''),
    /** Answers the visitor liked, and did not. */
    liked: integer('liked').notNull().default(0),
    disliked: integer('disliked').notNull().default(0),
    /** The visitor left something of themselves. */
    hasCollected: boolean('has_collected').notNull().default(false),
    /** When it was over: nobody said anything for a while. It goes on when somebody does. */
    endedAt: moment('ended_at'),
    /** The number of the questions it was asked; null while it was not, or goes on since. */
    debriefed: integer('debriefed'),
  },
  (table) => [
    index('conversations_agent').on(table.agentId, table.channel, table.lastAt),
    index('conversations_person').on(table.person),
    index('conversations_ended').on(table.channel, table.endedAt, table.lastAt),
  ],
)

/** The words of a turn as a search finds them: an expression that the index and the search must share. */
export const wordsOf = (table: { readonly said: SQLWrapper; readonly reply: SQLWrapper }) =>
  sql`to_tsvector('simple', ${table.said} || ' ' || ${table.reply})`

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
    /** What the reply shows beside its text. */
    inserts: jsonb('inserts').$type<Insert[]>().notNull().default([]),
    workings: jsonb('workings').$type<Working[]>().notNull(),
    /** What each sentence of the reply rests on. */
    support: jsonb('support').$type<Support[]>().notNull().default([]),
    /** What the agent knew of the conversation after this turn. */
    memory: jsonb('memory').$type<Memory>().notNull().default({ facts: [] }),
    /** Who answered in person; null where the agent did. Such a turn is a line of one side. */
    person: text('person'),
    /** Whether the visitor liked the answer, and the word that came with it. */
    rating: text('rating').$type<Rating>(),
    ratingWord: text('rating_word').notNull().default(''),
    /** Set when a person is to take over. */
    handOver: jsonb('hand_over').$type<HandOver>(),
    revision: integer('revision').notNull(),
    edition: integer('edition'),
    /** Names brief, library and model together: two turns with the same stance had the same means. */
    stance: text('stance').notNull(),
    model: text('model').notNull(),
    tookMs: doublePrecision('took_ms').notNull(),
    /** What each request to a model took. */
    usage: jsonb('usage').$type<Usage[]>().notNull().default([]),
    createdAt: created(),
  },
  (table) => [
    uniqueIndex('turns_place').on(table.conversationId, table.ordinal),
    index('turns_said').on(table.agentId, table.said),
    index('turns_words').using('gin', wordsOf(table)),
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
