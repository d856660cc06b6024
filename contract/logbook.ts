import { z } from 'zod'
import { OUTCOMES } from './constants'
import { debriefAnswer } from './debrief'
import { PERSON_STATES, personSchema } from './desk'
import { RATINGS } from './talk'
import { citationSchema, insertSchema, handOverSchema, workingSchema } from './turns'

export const conversationSummary = z.object({
  id: z.string(),
  startedAt: z.string(),
  lastAt: z.string(),
  edition: z.number().nullable(),
  turns: z.number(),
  unanswered: z.number(),
  /** To whom it was passed on, latest first: empty for a person without a name; null when it was not. */
  passedOnTo: z.string().nullable(),
  opening: z.string(),
  outletId: z.string().nullable(),
  language: z.string().nullable(),
  person: personSchema.nullable(),
  liked: z.number(),
  disliked: z.number(),
  hasCollected: z.boolean(),
})

/** How a logbook is narrowed: everything that is given must hold. */
export const logbookQuery = z.object({
  /** Words of which each begins one that was said or replied. */
  q: z.string().trim().max(200).optional(),
  outcome: z.enum(OUTCOMES).optional(),
  edition: z.coerce.number().int().min(1).max(1_000_000).optional(),
  /** Where visitors came in: an outlet's id, or "own" for the agent's own page. */
  outlet: z.string().max(64).optional(),
  /** What the visitor writes in: a primary language tag. */
  language: z
    .string()
    .regex(/^[a-z]{2,3}$/)
    .optional(),
  /** First and last day, as YYYY-MM-DD. */
  from: z.iso.date().optional(),
  to: z.iso.date().optional(),
  unanswered: z.enum(['true', 'false']).default('false'),
  passedOn: z.enum(['true', 'false']).default('false'),
  /** Those in which a person is waited for, answers, or did not come. */
  person: z.enum(PERSON_STATES).optional(),
  rating: z.enum(RATINGS).optional(),
  collected: z.enum(['true', 'false']).default('false'),
  /** An answer of the debrief: the question's id, a colon, and the value. */
  debrief: z
    .string()
    .max(200)
    .regex(/^[^:]+:/)
    .optional(),
  /** Minutes from its first line to its last, at least. */
  minutes: z.coerce.number().int().min(0).max(100_000).optional(),
})
export type LogbookQuery = z.infer<typeof logbookQuery>

export const conversationList = z.object({
  total: z.number(),
  unanswered: z.number(),
  passedOn: z.number(),
  /** In which somebody is waited for just now. */
  waiting: z.number(),
  conversations: z.array(conversationSummary),
})

export const conversationSchema = conversationSummary.extend({
  /** What it told of the debrief’s questions; empty until it is over. */
  debrief: z.array(debriefAnswer),
  /** Whoever asks is the person who answers in it. */
  isMine: z.boolean(),
  lines: z.array(
    z.object({
      id: z.string(),
      said: z.string(),
      reply: z.string(),
      outcome: z.enum(OUTCOMES),
      citations: z.array(citationSchema).readonly(),
      inserts: z.array(insertSchema).readonly(),
      workings: z.array(workingSchema).readonly(),
      handOver: handOverSchema.nullable(),
      revision: z.number(),
      edition: z.number().nullable(),
      askedAt: z.string(),
      /** Who answered in person; null for the agent. */
      by: z.string().nullable(),
      rating: z.enum(RATINGS).nullable(),
      ratingWord: z.string(),
    }),
  ),
})

export type ConversationSummary = z.infer<typeof conversationSummary>
export type Conversation = z.infer<typeof conversationSchema>
