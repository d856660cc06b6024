import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http'
import { gzipSync } from 'node:zlib'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { lookAtHtml } from '@parrot/core/library'
import type { SitePlan } from '@parrot/core/library'
import { chromiumPath, fetchPage, Renderer, sniffed, walk, type Visited, type WalkMeans } from './index'

type Answer = (request: IncomingMessage, response: ServerResponse) => void
const html =
  (body: string, headers: Record<string, string> = {}): Answer =>
  (_request, response) =>
    response.writeHead(200, { 'content-type': 'text/html; charset=utf-8', ...headers }).end(body)
const text =
  (body: string, type = 'text/plain'): Answer =>
  (_request, response) =>
    response.writeHead(200, { 'content-type': type }).end(body)
const status =
  (code: number, headers: Record<string, string> = {}): Answer =>
  (_request, response) =>
    response.writeHead(code, headers).end()

let server: Server
let host = ''
let asked: string[] = []
let pages: Record<string, Answer> = {}

beforeAll(async () => {
  server = createServer((request, response) => {
    asked.push(request.url ?? '')
    const answer = pages[request.url ?? ''] ?? status(404)
    answer(request, response)
  })
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  host = `127.0.0.1:${(server.address() as { port: number }).port}`
})
afterAll(() => {
  server.closeAllConnections()
  server.close()
})
beforeEach(() => {
  asked = []
  pages = {
    '/robots.txt': text('User-agent: other\nDisallow: /\n\nUser-agent: *\nDisallow: /staff # keep out\n'),
    '/': html(
      '<a href="/a">a</a><a href="/b#part">b</a><a href="/staff/plan">staff</a><a href="https://elsewhere.example/">away</a>',
    ),
    '/a': html('<h1>A</h1><a href="/a/deep">deep</a><a href="/">home</a><a href="mailto:x@y.example">mail</a>'),
    '/b': html('<h1>B</h1><a href="/missing">missing</a><a href="/picture.png">picture</a>'),
    '/a/deep': html('<h1>Deep</h1>'),
    '/staff/plan': html('<h1>Secret</h1>'),
  }
})

const PLAN: SitePlan = { maxPages: 20, maxDepth: 5, delayMs: 0 }

async function visit(plan: Partial<SitePlan> = {}, start = '/', more: Partial<WalkMeans> = {}): Promise<Visited[]> {
  const seen: Visited[] = []
  const means: WalkMeans = {
    allowedHosts: [host],
    look: async (page, url) => lookAtHtml(page, url),
    ...more,
  }
  for await (const visited of walk(`http://${host}${start}`, { ...PLAN, ...plan }, means)) seen.push(visited)
  return seen
}
const pathsOf = (visited: readonly Visited[]) =>
  visited.filter((each) => each.page).map((each) => new URL(each.url).pathname)
const paths = async (plan: Partial<SitePlan> = {}, start = '/') => pathsOf(await visit(plan, start))

