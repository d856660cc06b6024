import { z } from 'zod'
import { briefSchema, ruleSchema } from '@parrot/core/brief'

export {
  briefSchema,
  DIALS,
  dialWords,
  FIELD_LABELS,
  mentionOf,
  type Brief,
  type BriefChange,
  type CompiledPrompt,
  type BriefEdit,
  type InterviewQuestion,
  type DialName,
  type Rule,
} from '@parrot/core/brief'

/** How one rule was read: what the built-in model will do with it. */
export const ruleReading = z.object({ id: z.string(), understood: z.boolean(), explanation: z.string() })

const pointer = z.string().max(1000)
const value = z.unknown()

/** One edit of a brief, as a mend or a proposal makes it: a JSON Patch (RFC 6902) in which entries are named by their ids. */
export const briefEdit = z
  .array(
    z.discriminatedUnion('op', [
      z.object({ op: z.literal('test'), path: pointer, value }),
      z.object({ op: z.literal('add'), path: pointer, value }),
      z.object({ op: z.literal('replace'), path: pointer, value }),
      z.object({ op: z.literal('remove'), path: pointer }),
      z.object({ op: z.literal('move'), from: pointer, path: pointer }),
      z.object({ op: z.literal('copy'), from: pointer, path: pointer }),
    ]),
  )
  .max(500)
  .readonly()

/** A remark in the margin of the brief, beside the field it concerns. */
export const remarkSchema = z.object({
  kind: z.string(),
  field: z.string(),
  text: z.string(),
  why: z.string(),
  mend: z.object({ label: z.string(), edit: briefEdit }).optional(),
})

/** Rules that several agents share, with who uses them. */
export const ruleSetSchema = z.object({
  id: z.string(),
  name: z.string(),
  rules: z.array(ruleSchema),
  readings: z.array(ruleReading),
  usedBy: z.array(z.object({ id: z.string(), name: z.string() })),
})
export const ruleSetList = z.object({ sets: z.array(ruleSetSchema) })
export const ruleSetWrite = z.object({
  name: z.string().trim().min(1, 'Give the rule set a name.').max(120),
  rules: z.array(ruleSchema).max(200),
})

export const briefState = z.object({
  remarks: z.array(remarkSchema),
  /** Size of the compiled prompt by section, against the brief's budget. */
  size: z.object({
    characters: z.number(),
    tokens: z.number(),
    sections: z.array(z.object({ section: z.string(), characters: z.number(), tokens: z.number() })),
  }),
  revision: z.number(),
  savedAt: z.string(),
  canUndo: z.boolean(),
  canRedo: z.boolean(),
  readings: z.array(ruleReading),
})

export const storedBrief = briefState.extend({ brief: briefSchema })

export const briefWrite = z.object({ revision: z.number().int(), brief: briefSchema })

export const promptSchema = z.object({
  revision: z.number(),
  text: z.string(),
  lines: z
    .array(z.object({ text: z.string(), section: z.string(), field: z.string(), isExchange: z.boolean().optional() }))
    .readonly(),
  characters: z.number(),
  tokens: z.number(),
})

export const changeSchema = z.object({
  field: z.string(),
  label: z.string(),
  kind: z.enum(['added', 'removed', 'changed']),
  before: z.string(),
  after: z.string(),
})

/** How a brief may begin beside an empty one. */
export const beginning = z.discriminatedUnion('from', [
  z.object({
    from: z.literal('sentence'),
    text: z.string().trim().min(3, 'Describe the agent in a sentence.').max(4000),
    /** The outside model that writes the draft; the built-in drafting when left out. */
    endpointId: z.string().max(64).optional(),
  }),
  z.object({ from: z.literal('prompt'), text: z.string().trim().min(3, 'Paste the prompt.').max(60_000) }),
  z.object({ from: z.literal('template'), id: z.string().max(64) }),
])

/** A brief as it would begin, with where each line of a pasted prompt went. */
export const draftSchema = z.object({
  brief: briefSchema,
  placements: z.array(z.object({ line: z.string(), field: z.string() })),
})

export const templateList = z.object({
  templates: z.array(
    z.object({ id: z.string(), title: z.string(), summary: z.string(), brief: briefSchema, scripts: z.number() }),
  ),
})

export const interviewQuestion = z.object({
  id: z.string(),
  field: z.string(),
  ask: z.string(),
  why: z.string(),
  example: z.string(),
})
export const interviewStep = z.object({
  brief: briefSchema,
  skipped: z.array(z.string().max(40)).max(40).default([]),
  answer: z.object({ questionId: z.string().max(40), text: z.string().max(8000) }).optional(),
})
export const interviewState = z.object({ brief: briefSchema, open: z.array(interviewQuestion) })

/** Texts whose manner is measured, and the profile of it. */
export const mannerTexts = z.object({ texts: z.array(z.string().max(8000)).min(1).max(20) })
export const mannerCard = z.object({
  profile: z
    .object({
      texts: z.number(),
      words: z.number(),
      sentenceLength: z.number(),
      sentenceSpread: z.number(),
      readingGrade: z.number(),
      contractions: z.number(),
      person: z.object({ first: z.number(), second: z.number(), third: z.number() }),
      questions: z.number(),
      exclamations: z.number(),
      emoji: z.number(),
      hedges: z.number(),
      greets: z.number(),
      greeting: z.string(),
      signsOff: z.number(),
      signOff: z.string(),
      favourites: z.array(z.object({ word: z.string(), times: z.number() })).readonly(),
      paragraphLength: z.number(),
      bullets: z.number(),
    })
    .nullable(),
  axes: z.array(z.object({ name: z.string(), value: z.number(), figure: z.string() })),
})

/** A manner to be tried on a sample question without saving it. */
export const mannerTrial = z.object({ manner: briefSchema.shape.manner, text: z.string().max(2000).default('') })
export const mannerSample = z.object({ question: z.string(), reply: z.string() })

export type Remark = z.infer<typeof remarkSchema>
export type RuleSet = z.infer<typeof ruleSetSchema>
export type Draft = z.infer<typeof draftSchema>
export type Beginning = z.input<typeof beginning>
export type MannerCard = z.infer<typeof mannerCard>
export type BriefState = z.infer<typeof briefState>
export type StoredBrief = z.infer<typeof storedBrief>
export type RuleReading = z.infer<typeof ruleReading>
