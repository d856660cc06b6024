import { spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { freePort, untilUp } from '../server/testing/ports'
import { postgresBinaries, startPostgres } from '../server/testing/postgres'

/**
 * Three servers on one PostgreSQL, killed in turn while designers, readers and visitors work: nothing that was acknowledged
 * is lost, nothing is there twice, and no request fails but on the server that was killed.
 */
const main = fileURLToPath(new URL('../dist/main.js', import.meta.url))
const bin = postgresBinaries()
const SERVERS = 3
const KILLS = 5
/** Moments come from a fixed seed, so that a failure can be seen again. */
let seed = Number(process.env.PARROT_SEED ?? 11)
const random = () => (seed = (seed * 1_103_515_245 + 12_345) % 2 ** 31) / 2 ** 31

interface Server {
  readonly port: number
  child: ChildProcess
  /** Set from just before a kill until it answers again. */
  isDown: boolean
}

describe.skipIf(!bin)('three servers on one database', () => {
  const data = mkdtempSync(join(tmpdir(), 'parrot-servers-'))
  const servers: Server[] = []
  let postgres: Awaited<ReturnType<typeof startPostgres>>

  const run = (port: number) =>
    spawn(process.execPath, [main], {
      env: { ...process.env, PORT: String(port), PARROT_DATA: data, DATABASE_URL: postgres.url, PARROT_LOG: 'error' },
      stdio: 'inherit',
    })
  const kill = async (server: Server) => {
    server.isDown = true
    const gone = new Promise((resolve) => server.child.once('exit', resolve))
    server.child.kill('SIGKILL')
    await gone
    server.child = run(server.port)
    await untilUp(server.port)
    server.isDown = false
  }

  beforeAll(async () => {
    postgres = await startPostgres(bin!)
    for (let at = 0; at < SERVERS; at++) {
      const port = await freePort()
      servers.push({ port, child: run(port), isDown: false })
    }
    await Promise.all(servers.map(({ port }) => untilUp(port)))
  }, 120_000)
  afterAll(async () => {
    for (const { child } of servers) child.kill('SIGTERM')
    await Promise.all(
      servers.map(({ child }) => (child.exitCode === null ? new Promise((end) => child.once('exit', end)) : undefined)),
    )
    await postgres?.end()
    rmSync(data, { recursive: true, force: true })
  }, 60_000)

  /** Failures on a server that was up all the while. */
  const failures: string[] = []
  /** Asks one of the servers that are up; undefined when it was killed meanwhile. */
  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- answers are looked at by the test, each with its own shape
  async function ask(method: string, path: string, body?: unknown): Promise<any> {
    const up = servers.filter(({ isDown }) => !isDown)
    const server = up[Math.floor(random() * up.length)]!
    try {
      const response = await fetch(`http://127.0.0.1:${server.port}${path}`, {
        method,
        headers: body === undefined ? {} : { 'content-type': 'application/json' },
        ...(body === undefined ? {} : { body: JSON.stringify(body) }),
      })
      const answer = response.status === 204 ? {} : await response.json()
      if (response.status >= 500 && !server.isDown) failures.push(`${method} ${path} → ${response.status}`)
      return response.status < 400 ? answer : undefined
    } catch (error) {
      if (!server.isDown) failures.push(`${method} ${path} on ${server.port}: ${String(error)}`)
      return undefined
    }
  }

  it('lose nothing that was acknowledged, and do nothing twice', async () => {
    const agent = await ask('POST', '/api/agents', { name: 'Ada' })
    const at = `/api/agents/${agent.id}`
    const [notes, scripts, conversations, goals]: string[][] = [[], [], [], []]
    await ask('POST', `${at}/sources`, { kind: 'note', title: 'Bees', text: 'Bees are kept at plot nine.' })
    await ask('POST', `${at}/editions`, { summary: 'First' })
    let isOver = false
    const loop = async (work: (n: number) => Promise<void>) => {
      for (let n = 0; !isOver; n++) {
        await work(n)
        await new Promise((resolve) => setTimeout(resolve, 40))
      }
    }
    const loops = [
      loop(async (n) => {
        const note = { kind: 'note', title: `Leaf ${n}`, text: `Leaf number ${n} is green.` }
        if (await ask('POST', `${at}/sources`, note)) notes!.push(note.title)
      }),
      loop(async (n) => {
        const script = { title: `Script ${n}`, turns: [{ say: 'Where are bees kept?', checks: [] }] }
        if (await ask('POST', `${at}/scripts`, script)) scripts!.push(script.title)
      }),
      loop(async () => {
        const taken = await ask('POST', '/api/talk/ada/turns', { text: 'Where are bees kept?' })
        if (taken) conversations!.push(taken.conversationId)
      }),
      loop(async (n) => {
        const now = await ask('GET', `${at}/brief`)
        if (!now) return
        const brief = { ...now.brief, purpose: { ...now.brief.purpose, goals: [`goal ${n}`] } }
        if (await ask('PUT', `${at}/brief`, { revision: now.revision, brief })) goals!.push(`goal ${n}`)
      }),
    ]
    for (let kills = 0; kills < KILLS; kills++) {
      await new Promise((resolve) => setTimeout(resolve, 300 + random() * 700))
      await kill(servers[kills % SERVERS]!)
    }
    isOver = true
    await Promise.all(loops)
    expect(failures).toEqual([])
    for (const done of [notes!, scripts!, conversations!, goals!]) expect(done.length).toBeGreaterThan(5)

    const listed = async () => (await ask('GET', `${at}/sources`)).sources as { title: string; status: string }[]
    await expect
      .poll(async () => (await listed()).every(({ status }) => status === 'ready'), { timeout: 60_000 })
      .toBe(true)
    const titles = (await listed()).map(({ title }) => title)
    expect(new Set(titles).size).toBe(titles.length)
    expect(titles).toEqual(expect.arrayContaining(notes!))
    const kept = ((await ask('GET', `${at}/scripts`)).scripts as { title: string }[]).map(({ title }) => title)
    expect(new Set(kept).size).toBe(kept.length)
    expect(kept).toEqual(expect.arrayContaining(scripts!))
    const { total } = await ask('GET', `${at}/conversations`)
    expect(total).toBeGreaterThanOrEqual(new Set(conversations).size)
    const { brief } = await ask('GET', `${at}/brief`)
    expect(Number(brief.purpose.goals[0].split(' ')[1])).toBeGreaterThanOrEqual(Number(goals!.at(-1)!.split(' ')[1]))
  }, 180_000)
})
