import { createServer, type IncomingMessage, type ServerResponse } from 'node:http'
import { createRequire } from 'node:module'
import { readFileSync } from 'node:fs'
import type { AddressInfo } from 'node:net'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { eq } from 'drizzle-orm'
import { openTestApp, rulesFile, type TestApp } from '../../testing/testApp'
import { conversations } from '../database'
import { eraseOld } from '../outlets/keeping'

const require = createRequire(import.meta.url)
const example = (name: string) => readFileSync(require.resolve(`@readme/oas-examples/${name}`), 'utf8')
const EVERYTHING = require.resolve('@modelcontextprotocol/server-everything/dist/index.js')

let app: TestApp
let agent: string

/** What the office answers at the moment, and what it was asked. */
let answer: (request: IncomingMessage, response: ServerResponse) => void
let asked: { method: string; url: string; headers: IncomingMessage['headers']; body: string }[]
const office = createServer((request, response) => {
  let body = ''
  request.on('data', (part: Buffer) => (body += part.toString()))
  request.on('end', () => {
    asked.push({ method: request.method!, url: request.url!, headers: request.headers, body })
    answer(request, response)
  })
})
const host = () => `127.0.0.1:${(office.address() as AddressInfo).port}`
type Handler = (request: IncomingMessage, response: ServerResponse) => void
const json =
  (value: unknown) =>
  (_request: IncomingMessage, response: ServerResponse): void => {
    response.writeHead(200, { 'content-type': 'application/json' })
    response.end(JSON.stringify(value))
  }

beforeAll(async () => {
  await new Promise<void>((resolve) => office.listen(0, '127.0.0.1', resolve))
  app = await openTestApp({
    PARROT_ALLOW_HOSTS: `127.0.0.1,localhost:${host().split(':')[1]}`,
    PARROT_MCP_COMMANDS: `everything=${process.execPath} ${EVERYTHING} stdio`,
  })
  agent = (await app.ask('POST', '/api/agents', { name: 'Ada' })).body.id
  await app.read(agent, rulesFile())
}, 60_000)
afterAll(async () => {
  office.close()
  await app.end()
})
beforeEach(() => {
  asked = []
  answer = json({ litres: 4200 })
})

const water = (more: object = {}) => ({
  name: 'water_level',
  title: 'Water level',
  input: { type: 'object', properties: { field: { type: 'string', enum: ['North', 'South'] } }, required: ['field'] },
  request: { method: 'GET', url: '/water/{{field}}', query: { unit: '{{unit}}' } },
  ...more,
})
const make = async (body: object) => (await app.ask('POST', '/api/tools', body)).body
const http = (operation: object = water(), more: object = {}) =>
  make({ kind: 'http', name: 'Water office', url: `http://${host()}`, operations: [operation], ...more })
const tryOut = async (tool: { id: string; operations: { name: string }[] }, input: object, more: object = {}) =>
  (await app.ask('POST', `/api/tools/${tool.id}/try`, { operation: tool.operations[0]!.name, input, ...more })).body
const remove = (tool: { id: string }) => app.ask('DELETE', `/api/tools/${tool.id}`)

describe('a request put together by hand', () => {
  it('is sent with what it is given, encoded where it stands; what stays empty is left out', async () => {
    const tool = await http()
    const tried = await tryOut(tool, { field: 'North/../admin' })
    expect(asked[0]).toMatchObject({ method: 'GET', url: '/water/North%2F..%2Fadmin' })
    expect(tried).toMatchObject({ isFailed: false, result: '{"litres":4200}', reply: '{"litres":4200}' })
    expect(await tryOut(tool, {})).toMatchObject({ isFailed: true, result: expect.stringContaining('not given') })
    await remove(tool)
  })

  it('fills a body without letting what is given out of its place', async () => {
    const body = '{"who": "{{name}}", "how_many": "{{count}}", "note": "For {{name}}."}'
    const tool = await http(water({ request: { method: 'POST', url: '/book', body } }))
    await tryOut(tool, { name: 'Ann", "admin": true, "x": "', count: 3 })
    expect(JSON.parse(asked[0]!.body)).toEqual({
      who: 'Ann", "admin": true, "x": "',
      how_many: 3,
      note: 'For Ann", "admin": true, "x": ".',
    })
    await remove(tool)
  })

  it('takes what is wanted of the reply', async () => {
    answer = json({ tanks: [{ litres: 7 }] })
    const tool = await http(water({ take: 'tanks.0.litres' }))
    expect((await tryOut(tool, { field: 'North' })).result).toBe('7')
    answer = json({})
    expect((await tryOut(tool, { field: 'North' })).result).toBe('There is no “tanks.0.litres” in what it answered.')
    await remove(tool)
  })

  it('shows in a dry run what would be sent, and sends nothing', async () => {
    const tool = await http(water(), { auth: { kind: 'header', name: 'X-Key' }, secret: 'open-sesame' })
    expect(await tryOut(tool, { field: 'North' }, { isDry: true })).toMatchObject({
      request: { method: 'GET', url: `http://${host()}/water/North`, headers: { 'x-key': '•••' } },
      reply: null,
    })
    expect(asked).toEqual([])
    await remove(tool)
  })
})

