import { z } from 'zod'

export const healthSchema = z.object({ status: z.literal('ok'), version: z.string(), database: z.string() })

const host = z
  .string()
  .trim()
  .toLowerCase()
  .regex(
    /^[a-z0-9.-]+(:\d{1,5})?$|^\[[0-9a-f:]+\](:\d{1,5})?$/,
    'Write a host such as intranet.example or 10.0.0.5:8080.',
  )

/** Private hosts that pages may be fetched from. */
export const allowedHosts = z.object({ hosts: z.array(host).max(200) })

const baseUrl = z
  .string()
  .trim()
  .max(500)
  .refine((value) => /^https?:\/\//i.test(value) && URL.canParse(value), {
    message: 'Write the base address of the endpoint, such as http://127.0.0.1:4102/v1.',
  })

/** An endpoint that speaks the chat-completions protocol. The key is write-only: reading tells only whether one is set. */
export const endpointSchema = z.object({
  id: z.string(),
  name: z.string(),
  baseUrl: z.string(),
  model: z.string(),
  hasKey: z.boolean(),
})

export const newEndpoint = z.object({
  name: z.string().trim().min(1, 'Give the endpoint a name.').max(80),
  baseUrl,
  model: z.string().trim().min(1, 'Write the name of the model.').max(200),
  /** Left out: the stored key stays. Empty: the stored key is removed. */
  key: z.string().max(2000).optional(),
})

export const endpointList = z.object({ endpoints: z.array(endpointSchema) })
export const endpointTest = z.object({ ok: z.boolean(), message: z.string(), tookMs: z.number() })

export type Endpoint = z.infer<typeof endpointSchema>
export type NewEndpoint = z.input<typeof newEndpoint>

/** What the designer is called: noted with what they add. */
export const designerName = z.object({ name: z.string().trim().max(80) })

/** Where recordings are sent to be written down; empty for nowhere. */
export const transcriber = z.object({
  url: z
    .string()
    .trim()
    .max(2000)
    .refine((value) => value === '' || (/^https?:\/\//i.test(value) && URL.canParse(value)), {
      message: 'Write a full address that begins with http:// or https://.',
    }),
})
