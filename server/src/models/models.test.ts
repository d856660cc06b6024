import { createServer, type Server } from 'node:http'
import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { buildModelEndpoint } from '@parrot/stand-ins'
import { sharedTestApp, rulesFile, type TestApp } from '../../testing/testApp'

const KEY = 'sk-very-secret-0815'
const standIn = buildModelEndpoint(KEY)
let app: TestApp
let agent: string
let address: string
const servers: Server[] = []

beforeAll(async () => {
  app = await sharedTestApp()
  agent = (await app.ask('POST', '/api/agents', { name: 'Ada' })).body.id
  await app.read(agent, rulesFile())
  address = `${await standIn.listen({ host: '127.0.0.1', port: 0 })}/v1`
})
afterAll(async () => {
  await app.end()
  await standIn.close()
  for (const server of servers) server.close()
})

const setUp = async (baseUrl: string, key?: string) =>
  (await app.ask('POST', '/api/endpoints', { name: 'Cloud', baseUrl, model: 'understudy', key })).body
const use = (endpointId: string | null) => app.ask('PATCH', `/api/agents/${agent}`, { endpointId })
const ask = (text: string) => app.ask('POST', `/api/agents/${agent}/turns`, { text })

/** An endpoint that answers every request in one way. */
async function fake(answer: (url: string) => { status: number; type: string; body: string }): Promise<string> {
  const server = createServer((request, response) => {
    const { status, type, body } = answer(request.url ?? '')
    response.writeHead(status, { 'content-type': type }).end(body)
  })
  servers.push(server)
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  return `http://127.0.0.1:${(server.address() as { port: number }).port}/v1`
}

describe('an agent', () => {
  it('answers through the built-in model and through an endpoint, with citations either way', async () => {
    const builtIn = (await ask('When is the water turned on?')).body
    await use((await setUp(address, KEY)).id)
    const outside = (await ask('When is the water turned on?')).body
    expect(outside.model).toBe('Cloud')
    expect(builtIn.reply).toContain('April')
    expect(outside.reply).toContain('April')
    expect(outside.citations).toHaveLength(1)
    expect(outside.outcome).toBe('answered')
    const notes = outside.workings.find((working: { step: string }) => working.step === 'model').details
    expect(notes.map((note: { label: string }) => note.label)).toContain('Nearest')
    await use(null)
    expect((await ask('When is the water turned on?')).body.model).toBe('Understudy')
  })

  it('cannot be given an endpoint that is not there', async () => {
    expect((await use('nowhere')).status).toBe(404)
  })
})

describe('an endpoint that fails', () => {
  const failing = async (baseUrl: string, key?: string) => {
    await use((await setUp(baseUrl, key)).id)
    const { status, body } = await ask('When is the water turned on?')
    return { status, text: `${body.title} ${body.detail}` }
  }

  it.each([
    ['a wrong key', () => Promise.resolve(address), 'wrong', /status 401.*Check the key/],
    ['nobody there', () => Promise.resolve('http://127.0.0.1:9/v1'), '', /cannot be reached.*Check that/],
    ['not JSON', () => fake(() => ({ status: 200, type: 'application/json', body: '<html>' })), '', /not JSON/],
    [
      'an error in the stream',
      () =>
        fake(() => ({ status: 200, type: 'text/event-stream', body: 'data: {"error":{"message":"overloaded"}}\n\n' })),
      '',
      /failed\. Try again/,
    ],
    ['a failure of its own', () => fake(() => ({ status: 500, type: 'text/plain', body: 'oops' })), '', /status 500/],
    [
      'a redirect that would carry the key away',
      () => fake(() => ({ status: 302, type: 'text/plain', body: '' })),
      'k',
      /status 302|cannot be reached/,
    ],
  ])('says so: %s', async (_what, baseUrl, key, message) => {
    const { status, text } = await failing(await baseUrl(), key)
    expect(status).toBe(502)
    expect(text).toMatch(message)
    expect(text).not.toContain(KEY)
  })

  it('keeps nothing of the turn', async () => {
    await failing('http://127.0.0.1:9/v1')
    const { body } = await app.ask('GET', `/api/agents/${agent}`)
    expect(body.stages.logbook.state).toBe('empty')
  })
})

