import { z } from 'zod'
import { checkSchema, scriptSchema } from '@parrot/core/rehearsal'
import { OUTCOMES } from './constants'
import { citationSchema, insertSchema, workingSchema } from './turns'

export { scriptSchema, type Check, type Script, type ScriptTurn } from '@parrot/core/rehearsal'

export const storedScript = scriptSchema.extend({ id: z.string(), changedAt: z.string() })
/** A script begun from a conversation; the last one with the draft when none is named. */
export const scriptBeginning = z.object({ conversationId: z.string().optional() })
export const scriptList = z.object({ scripts: z.array(storedScript) })

export const SCRIPT_FORMS = ['text', 'csv', 'json'] as const
/** Scripts as they are written elsewhere (conversations in plain text, a table, our own file), or as they are here. */
export const scriptImport = z.union([
  z.object({
    form: z.enum(SCRIPT_FORMS),
    content: z.string().max(5_000_000, 'That is too long: keep it under 5 million characters.'),
    /** Only says what would be read. */
    isTrial: z.boolean().default(false),
  }),
  z.object({ scripts: z.array(scriptSchema).min(1).max(500) }),
])
/** What was read, or where it could not be: then nothing was kept. */
export const scriptsImported = z.object({
  added: z.number(),
  titles: z.array(z.string()),
  problem: z.object({ line: z.number(), column: z.number().optional(), text: z.string() }).nullable(),
})
/** Scripts that could be kept, to be ticked: where each was drawn from. */
export const draftedScripts = z.object({
  drafts: z.array(z.object({ origin: z.enum(['questionSet', 'documents']), source: z.string(), script: scriptSchema })),
})
export type DraftedScript = z.infer<typeof draftedScripts>['drafts'][number]

/** Scripts from several conversations at once. */
export const scriptsFromConversations = z.object({ conversationIds: z.array(z.string()).min(1).max(200) })
export const scriptOrder = z.object({ ids: z.array(z.string()).max(5000) })

/** What scripts are played with. */
export const runSubject = z.union([
  z.literal('draft'),
  z.object({ edition: z.number().int().min(1) }),
  z.object({ revision: z.number().int().min(1) }),
])

export const newRehearsal = z.object({
  scriptIds: z.array(z.string()).max(1000).optional(),
  subject: runSubject.default('draft'),
  /** How often each script is played: a language model does not say the same every time. */
  times: z.number().int().min(1).max(20).default(1),
  /** Seconds to wait for the end; a run that takes longer goes on, and is answered with its id. */
  wait: z.number().min(0).max(600).default(30),
})

export const turnResult = z.object({
  say: z.string(),
  reply: z.string(),
  outcome: z.enum(OUTCOMES),
  citations: z.array(citationSchema).readonly(),
  workings: z.array(workingSchema).readonly(),
  inserts: z.array(insertSchema).readonly().optional(),
  checks: z
    .array(
      z.object({
        check: checkSchema,
        passed: z.boolean(),
        reason: z.string(),
        isUnjudged: z.boolean().optional(),
      }),
    )
    .readonly(),
  passed: z.boolean(),
})

export const scriptResult = z.object({
  scriptId: z.string(),
  title: z.string(),
  passed: z.boolean(),
  turns: z.array(turnResult).readonly(),
  error: z.string().optional(),
  /** How often it passed of so many times, and how often each check of each turn held. */
  repeats: z
    .object({ times: z.number(), passed: z.number(), held: z.array(z.array(z.number()).readonly()).readonly() })
    .optional(),
})

export const RUN_STATUSES = ['queued', 'running', 'done', 'cancelled', 'failed'] as const

const run = z.object({
  id: z.string(),
  status: z.enum(RUN_STATUSES),
  error: z.string().nullable(),
  revision: z.number(),
  edition: z.number().nullable(),
  createdAt: z.string(),
  /** How many scripts it plays, and how they went so far. */
  total: z.number(),
  passed: z.number(),
  failed: z.number(),
})

/** Each script against the newest run before it that held the script. */
const comparison = z.object({
  scriptId: z.string(),
  movement: z.enum(['same', 'mended', 'broken', 'reworded', 'new']),
  turns: z.array(z.number()).readonly(),
})

/** A run with everything that was said in it. */
export const rehearsalSchema = run.extend({ results: z.array(scriptResult), comparison: z.array(comparison) })

/** A run as a column of the sheet: how each script fared, without what was said. */
export const runColumn = run.extend({ cells: z.array(comparison.extend({ passed: z.boolean() })) })

/** The last runs, newest first. */
export const rehearsalList = z.object({ rehearsals: z.array(runColumn) })

/** One script of a run, with the newest result of it before that run. */
export const runCell = z.object({
  result: scriptResult,
  before: z.object({ result: scriptResult, revision: z.number() }).nullable(),
})

/** A run that goes on. */
export const runBegun = z.object({ id: z.string(), status: z.enum(RUN_STATUSES) })

export type StoredScript = z.infer<typeof storedScript>
export type ScriptForm = (typeof SCRIPT_FORMS)[number]
export type ScriptsImported = z.infer<typeof scriptsImported>
export type RunColumn = z.infer<typeof runColumn>
export type RunCell = z.infer<typeof runCell>
export type RunBegun = z.infer<typeof runBegun>
export type Rehearsal = z.infer<typeof rehearsalSchema>
export type ScriptResult = z.infer<typeof scriptResult>
export type TurnResult = z.infer<typeof turnResult>
