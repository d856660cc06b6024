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
})

export const agentList = z.object({ agents: z.array(agentSchema) })

const name = z.string().trim().min(1, 'Give the agent a name.').max(80, 'Keep the name under 80 characters.')

/** A new agent: a name, and where its brief comes from; an empty brief when nothing is said. */
export const newAgent = z.object({
  name,
  begin: z.union([beginning, z.object({ from: z.literal('brief'), brief: briefSchema })]).optional(),
})

export const agentChange = z.object({
  name: name.optional(),
  endpointId: z.string().nullable().optional(),
})

export type Agent = z.infer<typeof agentSchema>
export type StageState = z.infer<typeof stageState>
export type AgentChange = z.infer<typeof agentChange>
