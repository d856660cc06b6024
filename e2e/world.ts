import { cpSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium, type Browser, type BrowserContext, type Page } from 'playwright-core'
import { inject } from 'vitest'
import { gone, Product } from './product'
import type { Seeded } from './setup'

/** The whole product as `npm start` runs it, on ports and a data folder of its own, and a browser. */
export interface World {
  readonly url: string
  readonly site: string
  readonly model: string
  readonly dataFolder: string
  readonly browser: Browser
  /** The path of an agent of the sample scenario. */
  agent(name: string): Promise<string>
  /** A new page in a private window of its own. */
  open(path: string): Promise<Page>
  /** The mails that went out, the latest first. */
  mails(): Promise<
    readonly { readonly recipients: readonly string[]; readonly subject: string; readonly text: string }[]
  >
  /** Kills the server with SIGKILL, as a power cut would, and waits until it is gone. */
  kill(): Promise<void>
  /** Starts everything again on the same data. */
  start(): Promise<void>
  end(): Promise<void>
}

export const launchBrowser = (): Promise<Browser> =>
  chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-background-networking',
      '--disable-component-update',
      '--no-first-run',
    ],
  })

/** One browser for all files of a worker; it ends with it. */
let shared: Promise<Browser> | undefined

/** The product of this worker, on a copy of what was seeded for it. */
export const openWorld = (env: Readonly<Record<string, string>> = {}): Promise<World> => {
  const all = inject('seeded')
  return worldOf(all[(Number(process.env.VITEST_POOL_ID) - 1) % all.length]!, env)
}

/** The product with its stand-ins on a copy of a seeded folder, and a browser. */
export async function worldOf(seeded: Seeded, env: Readonly<Record<string, string>> = {}): Promise<World> {
  const dataFolder = mkdtempSync(join(tmpdir(), 'parrot-e2e-'))
  cpSync(seeded.folder, dataFolder, { recursive: true })
  const product = new Product(seeded.base, dataFolder, env)
  const { ports } = product
  const url = `http://127.0.0.1:${ports.server}`
  shared ??= launchBrowser()
  const [browser, standIns, first] = await Promise.all([shared, product.standIn(), product.serve()])
  let server = first
  const contexts: BrowserContext[] = []
  return {
    mails: async () =>
      (
        (await (await fetch(`http://127.0.0.1:${ports.mailbox}/mails`)).json()) as {
          mails: Awaited<ReturnType<World['mails']>>
        }
      ).mails,
    url,
    site: `http://127.0.0.1:${ports.site}`,
    model: `http://127.0.0.1:${ports.model}/v1`,
    dataFolder,
    browser,
    agent: async (name) => {
      const { agents } = (await (await fetch(`${url}/api/agents`)).json()) as { agents: { id: string; name: string }[] }
      return `/agents/${agents.find((agent) => agent.name === name)!.id}`
    },
    open: async (path) => {
      const context = await browser.newContext(AS_SEEN)
      contexts.push(context)
      const page = await context.newPage()
      page.setDefaultTimeout(30_000)
      await page.goto(`${url}${path}`)
      return page
    },
    kill: async () => {
      server.kill('SIGKILL')
      await gone(server)
    },
    start: async () => {
      server = await product.serve()
    },
    end: async () => {
      await Promise.all(contexts.map((context) => context.close()))
      server.kill('SIGTERM')
      standIns.kill('SIGTERM')
      await Promise.all([gone(server), gone(standIns)])
      rmSync(dataFolder, { recursive: true, force: true })
    },
  }
}

/** What moves only takes time from tests, and what is still moving takes no click. */
const AS_SEEN = { viewport: { width: 1280, height: 800 }, locale: 'en-GB', reducedMotion: 'reduce' } as const
