import { z } from 'zod'

/** How the server does: `full` when the disk has no room (it reads on), `failing` when its database does not answer. */
export const healthSchema = z.object({
  status: z.enum(['ok', 'full', 'failing']),
  version: z.string(),
  database: z.string(),
  problem: z.string().optional(),
})

/** A piece of work that failed by a fault again and again, and waits for somebody to look at it. */
export const givenUpJob = z.object({
  id: z.string(),
  kind: z.enum(['read', 'survey', 'embed', 'rehearse', 'note', 'study', 'send', 'debrief', 'relay']),
  /** What it was about, in the words it is known by. */
  about: z.string(),
  error: z.string(),
  attempts: z.number(),
  at: z.string(),
})
export type GivenUpJob = z.infer<typeof givenUpJob>
export const givenUpJobs = z.object({ jobs: z.array(givenUpJob) })

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

/** How an endpoint is asked. What is null is left to the endpoint. */
export const endpointOptions = z.object({
  temperature: z.number().min(0).max(2).nullable().default(null),
  /** Longest reply, in tokens. */
  maxTokens: z.number().int().min(16).max(200_000).nullable().default(null),
  seed: z.number().int().min(0).max(2_147_483_647).nullable().default(null),
  /** How much of a prompt and an answer together the model can hold, in tokens. */
  contextTokens: z.number().int().min(1000).max(4_000_000).nullable().default(null),
  /** Prices of a million tokens, in the currency written before them. */
  priceIn: z.number().min(0).max(10_000).nullable().default(null),
  priceOut: z.number().min(0).max(10_000).nullable().default(null),
  currency: z.string().max(4).default('€'),
  /** What answers when this endpoint fails: another endpoint's id, "built-in", or nothing. */
  next: z.string().max(64).nullable().default(null),
})

/** An endpoint that speaks the chat-completions protocol. The key is write-only: reading tells only whether one is set. */
export const endpointSchema = z.object({
  id: z.string(),
  name: z.string(),
  baseUrl: z.string(),
  model: z.string(),
  hasKey: z.boolean(),
  options: endpointOptions,
})

export const newEndpoint = z.object({
  name: z.string().trim().min(1, 'Give the endpoint a name.').max(80),
  baseUrl,
  model: z.string().trim().min(1, 'Write the name of the model.').max(200),
  /** Left out: the stored key stays. Empty: the stored key is removed. */
  key: z.string().max(2000).optional(),
  /** Left out: as they are. */
  options: endpointOptions.optional(),
})

export const endpointList = z.object({ endpoints: z.array(endpointSchema) })
/** One thing an endpoint was asked to do: whether it can, and what came back. */
export const endpointProof = z.object({
  name: z.enum(['answers', 'streams', 'tools']),
  ok: z.boolean(),
  message: z.string(),
})
export const endpointTest = z.object({
  ok: z.boolean(),
  message: z.string(),
  tookMs: z.number(),
  proofs: z.array(endpointProof),
})
/** Where models are listed from; with the id of an endpoint its kept key is used for the same address. */
export const modelsAt = z.object({ baseUrl, key: z.string().max(2000).optional(), id: z.string().optional() })
/** Simulated models that ship with the product: where they are, and what each does. */
export const simulatedModels = z.object({
  baseUrl: z.string().nullable(),
  models: z.array(z.object({ id: z.string(), about: z.string() })),
})
/** Which simulated model an agent is tried with; null for the built-in one. */
export const simulatedChoice = z.object({ model: z.string().max(80).nullable() })
export const modelList = z.object({ models: z.array(z.string()) })

export type Endpoint = z.infer<typeof endpointSchema>
export type EndpointOptions = z.output<typeof endpointOptions>
export type SimulatedModels = z.infer<typeof simulatedModels>
export type EndpointTest = z.infer<typeof endpointTest>
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

/** An embedder that speaks the embeddings protocol. The key is write-only. */
export const newEmbedder = z.object({
  baseUrl,
  model: z.string().trim().min(1, 'Write the name of the model.').max(200),
  /** Left out: a key kept for the same address stays. Empty: none is sent. */
  key: z.string().max(2000).optional(),
})
const embedderState = z.object({
  baseUrl: z.string(),
  model: z.string(),
  hasKey: z.boolean(),
  state: z.enum(['making', 'inUse', 'failed']),
  /** Passages whose vectors are made, of how many. */
  done: z.number(),
  total: z.number(),
  error: z.string().nullable(),
})
/** The embedder that answers, and the one whose vectors are being made. */
export const embedderStates = z.object({ inUse: embedderState.nullable(), next: embedderState.nullable() })

export type NewEmbedder = z.input<typeof newEmbedder>
export type EmbedderState = z.infer<typeof embedderState>
export type EmbedderStates = z.infer<typeof embedderStates>

/** How mails go out. The password is write-only: left out it stays, empty none is sent. */
export const mailServer = z.object({
  host: z.string().trim().max(200),
  port: z.number().int().min(1).max(65535).default(587),
  security: z.enum(['none', 'starttls', 'tls']).default('starttls'),
  user: z.string().trim().max(200).default(''),
  from: z.string().trim().max(200).default(''),
  /** Where the workbench is reached, for links in mails. */
  workbench: z.union([z.literal(''), z.url({ protocol: /^https?$/ })]).default(''),
})
export const newMailServer = mailServer.extend({ password: z.string().max(500).optional() })
export const mailServerState = mailServer.extend({ hasPassword: z.boolean() })
export type MailServer = z.infer<typeof mailServer>
export type MailServerState = z.infer<typeof mailServerState>
export const mailTest = z.object({ to: z.email('Write a mail address.') })
/** What came of it, in words. */
export const mailTested = z.object({ isSent: z.boolean(), answer: z.string() })
