import { z } from 'zod'
import { INSERT_KINDS } from '../inserts'

/** Version of the stored form. Raise it when a field changes meaning, and add a step to `migrate.ts`. */
export const BRIEF_VERSION = 1

const line = (most = 300) => z.string().max(most)
const text = (most = 8000) => z.string().max(most)
const id = z.string().min(1).max(64)
const samples = z.array(line(600)).max(50).default([])
const dial = z.number().int().min(0).max(100)

/** Filled in where it is left out. */
const own = z.string().max(64).default('')

/**
 * Entries each with an id of its own: one that has none gets it from what it says, one that repeats another's gets a
 * number, so that the same brief always has the same ids.
 */
const withIds =
  <Entry extends { id: string }>(said: (entry: Entry) => string) =>
  (entries: Entry[]): Entry[] => {
    const taken = new Set<string>()
    return entries.map((entry) => {
      const base = entry.id || idFromWords(said(entry)) || 'entry'
      let id = base
      for (let number = 2; taken.has(id); number++) id = `${base.slice(0, 56)}-${number}`
      taken.add(id)
      return id === entry.id ? entry : { ...entry, id }
    })
  }
/** What an entry is called by that has no id of its own: its words in small letters. */
export const idFromWords = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^\p{L}\d]+/gu, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 48)

const identity = z.object({
  name: line(80).default(''),
  role: line().default(''),
  description: line(600).default(''),
  /** A seed for the drawn face, or the id of an uploaded image; empty means: from the name. */
  avatar: line(120).default(''),
  /** BCP 47 tags. */
  language: z
    .string()
    .regex(/^[A-Za-z]{2,3}(-[A-Za-z0-9]{2,8})*$/, 'must be a language tag such as en-GB')
    .default('en-GB'),
  alsoSpeaks: z.array(z.string().max(35)).max(20).default([]),
})

const purpose = z.object({
  job: text(2000).default(''),
  audience: text(2000).default(''),
  goals: z.array(line(600)).max(50).default([]),
  outOfScope: z.array(line(600)).max(50).default([]),
})

const manner = z.object({
  persona: text().default(''),
  dials: z
    .object({
      formality: dial.default(50),
      warmth: dial.default(60),
      brevity: dial.default(60),
      playfulness: dial.default(20),
      directness: dial.default(60),
    })
    .prefault({}),
  samples: z.array(text()).max(20).default([]),
  format: z
    .object({
      maxWords: z.number().int().min(5).max(2000).nullable().default(null),
      bullets: z.enum(['auto', 'always', 'never']).default('auto'),
      emoji: z.boolean().default(false),
      signOff: line().default(''),
      addressByName: z.boolean().default(false),
      readingGrade: z.number().min(1).max(20).nullable().default(null),
    })
    .prefault({}),
})

export const ruleSchema = z.object({
  id,
  when: line(1000).default(''),
  do: line(1000).default(''),
  strength: z.enum(['always', 'usually']).default('always'),
  enabled: z.boolean().default(true),
  /** Lines that call for it, and lines that do not, as the designer said of samples. */
  like: samples,
  unlike: samples,
})

const dutySchema = z.object({
  id,
  name: line(120).default(''),
  when: line(1000).default(''),
  /** Lines that call for it. */
  examples: samples,
  unlike: samples,
  steps: text().default(''),
  ask: z
    .array(
      z.object({
        name: line(80),
        type: z.enum(['text', 'number', 'date', 'time', 'email', 'phone', 'choice']).default('text'),
        question: line(600).default(''),
        required: z.boolean().default(true),
      }),
    )
    .max(50)
    .default([]),
  /** What is missing is asked for all at once, in a form, where one can be drawn. */
  asForm: z.boolean().default(false),
  tools: z.array(line(80)).max(50).default([]),
  enabled: z.boolean().default(true),
})

const toolSchema = z.object({
  /** What models call it by: the name of one of the workspace’s tools. */
  id,
  when: line(1000).default(''),
  /** Lines that call for it, and lines that do not. */
  like: samples,
  unlike: samples,
  /** Who is asked before it is used: nobody, the visitor, or whoever reads the logbook. */
  approval: z.enum(['never', 'visitor', 'designer']).default('never'),
  /** How often it is used in one conversation; null for as often as it is called for. */
  mostCalls: z.number().int().min(1).max(1000).nullable().default(null),
  /** How often for one answer, with different inputs; the same inputs are answered from the first call. */
  mostCallsATurn: z.number().int().min(1).max(100).nullable().default(null),
  /** How its result is told, with {{names}} of what it was given and gave back; empty for as it comes. */
  tells: line(1000).default(''),
  /** What is said when it fails, and while it works. */
  whenFails: line(600).default(''),
  whileItWorks: line(300).default(''),
  enabled: z.boolean().default(true),
})

const colleagueSchema = z.object({
  id: own,
  /** The other agent, by its id, and what the steps of duties call it behind an “@”. */
  agent: line(64).default(''),
  name: line(80).default(''),
  when: line(1000).default(''),
  like: samples,
  unlike: samples,
  /** They take the conversation over, or answer the one line. */
  mode: z.enum(['pass', 'ask']).default('pass'),
  /** What the visitor is told of it, with {{colleague}} for their name; nothing where it is empty. */
  says: line(600).default(''),
  /** They are asked what nobody knows. */
  isFallback: z.boolean().default(false),
  enabled: z.boolean().default(true),
})

