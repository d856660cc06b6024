import { z } from 'zod'
import { OUTCOMES } from './constants'
import { insertSchema } from '@parrot/core/inserts'
import { locatorSchema } from './sources'

export const citationSchema = z.object({
  marker: z.number(),
  passageId: z.string(),
  sourceId: z.string(),
  sourceTitle: z.string(),
  headings: z.array(z.string()).readonly(),
  quote: z.string(),
  locator: locatorSchema,
})

export const workingSchema = z.object({
  /** The step's name in the registry of the turn's steps, and what it is called; turns kept from earlier have no title. */
  step: z.string(),
  title: z.string().optional(),
  summary: z.string(),
  details: z
    .array(
      z.object({
        label: z.string(),
        text: z.string(),
        passageId: z.string().optional(),
        sourceId: z.string().optional(),
        field: z.string().optional(),
        /** The words of the reply it led to. */
        words: z.array(z.string()).readonly().optional(),
        /** It was looked at and did not lead to the reply. */
        isAside: z.boolean().optional(),
      }),
    )
    .readonly(),
  tookMs: z.number(),
})

/** What one sentence of a reply rests on: a passage, a line of the brief, what the visitor said, or nothing. */
export const supportSchema = z.object({
  text: z.string(),
  score: z.number(),
  isClaim: z.boolean(),
  isVerdict: z.boolean().optional(),
  isSupported: z.boolean(),
  /** Why it is not backed. */
  because: z.string().optional(),
  by: z.enum(['passage', 'brief', 'visitor', 'none']),
  passageId: z.string().optional(),
  sourceId: z.string().optional(),
  field: z.string().optional(),
})

/** What an agent knows of a conversation beside its lines. */
export const memorySchema = z.object({
  facts: z.array(z.object({ key: z.string(), value: z.string(), said: z.string() })).readonly(),
  duty: z
    .object({ dutyId: z.string(), filled: z.record(z.string(), z.string()), asking: z.string(), isPaused: z.boolean() })
    .optional(),
  collected: z
    .array(z.object({ dutyId: z.string(), name: z.string(), values: z.record(z.string(), z.string()) }))
    .readonly()
    .optional(),
  /** A summary of the earlier turns that somebody wrote, and how many turns it sums up. */
  summary: z.object({ text: z.string(), upTo: z.number() }).optional(),
  /** What the model was told of the turns it did not see, and how many those were. */
  earlier: z.object({ lines: z.array(z.string()).readonly(), upTo: z.number() }).optional(),
})

/** A summary of what was said before, in somebody's own words; empty takes it back. */
export const newSummary = z.object({ text: z.string().trim().max(2000) })

/** That a person is to take over: to whom, empty when the brief names nobody, and the field of the brief that asks for it. */
export const handOverSchema = z.object({ to: z.string(), field: z.string() })

/** Values for the brief's variables, from the visitor's link or what an outlet passes; one line each. */
export const variableValues = z.record(z.string().max(60), z.string().max(300)).optional()

/** What a visitor or designer says: any line, an empty one too. */
export const newTurn = z.object({
  text: z.string().max(20_000, 'That is too long: keep it under 20,000 characters.'),
  conversationId: z.string().max(64).optional(),
  variables: variableValues,
  /** Ask a published edition instead of the draft. */
  edition: z.number().int().min(1).optional(),
})

/** An answer to the same words from before the last change of brief, library or model. */
export const earlierAnswer = z.object({
  reply: z.string(),
  outcome: z.enum(OUTCOMES),
  revision: z.number(),
  citations: z.array(citationSchema).readonly(),
  inserts: z.array(insertSchema).readonly().optional(),
  askedAt: z.string(),
})

/** What one request to a model took. */
export const usageSchema = z.object({
  prompt: z.number(),
  completion: z.number(),
  isReckoned: z.boolean().optional(),
  cost: z.object({ amount: z.number(), currency: z.string() }).optional(),
})

export const turnSchema = z.object({
  conversationId: z.string(),
  turnId: z.string(),
  said: z.string(),
  /** The question as it stands alone, a follow-up filled in. */
  question: z.string(),
  reply: z.string(),
  outcome: z.enum(OUTCOMES),
  citations: z.array(citationSchema).readonly(),
  inserts: z.array(insertSchema).readonly(),
  workings: z.array(workingSchema).readonly(),
  support: z.array(supportSchema).readonly(),
  memory: memorySchema,
  handOver: handOverSchema.nullable(),
  revision: z.number(),
  edition: z.number().nullable(),
  model: z.string(),
  tookMs: z.number(),
  usage: z.array(usageSchema).readonly(),
  before: earlierAnswer.nullable(),
})

export const pinSchema = z.object({
  id: z.string(),
  text: z.string(),
  /** The answer as it is now; null until it was asked. */
  now: earlierAnswer.nullable(),
  /** The answer before the last one that read differently. */
  before: earlierAnswer.nullable(),
  /** True when brief, library or model changed since `now`. */
  isStale: z.boolean(),
  /** True when the last asking gave another answer than the one before, until it is looked at. */
  hasMoved: z.boolean(),
})

export const pinList = z.object({ pins: z.array(pinSchema) })
export const newPin = z.object({ text: z.string().trim().min(1, 'Write the question to pin.').max(2000) })

export { insertSchema, type Insert, type InsertOf } from '@parrot/core/inserts'
export type Citation = z.infer<typeof citationSchema>
export type Working = z.infer<typeof workingSchema>
export type Support = z.infer<typeof supportSchema>
export type Memory = z.infer<typeof memorySchema>
export type Turn = z.infer<typeof turnSchema>
export type EarlierAnswer = z.infer<typeof earlierAnswer>
export type Pin = z.infer<typeof pinSchema>
