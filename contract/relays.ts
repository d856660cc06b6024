import { z } from 'zod'
import { cueSchema, relaySchema } from '@parrot/core/team'
import { citationSchema, insertSchema } from './turns'

export {
  cueSchema,
  relaySchema,
  type Cue,
  type CueKind,
  type Leg,
  type Relay,
  type RelayInput,
} from '@parrot/core/team'

export const relayShown = relaySchema.extend({
  id: z.string(),
  cue: cueSchema.nullable(),
  /** When it begins by itself next. */
  nextAt: z.string().nullable(),
  /** What it cannot be run for; empty when it can. */
  problems: z.array(z.object({ leg: z.string(), problem: z.string() })),
  /** A secret signs calls from outside. */
  hasSecret: z.boolean(),
  lastRun: z.object({ id: z.string(), status: z.string(), at: z.string() }).nullable(),
})
export type RelayShown = z.infer<typeof relayShown>
export const relayList = z.object({ relays: z.array(relayShown) })
export const relayChange = relaySchema.extend({ cue: cueSchema.nullable().default(null) })

/** What is to be done in several steps, in a sentence; and by whose clock. */
export const relaySentence = z.object({
  sentence: z.string().trim().min(1, 'Say what is to be done.').max(2000),
  timeZone: z.string().max(60).default('UTC'),
  /** The outside model that writes it; the built-in reading where it is left out. */
  endpointId: z.string().max(64).optional(),
})
/** A relay as it was read from a sentence; nothing is kept until it is made. */
export const relayDraft = z.object({
  relay: relaySchema,
  cue: cueSchema.nullable(),
  read: z.array(z.object({ words: z.string(), as: z.string() })),
})
export type RelayDraft = z.infer<typeof relayDraft>
export const relayExamples = z.object({
  examples: z.array(z.object({ title: z.string(), sentence: z.string() })),
})

export const newRun = z.object({ inputs: z.record(z.string().max(40), z.string().max(20_000)).default({}) })
export const runMade = z.object({ id: z.string() })

export const RUN_STATES = ['queued', 'running', 'waiting', 'done', 'failed', 'cancelled'] as const
export const LEG_STATES = ['waiting', 'running', 'asks', 'looked', 'unsure', 'done', 'left', 'failed'] as const
export const runShown = z.object({
  id: z.string(),
  relayId: z.string(),
  name: z.string(),
  status: z.enum(RUN_STATES),
  inputs: z.record(z.string(), z.string()),
  /** Who or what began it. */
  by: z.string(),
  startedAt: z.string(),
  endedAt: z.string().nullable(),
  legs: z.array(
    z.object({
      name: z.string(),
      agent: z.string(),
      agentName: z.string(),
      task: z.string(),
      state: z.enum(LEG_STATES),
      text: z.string(),
      citations: z.array(citationSchema).readonly(),
      repeated: z.array(z.string()).readonly(),
      because: z.string(),
    }),
  ),
  output: z.string(),
  /** What it shows beside its words: a quiz, a table, a chart. */
  inserts: z.array(insertSchema),
  /** The mail that is drafted of it; sent by a person, once. */
  mail: z.object({ to: z.string(), subject: z.string(), sentAt: z.string().nullable() }).nullable(),
})
export type RunShown = z.infer<typeof runShown>
export const runList = z.object({
  runs: z.array(runShown.pick({ id: true, status: true, by: true, startedAt: true, endedAt: true })),
})
/** What a person does with a leg that waits for them. */
export const legDeed = z.object({
  does: z.enum(['approve', 'again', 'leave']),
  /** The result as it is to go on, where it was changed. */
  text: z.string().max(20_000).optional(),
})

/** What a cue would do: the last things that happened, and for each whether the relay would have begun, and with what. */
export const cueTried = z.object({
  events: z.array(
    z.object({
      title: z.string(),
      at: z.string(),
      isTaken: z.boolean(),
      because: z.string(),
      inputs: z.record(z.string(), z.string()),
    }),
  ),
})
export type CueTried = z.infer<typeof cueTried>
export const cueTry = z.object({ cue: cueSchema })

/** What happened for a cue lately. */
export const cueEvents = z.object({
  events: z.array(z.object({ title: z.string(), at: z.string(), runId: z.string().nullable(), because: z.string() })),
})
export type CueEventsShown = z.infer<typeof cueEvents>
export const cueSecret = z.object({ secret: z.string(), url: z.string() })
/** Whether any cue begins anything just now. */
export const cueSwitch = z.object({ isPaused: z.boolean() })
export const runMail = z.object({
  to: z.email('Write a mail address.'),
  subject: z.string().trim().min(1, 'Write what it is about.').max(300),
  text: z.string().trim().min(1).max(40_000),
})
