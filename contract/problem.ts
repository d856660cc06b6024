import { z } from 'zod'

/** A failure as RFC 9457 problem details; `title` says what happened, `detail` where and what to do next. */
export const problemSchema = z.object({
  type: z.string(),
  title: z.string(),
  status: z.number(),
  detail: z.string().optional(),
  /** Names the kind of problem for programs: "stale-revision", "host-not-allowed". */
  code: z.string().optional(),
  /** For invalid input: each field that does not fit, and why. */
  fields: z.array(z.object({ path: z.string(), message: z.string() })).optional(),
  /** What a program needs to act on the problem, such as the host to allow. */
  extra: z.record(z.string(), z.string()).optional(),
})

export type Problem = z.infer<typeof problemSchema>
