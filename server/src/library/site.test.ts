import { createServer, type Server } from 'node:http'
import { eq } from 'drizzle-orm'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { openTestApp, untilRead, type TestApp } from '../../testing/testApp'
import { sources } from '../database'
import { refreshDue } from './refresh'

let app: TestApp
let agent: string
let server: Server
let base = ''
let pages: Record<string, string> = {}
let asked: string[] = []
const broken = new Set<string>()
/** Pages that were asked for with validators that still hold. */
let spared: string[] = []

beforeAll(async () => {
  server = createServer((request, response) => {
    const path = request.url ?? ''
    asked.push(path)
    if (broken.has(path)) return response.writeHead(403).end()
    const page = pages[path]
    if (page === undefined) return response.writeHead(404).end()
    const etag = `"${Buffer.from(page).toString('base64url')}"`
    if (request.headers['if-none-match'] === etag) {
      spared.push(path)
      return response.writeHead(304).end()
    }
    return response.writeHead(200, { 'content-type': 'text/html; charset=utf-8', etag }).end(page)
  })
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  const host = `127.0.0.1:${(server.address() as { port: number }).port}`
  base = `http://${host}`
  app = await openTestApp({ PARROT_ALLOW_HOSTS: host })
})
beforeEach(async () => {
  agent = (await app.ask('POST', '/api/agents', { name: 'Ada' })).body.id
  asked = []
  broken.clear()
  spared = []
  pages = {
    '/': '<title>Club</title><main><h1>Club</h1><p>We meet on Mondays.</p><a href="/tea">tea</a><a href="/hall">hall</a></main>',
    '/tea': '<title>Tea</title><main><h1>Tea</h1><p>Tea costs 80 pence.</p></main>',
    '/hall': '<title>Hall</title><main><h1>Hall</h1><p>The hall holds forty people.</p></main>',
  }
})
afterAll(async () => {
  await app.end()
  server.closeAllConnections()
  server.close()
})

const surveyed = async (plan: object = {}) => {
  const { body } = await app.ask('POST', `/api/agents/${agent}/surveys`, { url: `${base}/`, delayMs: 0, ...plan })
  for (let tries = 0; tries < 400; tries++) {
    const survey = (await app.ask('GET', `/api/surveys/${body.id}`)).body
    if (survey.status === 'done' || survey.status === 'failed') return survey
    await new Promise((resolve) => setTimeout(resolve, 25))
  }
  throw new Error('The survey did not end.')
}
const site = async (plan: object = {}) =>
  app.read(agent, { kind: 'site', url: `${base}/`, delayMs: 0, ...plan } as never)
const find = async (q: string) => (await app.ask('GET', `/api/agents/${agent}/search?q=${q}`)).body.hits
const versions = async (id: string) => (await app.ask('GET', `/api/sources/${id}/versions`)).body.versions
const refreshed = async (id: string) => {
  await app.ask('POST', `/api/sources/${id}/refresh`)
  return untilRead(app.ask, id)
}

describe('a survey of a site', () => {
  it('lists the pages with title and size, without reading any', async () => {
    const survey = await surveyed()
    expect(survey).toMatchObject({ status: 'done', waiting: 0 })
    expect(
      survey.pages.map((page: { url: string; title: string; depth: number; state: string }) => [
        new URL(page.url).pathname,
        page.title,
        page.depth,
      ]),
    ).toEqual([
      ['/', 'Club', 0],
      ['/tea', 'Tea', 1],
      ['/hall', 'Hall', 1],
    ])
    expect((await app.ask('GET', `/api/agents/${agent}/sources`)).body.sources).toEqual([])
  })

  it('says why there is nothing to list', async () => {
    pages = {}
    expect(await surveyed()).toMatchObject({ status: 'failed', error: expect.stringContaining('404') })
  })

  it('can be cancelled, and keeps what it had found', async () => {
    const { body } = await app.ask('POST', `/api/agents/${agent}/surveys`, { url: `${base}/`, delayMs: 5000 })
    for (let tries = 0; tries < 200; tries++) {
      if ((await app.ask('GET', `/api/surveys/${body.id}`)).body.pages.length > 0) break
      await new Promise((resolve) => setTimeout(resolve, 20))
    }
    const cancelled = (await app.ask('POST', `/api/surveys/${body.id}/cancel`)).body
    expect(cancelled).toMatchObject({ status: 'done', pages: [{ title: 'Club' }] })
  })

  it('refuses a private host that nobody allowed', async () => {
    const { body } = await app.ask('POST', `/api/agents/${agent}/surveys`, { url: 'http://127.0.0.1:9/' })
    for (let tries = 0; tries < 100; tries++) {
      const survey = (await app.ask('GET', `/api/surveys/${body.id}`)).body
      if (survey.status === 'failed') return expect(survey.hostToAllow).toBe('127.0.0.1:9')
      await new Promise((resolve) => setTimeout(resolve, 20))
    }
    throw new Error('The survey did not end.')
  })
})

