import { z } from 'zod'
import { checkSchema, scriptSchema } from '@parrot/core/rehearsal'
import { OUTCOMES } from './constants'
import { citationSchema, workingSchema } from './turns'

export { scriptSchema, type Check, type Script, type ScriptTurn } from '@parrot/core/rehearsal'

export const storedScript = scriptSchema.extend({ id: z.string(), changedAt: z.string() })
/** A script begun from a conversation; the last one with the draft when none is named. */
export const scriptBeginning = z.object({ conversationId: z.string().optional() })
export const scriptList = z.object({ scripts: z.array(storedScript) })

export const newRehearsal = z.object({
  scriptIds: z.array(z.string()).max(1000).optional(),
  subject: z.union([z.literal('draft'), z.object({ edition: z.number().int().min(1) })]).default('draft'),
})

export const turnResult = z.object({
  say: z.string(),
  reply: z.string(),
  outcome: z.enum(OUTCOMES),
  citations: z.array(citationSchema).readonly(),
  workings: z.array(workingSchema).readonly(),
  checks: z.array(z.object({ check: checkSchema, passed: z.boolean(), reason: z.string() })).readonly(),
  passed: z.boolean(),
})

export const scriptResult = z.object({
  scriptId: z.string(),
  title: z.string(),
  passed: z.boolean(),
  turns: z.array(turnResult).readonly(),
  error: z.string().optional(),
})

export const rehearsalSchema = z.object({
  id: z.string(),
  revision: z.number(),
  edition: z.number().nullable(),
  createdAt: z.string(),
  passed: z.number(),
  failed: z.number(),
  results: z.array(scriptResult),
  /** Each script against the run before it that held the script. */
  comparison: z.array(
    z.object({
      scriptId: z.string(),
      movement: z.enum(['same', 'mended', 'broken', 'reworded', 'new']),
      turns: z.array(z.number()).readonly(),
    }),
  ),
})

/** The last runs, newest first. */
export const rehearsalList = z.object({ rehearsals: z.array(rehearsalSchema) })

export type StoredScript = z.infer<typeof storedScript>
export type Rehearsal = z.infer<typeof rehearsalSchema>
export type ScriptResult = z.infer<typeof scriptResult>
export type TurnResult = z.infer<typeof turnResult>
