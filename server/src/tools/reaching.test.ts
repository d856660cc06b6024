import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { json, openOffice, toolsOf, water, type Handler, type Office } from '../../testing/office'
import { openTestApp, type TestApp } from '../../testing/testApp'

let app: TestApp
let office: Office
const { http, tryOut, remove } = toolsOf(
  () => app,
  () => office,
)

beforeAll(async () => {
  office = await openOffice()
  app = await openTestApp({ PARROT_ALLOW_HOSTS: `127.0.0.1,localhost:${office.host.split(':')[1]}` })
}, 60_000)
afterAll(async () => {
  office.close()
  await app.end()
})
beforeEach(() => {
  office.asked = []
  office.answer = json({ litres: 4200 })
})

describe('a request put together by hand', () => {
  it('is sent with what it is given, encoded where it stands; what stays empty is left out', async () => {
    const tool = await http()
    const tried = await tryOut(tool, { field: 'North/../admin' })
    expect(office.asked[0]).toMatchObject({ method: 'GET', url: '/water/North%2F..%2Fadmin' })
    expect(tried).toMatchObject({ isFailed: false, result: '{"litres":4200}', reply: '{"litres":4200}' })
    expect(await tryOut(tool, {})).toMatchObject({ isFailed: true, result: expect.stringContaining('not given') })
    await remove(tool)
  })

  it('fills a body without letting what is given out of its place', async () => {
    const body = '{"who": "{{name}}", "how_many": "{{count}}", "note": "For {{name}}."}'
    const tool = await http(water({ request: { method: 'POST', url: '/book', body } }))
    await tryOut(tool, { name: 'Ann", "admin": true, "x": "', count: 3 })
    expect(JSON.parse(office.asked[0]!.body)).toEqual({
      who: 'Ann", "admin": true, "x": "',
      how_many: 3,
      note: 'For Ann", "admin": true, "x": ".',
    })
    await remove(tool)
  })

  it('takes what is wanted of the reply', async () => {
    office.answer = json({ tanks: [{ litres: 7 }] })
    const tool = await http(water({ take: 'tanks.0.litres' }))
    expect((await tryOut(tool, { field: 'North' })).result).toBe('7')
    office.answer = json({})
    expect((await tryOut(tool, { field: 'North' })).result).toBe('There is no “tanks.0.litres” in what it answered.')
    await remove(tool)
  })

  it('shows in a dry run what would be sent, and sends nothing', async () => {
    const tool = await http(water(), { auth: { kind: 'header', name: 'X-Key' }, secret: 'open-sesame' })
    expect(await tryOut(tool, { field: 'North' }, { isDry: true })).toMatchObject({
      request: { method: 'GET', url: `http://${office.host}/water/North`, headers: { 'x-key': '•••' } },
      reply: null,
    })
    expect(office.asked).toEqual([])
    await remove(tool)
  })
})

describe('a secret', () => {
  it('goes to the tool’s host and nowhere else, and is shown to nobody', async () => {
    office.answer = (request, response) => json({ echo: request.headers['x-key'] })(request, response)
    const tool = await http(water(), { auth: { kind: 'header', name: 'X-Key' }, secret: 'open-sesame' })
    const tried = await tryOut(tool, { field: 'North' })
    expect(office.asked[0]!.headers['x-key']).toBe('open-sesame')
    const calls = (await app.ask('GET', `/api/tools/${tool.id}/calls`)).body
    const all = JSON.stringify([tool, tried, calls, (await app.ask('GET', '/api/tools')).body])
    expect(all).not.toContain('open-sesame')
    expect(tried.result).toBe('{"echo":"•••"}')

    const elsewhere = { ...tool, operations: [water({ request: { method: 'GET', url: `http://localhost:1/x` } })] }
    await app.ask('PUT', `/api/tools/${tool.id}`, elsewhere)
    await tryOut(tool, { field: 'North' })
    expect(office.asked).toHaveLength(1)
    const moved = await app.ask('PUT', `/api/tools/${tool.id}`, { ...tool, url: 'http://other.example' })
    expect(moved.body).toMatchObject({ status: 400, code: 'key-needed' })
    await remove(tool)
  })

  it('does not follow to another host, under whatever name it is sent', async () => {
    office.answer = (request, response) =>
      request.url === '/elsewhere'
        ? json({ seen: request.headers['x-odd-name'] ?? null })(request, response)
        : void response.writeHead(302, { location: `http://localhost:${office.host.split(':')[1]}/elsewhere` }).end()
    const tool = await http(water(), { auth: { kind: 'header', name: 'X-Odd-Name' }, secret: 'open-sesame' })
    expect((await tryOut(tool, { field: 'North' })).result).toBe('{"seen":null}')
    expect(office.asked[0]!.headers['x-odd-name']).toBe('open-sesame')
    await remove(tool)
  })

  it('is changed for a token by client credentials, once', async () => {
    office.answer = (request, response) =>
      json(request.url === '/token' ? { access_token: 'the-token', expires_in: 3600 } : { ok: true })(request, response)
    const auth = { kind: 'client', name: 'ada', tokenUrl: `http://${office.host}/token`, scope: 'water' }
    const tool = await http(water(), { auth, secret: 'hush-hush' })
    await tryOut(tool, { field: 'North' })
    await tryOut(tool, { field: 'South' })
    expect(office.asked.map(({ url }) => url)).toEqual(['/token', '/water/North', '/water/South'])
    expect(office.asked[0]!.body).toBe('grant_type=client_credentials&scope=water')
    expect(office.asked[1]!.headers.authorization).toBe('Bearer the-token')
    await remove(tool)
  })
})

describe('what goes wrong outside', () => {
  const FAULTS: readonly (readonly [does: string, how: Handler, words: string])[] = [
    ['answers 500', (_q, r) => void r.writeHead(500).end('Oh dear'), 'status 500: Oh dear'],
    [
      'answers with a page',
      (_q, r) => void r.writeHead(200, { 'content-type': 'text/html' }).end('<h1>Sign in</h1>'),
      'a web page',
    ],
    [
      'answers with broken JSON',
      (_q, r) => void r.writeHead(200, { 'content-type': 'application/json' }).end('{"litres":'),
      'what came is none',
    ],
    ['answers with 10 MB', (_q, r) => void r.writeHead(200).end('x'.repeat(10_000_000)), 'more than 1 MB'],
    [
      'leads to a private address',
      (_q, r) => void r.writeHead(302, { location: 'http://169.254.169.254/latest' }).end(),
      'private network',
    ],
    ['hangs', () => undefined, 'did not answer within 0.5 seconds'],
    ['breaks off', (_q, r) => void r.destroy(), 'could not be reached'],
  ]
  it.each(FAULTS)('is told in words when it %s', async (_, does, words) => {
    office.answer = does
    const tool = await http(water(), { timeoutMs: 500 })
    const tried = await tryOut(tool, { field: 'North' })
    expect(tried).toMatchObject({ isFailed: true, result: expect.stringContaining(words) })
    await remove(tool)
  })

  it('never reaches a private host that was not allowed, whatever it is given', async () => {
    const tool = await http(water({ request: { method: 'GET', url: 'http://{{field}}/' } }))
    for (const host of ['10.0.0.1', '[::1]:4100', 'localhost:4100']) {
      const to = { ...tool.operations[0], request: { method: 'GET', url: `http://${host}/` } }
      await app.ask('PUT', `/api/tools/${tool.id}`, { ...tool, operations: [to] })
      expect((await tryOut(tool, {})).result).toContain('private network')
    }
    await remove(tool)
  })
})
