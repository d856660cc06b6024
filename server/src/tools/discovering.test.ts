import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { json, openOffice, toolsOf, type Office } from '../../testing/office'
import { openTestApp, rulesFile, type TestApp } from '../../testing/testApp'

const require = createRequire(import.meta.url)
const example = (name: string) => readFileSync(require.resolve(`@readme/oas-examples/${name}`), 'utf8')
const EVERYTHING = require.resolve('@modelcontextprotocol/server-everything/dist/index.js')

let app: TestApp
let office: Office
let agent: string
const { make, tryOut, remove } = toolsOf(
  () => app,
  () => office,
)

beforeAll(async () => {
  office = await openOffice()
  app = await openTestApp({
    PARROT_ALLOW_HOSTS: '127.0.0.1',
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
  office.asked = []
  office.answer = json({ litres: 4200 })
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
    office.answer = (request, response) =>
      json(request.url === '/api.json' ? document : { litres: 9 })(request, response)
    const tool = await make({ kind: 'openapi', name: 'Water', url: `http://${office.host}/api.json` })
    expect((await tryOut(tool, { field: 'North' })).result).toBe('{"litres":9}')
    expect(office.asked.at(-1)!.url).toBe('/level?field=North')
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
    expect(await make({ kind: 'mcp', name: 'X', url: `http://${office.host}/mcp`, timeoutMs: 1000 })).toMatchObject({
      status: 422,
    })
    expect(await make({ kind: 'mcp', name: 'X', url: 'http://192.168.7.7/mcp' })).toMatchObject({
      status: 422,
      detail: expect.stringContaining('private network'),
    })
  })
})
