import { spawn, type ChildProcess } from 'node:child_process'
import { cpSync, existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { chromium, type Browser, type Page } from 'playwright-core'
import { blankImage } from '../server/testing/blankImage'
import { freePort } from '../server/testing/ports'

const root = fileURLToPath(new URL('..', import.meta.url))

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

const START_LIMIT_MS = 120_000

export async function openWorld(env: Readonly<Record<string, string>> = {}): Promise<World> {
  const dataFolder = mkdtempSync(join(tmpdir(), 'parrot-e2e-'))
  // A database that is ready: making one takes many seconds and is not what is tested here.
  if (existsSync(blankImage())) cpSync(blankImage(), join(dataFolder, 'database'), { recursive: true })
  const [port = 0, sitePort, modelPort, transcriberPort, smtpPort = 0, mailboxPort, officePort, calendarPort] =
    await Promise.all(Array.from({ length: 8 }, freePort))
  const url = `http://127.0.0.1:${port}`
  const browser = await launchBrowser()
  let child: ChildProcess | undefined

  const start = async () => {
    let said = ''
    child = spawn(process.execPath, [join(root, 'scripts/start.mjs')], {
      env: {
        ...process.env,
        PORT: String(port),
        PARROT_DATA: dataFolder,
        // A kill loses nothing of what the system was given; waiting for the disk is measured elsewhere.
        PARROT_DURABLE: 'off',
        PARROT_SITE_PORT: String(sitePort),
        PARROT_MODEL_PORT: String(modelPort),
        PARROT_TRANSCRIBER_PORT: String(transcriberPort),
        PARROT_SMTP_PORT: String(smtpPort),
        PARROT_MAILBOX_PORT: String(mailboxPort),
        PARROT_OFFICE_PORT: String(officePort),
        PARROT_CALENDAR_PORT: String(calendarPort),
        ...env,
      },
    })
    const hear = (part: Buffer) => (said += part.toString())
    child.stdout!.on('data', hear)
    child.stderr!.on('data', hear)
    const until = Date.now() + START_LIMIT_MS
    while (!said.includes('Mild Parrot is ready')) {
      if (Date.now() > until || child.exitCode !== null) throw new Error(`The product did not start:\n${said}`)
      await new Promise((resolve) => setTimeout(resolve, 100))
    }
  }

  const gone = async () => {
    while (child && child.exitCode === null && child.signalCode === null)
      await new Promise((resolve) => setTimeout(resolve, 50))
  }

  await start()
  return {
    mails: async () =>
      (
        (await (await fetch(`http://127.0.0.1:${mailboxPort}/mails`)).json()) as {
          mails: Awaited<ReturnType<World['mails']>>
        }
      ).mails,
    url,
    site: `http://127.0.0.1:${sitePort}`,
    model: `http://127.0.0.1:${modelPort}/v1`,
    dataFolder,
    browser,
    agent: async (name) => {
      const { agents } = (await (await fetch(`${url}/api/agents`)).json()) as { agents: { id: string; name: string }[] }
      return `/agents/${agents.find((agent) => agent.name === name)!.id}`
    },
    open: async (path) => {
      const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, locale: 'en-GB' })
      const page = await context.newPage()
      page.setDefaultTimeout(30_000)
      await page.goto(`${url}${path}`)
      return page
    },
    kill: async () => {
      process.kill(Number(readFileSync(join(dataFolder, 'server.pid'), 'utf8')), 'SIGKILL')
      await gone()
    },
    start,
    end: async () => {
      await browser.close()
      child?.kill('SIGTERM')
      await gone()
      rmSync(dataFolder, { recursive: true, force: true })
    },
  }
}
