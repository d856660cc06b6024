import { z } from 'zod'

const name = z
  .string()
  .trim()
  .regex(/^[a-z][a-z0-9_]{0,39}$/i, 'Use letters, figures and _, beginning with a letter.')

/** What a relay is given at its start. */
export const inputSchema = z.object({
  name,
  /** A feed is read when the relay begins: its newest entries, a line each. */
  type: z.enum(['text', 'number', 'date', 'choice', 'feed']).default('text'),
  /** Of a feed: where it is, and how many of its entries are taken. */
  url: z.string().trim().max(2000).default(''),
  most: z.number().int().min(1).max(50).default(5),
  choices: z.array(z.string().trim().min(1).max(120)).max(50).default([]),
  required: z.boolean().default(true),
})
export type RelayInput = z.infer<typeof inputSchema>

/** One piece of work, done by one agent. */
export const legSchema = z.object({
  /** What others call its result: {{notice}}. */
  name,
  /** The agent's id. */
  agent: z.string().min(1, 'Say which agent does it.').max(64),
  /** What it is to do, in words, with {{names}} of inputs and of legs before. */
  task: z.string().trim().min(1, 'Say what it is to do.').max(4000),
  /** Done only where another's result mentions words, or does not. */
  onlyIf: z
    .object({ of: name, mentions: z.string().trim().min(1).max(200), not: z.boolean().default(false) })
    .nullable()
    .default(null),
  /** Done once for each line of an input or of a leg before, as {{item}}. */
  each: z.string().max(40).default(''),
  /** Begun together with the leg before it. */
  alongside: z.boolean().default(false),
  /** A person looks at its result before it goes on. */
  approval: z.boolean().default(false),
})
export type Leg = z.infer<typeof legSchema>

/** A chain of legs, each done by one agent, with inputs at the start and each result passed on. */
export const relaySchema = z.object({
  name: z.string().trim().min(1, 'Give the relay a name.').max(120),
  inputs: z.array(inputSchema).max(20).default([]),
  legs: z.array(legSchema).max(30).default([]),
  /** What comes of it, with {{names}}; empty for the last result. */
  output: z.string().max(8000).default(''),
  /** A mail that is drafted of what comes of it, to be read and sent by a person; null for none. */
  mail: z
    .object({ to: z.string().trim().max(400).default(''), subject: z.string().trim().max(300).default('') })
    .nullable()
    .default(null),
})
export type Relay = z.infer<typeof relaySchema>
