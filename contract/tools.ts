import { z } from 'zod'
import { appointmentSettings } from '@parrot/core/appointments'
import { zoneSchema } from '@parrot/core/zones'

/** Where a tool comes from: requests put together by hand, an OpenAPI document, an MCP server, a calendar in which appointments are
 * made, mail, a search of sites, the library of another agent, a table of a source, reminders, people of the team, or a service that draws. */
export const TOOL_KINDS = [
  'http',
  'openapi',
  'mcp',
  'calendar',
  'mail',
  'search',
  'library',
  'table',
  'reminder',
  'team',
  'drawing',
] as const
export type ToolKind = (typeof TOOL_KINDS)[number]

/** JSON Schema of what an operation is given; what stands in it is checked where it is used. */
const inputSchema = z.looseObject({ type: z.string().optional() })

const template = z.string().max(4000)
const METHODS = ['GET', 'POST', 'PUT', 'PATCH', 'DELETE'] as const

/** A request with places for what it is given, "{{day}}". A place that stays empty leaves its line out. */
export const requestTemplate = z.object({
  method: z.enum(METHODS).default('GET'),
  url: z.string().trim().max(2000),
  query: z.record(z.string().max(120), template).default({}),
  headers: z.record(z.string().max(120), template).default({}),
  /** JSON whose texts have places, or the names of inputs that make up its body as they are. */
  body: z
    .union([template, z.array(z.string().max(120)).max(100)])
    .nullable()
    .default(null),
})
export type RequestTemplate = z.infer<typeof requestTemplate>

/** One thing a tool can do; `name` is what models call it by, and what a brief names. */
export const toolOperation = z.object({
  name: z.string().regex(/^[A-Za-z0-9_-]{1,64}$/, 'Use letters, figures, _ and -, 64 at most.'),
  title: z.string().trim().max(120).default(''),
  description: z.string().trim().max(4000).default(''),
  input: inputSchema.default({ type: 'object' }),
  /** It changes something outside. */
  changes: z.boolean().default(false),
  isOn: z.boolean().default(true),
  /** The path of what is taken of the reply, "sailings.0"; empty for all of it. */
  take: z.string().trim().max(200).default(''),
  /** What answers where nobody outside is asked: in rehearsals, and in tests of what changes something. */
  standIn: z.string().max(20_000).nullable().default(null),
  request: requestTemplate.nullable().default(null),
})
export type ToolOperation = z.infer<typeof toolOperation>

/** How a tool says who it is; the secret itself is kept sealed and never shown. */
export const toolAuth = z.object({
  kind: z.enum(['none', 'header', 'query', 'basic', 'client']).default('none'),
  /** Name of the header or parameter, or who signs in. */
  name: z.string().trim().max(200).default(''),
  /** What stands before the secret in a header, such as "Bearer ". */
  prefix: z.string().max(40).default(''),
  tokenUrl: z.string().trim().max(2000).default(''),
  scope: z.string().trim().max(500).default(''),
})
export type ToolAuth = z.infer<typeof toolAuth>

/** What a kind needs to know beside its address. */
export const toolSettings = z.object({
  appointments: appointmentSettings.optional(),
  /** Whom a mail may go to: addresses, whole domains as "@club.example", or anybody as "*"; none for nobody. */
  recipients: z.array(z.string().trim().max(200)).max(50).optional(),
  /** The only sites that a search may find pages of. */
  sites: z.array(z.string().trim().max(200)).max(50).optional(),
  /** By whose clock something is reminded of, or somebody rung up. */
  timeZone: zoneSchema.optional(),
  /** The agent whose library is looked through, and which source of it where that is a table. */
  agentId: z.string().max(64).optional(),
  sourceId: z.string().max(64).optional(),
})
export type ToolSettings = z.infer<typeof toolSettings>

const fields = {
  name: z.string().trim().min(1, 'Give the tool a name.').max(80),
  /** The address of a document or server, or where its requests go; empty for built-in ones. */
  url: z.string().trim().max(2000).default(''),
  auth: toolAuth.prefault({}),
  timeoutMs: z.number().int().min(500).max(120_000).default(10_000),
  /** Calls a day by all agents; null for as many as come. */
  settings: toolSettings.default({}),
  callsPerDay: z.number().int().min(1).max(1_000_000).nullable().default(null),
}

export const newTool = z.object({
  kind: z.enum(TOOL_KINDS),
  ...fields,
  /** Of an OpenAPI tool: the document itself, where it is not read from its address. */
  document: z.string().max(4_000_000).optional(),
  /** Of an MCP server: one of the commands this installation allows. */
  command: z.string().max(80).optional(),
  /** Of an HTTP tool: what it does. Of others, found there. */
  operations: z.array(toolOperation).max(300).optional(),
  secret: z.string().max(4000).optional(),
})
export type NewTool = z.input<typeof newTool>

export const toolChange = z.object({
  ...fields,
  operations: z.array(toolOperation).max(300),
  /** Left out it stays; empty it is removed. */
  secret: z.string().max(4000).optional(),
})

export const toolCall = z.object({
  at: z.string(),
  operation: z.string(),
  agent: z.string().nullable(),
  input: z.unknown(),
  output: z.string(),
  isFailed: z.boolean(),
  tookMs: z.number(),
})
export type ToolCallShown = z.infer<typeof toolCall>

export const toolSchema = z.object({
  id: z.string(),
  kind: z.enum(TOOL_KINDS),
  ...fields,
  command: z.string(),
  hasSecret: z.boolean(),
  operations: z.array(toolOperation),
  usedBy: z.array(z.object({ agentId: z.string(), name: z.string(), operation: z.string() })),
  calls: z.number(),
  failures: z.number(),
  lastCall: z.string().nullable(),
})
export type ToolShown = z.infer<typeof toolSchema>
export const toolList = z.object({ tools: z.array(toolSchema), commands: z.array(z.string()) })
export const toolCalls = z.object({ calls: z.array(toolCall) })

/** What agents can be told to use, by the name a brief gives. */
export const usableTools = z.object({
  tools: z.array(
    z.object({
      name: z.string(),
      title: z.string(),
      description: z.string(),
      tool: z.string(),
      changes: z.boolean(),
      input: inputSchema,
      hasStandIn: z.boolean(),
    }),
  ),
})
export type UsableTool = z.infer<typeof usableTools>['tools'][number]

export const toolTry = z.object({
  operation: z.string().max(64),
  input: z.record(z.string().max(120), z.unknown()).default({}),
  /** Shows what would be sent, and sends nothing. */
  isDry: z.boolean().default(false),
})
export const toolTried = z.object({
  /** What was sent, its secrets masked; null where nothing goes over HTTP. */
  request: z
    .object({
      method: z.string(),
      url: z.string(),
      headers: z.record(z.string(), z.string()),
      body: z.string(),
    })
    .nullable(),
  /** The whole of what came back; null in a dry run. */
  reply: z.string().nullable(),
  /** What is taken of it, as a model reads it. */
  result: z.string().nullable(),
  isFailed: z.boolean(),
  tookMs: z.number(),
})
export type { AppointmentSettings } from '@parrot/core/appointments'
export type ToolTried = z.infer<typeof toolTried>
