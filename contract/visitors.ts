import { z } from 'zod'

export const FIELD_KINDS = ['name', 'email', 'phone', 'choice', 'text', 'consent'] as const
export type FieldKind = (typeof FIELD_KINDS)[number]

/** When a form appears: before the first line, when a person was asked for, when an answer is not known, after some turns. */
export const FORM_MOMENTS = ['start', 'person', 'unknown', 'turns'] as const
export type FormMoment = (typeof FORM_MOMENTS)[number]

const formField = z.object({
  id: z.string().min(1).max(40),
  kind: z.enum(FIELD_KINDS),
  /** What it is called; for a consent, what is agreed to. */
  label: z.string().trim().min(1, 'Give every field a name.').max(300),
  isRequired: z.boolean().default(false),
  options: z.array(z.string().trim().min(1).max(100)).max(30).default([]),
})
export type FormField = z.infer<typeof formField>

/** What an outlet asks visitors for. Without fields it asks for nothing. */
export const visitorForm = z.object({
  fields: z.array(formField).max(12),
  moments: z.array(z.enum(FORM_MOMENTS)).max(4),
  afterTurns: z.number().int().min(1).max(100),
  /** What stands above the fields, and what is said once it was sent, or put off. */
  intro: z.string().trim().max(300),
  saysSent: z.string().trim().max(300),
  saysLater: z.string().trim().max(300),
  mayPutOff: z.boolean(),
})
export type VisitorForm = z.infer<typeof visitorForm>

export const NO_FORM: VisitorForm = {
  fields: [],
  moments: [],
  afterTurns: 3,
  intro: '',
  saysSent: '',
  saysLater: '',
  mayPutOff: true,
}

/** What a visitor fills in, by the ids of the fields; a consent is "yes" or nothing. */
export const visitorDetails = z.object({ values: z.record(z.string().max(40), z.string().max(2000)) })

/** One thing a visitor told, and what it was asked as. */
export const visitorValue = z.object({ label: z.string(), kind: z.string(), value: z.string() })
export type VisitorValue = z.infer<typeof visitorValue>

/** What a visitor agreed to, word for word, and when. */
export const visitorConsent = z.object({ text: z.string(), at: z.string() })
export type VisitorConsent = z.infer<typeof visitorConsent>

export const visitorSchema = z.object({
  id: z.string(),
  conversationId: z.string(),
  outlet: z.string().nullable(),
  name: z.string(),
  email: z.string(),
  phone: z.string(),
  values: z.array(visitorValue),
  consents: z.array(visitorConsent),
  createdAt: z.string(),
})
export type Visitor = z.infer<typeof visitorSchema>

export const visitorQuery = z.object({
  q: z.string().trim().max(200).optional(),
  outlet: z.string().max(64).optional(),
  consent: z.enum(['yes', 'no']).optional(),
  from: z.iso.date().optional(),
  to: z.iso.date().optional(),
})
export type VisitorQuery = z.infer<typeof visitorQuery>

export const visitorList = z.object({ total: z.number(), visitors: z.array(visitorSchema) })
