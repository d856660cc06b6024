/**
 * Measures the product and prints a table. Every figure is taken in this run, on this machine; compare figures of one
 * run with each other, not with those of another machine.
 */
import { existsSync, mkdtempSync, rmSync } from 'node:fs'
import { spawn } from 'node:child_process'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { monitorEventLoopDelay, performance } from 'node:perf_hooks'
import { fileURLToPath } from 'node:url'
import { bundleThreads } from '../../scripts/bundle.mjs'
import { newDataFolder, openTestApp, type TestApp } from '../../server/testing/testApp'
import setup from '../../server/testing/blankImage'
import { passages } from '../../server/src/database'
import { takeTurn } from '@parrot/core/dialogue'
import { playScript, scriptSchema } from '@parrot/core/rehearsal'
import { understudy } from '@parrot/core/understudy'
import { sampleAgents } from '../../demo/scenario'
import { openCorpus } from '../quality/corpora'
import { benchAgents, benchCrowd, benchDurability } from './crowd'
import { benchDoing } from './doing'
import { firstLoads } from './firstLoad'
import { benchLogbook, benchSoak, benchTen } from './holding'
import { benchLibrary } from './library'
import { ms, printTable, row, timed } from './table'
import { benchRefining } from './refine'
import { benchVectors } from './vectors'
import { meadowText, QUESTIONS } from './texts'

const root = fileURLToPath(new URL('../..', import.meta.url))
async function benchServer(characters: number, label: string): Promise<void> {
  const app = await openTestApp()
  const agent = (await app.ask('POST', '/api/agents', { name: 'Bench' })).body.id as string
  await ingest(app, agent, characters, label)
  const question = (turn: number) => QUESTIONS[turn % QUESTIONS.length]!
  row(
    `query, ${label}`,
    await timed((turn) => app.ask('GET', `/api/agents/${agent}/search?q=${encodeURIComponent(question(turn))}`), 60),
  )
  row(
    `turn on the built-in model, ${label}`,
    await timed((turn) => app.ask('POST', `/api/agents/${agent}/turns`, { text: question(turn) }), 40),
    'over HTTP, stored',
  )
  await app.end()
}

async function ingest(app: TestApp, agent: string, characters: number, label: string): Promise<void> {
  const files = 4
  const began = performance.now()
  const delay = monitorEventLoopDelay({ resolution: 5 })
  delay.enable()
  await Promise.all(
    Array.from({ length: files }, (_, n) =>
      app.read(agent, new File([meadowText(n, characters / files)], `meadow-${n}.md`)),
    ),
  )
  delay.disable()
  const seconds = (performance.now() - began) / 1000
  row(
    `ingest, ${label}`,
    `${seconds.toFixed(1)} s`,
    `${Math.round(characters / seconds / 1000)} k characters/s, ${files} Markdown files`,
  )
  row(
    `event-loop delay during ingest, ${label}`,
    `${ms(delay.percentile(99) / 1e6)} p99, ${ms(delay.max / 1e6)} most`,
    'database in its own thread',
  )
}

/** What the same statements cost the event loop when PGlite runs on the main thread: why it does not. */
async function benchDatabaseThread(): Promise<void> {
  const { PGlite } = await import('@electric-sql/pglite')
  const { drizzle } = await import('drizzle-orm/pglite')
  const folder = newDataFolder()
  const client = await PGlite.create(join(folder, 'database'))
  const inThread = await openTestApp()
  const statements = async (db: { execute(query: string): Promise<unknown> }) => {
    for (let turn = 0; turn < 40; turn++)
      await db.execute(`select count(*), max(md5(n::text)) from generate_series(1, ${20_000 + turn}) n`)
  }
  /** The longest the event loop stood still while work ran: how late the latest tick of a 2 ms timer came. */
  const measure = async (work: () => Promise<void>) => {
    let last = performance.now()
    let longest = 0
    const tick = () => {
      const now = performance.now()
      longest = Math.max(longest, now - last)
      last = now
    }
    const timer = setInterval(tick, 2)
    await work()
    await new Promise((resolve) => setTimeout(resolve, 20))
    clearInterval(timer)
    return `${ms(longest)} longest stall`
  }
  const here = await measure(() => statements(drizzle(client)))
  const there = await measure(() => statements(inThread.services.db))
  row('40 heavy statements', `${there} in a thread`, `${here} when PGlite shares the main thread`)
  await inThread.services.db.select().from(passages).limit(1)
  await client.close()
  await inThread.end()
  rmSync(folder, { recursive: true, force: true })
}