describe('a secret', () => {
  it('goes to the tool’s host and nowhere else, and is shown to nobody', async () => {
    answer = (request, response) => json({ echo: request.headers['x-key'] })(request, response)
    const tool = await http(water(), { auth: { kind: 'header', name: 'X-Key' }, secret: 'open-sesame' })
    const tried = await tryOut(tool, { field: 'North' })
    expect(asked[0]!.headers['x-key']).toBe('open-sesame')
    const calls = (await app.ask('GET', `/api/tools/${tool.id}/calls`)).body
    const all = JSON.stringify([tool, tried, calls, (await app.ask('GET', '/api/tools')).body])
    expect(all).not.toContain('open-sesame')
    expect(tried.result).toBe('{"echo":"•••"}')

    const elsewhere = { ...tool, operations: [water({ request: { method: 'GET', url: `http://localhost:1/x` } })] }
    await app.ask('PUT', `/api/tools/${tool.id}`, elsewhere)
    await tryOut(tool, { field: 'North' })
    expect(asked).toHaveLength(1)
    const moved = await app.ask('PUT', `/api/tools/${tool.id}`, { ...tool, url: 'http://other.example' })
    expect(moved.body).toMatchObject({ status: 400, code: 'key-needed' })
    await remove(tool)
  })

  it('does not follow to another host, under whatever name it is sent', async () => {
    answer = (request, response) =>
      request.url === '/elsewhere'
        ? json({ seen: request.headers['x-odd-name'] ?? null })(request, response)
        : void response.writeHead(302, { location: `http://localhost:${host().split(':')[1]}/elsewhere` }).end()
    const tool = await http(water(), { auth: { kind: 'header', name: 'X-Odd-Name' }, secret: 'open-sesame' })
    expect((await tryOut(tool, { field: 'North' })).result).toBe('{"seen":null}')
    expect(asked[0]!.headers['x-odd-name']).toBe('open-sesame')
    await remove(tool)
  })

  it('is changed for a token by client credentials, once', async () => {
    answer = (request, response) =>
      json(request.url === '/token' ? { access_token: 'the-token', expires_in: 3600 } : { ok: true })(request, response)
    const auth = { kind: 'client', name: 'ada', tokenUrl: `http://${host()}/token`, scope: 'water' }
    const tool = await http(water(), { auth, secret: 'hush-hush' })
    await tryOut(tool, { field: 'North' })
    await tryOut(tool, { field: 'South' })
    expect(asked.map(({ url }) => url)).toEqual(['/token', '/water/North', '/water/South'])
    expect(asked[0]!.body).toBe('grant_type=client_credentials&scope=water')
    expect(asked[1]!.headers.authorization).toBe('Bearer the-token')
    await remove(tool)
  })
})

