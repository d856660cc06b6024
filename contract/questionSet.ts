import { z } from 'zod'
import { hitSchema } from './sources'

const share = z.number().min(0).max(1)

/** How well a set of questions finds what it should; shares of 1. */
export const rankScores = z.object({ hit1: share, hit5: share, mrr: share, ndcg10: share })

/** A question with the passage that should answer it, and where that stands among the hits now. */
export const expectationSchema = z.object({
  id: z.string(),
  question: z.string(),
  sourceId: z.string(),
  sourceTitle: z.string(),
  /** How the expected passage begins. */
  excerpt: z.string(),
  /** The passage in the present version of its source; null when it is gone. */
  passageId: z.string().nullable(),
  /** 1 for the best hit; null when it is not among the first fifty. */
  rank: z.number().nullable(),
})

/** The scores of one state of library and question set. */
export const scoreboardEntry = rankScores.extend({ at: z.string(), questions: z.number() })

export const questionSet = z.object({
  questions: z.array(expectationSchema),
  scores: rankScores,
  /** Earlier states first, the present one last. */
  history: z.array(scoreboardEntry),
})

export const newExpectation = z.object({
  question: z.string().trim().min(1, 'Write the question.').max(2000),
  passageId: z.string().min(1).max(64),
})

/** Why an expected passage did not win. */
export const whyNotSchema = z.object({
  rank: z.number().nullable(),
  hit: hitSchema.nullable(),
  reasons: z.array(z.string()),
})

export type Expectation = z.infer<typeof expectationSchema>
export type QuestionSet = z.infer<typeof questionSet>
export type WhyNot = z.infer<typeof whyNotSchema>