/** A part of a reply that is more than text, and when it is shown. */
const insertEntry = z.object({
  id: own,
  kind: z.enum(INSERT_KINDS).default('link'),
  when: line(1000).default(''),
  like: samples,
  unlike: samples,
  title: line().default(''),
  /** Of a link: where it leads. */
  url: line(2000).default(''),
  /** Of a picture: the uploaded image, and what is in it. */
  image: line(120).default(''),
  alt: line(600).default(''),
  /** Of a file: what it is given out as. */
  form: z.enum(['md', 'docx', 'pdf']).default('pdf'),
  /** Of a quiz or cards: how many at most. */
  most: z.number().int().min(1).max(20).default(5),
  enabled: z.boolean().default(true),
})

const boundarySchema = z.object({
  id,
  subject: line(600).default(''),
  /** Lines that fall under it. */
  examples: samples,
  unlike: samples,
  reply: line(1000).default(''),
  onHit: z.enum(['decline', 'redirect', 'handOver']).default('decline'),
  enabled: z.boolean().default(true),
})

/** Everything that says who an agent is and how it behaves. What is left out takes its default. */
export const briefSchema = z.object({
  identity: identity.prefault({}),
  purpose: purpose.prefault({}),
  manner: manner.prefault({}),
  rules: z
    .array(ruleSchema)
    .max(200)
    .overwrite(withIds(({ do: does }) => does))
    .default([]),
  /** Ids of rule sets that several agents share; their rules come after the brief's own. */
  ruleSets: z.array(id).max(20).default([]),
  duties: z
    .array(dutySchema)
    .max(50)
    .overwrite(withIds(({ name }) => name))
    .default([]),
  /** Which tools of the workspace it uses, and when. */
  tools: z
    .array(toolSchema)
    .max(100)
    .overwrite(withIds(({ when }) => when))
    .default([]),
  /** Other agents it may pass the conversation to, or ask. */
  colleagues: z
    .array(colleagueSchema)
    .max(30)
    .overwrite(withIds(({ when }) => when))
    .default([]),
  /** What it may show beside its words, and when. */
  inserts: z
    .array(insertEntry)
    .max(50)
    .overwrite(withIds(({ kind, title }) => title || kind))
    .default([]),
  boundaries: z
    .array(boundarySchema)
    .max(100)
    .overwrite(withIds(({ subject }) => subject))
    .default([]),
  glossary: z
    .array(
      z.object({
        id: own,
        term: line(120),
        meaning: line(1000).default(''),
        also: z.array(line(120)).max(30).default([]),
      }),
    )
    .max(500)
    .overwrite(withIds(({ term }) => term))
    .default([]),
  answers: z
    .array(
      z.object({
        id: own,
        question: line(1000),
        answer: text(4000),
        why: line(1000).default(''),
        enabled: z.boolean().default(true),
      }),
    )
    .max(200)
    .overwrite(withIds(({ question }) => question))
    .default([]),
  openers: z
    .object({
      greeting: line(1000).default(''),
      suggestions: z.array(line()).max(12).default([]),
      followUps: z.boolean().default(false),
    })
    .prefault({}),
  grounding: z
    .object({
      libraryOnly: z.boolean().default(true),
      cite: z.boolean().default(true),
      whenUnknown: line(1000).default('I don’t know that. It is not in what I have been given.'),
      /** What is said when the model is not sure that what it found answers: it is offered as such, or not said. */
      whenUnsure: z.enum(['offer', 'decline']).default('offer'),
      /**
       * What becomes of a sentence that nothing backs. Null: a person who reviews sees it marked, and for a visitor the
       * model is asked again.
       */
      unbacked: z.enum(['mark', 'askAgain', 'remove']).nullable().default(null),
      deliberate: z.enum(['never', 'whenAsked', 'always']).default('never'),
      deliberateWhen: line(1000).default(''),
    })
    .prefault({}),
  memory: z
    .object({
      turns: z.number().int().min(0).max(100).default(8),
      summarise: z.boolean().default(false),
      rememberVisitor: z.boolean().default(true),
    })
    .prefault({}),
  variables: z
    .array(z.object({ id: own, name: line(60), fallback: line().default('') }))
    .max(100)
    .overwrite(withIds(({ name }) => name))
    .default([]),
  freeform: text(40_000).default(''),
  /** Characters the compiled prompt should keep to. */
  budget: z.number().int().min(500).max(200_000).default(8000),
  /** Paths of fields that were drafted for the designer and not yet touched or accepted. */
  drafted: z.array(line()).max(500).default([]),
})

export type Brief = z.infer<typeof briefSchema>
export type Rule = z.infer<typeof ruleSchema>

/** A whole brief from a partial one; throws a ZodError that names the field when a value is not allowed. */
export const briefFrom = (partial: z.input<typeof briefSchema>): Brief => briefSchema.parse(partial)
