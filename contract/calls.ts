import { z } from 'zod'
import { INSERT_KINDS } from '@parrot/core/inserts'

const lines = z.array(z.string().max(600)).max(50).default([])

/** A condition to be tried on lines: a rule's (with its facts), or a boundary's or duty's. */
export const callRequest = z.object({
  conditions: z
    .array(
      z.object({
        key: z.string().max(80),
        kind: z.enum(['rule', 'boundary', 'duty', 'tool', 'colleague', 'insert']),
        /** Of an insert: what it shows. */
        shows: z.enum(INSERT_KINDS).optional(),
        when: z.string().max(1000),
        like: lines,
        unlike: lines,
        strength: z.enum(['always', 'usually']).default('always'),
      }),
    )
    .max(500),
  /** A line of the designer's own to be tried as well. */
  line: z.string().max(600).optional(),
})

/** One line against a condition: how surely it calls for it, and why. */
export const calledLine = z.object({
  line: z.string(),
  confidence: z.number(),
  because: z.array(z.string()).readonly(),
  isCalled: z.boolean(),
  from: z.enum(['visitor', 'try', 'script', 'pin', 'suggestion', 'own']),
})

/** For each condition: how many of the agent's lines call for it, and those worth a look, the surest first. */
export const callAnswer = z.object({
  /** How many lines there are. */
  lines: z.number(),
  conditions: z.array(
    z.object({ key: z.string(), called: z.number(), samples: z.array(calledLine), own: calledLine.optional() }),
  ),
})

export type CallRequest = z.infer<typeof callRequest>
export type CallAnswer = z.infer<typeof callAnswer>
export type CalledLine = z.infer<typeof calledLine>
