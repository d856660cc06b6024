import { z } from 'zod'
import { timeZone } from './desk'

/** What became of questions that went unanswered. */
export const SETTLINGS = ['answered', 'ruled', 'scripted', 'notOurs'] as const
export type Settling = (typeof SETTLINGS)[number]

const wantedQuestion = z.object({
  text: z.string(),
  times: z.number(),
  /** The latest conversation it was asked in. */
  conversationId: z.string(),
  lastAt: z.string(),
})

/** Questions that want the same, in the words of one of them. */
export const wantSchema = z.object({
  title: z.string(),
  times: z.number(),
  /** How often it went unanswered, was only offered something near, and was answered in a way the visitor did not like. */
  unknown: z.number(),
  offered: z.number(),
  disliked: z.number(),
  /** A word that came with a thumb down, the latest. */
  word: z.string(),
  questions: z.array(wantedQuestion),
})
export type Want = z.infer<typeof wantSchema>

export const wantList = z.object({
  groups: z.array(wantSchema),
  /** Different questions looked at; more than that are left for later. */
  looked: z.number(),
  /** Questions that somebody settled. */
  settled: z.number(),
})
export type WantList = z.infer<typeof wantList>

/** Questions, in their very words, that something was done about. */
export const settling = z.object({
  questions: z.array(z.string().max(5000)).min(1).max(2000),
  how: z.enum(SETTLINGS),
})
export const unsettling = settling.pick({ questions: true })

/** From when to when, by days of a time zone, and at which outlet. */
export const overTimeQuery = z.object({
  from: z.iso.date(),
  to: z.iso.date(),
  zone: timeZone.default('UTC'),
  outlet: z.string().max(64).optional(),
})

const counts = {
  conversations: z.number(),
  turns: z.number(),
  answered: z.number(),
  offered: z.number(),
  unknown: z.number(),
  /** Turns that ended in another way: asked back, declined, chatted, acted. */
  other: z.number(),
  passedOn: z.number(),
  liked: z.number(),
  disliked: z.number(),
  /** Milliseconds in which half of the turns were answered; null where there was none. */
  medianMs: z.number().nullable(),
  tokens: z.number(),
}
const dayCounts = z.object({ day: z.string(), ...counts })
const editionCounts = z.object({ edition: z.number(), ...counts })

export const overTime = z.object({
  days: z.array(dayCounts),
  editions: z.array(editionCounts),
  /** What was asked most, whatever came of it. */
  questions: z.array(z.object({ text: z.string(), times: z.number() })),
})
export type OverTime = z.infer<typeof overTime>
