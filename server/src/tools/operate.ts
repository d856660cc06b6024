import { partAt, type ToolResult } from '@parrot/core/tools'
import type { ToolOperation, ToolTried } from '@parrot/contract'
import type { Services } from '../services'
import { hostsOf } from '../settings/hosts'
import { kindAtHand, type Caller } from './kinds'
import { callMcp, type McpPlace } from './mcp'
import type { ToolRow } from './queries'
import { reach, type Reach, type Reply } from './reach'
import { maskedRequest, maskedText, requestFor, signed } from './requests'

type Means = Services
type Input = Readonly<Record<string, unknown>>

/** One call of an operation: as it is shown to the designer, and as a model reads it. */
export interface Operated {
  readonly tried: ToolTried
  readonly result: ToolResult
}

/**
 * Calls one operation of a tool. Never throws: what goes wrong is told in the result. With `isDry` it is only shown what
 * would be sent. Whatever is shown or given to a model has no secret in it.
 */
export async function operate(
  means: Means,
  row: ToolRow,
  operation: ToolOperation,
  input: Input,
  {
    isDry = false,
    signal,
    caller = { agentId: null, conversationId: null },
  }: { readonly isDry?: boolean; readonly signal?: AbortSignal | undefined; readonly caller?: Caller } = {},
): Promise<Operated> {
  const began = performance.now()
  const limits: Reach = { allowedHosts: await hostsOf(means), timeoutMs: row.timeoutMs, signal }
  const secret = row.sealedSecret === null ? undefined : means.seal.open(row.sealedSecret)
  const kind = kindAtHand(row.kind)
  if (kind) {
    const done = await kind.call({ means, row, operation, input, secret, limits, caller, isDry })
    return operated(done.sent, done.result, [secret], performance.now() - began)
  }
  const { sent, reply, secrets } = await (row.kind === 'mcp'
    ? speakMcp(means, row, operation, input, secret, limits, isDry)
    : speakHttp(row, operation, input, secret, limits, isDry))
  const result = reply === null ? { text: 'Nothing was sent: this was a dry run.' } : taken(reply, operation.take)
  const masked = { ...result, text: maskedText(result.text, secrets) }
  return {
    result: masked,
    tried: {
      request: sent,
      reply: reply === null ? null : maskedText(reply.ok ? reply.text : reply.message, secrets),
      result: reply === null ? null : masked.text,
      isFailed: result.isFailed === true,
      tookMs: performance.now() - began,
    },
  }
}

/** A call of a kind that is known here: it tells its result itself. */
function operated(
  sent: ToolTried['request'],
  result: ToolResult | null,
  secrets: readonly (string | undefined)[],
  tookMs: number,
): Operated {
  const text = result === null ? null : maskedText(result.text, secrets)
  return {
    result: result === null ? { text: 'Nothing was sent: this was a dry run.' } : { ...result, text: text! },
    tried: { request: sent, reply: text, result: text, isFailed: result?.isFailed === true, tookMs },
  }
}

interface Spoken {
  readonly sent: ToolTried['request']
  readonly reply: Reply | null
  readonly secrets: readonly (string | undefined)[]
}

async function speakHttp(
  row: ToolRow,
  { request }: ToolOperation,
  input: Input,
  secret: string | undefined,
  limits: Reach,
  isDry: boolean,
): Promise<Spoken> {
  const nothing = (message: string): Spoken => ({ sent: null, reply: { ok: false, message }, secrets: [secret] })
  if (!request) return nothing('The tool says nowhere how it is asked.')
  const ready = requestFor(request, row.url, input)
  if ('problem' in ready) return nothing(ready.problem)
  // A secret goes to the tool's own host, wherever an operation leads.
  const isOwnHost = URL.canParse(row.url) && new URL(ready.url).origin === new URL(row.url).origin
  const proof = isOwnHost
    ? isDry && row.auth.kind === 'client'
      ? '•••'
      : await proofFor(row, secret, limits)
    : undefined
  if (proof instanceof Error) return nothing(proof.message)
  const whole = signed(ready, row.auth, proof)
  const secrets = [secret, proof]
  return { sent: maskedRequest(whole, secrets), reply: isDry ? null : await reach(whole, limits), secrets }
}

