import { z } from 'zod'
import { checkSchema, scriptTurnSchema } from '@parrot/core/rehearsal'
import { briefEdit, changeSchema } from './brief'
import { OUTCOMES } from './constants'

const line = z.string().trim().max(5000)

/** What is compared: a state of this agent, its bare instructions, another wording, another model, or another agent. */
export const studySide = z.union([
  z.literal('draft'),
  z.object({ edition: z.number().int().min(1) }),
  z.object({ revision: z.number().int().min(1) }),
  /** Without rules, duties, boundaries, terms and model answers. */
  z.object({ bare: z.literal(true) }),
  z.object({ edit: briefEdit }),
  /** An endpoint by its id; null for the built-in model. */
  z.object({ model: z.string().max(64).nullable() }),
  z.object({ agent: z.string().max(64) }),
])

export const studyRequest = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('coverage') }),
  z.object({ kind: z.literal('effects') }),
  z.object({
    kind: z.literal('bisect'),
    question: line.min(1, 'Write the question whose answer changed.'),
    before: z.array(line).max(50).default([]),
    check: checkSchema,
  }),
  z.object({ kind: z.literal('stress'), seed: z.number().int().min(0).default(1) }),
  z.object({
    kind: z.literal('compare'),
    one: studySide.default('draft'),
    other: studySide,
    /** Lines to be asked instead of the scripts. */
    questions: z.array(line.min(1)).max(200).default([]),
  }),
])

const moved = z.array(z.object({ scriptId: z.string(), title: z.string() })).readonly()
const answer = z.object({
  reply: z.string(),
  outcome: z.string(),
  words: z.number(),
  checks: z.number(),
  held: z.number(),
  tookMs: z.number(),
})
const said = z.object({ reply: z.string(), outcome: z.enum(OUTCOMES), passed: z.boolean(), reason: z.string() })

export const studyResult = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('coverage'),
    covered: z.array(z.object({ label: z.string(), total: z.number(), touched: z.number() })),
    untouched: z.array(
      z.object({
        id: z.string(),
        label: z.string(),
        text: z.string(),
        field: z.string().optional(),
        sourceId: z.string().optional(),
        script: z.object({ title: z.string(), turns: z.array(scriptTurnSchema) }),
        /** Whether the drafted script was played and does touch it, and whether it passes as the agent is now. */
        touches: z.boolean(),
        passes: z.boolean(),
      }),
    ),
  }),
  z.object({
    kind: z.literal('effects'),
    scripts: z.number(),
    effects: z.array(
      z.object({
        id: z.string(),
        field: z.string(),
        label: z.string(),
        text: z.string(),
        broken: moved,
        mended: moved,
        reworded: moved,
        verdict: z.enum(['works', 'twice', 'dead']),
      }),
    ),
  }),
  z.object({
    kind: z.literal('bisect'),
    states: z.number(),
    looks: z.number(),
    now: said,
    /** Null where it was so from the beginning. */
    turned: z
      .object({
        what: z.enum(['revision', 'source']),
        label: z.string(),
        at: z.string(),
        sourceId: z.string().nullable(),
        changes: z.array(changeSchema),
        before: said,
        after: said,
      })
      .nullable(),
  }),
  z.object({
    kind: z.literal('stress'),
    rows: z.array(z.object({ name: z.string(), label: z.string(), checks: z.number(), held: z.number() })),
    worst: z.array(
      z.object({
        rewording: z.string(),
        scriptId: z.string(),
        title: z.string(),
        said: z.string(),
        otherwise: z.string(),
        reply: z.string(),
        before: z.string(),
        reasons: z.array(z.string()).readonly(),
      }),
    ),
  }),
  z.object({
    kind: z.literal('compare'),
    one: z.string(),
    other: z.string(),
    lines: z.array(
      z.object({
        scriptId: z.string(),
        title: z.string(),
        say: z.string(),
        one: answer,
        other: answer,
        isSame: z.boolean(),
      }),
    ),
  }),
])

export const STUDY_KINDS = ['coverage', 'effects', 'bisect', 'stress', 'compare'] as const

export const studySchema = z.object({
  id: z.string(),
  kind: z.enum(STUDY_KINDS),
  request: studyRequest,
  status: z.enum(['queued', 'running', 'done', 'cancelled', 'failed']),
  progress: z.object({ done: z.number(), total: z.number() }),
  revision: z.number(),
  createdAt: z.string(),
  error: z.string().nullable(),
  votes: z.record(z.string(), z.enum(['one', 'other', 'same'])),
  result: studyResult.nullable(),
})
export const studyList = z.object({ studies: z.array(studySchema.omit({ result: true, votes: true })) })
export const studyVote = z.object({ line: z.string().max(20), vote: z.enum(['one', 'other', 'same']).nullable() })

export type StudyRequest = z.infer<typeof studyRequest>
export type StudySide = z.infer<typeof studySide>
export type StudyResult = z.infer<typeof studyResult>
export type StudyKind = (typeof STUDY_KINDS)[number]
export type Study = z.infer<typeof studySchema>
export type StudyLine = z.infer<typeof studyList>['studies'][number]