describe('reading a site', () => {
  it('reads the picked pages only, each reported', async () => {
    const { id } = await site({ pages: [`${base}/tea`] })
    expect((await find('what does tea cost'))[0].locator.anchor).toContain('/tea')
    expect(await find('how many people does the hall hold')).toEqual([])
    expect((await versions(id))[0].pages).toMatchObject([{ title: 'Tea', state: 'new' }])
    expect(asked).not.toContain('/hall')
  })

  it('a refresh that finds everything as it was leaves no new version', async () => {
    const { id } = await site()
    expect(await refreshed(id)).toMatchObject({ status: 'ready', version: 1 })
    expect(await versions(id)).toHaveLength(1)
  })

  it('a refresh tells which pages are new, changed, the same and gone, and which passages changed', async () => {
    const { id } = await site()
    pages['/'] = pages['/']!.replace('<a href="/hall">hall</a>', '<a href="/bar">bar</a>')
    pages['/tea'] = '<title>Tea</title><main><h1>Tea</h1><p>Tea costs 90 pence.</p></main>'
    pages['/bar'] = '<title>Bar</title><main><h1>Bar</h1><p>The bar opens at six.</p></main>'
    await refreshed(id)
    const [now] = await versions(id)
    expect(now).toMatchObject({ number: 2, because: 'refreshed' })
    const states = Object.fromEntries(
      now.pages.map((page: { url: string; title: string; depth: number; state: string }) => [
        new URL(page.url).pathname,
        page.state,
      ]),
    )
    expect(states).toEqual({ '/': 'changed', '/tea': 'changed', '/bar': 'new', '/hall': 'gone' })
    const { changes } = (await app.ask('GET', `/api/sources/${id}/diff?from=1&to=2`)).body
    expect(JSON.stringify(changes)).toContain('Tea costs 90 pence.')
    expect((await find('what does tea cost'))[0].text).toContain('90 pence')
  })

  it('a page that cannot be given just now keeps its text when others have changed', async () => {
    const { id } = await site()
    pages['/tea'] = pages['/tea']!.replace('80', '90')
    broken.add('/hall')
    await refreshed(id)
    expect((await versions(id))[0]).toMatchObject({ number: 2 })
    expect((await find('how many people does the hall hold'))[0].text).toContain('forty')
    expect((await find('what does tea cost'))[0].text).toContain('90 pence')
  })

  it('another address in place of a page is read anew, whatever was known of the first', async () => {
    const { id } = await app.read(agent, { kind: 'page', url: `${base}/tea` })
    pages['/same'] = pages['/tea']!
    await app.ask('POST', `/api/sources/${id}/versions`, { kind: 'page', url: `${base}/same` })
    expect(await untilRead(app.ask, id)).toMatchObject({ status: 'ready', origin: `${base}/same`, version: 2 })
    expect(spared).toEqual([])
  })

  it('a page that cannot be fetched any more keeps the version before answering', async () => {
    const { id } = await app.read(agent, { kind: 'page', url: `${base}/tea` })
    delete pages['/tea']
    await refreshed(id)
    expect(await app.ask('GET', `/api/sources/${id}`)).toMatchObject({ body: { status: 'failed', version: 1 } })
    expect((await find('what does tea cost'))[0].text).toContain('80 pence')
  })

  it('a page is asked for with what its server said of it, and left alone when it is as it was', async () => {
    const { id } = await app.read(agent, { kind: 'page', url: `${base}/tea` })
    await refreshed(id)
    expect(await versions(id)).toHaveLength(1)
    expect(spared).toEqual(['/tea'])
    pages['/tea'] = pages['/tea']!.replace('80', '85')
    expect(await refreshed(id)).toMatchObject({ version: 2 })
  })

  it('is read again by itself when its hours are over, and not before', async () => {
    const { id } = await app.read(agent, { kind: 'page', url: `${base}/tea` })
    await app.ask('PATCH', `/api/sources/${id}`, { refreshHours: 24 })
    expect(await refreshDue(app.services)).toBe(0)
    const yesterday = new Date(Date.now() - 25 * 3_600_000)
    await app.services.db.update(sources).set({ lookedAt: yesterday }).where(eq(sources.id, id))
    pages['/tea'] = pages['/tea']!.replace('80', '95')
    expect(await refreshDue(app.services)).toBe(1)
    await untilRead(app.ask, id)
    expect((await find('what does tea cost'))[0].text).toContain('95 pence')
    expect(await refreshDue(app.services)).toBe(0)
  })
})
