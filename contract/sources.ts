import { z } from 'zod'
import type { Locator } from '@parrot/core/library'
import { sitePlan, title, url } from './sourceFields'
import { SOURCE_KINDS, SOURCE_STATUSES } from './constants'

export type { Locator }

/** A locator passes through unchanged: its shape is set by the reader of the format, `label` is what is shown. */
export const locatorSchema = z.custom<Locator>(
  (value) => typeof value === 'object' && value !== null && 'label' in value,
)

/** How a source is cut into passages; sizes in characters. */
export const cuttingSchema = z.object({
  by: z.enum(['structure', 'size', 'row', 'sentence']),
  target: z.number().int().min(100).max(4000),
  overlap: z.number().int().min(0).max(1000),
})

export const sourceSchema = z.object({
  id: z.string(),
  title: z.string(),
  kind: z.enum(SOURCE_KINDS),
  /** File name or web address. */
  origin: z.string(),
  status: z.enum(SOURCE_STATUSES),
  /** 0..1 while reading. */
  progress: z.number(),
  error: z.string().nullable(),
  advice: z.string().nullable(),
  /** A private host that was refused and that the designer may allow. */
  hostToAllow: z.string().nullable(),
  passages: z.number(),
  characters: z.number(),
  /** Number of the version that answers; 0 while none is ready. */
  version: z.number(),
  /** True while a newer version than the one that answers is being read. */
  isReplacing: z.boolean(),
  /** Changes by hand whose passage the last reading did not find any more. */
  lostEdits: z.number(),
  cutting: cuttingSchema,
  description: z.string(),
  shelf: z.string(),
  tags: z.array(z.string()),
  weight: z.number(),
  validFrom: z.string().nullable(),
  validUntil: z.string().nullable(),
  addedBy: z.string(),
  refreshHours: z.number().nullable(),
  /** Whether the original can be looked at. */
  hasOriginal: z.boolean(),
  /** How many agents use it. */
  agents: z.number(),
  /** A source added earlier that is much the same, and how much (0..1). */
  alike: z.object({ sourceId: z.string(), share: z.number() }).nullable(),
  addedAt: z.string(),
  changedAt: z.string(),
})

export const sourceList = z.object({
  sources: z.array(sourceSchema),
  /** Characters all sources of an agent may hold together. */
  limit: z.number(),
})

export const pairSchema = z.object({
  question: z.string().trim().min(1, 'Write the question.').max(1000),
  answer: z.string().trim().min(1, 'Write the answer.').max(8000),
})

/** What giving an answer by hand changed: the source it went to, and the version that answered before, if there was one. */
export const givenAnswer = z.object({ sourceId: z.string(), versionBefore: z.string().nullable() })
export type GivenAnswer = z.infer<typeof givenAnswer>

export const newSource = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('page'), url, renderMs: sitePlan.renderMs }),
  z.object({ kind: z.literal('site'), ...sitePlan, pages: z.array(url).min(1).max(500).optional() }),
  z.object({ kind: z.literal('note'), title, text: z.string().trim().min(1, 'Write the note.').max(500_000) }),
  z.object({ kind: z.literal('pairs'), title, pairs: z.array(pairSchema).min(1, 'Add at least one pair.').max(5000) }),
])

export const accepted = z.object({
  id: z.string(),
  status: z.enum(SOURCE_STATUSES),
  /** The further sources that an archive of documents became. */
  more: z.array(z.string()).optional(),
})

export const passageSchema = z.object({
  id: z.string(),
  ordinal: z.number(),
  text: z.string(),
  headings: z.array(z.string()).readonly(),
  locator: locatorSchema,
  /** The text as read, when it was changed by hand. */
  original: z.string().nullable(),
  /** Excluded passages are shown, but never found. */
  isExcluded: z.boolean(),
  /** How many of the last turns cited it. */
  cited: z.number().optional(),
})

export const sourceElsewhere = z.object({
  id: z.string(),
  title: z.string(),
  kind: z.enum(SOURCE_KINDS),
  agents: z.array(z.string()),
})

export const passagePage = z.object({ total: z.number(), passages: z.array(passageSchema) })

export const scorePart = z.object({ name: z.string(), score: z.number() })

export const hitSchema = z.object({
  passageId: z.string(),
  sourceId: z.string(),
  sourceTitle: z.string(),
  text: z.string(),
  headings: z.array(z.string()).readonly(),
  locator: locatorSchema,
  score: z.number(),
  parts: z.array(scorePart).readonly(),
  matched: z.array(z.string()).readonly(),
})

export const hitList = z.object({
  hits: z.array(hitSchema),
  /** Words that were put right before the search. */
  changed: z.array(z.object({ from: z.string(), to: z.string() })),
})

export type Source = z.infer<typeof sourceSchema>
export type Cutting = z.infer<typeof cuttingSchema>
export type SourceElsewhere = z.infer<typeof sourceElsewhere>
export type NewSource = z.input<typeof newSource>
export type Pair = z.infer<typeof pairSchema>
export type Passage = z.infer<typeof passageSchema>
export type Hit = z.infer<typeof hitSchema>
