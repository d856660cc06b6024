import { mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { newDataFolder, openTestApp, type TestApp } from '../../testing/testApp'
import { buildApp, configFrom } from '..'
import { fetchPage, isPublicAddress } from '../crawl'
import { Seal } from '../settings/seal'
import { problemOf } from './problems'

let app: TestApp
beforeAll(async () => {
  app = await openTestApp({ PARROT_PUBLIC_HOSTS: 'parrot.example' })
})
afterAll(() => app.end())

const health = (headers: Record<string, string>) => app.ask('GET', '/api/health', undefined, headers)

describe('the door', () => {
  it.each(['localhost:4100', '127.0.0.1:4100', '[::1]:4100', 'parrot.example'])('answers under %s', async (host) => {
    expect((await health({ host })).status).toBe(200)
  })

  it.each(['evil.example', '127.0.0.1.evil.example', '10.0.0.1'])('does not answer under “%s”', async (host) => {
    expect((await health({ host })).status).toBe(421)
  })

  it.each(['https://evil.example', 'null', 'http://localhost:9999'])('refuses a page from %s', async (origin) => {
    const { status, headers } = await health({ host: 'localhost:4100', origin })
    expect(status).toBe(403)
    expect(headers['content-type']).toContain('application/problem+json')
  })

  it('lets its own pages in and sends a strict content policy', async () => {
    const { status, headers } = await health({ host: 'localhost:4100', origin: 'http://localhost:4100' })
    expect(status).toBe(200)
    expect(headers['content-security-policy']).toContain("script-src 'self'")
    expect(headers['x-content-type-options']).toBe('nosniff')
  })

  it('says what is wrong with a body that is no JSON, and that nothing is at an address', async () => {
    const response = await app.server.inject({
      method: 'POST',
      url: '/api/agents',
      headers: { host: 'localhost', 'content-type': 'application/json' },
      payload: '{',
    })
    expect(response.json()).toMatchObject({ status: 400, title: 'The body is not valid JSON.' })
    expect((await app.ask('GET', '/api/nothing')).body).toMatchObject({ status: 404 })
  })

  it('describes every route of its own in OpenAPI', async () => {
    const { body } = await app.ask('GET', '/api/openapi.json')
    for (const path of [
      '/api/health',
      '/api/agents',
      '/api/agents/{id}/brief',
      '/api/agents/{id}/turns',
      '/api/sources/{id}/passages',
      '/api/agents/{id}/search',
      '/api/agents/{id}/rehearsals',
      '/api/agents/{id}/editions',
      '/api/talk/{slug}/turns',
    ])
      expect(Object.keys(body.paths)).toContain(path)
  })
})

describe('who comes from outside', () => {
  const routes: { method: string; url: string }[] = []
  let open: TestApp
  let visitors: string
  beforeAll(async () => {
    open = await openTestApp({ PORT: '0', PARROT_VISITOR_PORT: '0' })
    const { paths } = (await open.ask('GET', '/api/openapi.json')).body as { paths: Record<string, object> }
    for (const [path, methods] of Object.entries(paths))
      for (const method of Object.keys(methods))
        routes.push({ method: method.toUpperCase(), url: path.replace(/\{\w+\}/g, 'x') })
    await open.listen()
    visitors = open.visitorsAddress()!
  })
  afterAll(() => open.end())

  const FROM_OUTSIDE: Record<string, string>[] = [
    { host: 'parrot.example' },
    { host: 'localhost:4100', 'x-forwarded-for': '203.0.113.9' },
  ]
  const FOR_VISITORS = /^\/(?:api\/talk\/|api\/faces\/|api\/cues\/|api\/health$|v1\/)/

  it('reaches the visitors’ routes and no other, by a public name, through a proxy, or by the visitors’ door', async () => {
    expect(routes.length).toBeGreaterThan(80)
    const others = routes.filter(({ url }) => !FOR_VISITORS.test(url))
    for (const { method, url } of others) {
      for (const headers of FROM_OUTSIDE) {
        const { status, body } = await app.ask(method, url, undefined, headers)
        expect([method, url, status, body.code]).toEqual([method, url, 404, 'not-for-visitors'])
      }
      const response = await fetch(`${visitors}${url}`, { method })
      expect([method, url, response.status]).toEqual([method, url, 404])
    }
  })

  it('has a page, its files and health', async () => {
    expect((await fetch(`${visitors}/api/health`)).status).toBe(200)
    expect(await (await fetch(`${visitors}/api/talk/nobody`)).json()).toMatchObject({
      title: 'Nobody is here to talk to.',
    })
    expect((await app.ask('GET', '/api/talk/nobody', undefined, { host: 'parrot.example' })).body.status).toBe(404)
    for (const path of ['/', '/settings', '/api/openapi.json', '/assets/../api/agents', '//api/agents'])
      expect((await fetch(`${visitors}${path}`)).status).toBe(404)
  })
})

describe('what is measured', () => {
  it('is for whoever watches the server, and holds no text of anybody', async () => {
    await app.ask('POST', '/api/agents', { name: 'Secretive' })
    const { status, body, headers } = await app.ask('GET', '/metrics')
    expect([status, headers['content-type']]).toEqual([200, expect.stringContaining('text/plain')])
    expect(body).toMatch(/http_request_duration_seconds_count\{method="POST",route="\/api\/agents",status="201"\} 1/)
    expect(body).toMatch(/parrot_disk_free_bytes \d+/)
    expect(body).toContain('process_resident_memory_bytes')
    expect(body).not.toContain('Secretive')
    expect((await app.ask('GET', '/metrics', undefined, { host: 'parrot.example' })).status).toBe(404)
  })
})

describe('a disk without room', () => {
  it('is read from, not written to, and health tells', async () => {
    const full = await openTestApp({ PARROT_RESERVE_MB: '999999999' })
    expect((await full.ask('GET', '/api/agents')).status).toBe(200)
    expect((await full.ask('GET', '/api/health')).body).toMatchObject({ status: 'full' })
    const { status, body } = await full.ask('POST', '/api/agents', { name: 'Ada' })
    expect([status, body.code]).toEqual([507, 'no-room'])
    await full.end()
  })

  it('is told of where a write finds out', () => {
    const enospc = Object.assign(new Error('write failed'), { code: 'ENOSPC' })
    expect(problemOf(enospc)).toMatchObject({ status: 507 })
    expect(
      problemOf(new Error('Failed query', { cause: Object.assign(new Error(), { code: '53100' }) })),
    ).toMatchObject({
      status: 507,
    })
    expect(problemOf(new Error('else'))).toMatchObject({ status: 500 })
  })
})

describe('fetching pages', () => {
  it.each([
    '127.0.0.1',
    '10.1.2.3',
    '192.168.0.1',
    '172.16.0.1',
    '169.254.169.254',
    '0.0.0.0',
    '::1',
    'fe80::1',
    'fc00::1',
    '::ffff:127.0.0.1',
    '100.64.0.1',
  ])('takes %s for private', (address) => expect(isPublicAddress(address)).toBe(false))

  it('takes public addresses for public', () => {
    expect(isPublicAddress('93.184.216.34')).toBe(true)
    expect(isPublicAddress('2606:4700::1111')).toBe(true)
  })

  it.each([
    'http://localhost:1/',
    'http://127.0.0.1:1/',
    'http://[::1]:1/',
    'http://2130706433:1/',
    'http://0x7f000001:1/',
  ])('does not reach %s', async (url) => {
    expect(await fetchPage(url, { allowedHosts: [] })).toMatchObject({
      ok: false,
      problem: { message: expect.stringContaining('private network') },
    })
  })

  it('checks every redirect anew', async () => {
    const inside = createServer((_request, response) => response.end('secret'))
    await new Promise<void>((resolve) => inside.listen(0, '127.0.0.1', resolve))
    const innerPort = (inside.address() as { port: number }).port
    const outside = createServer((_request, response) =>
      response.writeHead(302, { location: `http://localhost:${innerPort}/` }).end(),
    )
    await new Promise<void>((resolve) => outside.listen(0, '127.0.0.1', resolve))
    const host = `127.0.0.1:${(outside.address() as { port: number }).port}`
    const result = await fetchPage(`http://${host}/`, { allowedHosts: [host] })
    expect(result).toMatchObject({ ok: false, hostToAllow: `localhost:${innerPort}` })
    inside.close()
    outside.close()
  })

  it('gives up on a page that redirects for ever', async () => {
    const server = createServer((request, response) => response.writeHead(302, { location: `${request.url}x` }).end())
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
    const host = `127.0.0.1:${(server.address() as { port: number }).port}`
    expect(await fetchPage(`http://${host}/`, { allowedHosts: [host] })).toMatchObject({
      ok: false,
      problem: { message: expect.stringContaining('redirects more than') },
    })
    server.close()
  })
})

describe('secrets', () => {
  const folder = mkdtempSync(join(tmpdir(), 'parrot-seal-'))

  it('are sealed with a key file only this user can read, and opened again', () => {
    const sealed = new Seal(folder).close('sk-12345')
    expect(sealed).not.toContain('sk-12345')
    expect(new Seal(folder).open(sealed)).toBe('sk-12345')
    expect(statSync(join(folder, 'secret.key')).mode & 0o777).toBe(0o600)
  })

  it('do not open when tampered with', () => {
    const sealed = Buffer.from(new Seal(folder).close('x'), 'base64')
    sealed[sealed.length - 1]! ^= 1
    expect(new Seal(folder).open(sealed.toString('base64'))).toBeUndefined()
  })

  it('a damaged key file is named, not overwritten', () => {
    const damaged = mkdtempSync(join(tmpdir(), 'parrot-seal-'))
    writeFileSync(join(damaged, 'secret.key'), 'short')
    expect(() => new Seal(damaged)).toThrow(/damaged/)
    expect(readFileSync(join(damaged, 'secret.key'), 'utf8')).toBe('short')
  })
})

describe('the data folder', () => {
  it('is not opened by two servers at once, and is free again afterwards', async () => {
    const folder = newDataFolder()
    const config = configFrom({ PARROT_DATA: folder, PARROT_LOG: 'silent' })
    const first = await buildApp(config)
    await expect(buildApp(config)).rejects.toThrow(/in use by another server/)
    await first.close()
    const second = await buildApp(config)
    expect(statSync(folder).mode & 0o077).toBe(0)
    await second.close()
  })

  it('with a database that is not whole is left alone', async () => {
    const folder = newDataFolder()
    rmSync(join(folder, 'database', 'PG_VERSION'))
    const before = readdirSync(join(folder, 'database'))
    await expect(buildApp(configFrom({ PARROT_DATA: folder, PARROT_LOG: 'silent' }))).rejects.toThrow(/not whole/)
    expect(readdirSync(join(folder, 'database'))).toEqual(before)
  })

  it('a port that is none is refused before anything starts', () => {
    expect(() => configFrom({ PORT: 'http' })).toThrow(/PORT is “http”/)
  })
})
