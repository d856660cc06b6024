import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { openWorld, type World } from './world'

/** The server is killed at random moments while it reads, crawls and indexes; nothing may be lost or doubled. */
let world: World
beforeAll(async () => {
  world = await openWorld()
}, 120_000)
afterAll(() => world.end())

const api = async <T>(method: string, path: string, body?: unknown): Promise<T> => {
  const isForm = body instanceof FormData
  const response = await fetch(`${world.url}${path}`, {
    method,
    headers: body === undefined || isForm ? {} : { 'content-type': 'application/json' },
    body: body === undefined ? undefined : isForm ? body : JSON.stringify(body),
  })
  return (response.status === 204 ? undefined : await response.json()) as T
}

const KILLS = 3
/** Moments are drawn from a fixed seed (a linear congruential generator), so that a failure can be seen again. */
const MOMENTS = Array.from({ length: KILLS }).reduce<number[]>(
  (all) => [...all, ((all.at(-1) ?? Number(process.env.PARROT_SEED ?? 7)) * 1_103_515_245 + 12_345) % 2 ** 31],
  [],
)

const words = (seed: number) =>
  Array.from(
    { length: 5000 },
    (_, at) => `Bed ${at} of row ${seed} is watered on day ${(at * seed) % 28} and dug by hand.`,
  )
const text = (seed: number) => `# Row ${seed}\n\n${words(seed).join('\n\n')}`
const form = (name: string, content: BlobPart) => {
  const body = new FormData()
  body.append('file', new File([content], name))
  return body
}

interface Listed {
  sources: { id: string; origin: string; status: string; passages: number; characters: number }[]
}

/** Gives an agent a long text, a PDF and a site to read. */
async function begin(name: string): Promise<string> {
  const { id } = await api<{ id: string }>('POST', '/api/agents', { name })
  const pdf = readFileSync(join(import.meta.dirname, '../demo/files/conditions-of-carriage.pdf'))
  await api('POST', `/api/agents/${id}/sources`, form('rows.md', text(3)))
  await api('POST', `/api/agents/${id}/sources`, form('conditions.pdf', pdf))
  await api('POST', `/api/agents/${id}/sources`, { kind: 'site', url: `${world.site}/`, delayMs: 150, maxPages: 20 })
  await api('POST', `/api/agents/${id}/sources`, form('more.md', text(5)))
  return id
}

const listed = async (agent: string) => (await api<Listed>('GET', `/api/agents/${agent}/sources`)).sources

async function untilDone(agent: string): Promise<void> {
  for (let tries = 0; tries < 600; tries++) {
    const all = await listed(agent)
    if (all.every((source) => source.status === 'ready' || source.status === 'failed')) return
    await new Promise((resolve) => setTimeout(resolve, 100))
  }
  throw new Error('Reading did not end.')
}

/** All there is of an agent's library, in words that do not depend on ids. */
async function stateOf(agent: string): Promise<unknown> {
  const all = await listed(agent)
  return Promise.all(
    all.map(async ({ id, origin, status, characters }) => {
      const texts: string[] = []
      for (let offset = 0; ; offset += 500) {
        const page = await api<{ passages: { text: string }[] }>(
          'GET',
          `/api/sources/${id}/passages?offset=${offset}&limit=500`,
        )
        if (page.passages.length === 0) break
        texts.push(...page.passages.map((passage) => passage.text))
      }
      return { origin, status, characters, texts }
    }),
  )
}

