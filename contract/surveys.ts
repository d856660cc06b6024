import { z } from 'zod'
import { sitePlan } from './sourceFields'

/** What a survey of a site is asked: where it begins and how far it goes. */
export const newSurvey = z.object(sitePlan)

export const surveySchema = z.object({
  id: z.string(),
  url: z.string(),
  status: z.enum(['queued', 'walking', 'done', 'failed']),
  error: z.string().nullable(),
  advice: z.string().nullable(),
  hostToAllow: z.string().nullable(),
  /** Pages found that were not looked at yet. */
  waiting: z.number(),
  pages: z.array(
    z.object({
      url: z.string(),
      title: z.string(),
      characters: z.number(),
      depth: z.number(),
      problem: z.string().optional(),
    }),
  ),
})

export type Survey = z.infer<typeof surveySchema>
export type NewSurvey = z.input<typeof newSurvey>
