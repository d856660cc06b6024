import { createServer, type Server } from 'node:http'
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest'
import { buildModelEndpoint } from '@parrot/stand-ins'
import { sharedTestApp, rulesFile, type TestApp } from '../../testing/testApp'
import { versionVectors } from '../database'

const standIn = buildModelEndpoint('the-key')
let app: TestApp
let agent: string
let baseUrl: string
const servers: Server[] = []

beforeAll(async () => {
  baseUrl = `${await standIn.listen({ host: '127.0.0.1', port: 0 })}/v1`
  app = await sharedTestApp()
  agent = (await app.ask('POST', '/api/agents', { name: 'Ada' })).body.id
  await app.read(agent, rulesFile())
})
afterEach(async () => {
  for (let n = 0; n < 2; n++) await app.ask('DELETE', '/api/settings/embedder')
})
afterAll(async () => {
  await app.end()
  await standIn.close()
  for (const server of servers) {
    server.closeAllConnections()
    server.close()
  }
})

const set = (body: object) => app.ask('PUT', '/api/settings/embedder', { model: 'embedding', ...body })
const states = async () => (await app.ask('GET', '/api/settings/embedder')).body
async function untilInUse(model = 'embedding') {
  for (let n = 0; n < 200; n++) {
    const { inUse, next } = await states()
    if (inUse?.model === model && !next) return inUse
    if (next?.state === 'failed') throw new Error(next.error)
    await new Promise((resolve) => setTimeout(resolve, 25))
  }
  throw new Error('The embedder was not ready in time.')
}
const search = async (q: string) =>
  (await app.ask('GET', `/api/agents/${agent}/search?q=${encodeURIComponent(q)}`)).body.hits as {
    text: string
    score: number
    parts: { name: string; score: number }[]
  }[]
const embeddingOf = ({ parts }: { parts: { name: string; score: number }[] }) =>
  parts.find(({ name }) => name === 'embedding')?.score

/** An embedder by hand: `answer` gives the vector of a text, or holds it back. */
async function byHand(answer: (text: string) => Promise<number[]> | number[]): Promise<string> {
  const server = createServer((request, response) => {
    let body = ''
    request.on('data', (part: Buffer) => (body += part.toString()))
    request.on('end', async () => {
      const { input } = JSON.parse(body) as { input: string[] }
      const data = await Promise.all(input.map(async (text, index) => ({ index, embedding: await answer(text) })))
      response.writeHead(200, { 'content-type': 'application/json' }).end(JSON.stringify({ data }))
    })
  })
  servers.push(server)
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  return `http://127.0.0.1:${(server.address() as { port: number }).port}/v1`
}

