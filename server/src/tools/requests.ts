import { partAt } from '@parrot/core/tools'
import type { RequestTemplate, ToolAuth } from '@parrot/contract'
import type { ReadyRequest } from './reach'

const PLACE = /\{\{\s*([\w.-]+)\s*\}\}/g
type Input = Readonly<Record<string, unknown>>

const textOf = (value: unknown): string =>
  value === undefined || value === null ? '' : typeof value === 'object' ? JSON.stringify(value) : String(value)

/** A line with its places filled; undefined when one of them stays empty: the line is left out. */
function filled(line: string, input: Input, encode: (text: string) => string = (text) => text): string | undefined {
  let isWhole = true
  const text = line.replace(PLACE, (_, path: string) => {
    const value = textOf(partAt(input, path))
    if (value === '') isWhole = false
    return encode(value)
  })
  return isWhole ? text : undefined
}

const filledLines = (lines: Readonly<Record<string, string>>, input: Input): [string, string][] =>
  Object.entries(lines).flatMap(([name, line]): [string, string][] => {
    const value = filled(line, input)
    return value === undefined || value === '' ? [] : [[name, value]]
  })

/** Puts a request together: what it is given goes into its places, encoded for where they stand. */
export function requestFor(template: RequestTemplate, base: string, input: Input): ReadyRequest | { problem: string } {
  const path = filled(template.url, input, encodeURIComponent)
  if (path === undefined) return { problem: 'Something the address needs was not given.' }
  const whole = /^https?:\/\//i.test(path) ? path : `${base.replace(/\/$/, '')}/${path.replace(/^\//, '')}`
  if (!URL.canParse(whole)) return { problem: `“${whole}” is no web address.` }
  const url = new URL(whole)
  for (const [name, value] of filledLines(template.query, input)) url.searchParams.append(name, value)
  const body = bodyFor(template.body, input)
  return {
    method: template.method,
    url: url.href,
    headers: {
      accept: 'application/json, text/plain;q=0.8, */*;q=0.1',
      ...(body === '' ? {} : { 'content-type': 'application/json' }),
      // What is given cannot begin another header.
      ...Object.fromEntries(
        filledLines(template.headers, input).map(([name, value]) => [name, value.replace(/[\r\n]/g, ' ')]),
      ),
    },
    body,
  }
}

function bodyFor(body: RequestTemplate['body'], input: Input): string {
  if (body === null) return ''
  if (typeof body !== 'string')
    return JSON.stringify(
      Object.fromEntries(body.filter((name) => input[name] !== undefined).map((name) => [name, input[name]])),
    )
  // A place within a text of JSON is filled as a part of that text; one by itself becomes its value.
  return body.replace(/"\{\{\s*([\w.-]+)\s*\}\}"|\{\{\s*([\w.-]+)\s*\}\}/g, (_, alone?: string, within?: string) => {
    const value = partAt(input, alone ?? within!)
    return alone === undefined ? JSON.stringify(textOf(value)).slice(1, -1) : JSON.stringify(value ?? null)
  })
}

/** The same request with what says who asks. */
export function signed(
  ready: ReadyRequest,
  { kind, name, prefix }: ToolAuth,
  secret: string | undefined,
): ReadyRequest {
  if (kind === 'none' || !secret) return ready
  const header = (field: string, value: string) => ({
    ...ready,
    headers: { ...ready.headers, [field.toLowerCase()]: value },
  })
  if (kind === 'header') return header(name || 'authorization', `${prefix}${secret}`)
  if (kind === 'basic') return header('authorization', `Basic ${Buffer.from(`${name}:${secret}`).toString('base64')}`)
  if (kind === 'client') return header('authorization', `Bearer ${secret}`)
  const url = new URL(ready.url)
  url.searchParams.set(name || 'key', secret)
  return { ...ready, url: url.href }
}

/** A text in which a secret cannot be read. */
export function maskedText(text: string, secrets: readonly (string | undefined)[]): string {
  const forms = secrets.flatMap((secret) =>
    secret && secret.length > 3 ? [secret, encodeURIComponent(secret), Buffer.from(secret).toString('base64')] : [],
  )
  return forms.reduce((rest, form) => rest.replaceAll(form, '•••'), text)
}

/** A request as it may be shown. */
export const maskedRequest = (ready: ReadyRequest, secrets: readonly (string | undefined)[]): ReadyRequest => ({
  method: ready.method,
  url: maskedText(ready.url, secrets),
  headers: Object.fromEntries(
    Object.entries(ready.headers).map(([name, value]) => [
      name,
      /^basic /i.test(value) ? 'Basic •••' : maskedText(value, secrets),
    ]),
  ),
  body: maskedText(ready.body, secrets),
})
