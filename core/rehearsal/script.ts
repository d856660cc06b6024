import { z } from 'zod'
import { OUTCOMES } from '../dialogue'

/** One thing that must be true of a reply. `regexp` and `cites` are plain text a designer types. */
export const checkSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('includes'), text: z.string().min(1).max(500) }),
  z.object({ kind: z.literal('excludes'), text: z.string().min(1).max(500) }),
  z.object({ kind: z.literal('matches'), pattern: z.string().min(1).max(300) }),
  /** Part of a source's title; empty: any citation at all. */
  z.object({ kind: z.literal('cites'), source: z.string().max(300).default('') }),
  z.object({ kind: z.literal('outcome'), outcome: z.enum(OUTCOMES) }),
  /** Passed on to a person. */
  z.object({ kind: z.literal('handsOver') }),
  z.object({ kind: z.literal('maxWords'), words: z.number().int().min(1).max(5000) }),
])

export const scriptTurnSchema = z.object({
  say: z.string().trim().min(1, 'Write what the visitor says.').max(5000),
  checks: z.array(checkSchema).max(30).default([]),
})

/** A scripted conversation as the designer writes it. */
export const scriptSchema = z.object({
  title: z.string().trim().min(1, 'Give the script a title.').max(200),
  turns: z.array(scriptTurnSchema).min(1, 'A script needs at least one turn.').max(100),
})

export type Check = z.infer<typeof checkSchema>
export type ScriptTurn = z.infer<typeof scriptTurnSchema>
export type Script = z.infer<typeof scriptSchema>