describe('an embedder', () => {
  it('has its vectors made in a job, and its part is told of every hit', async () => {
    expect((await search('When is the water turned on?')).every((hit) => embeddingOf(hit) === undefined)).toBe(true)
    const begun = (await set({ baseUrl, key: 'the-key' })).body
    expect(begun.next).toMatchObject({ model: 'embedding', hasKey: true })
    expect(JSON.stringify(begun)).not.toContain('the-key')
    const ready = await untilInUse()
    expect(ready.done).toBe(ready.total)
    expect(ready.total).toBeGreaterThan(2)
    const [best] = await search('When is the water turned on?')
    expect(best!.text).toContain('Water is turned on')
    expect(embeddingOf(best!)).toBeGreaterThan(0)
    expect(best!.parts.reduce((sum, { score }) => sum + score, 0)).toBeCloseTo(best!.score)
    expect(
      (await app.ask('POST', `/api/agents/${agent}/turns`, { text: 'When is the water turned on?' })).body.reply,
    ).toContain('April')
  })

  it('finds what no word of the question stands in', async () => {
    // One dimension is "liquid", the other everything else.
    const address = await byHand((text) => (/water|aqua/i.test(text) ? [1, 0.1] : [0.1, 1]))
    await set({ baseUrl: address, model: 'by hand' })
    await untilInUse('by hand')
    expect((await search('aqua?'))[0]!.text).toContain('Water')
  })

  it('makes vectors of what is read later', async () => {
    await set({ baseUrl, key: 'the-key' })
    await untilInUse()
    const made = async () => (await app.services.db.select().from(versionVectors)).length
    const before = await made()
    await app.read(agent, {
      kind: 'note',
      title: 'Bees',
      text: 'The hives stand behind the orchard. Nobody opens them.',
    })
    for (let n = 0; n < 100 && (await made()) === before; n++) await new Promise((resolve) => setTimeout(resolve, 25))
    expect(await made()).toBe(before + 1)
    expect(embeddingOf((await search('Where are the hives?'))[0]!)).toBeGreaterThan(0)
  })

  it('goes on answering while another one is made ready, and gives way to it then', async () => {
    await set({ baseUrl, key: 'the-key' })
    await untilInUse()
    let go: () => void
    const held = new Promise<void>((resolve) => (go = resolve))
    const address = await byHand(async (text) => {
      if (text !== 'hello' && !text.includes('?')) await held
      return [1, 0]
    })
    await set({ baseUrl: address, model: 'slow', key: '' })
    expect(await states()).toMatchObject({ inUse: { model: 'embedding' }, next: { model: 'slow', state: 'making' } })
    expect(embeddingOf((await search('When is the water turned on?'))[0]!)).toBeGreaterThan(0)
    go!()
    await untilInUse('slow')
    const rows = await app.services.db.select().from(versionVectors)
    expect(new Set(rows.map(({ dimensions }) => dimensions))).toEqual(new Set([2]))
  })

  it('that falls silent leaves the words to answer', async () => {
    let isDead = false
    const address = await byHand((text) => {
      if (isDead && text.includes('?')) throw new Error('dead')
      return [1, 0]
    })
    await set({ baseUrl: address, model: 'dying' })
    await untilInUse('dying')
    isDead = true
    servers.at(-1)!.closeAllConnections()
    servers.at(-1)!.close()
    const [best] = await search('When is the water turned off?')
    expect(best!.text).toContain('Water')
    expect(embeddingOf(best!)).toBeUndefined()
  })

  it('that cannot be reached leaves the one that is being made ready', async () => {
    const held = await byHand(async (text) => (text === 'hello' ? [1, 0] : new Promise(() => undefined)))
    await set({ baseUrl: held, model: 'slow' })
    expect((await set({ baseUrl: 'http://127.0.0.1:9/v1', model: 'nobody' })).status).toBe(502)
    expect((await states()).next).toMatchObject({ model: 'slow', state: 'making' })
    expect((await app.ask('DELETE', '/api/settings/embedder')).body).toEqual({ inUse: null, next: null })
  })

  it('makes pinned lines be asked again, as any other change does', async () => {
    const { id } = (await app.ask('POST', `/api/agents/${agent}/pins`, { text: 'When is the water turned on?' })).body
    await app.ask('POST', `/api/agents/${agent}/pins/ask`)
    const isStale = async () =>
      (await app.ask('GET', `/api/agents/${agent}/pins`)).body.pins.find((pin: { id: string }) => pin.id === id).isStale
    expect(await isStale()).toBe(false)
    await set({ baseUrl, key: 'the-key' })
    await untilInUse()
    expect(await isStale()).toBe(true)
  })

  it.each([
    ['refuses', { key: 'wrong' }, /status 401.*Check the key/],
    ['is not there', { baseUrl: 'http://127.0.0.1:9/v1' }, /cannot be reached/],
  ])('that %s is told so at once, and nothing of it stays', async (_what, body, message) => {
    const answer = await set({ baseUrl, ...body })
    expect(answer.status).toBe(502)
    expect(`${answer.body.title} ${answer.body.detail}`).toMatch(message)
    expect(await states()).toEqual({ inUse: null, next: null })
  })

  it('that gives no vectors is told so', async () => {
    const address = await byHand(() => [])
    expect((await set({ baseUrl: address, model: 'empty' })).body.title).toContain('one vector for each text')
  })

  it('takes a kept key to no other address', async () => {
    await set({ baseUrl, key: 'the-key' })
    await untilInUse()
    expect((await set({ baseUrl: 'http://127.0.0.1:9/v1', model: 'm' })).body.title).toContain(
      'key must be entered again',
    )
  })
})