describe('a server killed at any moment of its reading', () => {
  it('ends in the same state as one that was left alone', async () => {
    const calm = await begin('Calm')
    await untilDone(calm)
    const expected = await stateOf(calm)
    const troubled = await begin('Troubled')
    for (const moment of MOMENTS) {
      await new Promise((resolve) => setTimeout(resolve, moment % 900))
      await world.kill()
      await world.start()
    }
    await untilDone(troubled)
    expect(await stateOf(troubled)).toEqual(expected)
    const { hits } = await api<{ hits: { text: string }[] }>(
      'GET',
      `/api/agents/${troubled}/search?q=bed+4711+of+row+5`,
    )
    expect(hits[0]!.text).toContain('Bed 4711 of row 5')
    const left = readdirSync(join(world.dataFolder, 'files'), { recursive: true, encoding: 'utf8' })
    expect(left.filter((name) => name.endsWith('.part'))).toEqual([])
  }, 240_000)

  it('runs, notes and studies go on where they were', async () => {
    const { agents } = await api<{ agents: { id: string; name: string }[] }>('GET', '/api/agents')
    const agent = agents.find(({ name }) => name === 'Marlow')!.id
    const copies = Array.from(
      { length: 12 },
      (_, at) =>
        `# Copy ${at}\nvisitor: Can I bring my dog?\n- says: “lead”\nvisitor: What does a bicycle cost?\n- cites`,
    )
    await api('POST', `/api/agents/${agent}/scripts/import`, { form: 'text', content: copies.join('\n') })
    const run = await api<{ id: string }>('POST', `/api/agents/${agent}/rehearsals`, { wait: 0 })
    const question = 'Do children need a ticket?'
    const note = await api<{ id: string }>('POST', `/api/agents/${agent}/notes`, {
      question,
      wrong: 'Never say “yo-ho-ho”',
    })
    const study = await api<{ id: string }>('POST', `/api/agents/${agent}/studies`, { kind: 'stress' })
    for (const moment of MOMENTS) {
      await new Promise((resolve) => setTimeout(resolve, 300 + (moment % 1500)))
      await world.kill()
      await world.start()
    }
    const over = { timeout: 120_000, interval: 300 }
    const runOf = () => api<{ status: string; total: number; results: object[] }>('GET', `/api/rehearsals/${run.id}`)
    await expect.poll(async () => (await runOf()).status, over).toBe('done')
    const { total, results } = await runOf()
    expect(results).toHaveLength(total)
    const noteOf = () =>
      api<{ status: string; proposals: { trial: { played: number; scripts: number } }[] }>(
        'GET',
        `/api/notes/${note.id}`,
      )
    await expect.poll(async () => (await noteOf()).status, over).toBe('ready')
    const { proposals } = await noteOf()
    expect(proposals.length).toBeGreaterThan(1)
    for (const { trial } of proposals) expect(trial.played).toBe(trial.scripts)
    await expect
      .poll(async () => (await api<{ status: string }>('GET', `/api/studies/${study.id}`)).status, over)
      .toBe('done')
  }, 400_000)

  it('an upload that is cut off leaves nothing behind', async () => {
    const { id } = await api<{ id: string }>('POST', '/api/agents', { name: 'Cut' })
    const abort = new AbortController()
    const endless = new ReadableStream({
      pull: async (controller) => {
        controller.enqueue(new TextEncoder().encode('y'.repeat(64_000)))
        await new Promise((resolve) => setTimeout(resolve, 20))
      },
    })
    const head = '--x\r\ncontent-disposition: form-data; name="file"; filename="long.md"\r\n\r\n'
    const body = new ReadableStream({
      start: (controller) => controller.enqueue(new TextEncoder().encode(head)),
      pull: async (controller) => {
        const { value } = await reader.read()
        controller.enqueue(value)
      },
    })
    const reader = endless.getReader()
    const sending = fetch(`${world.url}/api/agents/${id}/sources`, {
      method: 'POST',
      headers: { 'content-type': 'multipart/form-data; boundary=x' },
      body,
      duplex: 'half',
      signal: abort.signal,
    } as RequestInit).catch(() => undefined)
    const parts = () =>
      readdirSync(join(world.dataFolder, 'files'), { recursive: true, encoding: 'utf8' }).filter((name) =>
        name.endsWith('.part'),
      )
    await expect.poll(parts, { timeout: 5000 }).not.toEqual([])
    abort.abort()
    await sending
    await expect.poll(parts, { timeout: 5000 }).toEqual([])
    expect(await listed(id)).toEqual([])
  })
})