describe('a key', () => {
  it('is never sent back and lies encrypted on the disk', async () => {
    const made = await setUp(address, KEY)
    expect(made).toMatchObject({ name: 'Cloud', baseUrl: address, model: 'understudy', hasKey: true })
    expect(Object.keys(made)).not.toContain('key')
    expect(JSON.stringify((await app.ask('GET', '/api/endpoints')).body)).not.toContain(KEY)
    const files = readdirSync(app.dataFolder, { recursive: true, withFileTypes: true }).filter((entry) =>
      entry.isFile(),
    )
    for (const file of files) expect(readFileSync(join(file.parentPath, file.name)).includes(KEY)).toBe(false)
  })

  it('stays when left out, goes when emptied, and does not follow to another host', async () => {
    const { id } = await setUp(address, KEY)
    const change = (body: object) =>
      app.ask('PUT', `/api/endpoints/${id}`, { name: 'Cloud', model: 'm', baseUrl: address, ...body })
    expect((await change({})).body.hasKey).toBe(true)
    expect((await change({ baseUrl: 'http://127.0.0.1:9/v1' })).body).toMatchObject({ status: 400, code: 'key-needed' })
    expect((await change({ key: '' })).body.hasKey).toBe(false)
  })

  it('comes back with its endpoint when a removal is undone, and an endpoint in use is not removed', async () => {
    const { id } = await setUp(address, KEY)
    await use(id)
    expect((await app.ask('DELETE', `/api/endpoints/${id}`)).body).toMatchObject({
      status: 409,
      title: 'The endpoint is in use.',
    })
    await use(null)
    expect((await app.ask('DELETE', `/api/endpoints/${id}`)).status).toBe(204)
    expect(JSON.stringify((await app.ask('GET', '/api/endpoints')).body)).not.toContain(id)
    expect((await app.ask('POST', `/api/endpoints/${id}/restore`)).body).toMatchObject({ id, hasKey: true })
  })

  it('can be tested without being told', async () => {
    const good = await setUp(address, KEY)
    const bad = await setUp(address, 'wrong')
    expect((await app.ask('POST', `/api/endpoints/${good.id}/test`)).body).toMatchObject({ ok: true })
    expect((await app.ask('POST', `/api/endpoints/${bad.id}/test`)).body).toMatchObject({
      ok: false,
      message: expect.stringContaining('401'),
    })
  })
})

describe('a draft written by an endpoint', () => {
  const description = 'A calm helper for allotment holders that answers questions on plots, never gives legal advice.'
  const draft = (endpointId: string) =>
    app.ask('POST', '/api/drafts', { from: 'sentence', text: description, endpointId })

  it('is a whole brief by the product’s own schema, marked as drafted', async () => {
    const { status, body } = await draft((await setUp(address, KEY)).id)
    expect(status).toBe(200)
    expect(body.brief.purpose.job).toMatch(/plots/)
    expect(body.brief.drafted).toContain('purpose.job')
  })

  it.each([
    ['prose', 'I would call it Fern.', /usable draft.*without a brief/],
    ['another shape', '{"rules":[{"id":"a","do":7}]}', /rules\.0\.do/],
  ])('is refused with what is wrong: %s', async (_what, content, problem) => {
    const body = JSON.stringify({ choices: [{ message: { role: 'assistant', content } }] })
    const url = await fake(() => ({ status: 200, type: 'application/json', body }))
    const answer = await draft((await setUp(url)).id)
    expect(answer.status).toBe(502)
    expect(`${answer.body.title} ${answer.body.detail}`).toMatch(problem)
  })

  it('needs an endpoint that is there', async () => {
    expect((await draft('nowhere')).status).toBe(404)
  })
})