describe('a walk over a site', () => {
  it('follows links on the same host, breadth first, each page once', async () => {
    expect(await paths()).toEqual(['/', '/a', '/b', '/a/deep'])
    expect(new Set(asked).size).toBe(asked.length)
  })

  it('tells title, size and depth of each page, and how many are waiting', async () => {
    const deep = (await visit()).find((each) => each.url.endsWith('/a/deep'))!
    expect(deep).toMatchObject({ depth: 2, look: { title: 'Deep', characters: 4 }, waiting: 1 })
  })

  it('goes no deeper and takes no more pages than it was told', async () => {
    expect(await paths({ maxDepth: 1 })).toEqual(['/', '/a', '/b'])
    expect(await paths({ maxPages: 2 })).toHaveLength(2)
  })

  it('names the pages that fail with the reason, and does not ask for what no reader could read', async () => {
    const failed = (await visit()).filter((each) => each.problem)
    expect(failed).toMatchObject([{ url: `http://${host}/missing`, problem: { status: 404 } }])
    expect(asked).not.toContain('/picture.png')
  })

  it('takes only what the patterns let in, still walking through its start', async () => {
    expect(await paths({ include: ['/a*'] })).toEqual(['/a', '/a/deep'])
    expect(await paths({ exclude: ['*deep'] })).toEqual(['/', '/a', '/b'])
  })

  it('fetches exactly the picked pages, following no links', async () => {
    expect(await paths({ pages: [`http://${host}/b`, `http://${host}/a/deep`] })).toEqual(['/b', '/a/deep'])
    expect(asked).toEqual(['/robots.txt', '/b', '/a/deep'])
  })

  it('finds pages that only the sitemap lists, through an index, packed or not', async () => {
    pages['/robots.txt'] = text(`Sitemap: http://${host}/maps.xml`)
    pages['/maps.xml'] = text(
      `<sitemapindex><sitemap><loc>http://${host}/one.xml.gz</loc></sitemap></sitemapindex>`,
      'text/xml',
    )
    const map = `<urlset><url><loc>http://${host}/hidden?a=1&amp;b=2</loc></url><url><loc>https://elsewhere.example/x</loc></url></urlset>`
    pages['/one.xml.gz'] = (_request, response) =>
      response.writeHead(200, { 'content-type': 'application/gzip' }).end(gzipSync(map))
    pages['/hidden?a=1&b=2'] = html('<h1>Hidden</h1>')
    expect(await paths()).toContain('/hidden')
  })

  it('takes several addresses of one page as one, by the canonical address and by redirects', async () => {
    pages['/'] = html('<a href="/a?from=home">a</a><a href="/old">old</a>')
    pages['/a?from=home'] = html('<link rel="canonical" href="/a"><h1>A</h1>')
    pages['/old'] = status(301, { location: '/a' })
    const visited = await visit()
    expect(pathsOf(visited)).toEqual(['/', '/a'])
    expect(visited[1]!.url).toBe(`http://${host}/a`)
  })

  it('goes on where the start sends it, by the rules of that host', async () => {
    const other = `localhost:${host.split(':')[1]}`
    pages['/start'] = status(301, { location: `http://${other}/` })
    const visited = await visit({ maxDepth: 1 }, '/start', { allowedHosts: [host, other] })
    expect(visited.map((each) => each.url)).toEqual(['', 'a', 'b'].map((path) => `http://${other}/${path}`))
  })

  it('takes along a document that a page links to', async () => {
    pages['/'] = html('<a href="/rules.pdf">rules</a><a href="/tool.bin">tool</a>')
    pages['/rules.pdf'] = text('%PDF-1.4 …', 'application/octet-stream')
    pages['/tool.bin'] = text('\u0000\u0001', 'application/octet-stream')
    const visited = await visit()
    expect(visited.map((each) => each.page?.mediaType)).toEqual(['text/html; charset=utf-8', 'application/pdf'])
  })

  it('asks again when the server is busy, and gives up on a page that stays so', async () => {
    let left = 1
    pages['/a'] = (request, response) => (left-- > 0 ? status(503) : html('<h1>A</h1>'))(request, response)
    expect(await paths()).toContain('/a')
    pages['/b'] = status(503, { 'retry-after': '3600' })
    asked = []
    const visited = await visit({ maxDepth: 1 })
    expect(visited.find((each) => each.url.endsWith('/b'))!.problem!.problem.message).toContain('503')
    expect(asked.filter((path) => path === '/b')).toHaveLength(1)
  })

  it('waits between pages as long as the plan or robots.txt asks', async () => {
    const began = performance.now()
    await visit({ maxPages: 3, delayMs: 120 })
    expect(performance.now() - began).toBeGreaterThan(230)
  })

  it('learns from the server that a page is as it was', async () => {
    const tag = '"v1"'
    pages['/a'] = (request, response) =>
      request.headers['if-none-match'] === tag
        ? status(304)(request, response)
        : html('<h1>A</h1><a href="/a/deep">deep</a>', { etag: tag })(request, response)
    const first = (await visit()).find((each) => each.url.endsWith('/a'))!
    expect(first.page!.validators).toEqual({ etag: tag })
    const known = new Map([[first.url, { validators: { etag: tag }, html: '<h1>A</h1><a href="/a/deep">deep</a>' }]])
    const again = await visit({}, '/', { known })
    expect(again.find((each) => each.url === first.url)).toMatchObject({ isUnchanged: true, look: { title: 'A' } })
    expect(pathsOf(again)).toContain('/a/deep')
  })

  it('stops when it is told to', async () => {
    const abort = new AbortController()
    setTimeout(() => abort.abort(), 60)
    await expect(visit({ delayMs: 1000 }, '/', { signal: abort.signal })).rejects.toThrow()
  })
})

describe('robots.txt, by RFC 9309', () => {
  it('keeps out of what it closes, the longest rule deciding, wildcards and an own group included', async () => {
    await visit()
    expect(asked).not.toContain('/staff/plan')
    pages['/robots.txt'] = text('User-agent: *\nDisallow: /\nAllow: /a\nAllow: /$\nDisallow: /*deep$')
    expect(await paths()).toEqual(['/', '/a'])
    pages['/robots.txt'] = text('User-agent: *\nAllow: /\n\nUser-agent: MildParrot\nDisallow: /b')
    expect(await paths()).not.toContain('/b')
  })

  it('allows nothing while the server fails to give it, everything when there is none', async () => {
    pages['/robots.txt'] = status(404)
    expect(await paths()).toContain('/staff/plan')
    pages['/robots.txt'] = status(500)
    expect(await visit()).toEqual([])
  })
})