describe('what goes wrong outside', () => {
  const FAULTS: readonly (readonly [does: string, how: Handler, words: string])[] = [
    ['answers 500', (_q, r) => void r.writeHead(500).end('Oh dear'), 'status 500: Oh dear'],
    [
      'answers with a page',
      (_q: IncomingMessage, r: ServerResponse) =>
        void r.writeHead(200, { 'content-type': 'text/html' }).end('<h1>Sign in</h1>'),
      'a web page',
    ],
    [
      'answers with broken JSON',
      (_q: IncomingMessage, r: ServerResponse) =>
        void r.writeHead(200, { 'content-type': 'application/json' }).end('{"litres":'),
      'what came is none',
    ],
    ['answers with 10 MB', (_q, r) => void r.writeHead(200).end('x'.repeat(10_000_000)), 'more than 1 MB'],
    [
      'leads to a private address',
      (_q: IncomingMessage, r: ServerResponse) =>
        void r.writeHead(302, { location: 'http://169.254.169.254/latest' }).end(),
      'private network',
    ],
    ['hangs', () => undefined, 'did not answer within 0.5 seconds'],
    ['breaks off', (_q, r) => void r.destroy(), 'could not be reached'],
  ]
  it.each(FAULTS)('is told in words when it %s', async (_, does, words) => {
    answer = does
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

describe('an OpenAPI document', () => {
  it('that nobody here wrote is read, with its operations, inputs and where it goes', async () => {
    const tool = await make({ kind: 'openapi', name: 'Pets', document: example('3.0/json/petstore.json') })
    const find = tool.operations.find(({ name }: { name: string }) => name === 'findPetsByStatus')
    expect(find).toMatchObject({ changes: false, request: { method: 'GET', url: '/pet/findByStatus' } })
    const add = tool.operations.find(({ name }: { name: string }) => name === 'addPet')
    expect(add).toMatchObject({
      changes: true,
      request: { method: 'POST' },
      input: { required: expect.arrayContaining(['name']) },
    })
    // Of many the designer ticks those that are wanted.
    expect(tool.operations.every(({ isOn }: { isOn: boolean }) => !isOn)).toBe(true)
    await remove(tool)
  })

  it.each([
    '3.0/yaml/parameters-style.yaml',
    '3.1/json/petstore.json',
    '3.0/json/circular.json',
    '2.0/json/petstore.json',
  ])('%s is read too', async (name) => {
    const tool = await make({ kind: 'openapi', name, url: 'https://api.example', document: example(name) })
    expect(tool.operations.length).toBeGreaterThan(0)
    await remove(tool)
  })

  it('is fetched from its address and called there', async () => {
    const document = {
      openapi: '3.0.3',
      info: { title: 'Water', version: '1' },
      paths: {
        '/level': {
          get: {
            operationId: 'level',
            parameters: [{ name: 'field', in: 'query', schema: { type: 'string' } }],
            responses: { 200: { description: 'ok' } },
          },
        },
      },
    }
    answer = (request, response) => json(request.url === '/api.json' ? document : { litres: 9 })(request, response)
    const tool = await make({ kind: 'openapi', name: 'Water', url: `http://${host()}/api.json` })
    expect((await tryOut(tool, { field: 'North' })).result).toBe('{"litres":9}')
    expect(asked.at(-1)!.url).toBe('/level?field=North')
    await remove(tool)
  })

  it.each([
    ['a page', '<html>Our API</html>'],
    ['no paths', '{"openapi": "3.0.0"}'],
    [
      'other files',
      '{"openapi":"3.0.0","info":{"title":"x","version":"1"},"paths":{"/a":{"$ref":"file:///etc/passwd"}}}',
    ],
    ['nothing', ''],
  ])('that is or has %s is refused in words', async (_, document) => {
    expect(await make({ kind: 'openapi', name: 'X', document })).toMatchObject({
      status: 422,
      detail: expect.any(String),
    })
  })
})

describe('an MCP server', () => {
  it('that nobody here wrote is asked what it can do, and called', async () => {
    const tool = await make({ kind: 'mcp', name: 'Everything', command: 'everything', timeoutMs: 20_000 })
    const echo = tool.operations.find(({ name }: { name: string }) => name === 'echo')
    expect(echo.input.properties).toHaveProperty('message')
    const tried = (
      await app.ask('POST', `/api/tools/${tool.id}/try`, { operation: 'echo', input: { message: 'Ahoy' } })
    ).body
    expect(tried).toMatchObject({ isFailed: false, result: 'Echo: Ahoy' })
    expect((await app.ask('POST', `/api/tools/${tool.id}/refresh`)).body.operations.length).toBe(tool.operations.length)
    await remove(tool)
  }, 40_000)

  it('is reached by Streamable HTTP with its key: here another agent, asked as a tool', async () => {
    await app.ask('POST', `/api/agents/${agent}/editions`, {})
    const outlet = (
      await app.ask('POST', `/api/agents/${agent}/outlets`, { kind: 'api', name: 'For tools', edition: 1 })
    ).body
    const { key } = (await app.ask('POST', `/api/outlets/${outlet.id}/keys`, { name: 'tools' })).body
    const at = await app.server.listen({ host: '127.0.0.1', port: 0 })
    const auth = { kind: 'header', name: 'Authorization', prefix: 'Bearer ' }
    const url = `${at}/mcp/${outlet.slug}`
    expect(await make({ kind: 'mcp', name: 'Ada', url })).toMatchObject({ status: 422 })
    const tool = await make({ kind: 'mcp', name: 'Ada', url, auth, secret: key })
    expect(tool.operations.map(({ name }: { name: string }) => name)).toEqual(['ask', 'search_library', 'read_passage'])
    const tried = (
      await app.ask('POST', `/api/tools/${tool.id}/try`, {
        operation: 'ask',
        input: { question: 'Are bonfires allowed?' },
      })
    ).body
    expect(tried.result).toContain('November')
    await remove(tool)
  }, 30_000)

  it('is no program but those that were allowed, and one that is not there is told of', async () => {
    expect(await make({ kind: 'mcp', name: 'X', command: 'bash' })).toMatchObject({ status: 400 })
    expect(await make({ kind: 'mcp', name: 'X', url: `http://${host()}/mcp`, timeoutMs: 1000 })).toMatchObject({
      status: 422,
    })
    expect(await make({ kind: 'mcp', name: 'X', url: 'http://192.168.7.7/mcp' })).toMatchObject({
      status: 422,
      detail: expect.stringContaining('private network'),
    })
  })
})

describe('an agent with a tool', () => {
  const brief = (tools: object[]) => ({
    identity: { name: 'Ada' },
    tools,
  })
  let revision = 1
  const give = async (tools: object[]) => {
    ;({ revision } = (await app.ask('PUT', `/api/agents/${agent}/brief`, { revision, brief: brief(tools) })).body)
  }
  const say = async (text: string, conversationId?: string) =>
    (await app.ask('POST', `/api/agents/${agent}/turns`, { text, conversationId })).body
  const LEVEL = { id: 'water_level', when: 'someone asks how full the water tank is' }

  it('is told what there is, and uses it where its brief says so', async () => {
    const tool = await http()
    const usable = (await app.ask('GET', `/api/agents/${agent}/tools`)).body.tools
    expect(usable.map(({ name }: { name: string }) => name)).toEqual(['water_level', 'calculator', 'today'])
    expect((await say('How full is the water tank in the south field?')).reply).not.toContain('4200')
    await give([LEVEL])
    const turn = await say('How full is the water tank in the south field?')
    expect(turn).toMatchObject({ outcome: 'answered', reply: expect.stringContaining('litres: 4200') })
    const [shown] = (await app.ask('GET', '/api/tools')).body.tools
    expect(shown).toMatchObject({ usedBy: [{ agentId: agent, operation: 'water_level' }], calls: 1, failures: 0 })
    expect((await app.ask('GET', `/api/tools/${tool.id}/calls`)).body.calls).toMatchObject([
      { agent: 'Ada', input: { field: 'South' } },
    ])
    await remove(tool)
    // It is gone, and with it what was told from it.
    expect((await say('How full is the water tank in the south field?')).reply).not.toContain('4200')
    await app.ask('POST', `/api/tools/${tool.id}/restore`)
    expect((await say('How full is the water tank in the north field?')).reply).toContain('4200')
    await remove(tool)
  })

  const BOOK = water({
    name: 'book_barrow',
    title: 'Book a barrow',
    changes: true,
    standIn: '{"number":"TEST-1"}',
    input: { type: 'object', properties: { barrows: { type: 'integer' } }, required: ['barrows'] },
    request: { method: 'POST', url: '/book', body: ['barrows'] },
  })
  const BOOKING = {
    id: 'book_barrow',
    when: 'someone wants to book a wheelbarrow',
    approval: 'visitor',
    tells: 'Booked: {{number}}.',
  }

  it('changes nothing while its designer tries it, and does for a visitor, once', async () => {
    answer = json({ number: 'B-7' })
    const tool = await http(BOOK)
    await give([BOOKING])
    const first = await say('I want to book a wheelbarrow, 2 barrows please')
    expect(first.reply).toContain('Shall I do that?')
    const tried = await say('yes', first.conversationId)
    expect(tried.reply).toBe('Booked: TEST-1 [1].')
    expect(JSON.stringify(tried.workings)).toContain('it would have been: POST')
    expect(asked).toEqual([])

    await app.ask('POST', `/api/agents/${agent}/editions`, {})
    const visit = async (text: string, conversationId?: string) =>
      (await app.ask('POST', '/api/talk/ada/turns', { text, conversationId })).body
    const { conversationId } = await visit('I want to book a wheelbarrow, 2 barrows please')
    expect((await visit('yes', conversationId)).reply).toBe('Booked: B-7 [1].')
    await visit('I want to book a wheelbarrow, 5 barrows please', conversationId)
    // Sent twice at the same time, as impatient fingers do.
    await Promise.all([visit('yes', conversationId), visit('yes', conversationId)])
    await visit('I want to book a wheelbarrow, 2 barrows please', conversationId)
    expect((await visit('yes', conversationId)).reply).toContain('B-7')
    expect(asked.map(({ method, url, body }) => [method, url, body])).toEqual([
      ['POST', '/book', '{"barrows":2}'],
      ['POST', '/book', '{"barrows":5}'],
    ])
    await remove(tool)
  })

  it('asks nobody outside in a rehearsal: a script says what a tool answers, and a check what it was called with', async () => {
    const tool = await http(BOOK)
    await give([BOOKING])
    const script = (
      await app.ask('POST', `/api/agents/${agent}/scripts`, {
        title: 'Booking',
        turns: [
          {
            say: 'I want to book a wheelbarrow, 3 barrows please',
            checks: [{ kind: 'outcome', outcome: 'clarified' }],
          },
          {
            say: 'yes please',
            tools: [{ name: 'book_barrow', answer: '{"number":"B-99"}' }],
            checks: [
              { kind: 'includes', text: 'B-99' },
              { kind: 'tool', name: 'book_barrow', holding: '"barrows":3' },
            ],
          },
        ],
      })
    ).body
    const run = (await app.ask('POST', `/api/agents/${agent}/rehearsals`, { scriptIds: [script.id], wait: 60 })).body
    expect(run).toMatchObject({ passed: 1, failed: 0 })
    expect(asked).toEqual([])
    await remove(tool)
  })

  it('tells under Release what is not right with its tools', async () => {
    const concerns = async () =>
      (await app.ask('GET', `/api/agents/${agent}/release`)).body.concerns
        .map(({ text }: { text: string }) => text)
        .join('\n')
    const tool = await http(BOOK)
    await give([{ ...BOOKING, approval: 'never' }])
    expect(await concerns()).toContain('visitors are not asked first')
    await app.ask('PUT', `/api/tools/${tool.id}`, { ...tool, operations: [{ ...tool.operations[0], isOn: false }] })
    expect(await concerns()).toContain('is switched off')
    await remove(tool)
    expect(await concerns()).toContain('was taken away')
  })

  it('keeps no more of a call than the outlet keeps, and forgets it with its visitor', async () => {
    answer = json({ seen: 'ana@post.example' })
    const tool = await http(
      water({
        input: { type: 'object', properties: { mail: { type: 'string', format: 'email' } }, required: ['mail'] },
        request: { method: 'GET', url: '/x' },
      }),
    )
    await give([{ id: 'water_level', when: 'someone asks how full the water tank is', tells: 'Full.' }])
    await app.ask('POST', `/api/agents/${agent}/editions`, {})
    const outlet = (
      await app.ask('POST', `/api/agents/${agent}/outlets`, { kind: 'page', name: 'Page', masks: ['email'] })
    ).body
    const visit = async (text: string, conversationId?: string) =>
      (await app.ask('POST', `/api/talk/${outlet.slug}/turns`, { text, conversationId })).body
    const { conversationId } = await visit('How full is the water tank? Write to ana@post.example')
    const kept = async () => JSON.stringify((await app.ask('GET', `/api/tools/${tool.id}/calls`)).body.calls)
    expect(asked).toHaveLength(1)
    expect(await kept()).not.toContain('ana@post.example')
    await app.services.db
      .update(conversations)
      .set({ lastAt: new Date(0) })
      .where(eq(conversations.id, conversationId))
    await app.ask('PUT', `/api/outlets/${outlet.id}`, { ...outlet, keepDays: 1 })
    await eraseOld(app.services)
    expect(await kept()).toBe('[]')
    await remove(tool)
  })

  it('is called so often a day and no more', async () => {
    const tool = await http(water(), { callsPerDay: 1 })
    await give([{ ...LEVEL, whenFails: 'Not today.' }])
    await say('How full is the water tank in the south field?')
    expect((await say('How full is the water tank in the north field?')).reply).toBe('Not today.')
    expect(asked).toHaveLength(1)
    await remove(tool)
  })
})
