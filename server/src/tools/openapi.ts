import { dereference, parse } from '@readme/openapi-parser'
import { parse as parseYaml } from 'yaml'
import type { ToolOperation } from '@parrot/contract'
import { HttpProblem } from '../http/problems'

/** What an OpenAPI document offers. */
export interface ReadDocument {
  readonly title: string
  /** Where its requests go; empty where the document does not say. */
  readonly url: string
  readonly operations: readonly ToolOperation[]
}

const METHODS = ['get', 'post', 'put', 'patch', 'delete'] as const
const MOST_OPERATIONS = 300
const MOST_DEPTH = 6
/** Up to so many are switched on at once; of more the designer ticks those that are wanted. */
const MOST_ON = 12

type Json = Readonly<Record<string, unknown>>
const isObject = (value: unknown): value is Json => typeof value === 'object' && value !== null && !Array.isArray(value)
const listOf = (value: unknown): readonly Json[] => (Array.isArray(value) ? value.filter(isObject) : [])
const text = (value: unknown): string => (typeof value === 'string' ? value : '')

const refused = (detail: string): HttpProblem =>
  new HttpProblem(422, 'This is no OpenAPI document that can be read.', detail, { code: 'no-document' })

/**
 * Reads an OpenAPI 3 or Swagger 2 document, JSON or YAML: each operation with its inputs as one JSON Schema. References
 * within it are followed, references to other places are not. Throws a problem with words for the designer.
 */
export async function readOpenApi(source: string, from = ''): Promise<ReadDocument> {
  let raw: unknown
  try {
    raw = source.trimStart().startsWith('{') ? JSON.parse(source) : parseYaml(source, { maxAliasCount: 100 })
  } catch (error) {
    throw refused(
      `It is neither JSON nor YAML: ${error instanceof Error ? error.message.split('\n')[0] : 'unknown reason'}`,
    )
  }
  if (!isObject(raw) || !isObject(raw.paths))
    throw refused('It has no “paths”. Give the document itself, not a page about it.')
  if (hasOutsideReference(raw)) throw refused('It refers to other files. Put the whole into one document first.')
  let document: Json
  try {
    const options = { resolve: { external: false }, dereference: { circular: 'ignore' } } as const
    document = (await dereference((await parse(raw as never)) as never, options as never)) as unknown as Json
  } catch (error) {
    throw refused(error instanceof Error ? error.message.slice(0, 300) : 'Its references lead nowhere.')
  }
  const operations = operationsOf(document)
  if (operations.length === 0) throw refused('It describes no operation.')
  return {
    title: text((document.info as Json | undefined)?.title),
    url: serverOf(document, from),
    operations: operations.map((operation) => ({ ...operation, isOn: operations.length <= MOST_ON })),
  }
}

function hasOutsideReference(value: unknown): boolean {
  const waiting: unknown[] = [value]
  const seen = new Set<unknown>()
  while (waiting.length > 0) {
    const each = waiting.pop()
    if (typeof each !== 'object' || each === null || seen.has(each)) continue
    seen.add(each)
    const ref = (each as Json).$ref
    if (typeof ref === 'string' && !ref.startsWith('#')) return true
    waiting.push(...Object.values(each))
  }
  return false
}

function serverOf(document: Json, from: string): string {
  const [server] = listOf(document.servers)
  const given = server
    ? text(server.url).replace(/\{(\w+)\}/g, (_, name: string) =>
        text(((server.variables as Json | undefined)?.[name] as Json | undefined)?.default),
      )
    : swaggerServer(document)
  if (given === '' && from === '') return ''
  return URL.canParse(given, from || undefined) ? new URL(given || '/', from || undefined).href.replace(/\/$/, '') : ''
}

function swaggerServer({ host, basePath, schemes }: Json): string {
  if (typeof host !== 'string') return text(basePath)
  const scheme =
    Array.isArray(schemes) && schemes.includes('https') ? 'https' : ((schemes as string[] | undefined)?.[0] ?? 'https')
  return `${scheme}://${host}${text(basePath)}`
}

function operationsOf({ paths }: Json): ToolOperation[] {
  const found: ToolOperation[] = []
  const taken = new Set<string>()
  for (const [path, item] of Object.entries(paths as Json)) {
    if (!isObject(item)) continue
    for (const method of METHODS) {
      const described = item[method]
      if (!isObject(described) || found.length >= MOST_OPERATIONS) continue
      const base = nameFrom(text(described.operationId) || `${method} ${path}`)
      let name = base
      for (let number = 2; taken.has(name); number++) name = `${base.slice(0, 60)}_${number}`
      taken.add(name)
      found.push(operationFrom(name, method, path, item, described))
    }
  }
  return found
}