describe('fetching one page', () => {
  const options = () => ({ allowedHosts: [host] })

  it('gives bytes, media type and the address it ended at', async () => {
    pages['/old'] = status(302, { location: '/a' })
    const result = await fetchPage(`http://${host}/old`, options())
    if (!result.ok || !result.page) throw new Error('not fetched')
    expect(new TextDecoder().decode(result.page.bytes)).toContain('<h1>A</h1>')
    expect(result.page).toMatchObject({ url: `http://${host}/a`, mediaType: 'text/html; charset=utf-8' })
  })

  it('gives up on a page that is too large, however slowly it says so', async () => {
    pages['/flood'] = (_request, response) => {
      response.writeHead(200, { 'content-type': 'text/html' })
      const more = () => {
        while (!response.destroyed && response.write(Buffer.alloc(1_000_000, 120)));
        response.once('drain', more)
      }
      more()
    }
    expect(await fetchPage(`http://${host}/flood`, options())).toMatchObject({
      ok: false,
      problem: { message: expect.stringContaining('larger than 20 MB') },
    })
  })

  it('gives up on a page that redirects for ever', async () => {
    pages['/round'] = status(302, { location: '/round' })
    expect(await fetchPage(`http://${host}/round`, options())).toMatchObject({
      ok: false,
      problem: { message: expect.stringContaining('redirects more than 5 times') },
    })
  })

  it('gives up on a page that drips a byte now and then, and on one with headers without end', async () => {
    pages['/drip'] = (_request, response) => {
      response.writeHead(200, { 'content-type': 'text/html' })
      const timer = setInterval(() => response.write('x'), 50)
      response.on('close', () => clearInterval(timer))
    }
    expect(await fetchPage(`http://${host}/drip`, { ...options(), timeoutMs: 400 })).toMatchObject({
      ok: false,
      problem: { message: expect.stringContaining('did not answer within') },
    })
    pages['/headers'] = (_request, response) => {
      response.socket!.write('HTTP/1.1 200 OK\r\n')
      const line = `x-filler: ${'y'.repeat(60_000)}\r\n`
      const more = () => {
        while (!response.socket!.destroyed && response.socket!.write(line));
        response.socket!.once('drain', more)
      }
      more()
    }
    expect(await fetchPage(`http://${host}/headers`, options())).toMatchObject({ ok: false })
  })

  it('says when there is no such host', async () => {
    expect(await fetchPage('http://no-such-host.invalid/', { allowedHosts: [] })).toMatchObject({
      ok: false,
      problem: { message: expect.stringMatching(/no host called|could not be reached/) },
    })
  })

  it('tells what a page is from its bytes when its server does not say', () => {
    const bytes = (words: string) => new TextEncoder().encode(words)
    expect(sniffed(bytes('%PDF-1.7'), 'text/html')).toBe('application/pdf')
    expect(sniffed(bytes('<!DOCTYPE html><p>'), '')).toBe('text/html')
    expect(sniffed(bytes('<html>'), 'text/plain')).toBe('text/html')
    expect(sniffed(bytes('plain words'), '')).toBe('text/plain')
    expect(sniffed(bytes('a,b'), 'text/csv; charset=utf-8')).toBe('text/csv; charset=utf-8')
  })
})

describe.skipIf(chromiumPath() === undefined)('rendering a page', () => {
  it('gives the page as its scripts made it, and lets them reach no private host', async () => {
    const secret = createServer((_request, response) =>
      response.writeHead(200, { 'access-control-allow-origin': '*' }).end('secret'),
    )
    await new Promise<void>((resolve) => secret.listen(0, '127.0.0.1', resolve))
    const inside = `127.0.0.1:${(secret.address() as { port: number }).port}`
    pages['/app'] = html(
      `<body><div id="x">loading</div><script>
        document.getElementById('x').textContent = 'Open until eight'
        fetch('http://${inside}/').then((r) => r.text()).catch(() => 'kept out').then((t) => document.body.append(t))
      </script></body>`,
    )
    const renderer = new Renderer({ allowedHosts: [host] })
    try {
      const result = await renderer.render(`http://${host}/app`, 300)
      if (!result.ok || !result.page) throw new Error('not rendered')
      const shown = new TextDecoder().decode(result.page.bytes)
      expect(shown).toContain('Open until eight')
      expect(shown).toContain('kept out')
      expect(shown).not.toContain('>secret')
    } finally {
      await renderer.close()
      secret.close()
    }
  }, 60_000)

  it('that leads on by itself is kept where it ends, and fails where that cannot be read', async () => {
    pages['/end'] = html('<body><h1>The end</h1></body>')
    pages['/on'] = html(`<body>Wait …<script>setTimeout(() => (location.href = '/end'), 50)</script></body>`)
    pages['/out'] = html(
      `<body>Wait …<script>setTimeout(() => (location.href = 'http://127.0.0.1:9/'), 50)</script></body>`,
    )
    const renderer = new Renderer({ allowedHosts: [host] })
    try {
      const on = await renderer.render(`http://${host}/on`, 600)
      expect(on.ok && on.page && new TextDecoder().decode(on.page.bytes)).toContain('The end')
      expect(await renderer.render(`http://${host}/out`, 600)).toMatchObject({ ok: false })
    } finally {
      await renderer.close()
    }
  }, 60_000)
})
