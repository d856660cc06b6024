import { cpSync, mkdirSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { sql } from 'drizzle-orm'
import { buildApp, configFrom, type App } from '../src'
import { blankImage } from './blankImage'

/** A server on a data folder of its own, asked by injection: real routes, real database, no port. */
export interface TestApp extends App {
  readonly dataFolder: string
  /** Asks the server; `body` may be JSON or a form. */
  ask(method: string, path: string, body?: unknown, headers?: Record<string, string>): Promise<Answer>
  /** Adds a source and waits until it is read. */
  read(agentId: string, source: object | File): Promise<{ id: string; status: string; error: string | null }>
  /** Closes the server and removes its data. */
  end(): Promise<void>
}

export interface Answer {
  readonly status: number
  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- answers are looked at by the tests, each with its own shape
  readonly body: any
  readonly headers: Readonly<Record<string, unknown>>
}

/** An empty data folder with a database that is ready at once. */
export function newDataFolder(): string {
  const folder = mkdtempSync(join(tmpdir(), 'parrot-test-'))
  mkdirSync(folder, { recursive: true })
  cpSync(blankImage(), join(folder, 'database'), { recursive: true })
  return folder
}

export async function openTestApp(env: Record<string, string> = {}, dataFolder = newDataFolder()): Promise<TestApp> {
  const app = await buildApp(
    configFrom({ PARROT_DATA: dataFolder, PARROT_LOG: 'silent', PARROT_DURABLE: 'off', ...env }),
  )
  const ask: TestApp['ask'] = async (method, path, body, headers = {}) => {
    const isForm = body instanceof FormData
    const form = isForm ? new Response(body) : undefined
    const response = await app.server.inject({
      method: method as 'GET',
      url: path,
      headers: {
        host: 'localhost:4100',
        ...(form ? { 'content-type': form.headers.get('content-type')! } : {}),
        ...headers,
      },
      payload: form ? Buffer.from(await form.arrayBuffer()) : (body as object | undefined),
    })
    const isJson = /json(?!l)/.test(String(response.headers['content-type'] ?? ''))
    return { status: response.statusCode, body: isJson ? response.json() : response.body, headers: response.headers }
  }
  return {
    ...app,
    dataFolder,
    ask,
    read: async (agentId, source) => {
      const added = await ask(
        'POST',
        `/api/agents/${agentId}/sources`,
        source instanceof File ? formOf(source) : source,
      )
      if (added.status !== 202) throw new Error(JSON.stringify(added.body))
      return untilRead(ask, added.body.id)
    },
    end: async () => {
      await app.close()
      rmSync(dataFolder, { recursive: true, force: true })
    },
  }
}

let shared: Promise<TestApp> | undefined

/**
 * The server that all files of a worker share, with nothing in it: a file that needs no settings of its own, makes no members
 * and starts no server anew is given it emptied, since another one takes seconds. It ends with its worker.
 */
export async function sharedTestApp(): Promise<TestApp> {
  shared ??= openTestApp().then((app) => {
    process.once('exit', () => rmSync(app.dataFolder, { recursive: true, force: true }))
    return { ...app, end: async () => undefined }
  })
  const app = await shared
  await emptied(app)
  return app
}

/** Takes everything out of a server's database once its jobs are over. */
async function emptied({ services: { db } }: TestApp): Promise<void> {
  await db.execute(sql`update jobs set state = 'cancelled' where state = 'queued'`)
  await until(async () => (await db.execute(sql`select 1 from jobs where state = 'running'`)).rows.length === 0)
  const { rows } = await db.execute(sql`select tablename as name from pg_tables where schemaname = 'public'`)
  const names = rows.map(({ name }) => sql.identifier(String(name)))
  await db.execute(sql`truncate ${sql.join(names, sql`, `)} cascade`)
}

export function formOf(file: File): FormData {
  const form = new FormData()
  form.append('file', file)
  return form
}

/** Asks again and again until there is an answer; gives it. */
export async function until<Found>(ask: () => Promise<Found | false | undefined>): Promise<Found> {
  for (let tries = 0; tries < 800; tries++) {
    const found = await ask()
    if (found) return found
    await new Promise((resolve) => setTimeout(resolve, 25))
  }
  throw new Error('It did not come about in time.')
}

/** Waits until a source is ready or failed. */
export async function untilRead(
  ask: TestApp['ask'],
  id: string,
): Promise<{ id: string; status: string; error: string | null }> {
  return until(async () => {
    const { body } = await ask('GET', `/api/sources/${id}`)
    return (body.status === 'ready' || body.status === 'failed') && body
  })
}

/** A document of another subject than the sample's, for tests. */
export const RULES = `# Allotment rules

## Water

Water is turned on in April and turned off in October. Sprinklers are not allowed.

## Fees

| Plot | Fee |
| --- | --- |
| Small plot | £40.00 |
| Large plot | £75.00 |

## Bonfires

Bonfires are allowed only in November.
`
export const rulesFile = (text = RULES, name = 'rules.md') => new File([text], name, { type: 'text/markdown' })