/** A name that models can call it by. */
export const nameFrom = (words: string): string =>
  words
    .replace(/[^A-Za-z0-9_-]+/g, '_')
    .replace(/^_+|_+$/g, '')
    .slice(0, 60) || 'tool'

function operationFrom(
  name: string,
  method: (typeof METHODS)[number],
  path: string,
  item: Json,
  described: Json,
): ToolOperation {
  const parameters = [...listOf(item.parameters), ...listOf(described.parameters)]
  const properties: Record<string, unknown> = {}
  const required: string[] = []
  const query: Record<string, string> = {}
  const headers: Record<string, string> = {}
  const body: string[] = []
  for (const parameter of parameters) {
    const key = text(parameter.name)
    if (key === '' || parameter.in === 'cookie') continue
    if (parameter.in === 'body') {
      takeBody(plainSchema(parameter.schema))
      continue
    }
    properties[key] = {
      ...plainSchema(parameter.schema ?? parameter),
      ...(text(parameter.description) ? { description: text(parameter.description) } : {}),
    }
    if (parameter.required === true || parameter.in === 'path') required.push(key)
    if (parameter.in === 'query') query[key] = `{{${key}}}`
    else if (parameter.in === 'header') headers[key] = `{{${key}}}`
    else if (parameter.in === 'formData') body.push(key)
  }
  const content = isObject(described.requestBody) ? (described.requestBody.content as Json | undefined) : undefined
  const json = content && Object.entries(content).find(([type]) => /json/.test(type))?.[1]
  if (isObject(json)) takeBody(plainSchema(json.schema))

  function takeBody(schema: Json): void {
    if (!isObject(schema.properties)) return
    const needed = Array.isArray(schema.required) ? (schema.required as string[]) : []
    for (const [key, value] of Object.entries(schema.properties)) {
      properties[key] ??= value
      body.push(key)
      if (needed.includes(key) && !required.includes(key)) required.push(key)
    }
  }
  const summary = text(described.summary)
  return {
    name,
    title: summary.slice(0, 120) || name.replace(/[_-]+/g, ' '),
    description: (text(described.description) || summary).slice(0, 4000),
    input: { type: 'object', properties, ...(required.length > 0 ? { required } : {}) },
    changes: method !== 'get',
    isOn: true,
    take: '',
    standIn: exampleOf(described),
    request: {
      method: method.toUpperCase() as 'GET',
      url: path.replace(/\{([^}]+)\}/g, '{{$1}}'),
      query,
      headers,
      body: body.length > 0 ? body : null,
    },
  }
}

/** A schema as a plain value, so deep and no deeper: a ring of references ends. */
function plainSchema(schema: unknown, depth = 0): Json {
  if (!isObject(schema) || depth > MOST_DEPTH) return {}
  const parts = listOf(schema.allOf)
  const whole: Json =
    parts.length > 0 ? parts.reduce<Json>((all, part) => merged(all, plainSchema(part, depth + 1)), schema) : schema
  const kept: Record<string, unknown> = {}
  for (const key of ['type', 'title', 'description', 'format', 'default', 'enum', 'required', 'minimum', 'maximum'])
    if (whole[key] !== undefined && typeof whole[key] !== 'function') kept[key] = whole[key]
  if (typeof kept.required === 'boolean') delete kept.required
  if (isObject(whole.properties))
    kept.properties = Object.fromEntries(
      Object.entries(whole.properties).map(([key, value]) => [key, plainSchema(value, depth + 1)]),
    )
  if (isObject(whole.items)) kept.items = plainSchema(whole.items, depth + 1)
  return kept
}

const merged = (one: Json, other: Json): Json => ({
  ...one,
  ...other,
  properties: { ...(one.properties as Json | undefined), ...(other.properties as Json | undefined) },
  required: [...((one.required as string[] | undefined) ?? []), ...((other.required as string[] | undefined) ?? [])],
})

/** An example of an answer that the document itself gives: it can stand in where nobody outside is asked. */
function exampleOf({ responses }: Json): string | null {
  const success = Object.entries((responses as Json | undefined) ?? {}).find(([status]) => /^2/.test(status))?.[1]
  const content = isObject(success) ? (success.content as Json | undefined) : undefined
  const json = content && Object.entries(content).find(([type]) => /json/.test(type))?.[1]
  if (!isObject(json)) return null
  const named = isObject(json.examples) ? Object.values(json.examples).find(isObject)?.value : undefined
  const example = json.example ?? named ?? (isObject(json.schema) ? json.schema.example : undefined)
  return example === undefined ? null : JSON.stringify(example).slice(0, 20_000)
}
