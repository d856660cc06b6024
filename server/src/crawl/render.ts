import { existsSync } from 'node:fs'
import type { Browser, Route } from 'playwright-core'
import { fetchPage, type FetchOptions, type FetchResult } from './fetchPage'

const PATHS = ['/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome']
const LOAD_MS = 20_000
const MOST_HTML = 20 * 1024 * 1024

/** Where a Chromium is installed on this machine; undefined when there is none. */
export const chromiumPath = (): string | undefined =>
  [process.env.CHROMIUM, ...PATHS].find((path) => path !== undefined && existsSync(path))

/** Loads the driver only when a page is rendered: it takes half a second that every start of the server would pay. */
async function launch(executablePath: string): Promise<Browser> {
  const isRoot = process.getuid?.() === 0
  if (isRoot)
    process.emitWarning(
      'Pages are rendered without Chromium’s sandbox, since the server runs as root. Run it as a user of its own.',
      { code: 'PARROT_ROOT' },
    )
  const { chromium } = await import('playwright-core')
  return chromium.launch({
    executablePath,
    chromiumSandbox: !isRoot,
    args: ['--host-resolver-rules=MAP * ~NOTFOUND', '--disable-background-networking'],
  })
}

/**
 * Renders pages in a Chromium without a window: their scripts run, and the page is taken as it then is. The browser
 * itself reaches nothing: everything a page asks for goes through `fetchPage`, which refuses private addresses. One
 * browser serves a whole walk; `close` ends it.
 */
export class Renderer {
  #browser: Promise<Browser> | undefined

  constructor(private readonly options: FetchOptions) {}

  /** The page as it is `waitMs` after it has loaded. */
  async render(url: string, waitMs: number): Promise<FetchResult> {
    const path = chromiumPath()
    if (!path)
      return {
        ok: false,
        problem: {
          message: 'There is no Chromium on this machine to render pages with.',
          advice: 'Install it (Debian: apt-get install chromium), or read the site without rendering.',
        },
      }
    this.#browser ??= launch(path)
    const browser = await this.#browser
    const context = await browser.newContext({ serviceWorkers: 'block', acceptDownloads: false })
    try {
      const page = await context.newPage()
      let main: FetchResult | undefined
      await context.routeWebSocket(/.*/, (socket) => void socket.close())
      await context.route('**/*', async (route) => {
        const answer = await this.#answer(route)
        // A page may lead on to another by itself: what is kept is where it ends.
        if (route.request().isNavigationRequest() && route.request().frame() === page.mainFrame()) main = answer
      })
      const opened = await page.goto(url, { waitUntil: 'load', timeout: LOAD_MS }).catch(() => undefined)
      if (!opened || !main?.ok || !main.page) return main ?? failedToRender(url)
      if (!main.page.mediaType.includes('html')) return main
      await page.waitForTimeout(waitMs)
      // Where it leads to what cannot be read, the browser shows a page of its own.
      if (!main.ok) return main
      if (!/^https?:/.test(page.url())) return failedToRender(url)
      const html = (await page.content()).slice(0, MOST_HTML)
      const bytes = new TextEncoder().encode(html)
      return { ok: true, page: { ...main.page, bytes, mediaType: 'text/html; charset=utf-8', validators: {} } }
    } finally {
      await context.close()
    }
  }

  /** Answers a request of the page by fetching it here; pictures and films are not needed. */
  async #answer(route: Route): Promise<FetchResult | undefined> {
    const request = route.request()
    const isNeeded = ['document', 'script', 'stylesheet', 'xhr', 'fetch'].includes(request.resourceType())
    if (!isNeeded || request.method() !== 'GET') {
      await route.abort().catch(() => undefined)
      return undefined
    }
    const result = await fetchPage(request.url(), this.options)
    if (result.ok && result.page)
      await route
        .fulfill({ body: Buffer.from(result.page.bytes), contentType: result.page.mediaType })
        .catch(() => undefined)
    else await route.abort().catch(() => undefined)
    return result
  }

  async close(): Promise<void> {
    await (await this.#browser)?.close()
  }
}

const failedToRender = (url: string): FetchResult => ({
  ok: false,
  problem: { message: `“${url}” could not be rendered.`, advice: 'Read it without rendering, or try again later.' },
})
