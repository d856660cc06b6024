import { z } from 'zod'
import { personSchema } from './desk'
import { outletLook } from './outlets'
import { citationSchema, insertSchema, variableValues } from './turns'
import { visitorForm } from './visitors'

export const RATINGS = ['up', 'down'] as const
export type Rating = (typeof RATINGS)[number]

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
  longestLine: z.number(),
  /** What visitors are asked for, and when; null for nothing. */
  form: visitorForm.nullable(),
  /** Whether a visitor who agrees is known again on another visit. */
  remembers: z.boolean(),
})

export const talkTurn = z.object({
  text: z.string().max(5000, 'That is too long: keep it under 5,000 characters.'),
  conversationId: z.string().max(64).optional(),
  variables: variableValues,
})

/** One line of a visitor's citations. */
const talkCitation = citationSchema.pick({
  marker: true,
  sourceTitle: true,
  quote: true,
  locator: true,
  headings: true,
})

/** What a visitor gets: citations carry the quote and where it stands, and nothing of the workings. */
export const talkReply = z.object({
  conversationId: z.string(),
  /** Empty where a person answers: their words come by the conversation's events. */
  reply: z.string(),
  citations: z.array(talkCitation),
  /** What the reply shows beside its text. */
  inserts: z.array(insertSchema),
  turnId: z.string(),
  /** Opens the conversation again, and nothing else; for whoever has it. */
  key: z.string(),
  person: personSchema.nullable(),
  /** Something of the conversation waits for the team: what comes of it is told by the conversation's events. */
  isAwaited: z.boolean(),
  /** The form is due now. */
  isFormDue: z.boolean(),
})

/** A line of a conversation as its visitor sees it again. */
export const talkLine = z.object({
  turnId: z.string(),
  ordinal: z.number(),
  said: z.string(),
  reply: z.string(),
  citations: z.array(talkCitation),
  inserts: z.array(insertSchema),
  /** Who answered in person; null for the agent. */
  by: z.string().nullable(),
  rating: z.enum(RATINGS).nullable(),
})

/** A conversation as its visitor sees it again, on another page or another day. */
export const talkConversation = z.object({
  conversationId: z.string(),
  lines: z.array(talkLine),
  person: personSchema.nullable(),
  isAwaited: z.boolean(),
  /** The form was sent. */
  hasForm: z.boolean(),
})

/** A conversation in which a visitor told something before they asked anything. */
export const talkBegun = z.object({ conversationId: z.string(), key: z.string() })

/** What a visitor thinks of an answer, with a word; null takes it back. */
export const talkRating = z.object({ rating: z.enum(RATINGS).nullable(), word: z.string().trim().max(500).default('') })

export type TalkAgent = z.infer<typeof talkAgent>
export type TalkReply = z.infer<typeof talkReply>
export type TalkLine = z.infer<typeof talkLine>
export type TalkConversation = z.infer<typeof talkConversation>
