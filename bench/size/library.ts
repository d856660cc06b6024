import type { ChildProcess } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { createServer, type Server } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { mixedFiles } from './formats'
import { benchPdf } from './pdf'
import { get, LONGEST_MS, newAgent, post, startServer, untilReady, upload } from './server'
import { at, ms, row, s, timed } from './table'
import { QUESTIONS } from './texts'

const root = fileURLToPath(new URL('../..', import.meta.url))

/** What the library is held to, measured on the built product in a process of its own. */
export async function benchLibrary(): Promise<void> {
  if (!existsSync(join(root, 'dist/main.js'))) return row('library', 'not measured', 'run “npm run build” first')
  await benchPdf()
  const folder = mkdtempSync(join(tmpdir(), 'parrot-bench-'))
  let server = await startServer(folder)
  const site = await startSite(285)
  try {
    const agent = await newAgent()
    await benchMixed(agent, server)
    await benchPage(agent)
    const question = (turn: number) => encodeURIComponent(QUESTIONS[turn % QUESTIONS.length]!)
    row(
      'query at 11 M characters in mixed formats',
      await timed((turn) => get(`/api/agents/${agent}/search?q=${question(turn)}`), 100),
      'over HTTP; aim: 30 ms p95',
    )
    server.kill('SIGKILL')
    await new Promise((resolve) => server.once('exit', resolve))
    const began = performance.now()
    server = await startServer(folder)
    const up = performance.now() - began
    await post(`/api/agents/${agent}/turns`, { text: QUESTIONS[0] })
    row('restart at 11 M: first answer', s(performance.now() - began), `of it ${s(up)} until healthy; aim: 3 s`)
    await benchCrawl(site.url)
  } finally {
    server.kill('SIGTERM')
    site.server.close()
    await new Promise((resolve) => server.once('exit', resolve))
    rmSync(folder, { recursive: true, force: true })
  }
}

/** A site of so many pages, each with a menu, a text of its own, and links to the next ones. */
async function startSite(pages: number): Promise<{ server: Server; url: string }> {
  const server = createServer((request, response) => {
    const number = Number(/^\/p(\d+)$/.exec(request.url ?? '')?.[1] ?? (request.url === '/' ? 0 : NaN))
    if (Number.isNaN(number)) return response.writeHead(404).end()
    const next = [1, 2, 3].map((step) => number * 3 + step).filter((each) => each < pages)
    const words = Array.from(
      { length: 60 },
      (_, n) => `<p>Bench ${n} of page ${number} is painted on day ${n % 28}.</p>`,
    )
    return response
      .writeHead(200, { 'content-type': 'text/html' })
      .end(
        `<title>Page ${number}</title><nav>${next.map((each) => `<a href="/p${each}">${each}</a>`).join('')}</nav><main><h1>Page ${number}</h1>${words.join('')}</main>`,
      )
  })
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  return { server, url: `http://127.0.0.1:${(server.address() as { port: number }).port}/` }
}

/** 11 million characters in six formats at once, with the server's memory and how long other requests took meanwhile. */
async function benchMixed(agent: string, server: ChildProcess): Promise<void> {
  const files = await mixedFiles(10_200_000)
  let most = 0
  const others: number[] = []
  let isDone = false
  const watch = (async () => {
    while (!isDone) {
      most = Math.max(most, residentMegabytes(server.pid!))
      const began = performance.now()
      await get('/api/health')
      others.push(performance.now() - began)
      await new Promise((resolve) => setTimeout(resolve, 15))
    }
  })()
  const began = performance.now()
  const ids = await Promise.all(files.map((file) => upload(agent, file)))
  await Promise.all(ids.map(untilReady))
  const took = performance.now() - began
  isDone = true
  await watch
  others.sort((a, b) => a - b)
  const { sources } = (await get(`/api/agents/${agent}/sources`)) as { sources: { characters: number }[] }
  const characters = sources.reduce((sum, source) => sum + source.characters, 0)
  row(`${(characters / 1e6).toFixed(1)} M characters in six formats, upload to ready`, s(took), 'aim: 90 s')
  row('resident memory meanwhile, at most', `${most} MB`, 'aim: 1200 MB')
  row(
    'other requests meanwhile',
    `${ms(at(others, 0.5))} median, ${ms(at(others, 0.99))} p99`,
    'aim for the event loop: 50 ms p99',
  )
}

/** What the kernel says the process holds in memory (VmRSS of /proc, in kB). */
function residentMegabytes(pid: number): number {
  const status = readFileSync(`/proc/${pid}/status`, 'utf8')
  return Math.round(Number(/VmRSS:\s+(\d+)/.exec(status)?.[1] ?? 0) / 1024)
}

async function benchPage(agent: string): Promise<void> {
  const began = performance.now()
  await post(`/api/agents/${agent}/sources`, {
    kind: 'note',
    title: 'Kites',
    text: 'Kites may be flown from the hill after tea.',
  })
  for (const until = Date.now() + LONGEST_MS; Date.now() < until;) {
    const { hits } = (await get(`/api/agents/${agent}/search?q=kites+hill`)) as { hits: { text: string }[] }
    if (hits.some((hit) => hit.text.includes('Kites'))) break
  }
  row('one more page at 11 M characters, until it is found', s(performance.now() - began), 'aim: 1 s')
}

async function benchCrawl(url: string): Promise<void> {
  const agent = await newAgent()
  for (const delayMs of [undefined, 0]) {
    const began = performance.now()
    const plan = { kind: 'site', url, maxPages: 300, maxDepth: 10, ...(delayMs === undefined ? {} : { delayMs }) }
    const { id } = (await post(`/api/agents/${agent}/sources`, plan)) as { id: string }
    await untilReady(id)
    const { versions } = (await get(`/api/sources/${id}/versions`)) as { versions: { pages: unknown[] }[] }
    const pages = versions[0]!.pages.length
    row(
      `${pages} pages of a site, ${delayMs === 0 ? 'no delay' : 'the usual delay'}`,
      s(performance.now() - began),
      'aim: 60 s',
    )
  }
}
