import type { AppointmentSettings, ToolKind, ToolOperation } from '@parrot/contract'

/** Where tools come from, with what each is good for. */
export const TOOL_KINDS: Readonly<Record<ToolKind, { readonly name: string; readonly says: string }>> = {
  http: { name: 'Request', says: 'one request to an address, put together here' },
  openapi: { name: 'OpenAPI', says: 'everything a service describes in its OpenAPI document' },
  mcp: { name: 'MCP server', says: 'everything a server of the Model Context Protocol offers' },
  calendar: {
    name: 'Calendar',
    says: 'free times, and appointments made, moved and cancelled (CalDAV, or an .ics to look at)',
  },
  mail: { name: 'Mail', says: 'mails to the addresses you allow, by the mail server of the settings' },
  search: { name: 'Search', says: 'a search engine that describes itself by OpenSearch, on the sites you name' },
  reminder: { name: 'Reminder', says: 'a mail at the time a visitor names, to the address they give' },
  team: { name: 'Team', says: 'people of yours, who ring visitors up or answer them from the logbook' },
  table: { name: 'Table', says: 'rows of a table that was read into a library, looked up by what stands in them' },
  drawing: { name: 'Drawing', says: 'a picture from a description, by a service that draws' },
  library: { name: 'Library', says: 'what another agent here has read, as it is published' },
}
/** Kinds that have an address of their own. */
const OWN: ReadonlySet<ToolKind> = new Set(['mail', 'library', 'table', 'reminder', 'team'])
export const hasAddress = (kind: ToolKind): boolean => !OWN.has(kind)
/** All of them, as they are offered. */
export const KIND_ORDER = Object.keys(TOOL_KINDS) as ToolKind[]

/** An operation of one's own, as it begins. */
export const blankOperation = (): ToolOperation => ({
  name: '',
  title: '',
  description: '',
  input: { type: 'object', properties: {}, required: [] },
  changes: false,
  isOn: true,
  take: '',
  standIn: null,
  request: { method: 'GET', url: '', query: {}, headers: {}, body: null },
})

/** One thing an operation is given. */
export interface InputLine {
  readonly name: string
  readonly type: 'string' | 'number' | 'integer' | 'boolean' | 'date' | 'time' | 'email' | 'choice'
  readonly description: string
  readonly required: boolean
  readonly choices: readonly string[]
}
interface Property {
  readonly type?: string
  readonly format?: string
  readonly description?: string
  readonly enum?: readonly unknown[]
}
interface ObjectSchema {
  readonly properties?: Readonly<Record<string, Property>>
  readonly required?: readonly string[]
}

/** What an operation is given, as lines of a form. */
export function linesOf(input: ToolOperation['input']): InputLine[] {
  const { properties = {}, required = [] } = input as ObjectSchema
  // The order of properties says nothing: what is needed stands first, in its own.
  const order = [...new Set([...required.filter((name) => name in properties), ...Object.keys(properties)])]
  return order.map((name) => {
    const { type = 'string', format, description = '', enum: choices } = properties[name]!
    return {
      name,
      type: (choices
        ? 'choice'
        : format === 'date' || format === 'time' || format === 'email'
          ? format
          : type) as InputLine['type'],
      description,
      required: required.includes(name),
      choices: (choices ?? []).map(String),
    }
  })
}

const FORMATS = new Set(['date', 'time', 'email'])
/** The lines of a form as the schema of an operation. */
export function schemaOf(lines: readonly InputLine[]): ToolOperation['input'] {
  const named = lines.filter(({ name }) => name.trim() !== '')
  return {
    type: 'object',
    properties: Object.fromEntries(
      named.map(({ name, type, description, choices }) => [
        name.trim(),
        {
          ...(type === 'choice'
            ? { type: 'string', enum: [...choices] }
            : FORMATS.has(type)
              ? { type: 'string', format: type }
              : { type }),
          ...(description ? { description } : {}),
        },
      ]),
    ),
    required: named.filter(({ required }) => required).map(({ name }) => name.trim()),
  }
}

/** What was typed for an input, as its type wants it; empty texts are left out. */
export const valuesOf = (
  lines: readonly InputLine[],
  typed: Readonly<Record<string, string>>,
): Record<string, unknown> =>
  Object.fromEntries(
    lines.flatMap(({ name, type }): [string, unknown][] => {
      const text = typed[name]?.trim() ?? ''
      if (text === '') return []
      if (type === 'number' || type === 'integer') return [[name, Number(text)]]
      if (type === 'boolean') return [[name, text === 'true' || text === 'yes']]
      return [[name, text]]
    }),
  )

/** The paths that lead to the parts of a value, the shallow ones first: what can be taken of a reply. */
export function pathsIn(value: unknown, most = 60): { path: string; example: string }[] {
  const found: { path: string; example: string }[] = []
  const waiting: { value: unknown; path: string }[] = [{ value, path: '' }]
  while (waiting.length > 0 && found.length < most) {
    const { value: at, path } = waiting.shift()!
    if (path !== '') found.push({ path, example: JSON.stringify(at).slice(0, 80) })
    if (typeof at !== 'object' || at === null) continue
    const parts = Array.isArray(at) ? at.slice(0, 1).map((each, n) => [String(n), each] as const) : Object.entries(at)
    for (const [key, each] of parts) waiting.push({ value: each, path: path === '' ? key : `${path}.${key}` })
  }
  return found
}

/** How appointments can be had until somebody says otherwise. */
export const usualAppointments = (): AppointmentSettings => ({
  timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
  hours: [{ days: [0, 1, 2, 3, 4], from: '09:00', to: '17:00' }],
  lengthMinutes: 30,
  bufferMinutes: 0,
  noticeMinutes: 60,
  daysAhead: 90,
  windowDays: 7,
  holidays: [],
  places: [],
  title: '{{name}}',
})
