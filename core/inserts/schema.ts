import { z } from 'zod'

const line = (most = 300) => z.string().max(most)
/** The citation of the turn that it rests on; null where nothing of the library is told. */
const marker = z.number().int().nullable().default(null)
const title = line().default('')

/** A button that leads elsewhere. */
const link = z.object({ kind: z.literal('link'), title, url: z.url({ protocol: /^(https?|mailto|tel)$/ }).max(2000) })

const table = z.object({
  kind: z.literal('table'),
  title,
  columns: z.array(line()).min(1).max(12),
  rows: z.array(z.array(line(400))).max(200),
  marker,
})

/** Figures as bars or as a line over what they belong to; a figure that is not there is null. */
const chart = z.object({
  kind: z.literal('chart'),
  title,
  shape: z.enum(['bars', 'line']),
  labels: z.array(line(120)).min(1).max(60),
  series: z
    .array(z.object({ name: line(120), values: z.array(z.number().nullable()) }))
    .min(1)
    .max(8),
  /** What the figures are counted in: "£", "minutes". */
  unit: line(40).default(''),
  marker,
})

/** Questions with choices, of which one is right; `why` says so in the words of the library. */
const quiz = z.object({
  kind: z.literal('quiz'),
  title,
  questions: z
    .array(
      z.object({
        question: line(600),
        choices: z.array(line(400)).min(2).max(6),
        right: z.number().int().min(0),
        why: line(1000),
        marker,
      }),
    )
    .min(1)
    .max(20),
})

const cards = z.object({
  kind: z.literal('cards'),
  title,
  cards: z
    .array(z.object({ front: line(400), back: line(1000), marker }))
    .min(1)
    .max(40),
})

/** Times to choose from; tapping one says `says`. */
const times = z.object({
  kind: z.literal('times'),
  title,
  times: z
    .array(z.object({ day: line(80), time: line(80), says: line() }))
    .min(1)
    .max(60),
})

interface Item {
  text: string
  note: string
  items: Item[]
}
const outlineItem: z.ZodType<Item> = z.lazy(() =>
  z.object({ text: line(), note: line(400), items: z.array(outlineItem).max(60) }),
)
const outline = z.object({ kind: z.literal('outline'), title, items: z.array(outlineItem).min(1).max(60), marker })

/** A picture that was uploaded, by its address here. */
const picture = z.object({
  kind: z.literal('picture'),
  title,
  src: z.string().max(400),
  /** What is in it, for who does not see it. */
  alt: line(600),
})

/** Something to take along: Markdown, given out as it is or as a document. */
const file = z.object({
  kind: z.literal('file'),
  title,
  name: line(120),
  form: z.enum(['md', 'docx', 'pdf']),
  text: z.string().max(60_000),
})

/** What is asked for all at once instead of one after the other; what is filled in is said as one line. */
const form = z.object({
  kind: z.literal('form'),
  title,
  fields: z
    .array(
      z.object({
        name: line(80),
        label: line(600),
        type: z.enum(['text', 'number', 'date', 'time', 'email', 'phone', 'choice']),
        required: z.boolean(),
        choices: z.array(line()).max(60).default([]),
      }),
    )
    .min(1)
    .max(20),
})

/** A part of a reply that is more than text, as a value: whoever can draws it, others tell it as text. */
export const insertSchema = z.discriminatedUnion('kind', [
  link,
  table,
  chart,
  quiz,
  cards,
  times,
  outline,
  picture,
  file,
  form,
])
export type Insert = z.infer<typeof insertSchema>
export type InsertOf<Kind extends Insert['kind']> = Extract<Insert, { kind: Kind }>

/** Every kind there is. */
export const SHOWN_KINDS = [
  'link',
  'table',
  'chart',
  'quiz',
  'cards',
  'times',
  'outline',
  'picture',
  'file',
  'form',
] as const

/** The kinds a brief can allow; times and forms come of duties and tools. */
export const INSERT_KINDS = ['link', 'table', 'chart', 'quiz', 'cards', 'outline', 'picture', 'file'] as const
export type InsertKind = (typeof INSERT_KINDS)[number]
