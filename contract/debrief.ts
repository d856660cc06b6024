import { z } from 'zod'

export const DEBRIEF_KINDS = ['yesNo', 'choice', 'number', 'date', 'text'] as const
export type DebriefKind = (typeof DEBRIEF_KINDS)[number]

/** What is asked of every finished conversation. */
export const debriefQuestion = z
  .object({
    id: z.string().min(1).max(40),
    /** As one would ask a colleague who was there: "Did they want to book?" */
    question: z.string().trim().min(1, 'Write what is asked of a conversation.').max(200),
    kind: z.enum(DEBRIEF_KINDS),
    options: z.array(z.string().trim().min(1).max(60)).max(20).default([]),
    /** Lines of visitors that mean yes, for the built-in means. */
    like: z.array(z.string().trim().min(1).max(300)).max(20).default([]),
  })
  .refine(({ kind, options }) => kind !== 'choice' || options.length > 1, 'Give two choices at least.')
export type DebriefQuestion = z.infer<typeof debriefQuestion>

export const debriefQuestions = z.object({ questions: z.array(debriefQuestion).max(12) })

/** What came of a question for one conversation, and the lines it rests on. */
export const debriefAnswer = z.object({
  questionId: z.string(),
  value: z.string().nullable(),
  because: z.array(z.string()),
})
export type DebriefAnswer = z.infer<typeof debriefAnswer>

/** The questions, what conversations told, and how many are still to be asked. */
export const debriefState = z.object({
  questions: z.array(debriefQuestion),
  /** Finished conversations, and those of them that were asked these questions. */
  finished: z.number(),
  done: z.number(),
  isRunning: z.boolean(),
  results: z.array(
    z.object({
      questionId: z.string(),
      /** How often each answer came, the commonest first; "" where the conversation does not tell. */
      values: z.array(z.object({ value: z.string(), times: z.number() })),
      /** The middle of the numbers that were told; null where there are none. */
      average: z.number().nullable(),
    }),
  ),
})
export type DebriefState = z.infer<typeof debriefState>
