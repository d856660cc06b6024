import { z } from 'zod'

/** What is told to the outside. */
export const HOOK_EVENTS = [
  'passed.on',
  'visitor.collected',
  'request.made',
  'unanswered',
  'conversation.ended',
  'conversation.debriefed',
] as const
export type HookEvent = (typeof HOOK_EVENTS)[number]

export const newHook = z.object({
  url: z.url({ protocol: /^https?$/, error: 'Write a web address.' }).max(500),
  events: z.array(z.enum(HOOK_EVENTS)).min(1, 'Choose what it is told.'),
  isOn: z.boolean().default(true),
})

export const hookSchema = newHook.extend({ id: z.string(), createdAt: z.string() })
export type Hook = z.infer<typeof hookSchema>
/** A hook as it is shown once, with the secret its messages are signed with. */
export const hookMade = hookSchema.extend({ secret: z.string() })

export const deliverySchema = z.object({
  id: z.string(),
  isMail: z.boolean(),
  to: z.string(),
  event: z.enum(HOOK_EVENTS),
  state: z.enum(['waiting', 'sent', 'failed']),
  attempts: z.number(),
  answer: z.string(),
  createdAt: z.string(),
})
export type Delivery = z.infer<typeof deliverySchema>

export const hookList = z.object({ hooks: z.array(hookSchema), deliveries: z.array(deliverySchema) })
