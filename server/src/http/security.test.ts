import { mkdtempSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { newDataFolder, openTestApp, type TestApp } from '../../testing/testApp'
import { buildApp, configFrom } from '..'
import { fetchPage, isPublicAddress } from '../crawl'
import { Seal } from '../settings/seal'

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
    writeFileSync(join(folder, 'server.lock'), String(process.ppid))
    const config = configFrom({ PARROT_DATA: folder, PARROT_LOG: 'silent' })
    await expect(buildApp(config)).rejects.toThrow(/in use by process/)
    writeFileSync(join(folder, 'server.lock'), '999999999')
    const second = await buildApp(config)
    await second.close()
  })

  it('a port that is none is refused before anything starts', () => {
    expect(() => configFrom({ PORT: 'http' })).toThrow(/PORT is “http”/)
  })
})
