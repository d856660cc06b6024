import { Client } from '@modelcontextprotocol/sdk/client/index.js'
import { StdioClientTransport } from '@modelcontextprotocol/sdk/client/stdio.js'
import { StreamableHTTPClientTransport } from '@modelcontextprotocol/sdk/client/streamableHttp.js'
import type { ToolOperation } from '@parrot/contract'
import { HttpProblem } from '../http/problems'
import { nameFrom } from './openapi'
import { guardedFetch, type Reach } from './reach'

/** An MCP server: at an address, or a program that this installation allows. */
export interface McpPlace {
  readonly url: string
  /** The program and what it is called with. */
  readonly program?: readonly string[] | undefined
  readonly headers: Readonly<Record<string, string>>
}

const MOST_TOOLS = 300
const MOST_PAGES = 20
const MOST_ON = 12

/** Speaks to an MCP server and leaves it again, whatever happens. */
async function speaking<Told>(place: McpPlace, limits: Reach, work: (client: Client) => Promise<Told>): Promise<Told> {
  const client = new Client({ name: 'mild-parrot', version: '0.1.0' })
  const [program, ...args] = place.program ?? []
  const transport = program
    ? new StdioClientTransport({ command: program, args, stderr: 'ignore' })
    : new StreamableHTTPClientTransport(new URL(place.url), {
        requestInit: { headers: { ...place.headers } },
        fetch: guardedFetch(limits.allowedHosts, limits.timeoutMs),
      })
  try {
    await client.connect(transport as never, { timeout: limits.timeoutMs })
    return await work(client)
  } finally {
    await client.close().catch(() => undefined)
  }
}

/** What an MCP server can do. Throws a problem with words for the designer when it cannot be spoken to. */
export async function toolsOfMcp(place: McpPlace, limits: Reach): Promise<ToolOperation[]> {
  if (!place.program && !URL.canParse(place.url))
    throw new HttpProblem(422, `“${place.url}” is no web address.`, 'Check it for typing mistakes.')
  try {
    return await speaking(place, limits, async (client) => {
      const found: ToolOperation[] = []
      let cursor: string | undefined
      for (let page = 0; page < MOST_PAGES && found.length < MOST_TOOLS; page++) {
        const listed = await client.listTools(cursor ? { cursor } : {}, { timeout: limits.timeoutMs })
        for (const tool of listed.tools)
          found.push({
            name: nameFrom(tool.name),
            title: tool.title ?? tool.annotations?.title ?? tool.name.replace(/[_-]+/g, ' '),
            description: (tool.description ?? '').slice(0, 4000),
            input: tool.inputSchema,
            changes: tool.annotations?.readOnlyHint !== true,
            isOn: true,
            take: '',
            standIn: null,
            // The server knows it by its own name.
            request: { method: 'POST', url: tool.name, query: {}, headers: {}, body: null },
          })
        cursor = listed.nextCursor
        if (!cursor) break
      }
      return found.slice(0, MOST_TOOLS).map((each) => ({ ...each, isOn: found.length <= MOST_ON }))
    })
  } catch (error) {
    if (error instanceof HttpProblem) throw error
    throw new HttpProblem(422, 'The MCP server could not be asked what it can do.', wordsOf(error), {
      code: 'no-server',
    })
  }
}

/** Calls one tool of an MCP server. Never throws. */
export async function callMcp(
  place: McpPlace,
  name: string,
  input: Readonly<Record<string, unknown>>,
  limits: Reach,
): Promise<{ ok: boolean; text: string; value?: unknown }> {
  try {
    return await speaking(place, limits, async (client) => {
      const result = await client.callTool({ name, arguments: { ...input } }, undefined, {
        timeout: limits.timeoutMs,
        ...(limits.signal ? { signal: limits.signal } : {}),
      })
      const parts = (result.content ?? []) as readonly { type: string; text?: string }[]
      const text = parts.flatMap((part) => (part.type === 'text' && part.text ? [part.text] : [])).join('\n')
      const value = result.structuredContent
      return { ok: result.isError !== true, text: text || JSON.stringify(value ?? null), ...(value ? { value } : {}) }
    })
  } catch (error) {
    return { ok: false, text: wordsOf(error) }
  }
}

const wordsOf = (error: unknown): string => {
  const { message, cause } = error as Error & { cause?: Error }
  return cause?.message ? `${message}: ${cause.message}` : message
}
