import { z } from 'zod'
import type { Brief, Rule } from '../brief'
import type { Edit } from '../curation'
import { CUTTING, type Cutting, type Origin } from '../library'
import type { Script } from '../rehearsal'

/** Version of the form; see docs/folder.md. */
export const FORM = 'mild-parrot-folder/1'

/** One file of a folder; the path has "/" between its parts and leads nowhere outside. */
export interface FolderFile {
  readonly path: string
  readonly bytes: Uint8Array
}

/** What is wrong with a folder, and where. */
export interface FolderProblem {
  readonly file: string
  /** Counted from 1. */
  readonly line?: number
  readonly column?: number
  readonly message: string
}

/** Everything an agent is made of, apart from what happened to it: editions, runs and conversations stay behind. */
export interface FolderAgent {
  readonly name: string
  /** As it is now, with its own rules; a face that was uploaded is named by the SHA-256 of its picture. */
  readonly brief: Brief
  /** The rules it shares with other agents. */
  readonly ruleSets: readonly { readonly id: string; readonly name: string; readonly rules: readonly Rule[] }[]
  readonly scripts: readonly Script[]
  readonly sources: readonly FolderSource[]
  /** The question set; `source` is a place in `sources`. */
  readonly questions: readonly { readonly question: string; readonly source: number; readonly excerpt: string }[]
  /** Titles of sources that are not among them, since they were never read. */
  readonly leftOut?: readonly string[]
  /** The uploaded face, a PNG. */
  readonly face?: Bytes
}

/** Bytes that are taken up when they are needed: originals may be large. */
export type Bytes = () => Uint8Array | Promise<Uint8Array>

/** A source with what the designer says of it and did to its passages. */
export interface FolderSource {
  readonly origin: Origin
  readonly content: Bytes
  /** The SHA-256 of the content, where it is known. */
  readonly sum?: string
  /** What the server of a page said it is. */
  readonly mediaType?: string | undefined
  /** What is said in a recording, as WebVTT. */
  readonly captions?: Bytes
  readonly title: string
  /** Whether title and description are the designer's own; else each reading gives them anew. */
  readonly isTitled: boolean
  readonly description: string
  readonly isDescribed: boolean
  readonly shelf: string
  readonly tags: readonly string[]
  readonly weight: number
  readonly validFrom: string | null
  readonly validUntil: string | null
  readonly refreshHours: number | null
  /** The day it was last read, YYYY-MM-DD. */
  readonly asOf: string | null
  readonly cutting: Cutting
  readonly edits: readonly Edit[]
}

export const manifestSchema = z.strictObject({
  form: z.literal(FORM, `must be ${FORM}; a folder of another form needs another version of the program`),
  name: z.string().trim().min(1).max(80),
  brief: z.number().int().min(1),
})

const day = z.string().regex(/^\d{4}-\d{2}-\d{2}$/, 'must be a day, YYYY-MM-DD')
const path = z.string().min(1).max(400)
const url = z.url({ protocol: /^https?$/ }).max(2000)
const passage = { passage: z.string().max(200_000), nth: z.number().int().min(0).default(0) }
const text = z.string().max(200_000)

const edit = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('correct'), ...passage, text }),
  z.strictObject({ kind: z.literal('exclude'), ...passage }),
  z.strictObject({ kind: z.literal('restore'), ...passage }),
  z.strictObject({ kind: z.literal('split'), ...passage, at: z.number().int().min(0) }),
  z.strictObject({ kind: z.literal('join'), ...passage, next: text }),
])

/** What is said of every source; what is left out is as for a source just added. */
const said = {
  title: z.string().max(2000).default(''),
  titled: z.boolean().default(false),
  description: z.string().max(2000).default(''),
  described: z.boolean().default(false),
  shelf: z.string().max(80).default(''),
  tags: z.array(z.string().max(80)).max(50).default([]),
  weight: z.number().min(0.1).max(5).default(1),
  validFrom: day.nullable().default(null),
  validUntil: day.nullable().default(null),
  refreshHours: z.number().int().min(1).max(8760).nullable().default(null),
  asOf: day.nullable().default(null),
  cutting: z
    .strictObject({
      by: z.enum(['structure', 'row', 'sentence', 'size']),
      target: z.number().int().min(50).max(5000),
      overlap: z.number().int().min(0).max(2000),
    })
    .default({ ...CUTTING }),
  edits: z.array(edit).max(10_000).default([]),
}
const rendering = z.number().int().min(0).max(60_000).optional()
const mediaType = z.string().max(200).optional()
const patterns = z.array(z.string().max(300)).max(100).optional()

export const sourceEntry = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('file'),
    file: path,
    /** Its name, where that is not the name of the file here. */
    name: z.string().min(1).max(300).optional(),
    mediaType,
    /** SHA-256, so that a copy that was damaged is found out. */
    sum: z
      .string()
      .regex(/^[0-9a-f]{64}$/, 'must be a SHA-256 in hexadecimal')
      .optional(),
    captions: path.optional(),
    ...said,
  }),
  z.strictObject({ kind: z.literal('page'), file: path, url, renderMs: rendering, mediaType, ...said }),
  z.strictObject({
    kind: z.literal('site'),
    url,
    maxPages: z.number().int().min(1).max(5000),
    maxDepth: z.number().int().min(0).max(50),
    include: patterns,
    exclude: patterns,
    delayMs: z.number().int().min(0).max(60_000).optional(),
    renderMs: rendering,
    /** The addresses that were picked, where some were. */
    picked: z.array(url).max(5000).optional(),
    pages: z.array(z.strictObject({ url, file: path, mediaType })).max(5000),
    ...said,
  }),
  z.strictObject({ kind: z.literal('note'), file: path, name: z.string().max(300).optional(), ...said }),
  z.strictObject({ kind: z.literal('pairs'), file: path, name: z.string().max(300).optional(), ...said }),
])
export type SourceEntry = z.infer<typeof sourceEntry>

/** The names of the files that are not sources. */
export const FILES = {
  manifest: 'parrot.yaml',
  brief: 'brief.yaml',
  rules: 'rules.yaml',
  freeform: 'freeform.md',
  scripts: 'scripts.txt',
  sources: 'sources.yaml',
  questions: 'questions.csv',
  face: 'face.png',
} as const
/** The folders that hold nothing but what an agent is made of. */
export const SHARED_RULES = 'shared-rules'
export const SOURCES = 'sources'
