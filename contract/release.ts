import { z } from 'zod'
import { changeSchema } from './brief'
import { OUTCOMES } from './constants'
import { outletLook } from './outlets'
import { variableValues } from './turns'
import { citationSchema, handOverSchema, workingSchema } from './turns'

export const newEdition = z.object({ summary: z.string().trim().max(1000).default('') })

export const editionSchema = z.object({
  number: z.number(),
  summary: z.string(),
  revision: z.number(),
  sources: z.number(),
  createdAt: z.string(),
  isLive: z.boolean(),
})

export const editionList = z.object({ editions: z.array(editionSchema) })

export const sourceChange = z.object({
  sourceId: z.string(),
  title: z.string(),
  kind: z.enum(['added', 'removed', 'changed']),
  detail: z.string(),
})

/** What stands between the draft and the next edition. */
export const releaseSchema = z.object({
  liveEdition: z.number().nullable(),
  latestEdition: z.number().nullable(),
  briefChanges: z.array(changeSchema),
  sourceChanges: z.array(sourceChange),
  /** What is not yet safe, in words, with the stage where it is mended. */
  concerns: z.array(z.object({ text: z.string(), stage: z.enum(['brief', 'library', 'rehearse']) })),
})

/** `number` null takes the agent offline. */
export const liveChange = z.object({ number: z.number().int().min(1).nullable() })

export const talkAgent = z.object({
  name: z.string(),
  role: z.string(),
  face: z.string(),
  language: z.string(),
  greeting: z.string(),
  suggestions: z.array(z.string()),
  /** How the outlet looks; null for the agent’s own page. */
  look: outletLook.nullable(),
  /** What is said instead while the outlet is paused. */
  paused: z.string().nullable(),
})

export const talkTurn = z.object({
  text: z.string().max(5000, 'That is too long: keep it under 5,000 characters.'),
  conversationId: z.string().max(64).optional(),
  variables: variableValues,
})

/** What a visitor gets: citations carry the quote and where it stands, and nothing of the workings. */
export const talkReply = z.object({
  conversationId: z.string(),
  reply: z.string(),
  citations: z.array(
    citationSchema.pick({ marker: true, sourceTitle: true, quote: true, locator: true, headings: true }),
  ),
})

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
})

/** How a logbook is narrowed: everything that is given must hold. */
export const logbookQuery = z.object({
  /** Words of which each begins one that was said or replied. */
  q: z.string().trim().max(200).optional(),
  outcome: z.enum(OUTCOMES).optional(),
  edition: z.coerce.number().int().min(1).max(1_000_000).optional(),
  /** Where visitors came in: an outlet's id, or "own" for the agent's own page. */
  outlet: z.string().max(64).optional(),
  /** First and last day, as YYYY-MM-DD. */
  from: z.iso.date().optional(),
  to: z.iso.date().optional(),
  unanswered: z.enum(['true', 'false']).default('false'),
  passedOn: z.enum(['true', 'false']).default('false'),
})
export type LogbookQuery = z.infer<typeof logbookQuery>

export const conversationList = z.object({
  total: z.number(),
  unanswered: z.number(),
  passedOn: z.number(),
  conversations: z.array(conversationSummary),
})

export const conversationSchema = conversationSummary.extend({
  lines: z.array(
    z.object({
      id: z.string(),
      said: z.string(),
      reply: z.string(),
      outcome: z.enum(OUTCOMES),
      citations: z.array(citationSchema).readonly(),
      workings: z.array(workingSchema).readonly(),
      handOver: handOverSchema.nullable(),
      revision: z.number(),
      edition: z.number().nullable(),
      askedAt: z.string(),
    }),
  ),
})

export type Edition = z.infer<typeof editionSchema>
export type Release = z.infer<typeof releaseSchema>
export type SourceChange = z.infer<typeof sourceChange>
export type TalkAgent = z.infer<typeof talkAgent>
export type TalkReply = z.infer<typeof talkReply>
export type ConversationSummary = z.infer<typeof conversationSummary>
export type Conversation = z.infer<typeof conversationSchema>
