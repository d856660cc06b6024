import { z } from 'zod'
import { checkSchema } from './checks'

export const scriptTurnSchema = z.object({
  say: z.string().trim().min(1, 'Write what the visitor says.').max(5000),
  checks: z.array(checkSchema).max(30).default([]),
  /** What tools answer in this turn, in place of what was kept for them: nobody outside is asked in a rehearsal. */
  tools: z
    .array(z.object({ name: z.string().max(64), answer: z.string().max(20_000) }))
    .max(10)
    .optional(),
})

/** A scripted conversation as the designer writes it. */
export const scriptSchema = z.object({
  title: z.string().trim().min(1, 'Give the script a title.').max(200),
  /** Where it is filed, "" for nowhere; and what it is about. */
  folder: z.string().trim().max(80).default(''),
  tags: z.array(z.string().trim().min(1).max(40)).max(20).default([]),
  turns: z.array(scriptTurnSchema).min(1, 'A script needs at least one turn.').max(100),
})

export type ScriptTurn = z.infer<typeof scriptTurnSchema>
export type Script = z.infer<typeof scriptSchema>
