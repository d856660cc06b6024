import { z } from 'zod'

/** What waits for the team: a yes to something the agent is ready to do, somebody to ring up, or a question for a person. */
export const REQUEST_KINDS = ['approval', 'callBack', 'question'] as const
export type RequestKind = (typeof REQUEST_KINDS)[number]

/**
 * `unsure`: it was cut off while it was being done, and may have been done. `failed`: it was tried and did not work.
 * `withdrawn`: the visitor took it back before anybody decided.
 */
export const REQUEST_STATES = ['waiting', 'doing', 'unsure', 'done', 'refused', 'failed', 'withdrawn'] as const
export type RequestState = (typeof REQUEST_STATES)[number]

export const requestSchema = z.object({
  id: z.string(),
  kind: z.enum(REQUEST_KINDS),
  title: z.string(),
  values: z.record(z.string(), z.string()),
  state: z.enum(REQUEST_STATES),
  /** When it is wanted; null for as soon as may be. */
  dueAt: z.string().nullable(),
  /** Null where it came from no conversation with a visitor. */
  conversationId: z.string().nullable(),
  askedAt: z.string(),
  /** Who decided, when, and what they told the visitor. */
  by: z.string(),
  decidedAt: z.string().nullable(),
  words: z.string(),
})
export type TeamRequest = z.infer<typeof requestSchema>

export const requestList = z.object({ requests: z.array(requestSchema), waiting: z.number() })
export type TeamRequests = z.infer<typeof requestList>

export const requestDecision = z.object({
  isAgreed: z.boolean(),
  /** What the visitor is told; empty for the agent's own words, or for nothing where there are none. */
  words: z.string().trim().max(1000, 'Keep it under 1,000 characters.').default(''),
})
export const requestLater = z.object({ dueAt: z.iso.datetime({ offset: true }) })
