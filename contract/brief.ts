import { z } from 'zod'
import { briefSchema } from '@parrot/core/brief'

export {
  briefSchema,
  DIALS,
  dialWords,
  FIELD_LABELS,
  type Brief,
  type BriefChange,
  type CompiledPrompt,
  type DialName,
  type Rule,
} from '@parrot/core/brief'

/** How one rule was read: what the built-in model will do with it. */
export const ruleReading = z.object({ id: z.string(), understood: z.boolean(), explanation: z.string() })

export const briefState = z.object({
  revision: z.number(),
  savedAt: z.string(),
  canUndo: z.boolean(),
  canRedo: z.boolean(),
  readings: z.array(ruleReading),
})

export const storedBrief = briefState.extend({ brief: briefSchema })

export const briefWrite = z.object({ revision: z.number().int(), brief: briefSchema })

export const promptSchema = z.object({
  revision: z.number(),
  text: z.string(),
  lines: z.array(z.object({ text: z.string(), section: z.string(), field: z.string() })).readonly(),
  characters: z.number(),
  tokens: z.number(),
})

export const changeSchema = z.object({
  field: z.string(),
  label: z.string(),
  kind: z.enum(['added', 'removed', 'changed']),
  before: z.string(),
  after: z.string(),
})

export type BriefState = z.infer<typeof briefState>
export type StoredBrief = z.infer<typeof storedBrief>
export type RuleReading = z.infer<typeof ruleReading>
