import { z } from 'zod'
import { SOURCE_STATUSES } from './constants'
import { title } from './sourceFields'

const day = z
  .string()
  .regex(/^\d{4}-\d\d-\d\d$/, 'Write a day as YYYY-MM-DD.')
  .nullable()

/** What can be changed of a source. */
export const sourceChanges = z
  .object({
    title,
    description: z.string().trim().max(1000),
    shelf: z.string().trim().max(80),
    tags: z.array(z.string().trim().min(1).max(40)).max(20),
    weight: z.number().min(0.1).max(5),
    validFrom: day,
    validUntil: day,
    refreshHours: z.number().int().min(1).max(8760).nullable(),
  })
  .partial()
  .refine((changes) => Object.keys(changes).length > 0, 'Nothing is changed: name at least one field.')
  .refine(({ validFrom, validUntil }) => !validFrom || !validUntil || validFrom <= validUntil, {
    message: 'The last day lies before the first.',
    path: ['validUntil'],
  })

const edited = { passage: z.string(), nth: z.number().int().min(0) }

/** A change by hand to a passage of the version that answers, named by its text and by which of those alike it is. */
export const passageEditSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('correct'),
    ...edited,
    text: z.string().trim().min(1, 'A passage cannot be empty; exclude it instead.').max(20_000),
  }),
  z.object({ kind: z.literal('exclude'), ...edited }),
  z.object({ kind: z.literal('restore'), ...edited }),
  z.object({ kind: z.literal('split'), ...edited, at: z.number().int().min(1) }),
  z.object({ kind: z.literal('join'), ...edited, next: z.string() }),
])

export const passageEdit = z.object({ version: z.number().int(), edit: passageEditSchema })

export const sourceVersionSchema = z.object({
  id: z.string(),
  number: z.number(),
  status: z.enum(SOURCE_STATUSES),
  /** How it came to be. */
  because: z.enum(['added', 'replaced', 'refreshed', 'edited', 'cut']),
  answers: z.boolean(),
  passages: z.number(),
  characters: z.number(),
  edits: z.number(),
  lostEdits: z.number(),
  /** The pages of a site and what became of each since the version before. */
  pages: z
    .array(
      z.object({
        url: z.string(),
        title: z.string(),
        characters: z.number(),
        state: z.enum(['new', 'changed', 'same', 'gone', 'failed']),
        problem: z.string().optional(),
      }),
    )
    .nullable(),
  createdAt: z.string(),
})

export const sourceVersionList = z.object({ versions: z.array(sourceVersionSchema) })

export const versionDiff = z.object({
  from: z.number(),
  to: z.number(),
  changes: z.array(
    z.discriminatedUnion('kind', [
      z.object({ kind: z.literal('same'), passages: z.number() }),
      z.object({ kind: z.literal('changed'), before: z.array(z.string()), now: z.array(z.string()) }),
    ]),
  ),
})

/** What another way of cutting would make of a source. */
export const cuttingPreview = z.object({
  passages: z.number(),
  /** How many of them are there now as well. */
  same: z.number(),
  longest: z.number(),
  lostEdits: z.number(),
  first: z.array(z.object({ text: z.string(), headings: z.array(z.string()), isNew: z.boolean() })),
})

const statement = z.object({ sourceId: z.string(), passageId: z.string(), text: z.string() })
export const conflictList = z.object({
  conflicts: z.array(
    z.object({
      one: statement,
      other: statement,
      about: z.string(),
      values: z.tuple([z.string(), z.string()]),
      /** True once the designer said that both are right. */
      isSettled: z.boolean(),
    }),
  ),
})

export type SourceChanges = z.infer<typeof sourceChanges>
export type PassageEdit = z.infer<typeof passageEditSchema>
export type SourceVersion = z.infer<typeof sourceVersionSchema>
export type VersionDiff = z.infer<typeof versionDiff>
export type CuttingPreview = z.infer<typeof cuttingPreview>
export type Conflict = z.infer<typeof conflictList>['conflicts'][number]
