import { z } from 'zod'
import { beginning, briefSchema } from './brief'
import { STAGES } from './constants'

/** How a stage of the work stands, for the path and the agents list. */
export const stageState = z.object({
  text: z.string(),
  state: z.enum(['empty', 'fine', 'waiting', 'failed']),
})

export const agentSchema = z.object({
  id: z.string(),
  slug: z.string(),
  name: z.string(),
  description: z.string(),
  /** Seed of the drawn face. */
  face: z.string(),
  language: z.string(),
  revision: z.number(),
  /** Number of the edition visitors hear, null while nothing is published. */
  liveEdition: z.number().nullable(),
  /** Id of the endpoint that answers, null for the built-in model. */
  endpointId: z.string().nullable(),
  createdAt: z.string(),
  changedAt: z.string(),
  stages: z.record(z.enum(STAGES), stageState),
  /** The step that comes next until it was published once; null from then on. */
  next: z.enum(['read', 'wait', 'ask', 'keep', 'publish']).nullable(),
})

export const agentList = z.object({ agents: z.array(agentSchema) })

const name = z.string().trim().min(1, 'Give the agent a name.').max(80, 'Keep the name under 80 characters.')

/** A new agent: a name, and where its brief comes from; an empty brief when nothing is said. */
export const newAgent = z.object({
  name,
  begin: z.union([beginning, z.object({ from: z.literal('brief'), brief: briefSchema })]).optional(),
})

/** A copy of an agent: its brief, library and scripts under a name of its own. */
export const agentCopy = z.object({ name })

/** What a phrase asks of a face: the words that were drawn, those that were not understood, and all there are. */
export const faceReading = z.object({
  drawn: z.array(z.string()),
  unknown: z.array(z.string()),
  words: z.array(z.string()),
})

/** An uploaded picture, as the brief names it. */
export const uploadedFace = z.object({ avatar: z.string() })

/** Questions that an agent's documents answer, the most telling first. */
export const ownQuestions = z.object({ questions: z.array(z.string()) })

/** Something that was found by what it says: `id` names it, `within` the source a passage stands in. */
export const foundSchema = z.object({
  kind: z.enum(['brief', 'source', 'passage', 'script', 'conversation', 'agent']),
  id: z.string(),
  within: z.string().optional(),
  title: z.string(),
  excerpt: z.string().optional(),
})
export const foundList = z.object({ found: z.array(foundSchema) })

export const agentChange = z.object({
  name: name.optional(),
  endpointId: z.string().nullable().optional(),
})

export type Agent = z.infer<typeof agentSchema>
export type FaceReading = z.infer<typeof faceReading>
export type Found = z.infer<typeof foundSchema>
export type StageState = z.infer<typeof stageState>
export type AgentChange = z.infer<typeof agentChange>
