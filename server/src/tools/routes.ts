import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod'
import { z } from 'zod'
import { appointmentSettings } from '@parrot/core/appointments'
import {
  newTool,
  toolCalls,
  toolChange,
  toolList,
  toolSchema,
  toolTried,
  toolTry,
  usableTools,
  type ToolOperation,
} from '@parrot/contract'
import { agentById } from '../agents/queries'
import { fetchPage } from '../crawl'
import { HttpProblem } from '../http/problems'
import type { Services } from '../services'
import { hostsOf } from '../settings/hosts'
import { BUILT_IN_TOOLS } from './builtIn'
import { kindAtHand, readOpenSearch } from './kinds'
import { toolsOfMcp } from './mcp'
import { readOpenApi } from './openapi'
import { operate, placeOf } from './operate'
import {
  addTool,
  beginCall,
  callsOf,
  changeTool,
  endCall,
  listTools,
  operationOf,
  setToolRemoved,
  shownTools,
  toolById,
  usedUp,
  type ToolRow,
} from './queries'

const params = z.object({ id: z.string().max(64) })
/** Bytes of a document that is fetched; one that is pasted has the same limit. */
const MOST_DOCUMENT = 4_000_000

/** Tools of the workspace: found, set up, tried, taken away and brought back; and what an agent can be told to use. */
export const toolRoutes =
  (services: Services): FastifyPluginAsyncZod =>
  async (app) => {
    const { db, seal, config } = services
    const shown = async (row: ToolRow) => (await shownTools(db, [row]))[0]!

    app.get('/api/tools', { schema: { response: { 200: toolList } } }, async () => ({
      tools: await shownTools(db, await listTools(db)),
      commands: Object.keys(config.mcpCommands),
    }))

    app.get(
      '/api/agents/:id/tools',
      { schema: { params, response: { 200: usableTools } } },
      async ({ params: { id } }) => {
        await agentById(db, id)
        const outside = (await listTools(db)).flatMap((row) =>
          row.operations
            .filter(({ isOn }) => isOn)
            .map(({ name, title, description, input, changes, standIn }) => ({
              name,
              title: title || name,
              description,
              tool: row.name,
              changes,
              input,
              hasStandIn: standIn !== null,
            })),
        )
        const builtIn = BUILT_IN_TOOLS.map(({ name, title = name, description, parameters }) => ({
          name,
          title,
          description,
          tool: 'built in',
          changes: false,
          input: parameters as (typeof outside)[number]['input'],
          hasStandIn: true,
        }))
        return { tools: [...outside, ...builtIn] }
      },
    )

    app.post('/api/tools', { schema: { body: newTool, response: { 201: toolSchema } } }, async ({ body }, reply) => {
      const { secret, document, operations, command = '', ...given } = body
      // What is not said of opening hours begins with the usual, to be seen and changed.
      const fields =
        given.kind === 'calendar'
          ? {
              ...given,
              settings: {
                ...given.settings,
                appointments: appointmentSettings.parse(given.settings.appointments ?? {}),
              },
            }
          : given
      if (command !== '' && !(command in config.mcpCommands))
        throw new HttpProblem(
          400,
          `“${command}” is none of the programs that may be run here.`,
          'Whoever runs the server allows programs with PARROT_MCP_COMMANDS.',
        )
      const found = operations?.length
        ? { operations, url: fields.url }
        : await discover({ ...fields, command, document, secret })
      const row = await addTool(
        db,
        seal,
        { ...fields, command, url: found.url, operations: [...found.operations] },
        secret,
      )
      return reply.code(201).send(await shown(row))
    })

    const operationsNow = async (kind: ToolRow['kind'], of: Pick<ToolRow, 'name' | 'url' | 'settings'>) => {
      try {
        return (await kindAtHand(kind)?.operations(of, services)) ?? []
      } catch (error) {
        if (error instanceof HttpProblem) return []
        throw error
      }
    }

    /** What a tool offers, looked up at its source. */
    async function discover(
      of: Pick<ToolRow, 'kind' | 'name' | 'url' | 'auth' | 'command' | 'timeoutMs' | 'settings'> & {
        document?: string | undefined
        secret?: string | undefined
      },
    ): Promise<{ url: string; operations: readonly ToolOperation[] }> {
      if (of.kind === 'openapi') {
        const { operations, url } = await readOpenApi(
          of.document ?? (await fetched(of.url)),
          of.document === undefined ? of.url : '',
        )
        // Where the document does not say, its requests go where it was given.
        return { operations, url: url || of.url }
      }
      if (of.kind === 'mcp') {
        const limits = { allowedHosts: await hostsOf(services), timeoutMs: of.timeoutMs }
        return { operations: await toolsOfMcp(placeOf(config.mcpCommands, of, of.secret), limits), url: of.url }
      }
      if (of.kind === 'search') return readOpenSearch(of.document ?? (await fetched(of.url)), of.url)
      const known = kindAtHand(of.kind)
      if (known) return { operations: await known.operations(of, services), url: of.url }
      throw new HttpProblem(400, 'Say what the tool asks.', 'A request needs an address and a method.')
    }

    async function fetched(url: string): Promise<string> {
      const found = await fetchPage(url, { allowedHosts: await hostsOf(services) })
      if (!found.ok)
        throw new HttpProblem(422, found.problem.message, found.problem.advice, {
          code: 'not-fetched',
          ...(found.hostToAllow ? { extra: { hostToAllow: found.hostToAllow } } : {}),
        })
      if (found.page!.bytes.length > MOST_DOCUMENT)
        throw new HttpProblem(422, 'The document is larger than 4 MB.', 'Give a document of the part that is needed.')
      return new TextDecoder().decode(found.page!.bytes)
    }

    app.get('/api/tools/:id', { schema: { params, response: { 200: toolSchema } } }, async ({ params: { id } }) =>
      shown(await toolById(db, id)),
    )

    app.put(
      '/api/tools/:id',
      { schema: { params, body: toolChange, response: { 200: toolSchema } } },
      async ({ params: { id }, body }) => {
        const { kind } = await toolById(db, id)
        // A table whose source is gone keeps what was asked for.
        const fresh = await operationsNow(kind, body)
        // What is asked for follows the settings: a second room is asked about.
        const operations = body.operations.map((operation) => {
          const own = fresh.find(({ request }) => request?.url === operation.request?.url)
          return own ? { ...operation, input: own.input } : operation
        })
        return shown(await changeTool(db, seal, id, { ...body, operations }))
      },
    )

    /** Looks anew what a server offers: what was ticked and kept for its operations stays. */
    app.post(
      '/api/tools/:id/refresh',
      { schema: { params, response: { 200: toolSchema } } },
      async ({ params: { id } }) => {
        const row = await toolById(db, id)
        if (row.kind !== 'mcp')
          throw new HttpProblem(409, 'Only MCP servers are looked at anew.', 'Read a document in as a new tool.')
        const secret = row.sealedSecret === null ? undefined : seal.open(row.sealedSecret)
        const { operations } = await discover({ ...row, secret })
        const kept = operations.map((operation) => {
          const before = row.operations.find(({ request }) => request?.url === operation.request?.url)
          return before
            ? {
                ...operation,
                name: before.name,
                isOn: before.isOn,
                take: before.take,
                standIn: before.standIn,
                changes: before.changes,
              }
            : { ...operation, isOn: false }
        })
        const { name, url, auth, timeoutMs, callsPerDay, settings } = row
        return shown(
          await changeTool(db, seal, id, { name, url, auth, timeoutMs, callsPerDay, settings, operations: kept }),
        )
      },
    )

    app.post(
      '/api/tools/:id/try',
      { schema: { params, body: toolTry, response: { 200: toolTried } } },
      async ({ params: { id }, body: { operation, input, isDry } }) => {
        const row = await toolById(db, id)
        const tries = () => operate(services, row, operationOf(row, operation), input, { isDry })
        if (isDry) return (await tries()).tried
        const call = await beginCall(db, row, { operation, agentId: null, input })
        if (call === undefined)
          throw new HttpProblem(429, usedUp(row), 'Let it be called more often, or try again tomorrow.')
        const { tried } = await tries()
        await endCall(db, call, { output: tried.reply ?? '', isFailed: tried.isFailed, tookMs: tried.tookMs })
        return tried
      },
    )

    app.get(
      '/api/tools/:id/calls',
      { schema: { params, response: { 200: toolCalls } } },
      async ({ params: { id } }) => {
        await toolById(db, id)
        return { calls: await callsOf(db, id) }
      },
    )

    app.delete('/api/tools/:id', { schema: { params } }, async ({ params: { id } }, reply) => {
      await setToolRemoved(db, id, true)
      return reply.code(204).send()
    })

    app.post('/api/tools/:id/restore', { schema: { params } }, async ({ params: { id } }, reply) => {
      await setToolRemoved(db, id, false)
      return reply.code(204).send()
    })
  }