async function speakMcp(
  { config }: Means,
  row: ToolRow,
  { name, request }: ToolOperation,
  input: Input,
  secret: string | undefined,
  limits: Reach,
  isDry: boolean,
): Promise<Spoken> {
  const place = placeOf(config.mcpCommands, row, secret)
  const own = request?.url || name
  const sent = {
    method: 'tools/call',
    url: row.url || row.command,
    headers: {},
    body: JSON.stringify({ name: own, arguments: input }, null, 2),
  }
  if (isDry) return { sent, reply: null, secrets: [secret] }
  const { ok, text, value } = await callMcp(place, own, input, limits)
  const whole = value === undefined ? text : JSON.stringify(value)
  return {
    sent,
    reply: ok
      ? { ok, status: 200, text: whole, mediaType: value === undefined ? 'text/plain' : 'application/json' }
      : { ok, message: text },
    secrets: [secret],
  }
}

/** Where an MCP server is; a program must be one of those that are allowed. */
export function placeOf(
  commands: Readonly<Record<string, readonly string[]>>,
  { url, command, auth }: Pick<ToolRow, 'url' | 'command' | 'auth'>,
  secret: string | undefined,
): McpPlace {
  const headers = signed(
    { method: 'POST', url: url || 'http://localhost', headers: {}, body: '' },
    auth,
    secret,
  ).headers
  return { url, headers, ...(command ? { program: commands[command] ?? ['/nonexistent'] } : {}) }
}

/** Tokens of client credentials, until shortly before they end. */
const tokens = new Map<string, { readonly token: string; readonly until: number }>()
const EARLY_MS = 30_000
const SHORTEST_MS = 60_000

/** What proves who asks: the secret itself, or a token that was fetched for it (RFC 6749, 4.4). */
async function proofFor(row: ToolRow, secret: string | undefined, limits: Reach): Promise<string | undefined | Error> {
  const { kind, name, tokenUrl, scope } = row.auth
  if (kind !== 'client' || !secret) return secret
  const key = `${row.id} ${row.sealedSecret} ${tokenUrl} ${scope}`
  const known = tokens.get(key)
  if (known && known.until > Date.now()) return known.token
  const reply = await reach(
    {
      method: 'POST',
      url: tokenUrl,
      headers: {
        'content-type': 'application/x-www-form-urlencoded',
        accept: 'application/json',
        authorization: `Basic ${Buffer.from(`${encodeURIComponent(name)}:${encodeURIComponent(secret)}`).toString('base64')}`,
      },
      body: new URLSearchParams({ grant_type: 'client_credentials', ...(scope ? { scope } : {}) }).toString(),
    },
    limits,
  )
  if (!reply.ok) return new Error(`No token could be fetched: ${reply.message}`)
  const told = parsed(reply.text) as { access_token?: unknown; expires_in?: unknown } | undefined
  if (reply.status !== 200 || typeof told?.access_token !== 'string')
    return new Error(`No token was given: “${new URL(tokenUrl).host}” answered with status ${reply.status}.`)
  const lastsMs = typeof told.expires_in === 'number' ? told.expires_in * 1000 - EARLY_MS : SHORTEST_MS
  tokens.set(key, { token: told.access_token, until: Date.now() + lastsMs })
  return told.access_token
}

const LONGEST_TOLD = 300
const failed = (text: string): ToolResult => ({ text, isFailed: true })

/** What is taken of a reply: data as a value, words as they are; a page or a broken answer is none. */
function taken(reply: Reply, path: string): ToolResult {
  if (!reply.ok) return failed(reply.message)
  const { status, text, mediaType } = reply
  if (status >= 400)
    return failed(`It answered with status ${status}: ${text.replace(/\s+/g, ' ').slice(0, LONGEST_TOLD)}`)
  if (/html/.test(mediaType)) return failed('It answered with a web page where data was expected.')
  const value = parsed(text)
  if (value === undefined) {
    if (/json/.test(mediaType)) return failed('It said it would answer with JSON, and what came is none.')
    return path === '' ? { text: text.trim() } : failed(`It answered with words, in which there is no “${path}”.`)
  }
  const part = partAt(value, path)
  if (part === undefined) return failed(`There is no “${path}” in what it answered.`)
  return { text: typeof part === 'string' ? part : JSON.stringify(part), value: part }
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text) as unknown
  } catch {
    return undefined
  }
}