/** Turns of scripted conversations that one core takes in a minute on the sample library, without HTTP and storage. */
async function benchScripts(): Promise<void> {
  const open = await openCorpus('ferries')
  const scripts = sampleAgents[0]!.scripts.map((script, at) => ({ ...scriptSchema.parse(script), id: String(at) }))
  const play = async () => {
    let turns = 0
    for (const script of scripts) {
      const result = await playScript(script, (said, conversation) =>
        takeTurn(said, { ...open, model: understudy, conversation, clock: () => performance.now() }),
      )
      turns += result.turns.length
    }
    return turns
  }
  await play()
  const began = performance.now()
  let turns = 0
  while (performance.now() - began < SCRIPTS_MS) turns += await play()
  const perMinute = (turns / (performance.now() - began)) * 60_000
  row('scripted turns a minute and core', Math.round(perMinute).toLocaleString('en-GB'), 'aim: 1,000')
}

const SCRIPTS_MS = 5000

/** From `node dist/main.js` to the first healthy answer. */
async function benchStart(): Promise<void> {
  const main = join(root, 'dist/main.js')
  if (!existsSync(main)) return row('server start', 'not measured', 'run “npm run build” first')
  const start = async (folder: string) => {
    const began = performance.now()
    const child = spawn(process.execPath, [main], {
      env: { ...process.env, PARROT_DATA: folder, PORT: '4177', PARROT_LOG: 'silent' },
    })
    for (;;) {
      const isUp = await fetch('http://127.0.0.1:4177/api/health').then(
        (response) => response.ok,
        () => false,
      )
      if (isUp) break
      await new Promise((resolve) => setTimeout(resolve, 20))
    }
    const took = performance.now() - began
    child.kill('SIGTERM')
    await new Promise((resolve) => child.once('exit', resolve))
    return `${(took / 1000).toFixed(1)} s`
  }
  const fresh = mkdtempSync(join(tmpdir(), 'parrot-bench-'))
  row('server start, empty folder', await start(fresh), 'makes the database, once')
  row('server start, later', await start(fresh))
  rmSync(fresh, { recursive: true, force: true })
}

/** The screens a designer opens, by the modules each loads beside the entry. */
const SCREENS: readonly (readonly string[])[] = [
  ['src/agents/AgentsPage.vue'],
  ...[
    'brief/BriefStage',
    'library/LibraryStage',
    'rehearse/RehearseStage',
    'release/ReleaseStage',
    'logbook/LogbookStage',
  ].map((stage) => ['src/frame/AgentFrame.vue', `src/${stage}.vue`]),
  ['src/settings/SettingsPage.vue'],
]

function benchBundle(): void {
  const dist = join(root, 'dist/web')
  if (!existsSync(dist)) return row('first load', 'not measured', 'run “npm run build” first')
  for (const { screen, scriptBytes, styleBytes } of firstLoads(dist, SCREENS))
    row(
      `first load of ${screen.at(-1)}, gzipped`,
      `${((scriptBytes + styleBytes) / 1000).toFixed(0)} kB`,
      `limit 250 kB; scripts ${(scriptBytes / 1000).toFixed(0)} kB`,
    )
}

/** Parts that are measured alone, by their names. */
const PARTS: Readonly<Record<string, () => Promise<void> | void>> = {
  bundle: benchBundle,
  vectors: benchVectors,
  library: benchLibrary,
  refine: benchRefining,
  crowd: async () => {
    await benchDurability()
    await benchAgents()
    await benchCrowd()
  },
  ten: benchTen,
  logbook: benchLogbook,
  doing: benchDoing,
  soak: () => benchSoak(Number(process.argv[3] ?? 60)),
}

const only = process.argv[2]
if (only !== undefined && !(only in PARTS))
  throw new Error(`There is no part “${only}”: ${Object.keys(PARTS).join(', ')}.`)
await bundleThreads()
await setup()
if (only !== undefined) {
  await PARTS[only]!()
  printTable()
  process.exit(0)
}
await benchStart()
benchBundle()
await benchDatabaseThread()
await benchServer(200_000, '0.2 M characters')
await benchServer(3_000_000, '3 M characters')
await benchServer(11_000_000, '11 M characters')
await benchLibrary()
await benchVectors()
await benchScripts()
await benchRefining()
await benchDurability()
await benchAgents()
await benchCrowd()

printTable()
process.exit(0)
