import { createServer, type Server } from 'node:http'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { crawl } from './crawl'
import { fetchPage } from './fetchPage'

/** A small site: what each address answers with. */
const PAGES: Record<string, { status?: number; type?: string; body: string }> = {
  '/robots.txt': {
    type: 'text/plain',
    body: 'User-agent: other\nDisallow: /\n\nUser-agent: *\nDisallow: /staff # keep out\n',
  },
  '/': {
    body: '<a href="/a">a</a><a href="/b#part">b</a><a href="/staff/plan">staff</a><a href="https://elsewhere.example/">away</a>',
  },
  '/a': { body: '<h1>A</h1><a href="/a/deep">deep</a><a href="/">home</a><a href="mailto:x@y.example">mail</a>' },
  '/b': { body: '<h1>B</h1><a href="/missing">missing</a><a href="/picture.png">picture</a>' },
  '/a/deep': { body: '<h1>Deep</h1>' },
  '/staff/plan': { body: '<h1>Secret</h1>' },
  '/picture.png': { type: 'image/png', body: 'x' },
  '/missing': { status: 404, body: 'gone' },
}

let server: Server
let host: string
let asked: string[] = []

beforeAll(async () => {
  server = createServer((request, response) => {
    asked.push(request.url ?? '')
    const page = PAGES[request.url ?? ''] ?? { status: 404, body: '' }
    response.writeHead(page.status ?? 200, { 'content-type': page.type ?? 'text/html; charset=utf-8' }).end(page.body)
  })
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  host = `127.0.0.1:${(server.address() as { port: number }).port}`
})
afterAll(() => server.close())

const visit = async (maxPages: number, maxDepth: number, start = '/') => {
  asked = []
  const seen: string[] = []
  const result = await crawl(
    { url: `http://${host}${start}`, maxPages, maxDepth },
    [host],
    (done, total) => seen.push(`${done}/${total}`),
    AbortSignal.timeout(10_000),
  )
  return { result, seen, paths: result.ok ? result.pages.map((page) => new URL(page.url).pathname) : [] }
}

describe('a crawl', () => {
  it('follows links on the same host, breadth first, each page once, and reports each', async () => {
    const { paths, seen } = await visit(20, 5)
    expect(paths).toEqual(['/', '/a', '/b', '/a/deep'])
    expect(seen).toHaveLength(4)
    expect(new Set(asked).size).toBe(asked.length)
  })

  it('keeps out of what robots.txt closes to everyone, and never leaves the host', async () => {
    await visit(20, 5)
    expect(asked).not.toContain('/staff/plan')
  })

  it('goes no deeper and takes no more pages than it was told', async () => {
    expect((await visit(20, 1)).paths).toEqual(['/', '/a', '/b'])
    expect((await visit(2, 5)).paths).toHaveLength(2)
  })

  it('leaves out pages that fail or are no HTML', async () => {
    const { paths } = await visit(20, 5)
    expect(asked).toContain('/missing')
    expect(paths).not.toContain('/missing')
    expect(paths).not.toContain('/picture.png')
  })

  it('fails when its start does, and when robots.txt closes the start', async () => {
    expect((await visit(5, 1, '/missing')).result).toMatchObject({
      ok: false,
      problem: { message: expect.stringContaining('404') },
    })
    expect((await visit(5, 1, '/staff/plan')).result).toMatchObject({
      ok: false,
      problem: { message: expect.stringContaining('no page that may be read') },
    })
  })

  it('stops when it is told to', async () => {
    const abort = new AbortController()
    const walking = crawl(
      { url: `http://${host}/`, maxPages: 20, maxDepth: 5 },
      [host],
      () => abort.abort(),
      abort.signal,
    )
    await expect(walking).rejects.toThrow()
  })
})

describe('fetching one page', () => {
  it('gives bytes, media type and the address it ended at', async () => {
    const result = await fetchPage(`http://${host}/a`, [host])
    if (!result.ok) throw new Error(result.problem.message)
    expect(new TextDecoder().decode(result.page.bytes)).toContain('<h1>A</h1>')
    expect(result.page).toMatchObject({ url: `http://${host}/a`, mediaType: 'text/html; charset=utf-8' })
  })

  it('gives up on a page that is too large, however slowly it says so', async () => {
    const flood = createServer((_request, response) => {
      response.writeHead(200, { 'content-type': 'text/html' })
      const more = () => {
        while (!response.destroyed && response.write(Buffer.alloc(1_000_000, 120)));
        response.once('drain', more)
      }
      more()
    })
    await new Promise<void>((resolve) => flood.listen(0, '127.0.0.1', resolve))
    const at = `127.0.0.1:${(flood.address() as { port: number }).port}`
    expect(await fetchPage(`http://${at}/`, [at])).toMatchObject({
      ok: false,
      problem: { message: expect.stringContaining('larger than 20 MB') },
    })
    flood.closeAllConnections()
    flood.close()
  })

  it('says when there is no such host', async () => {
    const result = await fetchPage('http://no-such-host.invalid/', [])
    expect(result).toMatchObject({
      ok: false,
      problem: { message: expect.stringMatching(/no host called|could not be reached/) },
    })
  })
})
