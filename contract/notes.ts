import { z } from 'zod'
import { checkSchema } from '@parrot/core/rehearsal'
import { CAUSE_KINDS, PROPOSAL_KINDS, QUICK_MARKS } from '@parrot/core/refine'
import { briefEdit } from './brief'
import { OUTCOMES } from './constants'
import { turnResult } from './rehearsals'
import { citationSchema, workingSchema } from './turns'

const line = z.string().trim().max(20_000)

/** What was wrong with an answer. The answer is that of a turn that was taken, or that to a question asked now. */
export const newNote = z
  .object({
    question: line.optional(),
    turnId: z.string().max(64).optional(),
    /** What the visitor said before the question. */
    before: z.array(line).max(50).default([]),
    marks: z.array(z.enum(QUICK_MARKS)).max(QUICK_MARKS.length).default([]),
    wrong: z.string().trim().max(4000, 'Keep the note under 4,000 characters.').default(''),
    wanted: z.string().trim().max(4000, 'Keep the answer under 4,000 characters.').default(''),
    sentence: z.string().trim().max(2000).default(''),
  })
  .refine(({ question, turnId }) => Boolean(question) || Boolean(turnId), {
    message: 'Say which answer it is: a question, or a turn.',
    path: ['question'],
  })
  .refine(({ marks, wrong, wanted }) => marks.length > 0 || wrong !== '' || wanted !== '', {
    message: 'Say what was wrong, or how you would have answered.',
    path: ['wrong'],
  })

const turn = z.object({
  reply: z.string(),
  outcome: z.enum(OUTCOMES),
  citations: z.array(citationSchema).readonly(),
  workings: z.array(workingSchema).readonly(),
})

const causeSchema = z.object({
  kind: z.enum(CAUSE_KINDS),
  sentence: z.string(),
  links: z
    .array(
      z.object({
        label: z.string(),
        field: z.string().optional(),
        passageId: z.string().optional(),
        sourceId: z.string().optional(),
      }),
    )
    .readonly(),
})

const moved = z.array(z.object({ scriptId: z.string(), title: z.string() })).readonly()

export const trialSchema = z.object({
  before: turn,
  now: turn,
  checks: turnResult.shape.checks,
  mends: z.boolean(),
  broken: moved,
  mended: moved,
  reworded: z.number(),
  unchanged: z.number(),
  played: z.number(),
  scripts: z.number(),
})

const text = z.string().max(20_000)
const libraryEdit = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('pair'), question: text, answer: text }),
  z.object({
    kind: z.literal('correct'),
    sourceId: z.string(),
    passageId: z.string(),
    passage: text,
    text: text.min(1, 'A passage cannot be empty; exclude it instead.'),
  }),
  z.object({ kind: z.literal('exclude'), sourceId: z.string(), passageId: z.string(), passage: text }),
  z.object({ kind: z.literal('weight'), sourceId: z.string(), was: z.number(), weight: z.number().min(0.1).max(5) }),
  z.object({
    kind: z.literal('validUntil'),
    sourceId: z.string(),
    was: z.string().nullable(),
    day: z.string().regex(/^\d{4}-\d\d-\d\d$/, 'Write a day as YYYY-MM-DD.'),
  }),
])
const oneEdit = z.discriminatedUnion('target', [
  z.object({ target: z.literal('brief'), edit: briefEdit }),
  z.object({ target: z.literal('library'), edit: libraryEdit }),
])

/** What a proposal would change: the brief, the library, or both one after the other. */
export const proposedEdit = z.union([
  oneEdit,
  z.object({ target: z.literal('both'), edits: z.array(oneEdit).max(10).readonly() }),
])

/** One edit that was worked out for a note, with what it would do; null until it was tried. */
export const proposalSchema = z.object({
  id: z.string(),
  kind: z.enum(PROPOSAL_KINDS),
  summary: z.string(),
  because: z.string(),
  target: z.enum(['brief', 'library', 'both']),
  edit: z.unknown(),
  status: z.enum(['open', 'accepted', 'dismissed']),
  trial: trialSchema.nullable(),
  /** What the trial says in one line. */
  line: z.string(),
})

const noteFields = {
  id: z.string(),
  question: z.string(),
  marks: z.array(z.enum(QUICK_MARKS)),
  wrong: z.string(),
  wanted: z.string(),
  sentence: z.string(),
  status: z.enum(['trying', 'ready', 'failed']),
  error: z.string().nullable(),
  closed: z.enum(['accepted', 'dismissed']).nullable(),
  createdAt: z.string(),
  /** Brief, library or model changed since its proposals were tried. */
  isStale: z.boolean(),
}

export const noteSchema = z.object({
  ...noteFields,
  before: z.array(z.string()),
  /** The answer that was wrong. */
  turn: turn.nullable(),
  cause: causeSchema.nullable(),
  checks: z.array(checkSchema),
  proposals: z.array(proposalSchema),
})

export const noteList = z.object({
  notes: z.array(z.object({ ...noteFields, cause: z.string(), proposals: z.number(), best: z.string() })),
})

/** Whether the line is kept as a script with what must be true of its answer. */
export const acceptance = z.object({ keep: z.boolean().default(false) }).nullish()
export const acceptedProposal = z.object({ revision: z.number(), scriptId: z.string().nullable() })
export const combination = z.object({ proposalIds: z.array(z.string()).min(2).max(5) })
export const proposalChange = z.object({ proposed: proposedEdit })

export type NewNote = z.input<typeof newNote>
export type Note = z.infer<typeof noteSchema>
export type NoteLine = z.infer<typeof noteList>['notes'][number]
export type Proposal = z.infer<typeof proposalSchema>
export type ProposedEdit = z.infer<typeof proposedEdit>
export type Trial = z.infer<typeof trialSchema>
export type QuickMark = (typeof QUICK_MARKS)[number]
