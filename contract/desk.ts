import { z } from 'zod'

const clock = z.string().regex(/^(?:[01]\d|2[0-3]):[0-5]\d$/, 'Write a time such as 09:00.')

/** Days of a week, 0 for Monday, and from when to when somebody comes on them. */
export const deskHours = z
  .object({ days: z.array(z.number().int().min(0).max(6)).min(1).max(7), from: clock, to: clock })
  .refine(({ from, to }) => from < to, 'It must end after it begins.')
export type DeskHours = z.infer<typeof deskHours>

export const timeZone = z.string().max(60).refine(isTimeZone, 'That is no time zone. Write one such as Europe/London.')

function isTimeZone(name: string): boolean {
  try {
    return new Intl.DateTimeFormat('en', { timeZone: name }).format(0) !== ''
  } catch {
    return false
  }
}

/** Whether and when people answer who were asked for, and what visitors hear of it; what is empty is said in the agent's own words. */
export const deskSettings = z.object({
  isOn: z.boolean(),
  /** When somebody comes; at other times only while somebody is there. */
  hours: z.array(deskHours).max(14).default([]),
  timeZone,
  saysCalled: z.string().trim().max(300).default(''),
  saysNobody: z.string().trim().max(300).default(''),
  /** After so long the visitor is told that nobody came. */
  waitMinutes: z.number().int().min(1).max(120).default(5),
  /** Who is told by mail. */
  mailTo: z.array(z.email('Write a mail address.')).max(10).default([]),
})
export type DeskSettings = z.infer<typeof deskSettings>

export const deskSchema = deskSettings.extend({
  /** Somebody has the logbook open and says so. */
  isSomebodyHere: z.boolean(),
  /** Whether a visitor who asks now is told that somebody comes. */
  isOpen: z.boolean(),
  /** Conversations in which somebody is waited for. */
  waiting: z.number(),
})
export type Desk = z.infer<typeof deskSchema>

export const deskHere = z.object({ isHere: z.boolean() })

/** A person was called, is answering, or did not come. */
export const PERSON_STATES = ['waiting', 'taken', 'missed'] as const
export type PersonState = (typeof PERSON_STATES)[number]

/** Who answers in a conversation in place of the agent, as the visitor and the logbook see it. */
export const personSchema = z.object({
  state: z.enum(PERSON_STATES),
  /** Who it is; empty until somebody took it. */
  name: z.string(),
  since: z.string(),
})
export type Person = z.infer<typeof personSchema>

export const personLine = z.object({
  text: z
    .string()
    .trim()
    .min(1, 'Write something first.')
    .max(5000, 'That is too long: keep it under 5,000 characters.'),
})

/** Taking a conversation that somebody else has. */
export const takingConversation = z.object({ fromOther: z.boolean().default(false) })
