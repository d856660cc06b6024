import { z } from 'zod'
import { changeSchema } from './brief'

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
  concerns: z.array(z.object({ text: z.string(), stage: z.enum(['brief', 'library', 'rehearse', 'logbook']) })),
})

/** `number` null takes the agent offline. */
export const liveChange = z.object({ number: z.number().int().min(1).nullable() })

export type Edition = z.infer<typeof editionSchema>
export type Release = z.infer<typeof releaseSchema>
export type SourceChange = z.infer<typeof sourceChange>
