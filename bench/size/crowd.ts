/** Many visitors at once, on one server and on three; many agents in the list; what durability costs. */
import { spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { freePort, untilUp } from '../../server/testing/ports'
import { openTestApp, type TestApp } from '../../server/testing/testApp'
import { postgresBinaries, startPostgres } from '../../server/testing/postgres'
import { meadowText, QUESTIONS } from './texts'
import { row, timed } from './table'

const main = fileURLToPath(new URL('../../dist/main.js', import.meta.url))
const VISITORS = 200
const QUESTIONS_EACH = 5
const MANY_AGENTS = 1000

export async function benchCrowd(): Promise<void> {
  await crowd('embedded database', 1)
  const bin = postgresBinaries()
  if (!bin) return row('crowd on PostgreSQL', 'left out', 'Debian’s postgresql is not installed')
  for (const count of [1, 3]) {
    const postgres = await startPostgres(bin)
    await crowd('PostgreSQL', count, postgres.url)
    await postgres.end()
  }
}

async function crowd(label: string, count: number, url?: string): Promise<void> {
  const data = mkdtempSync(join(tmpdir(), 'parrot-crowd-'))
  const servers: { child: ChildProcess; port: number }[] = []
  for (let at = 0; at < count; at++) {
    const port = await freePort()
    const env = {
      ...process.env,
      PORT: String(port),
      PARROT_DATA: data,
      PARROT_LOG: 'error',
      PARROT_TURNS_PER_ADDRESS: '1000000',
    }
    servers.push({
      port,
      child: spawn(process.execPath, [main], { env: url ? { ...env, DATABASE_URL: url } : env, stdio: 'ignore' }),
    })
    await untilUp(port)
  }
  const ask = async (at: number, method: string, path: string, body?: unknown) => {
    const response = await fetch(`http://127.0.0.1:${servers[at % count]!.port}${path}`, {
      method,
      headers: { 'content-type': 'application/json' },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    })
    if (!response.ok) throw new Error(`${path} answered ${response.status}`)
    return (await response.json()) as { id: string; status: string; conversationId: string }
  }
  const { id } = await ask(0, 'POST', '/api/agents', { name: 'Crowd' })
  const source = await ask(0, 'POST', `/api/agents/${id}/sources`, {
    kind: 'note',
    title: 'Meadow',
    text: meadowText(1, 200_000),
  })
  while ((await ask(0, 'GET', `/api/sources/${source.id}`)).status !== 'ready')
    await new Promise((resolve) => setTimeout(resolve, 100))
  await ask(0, 'POST', `/api/agents/${id}/editions`, { summary: 'First' })
  const times: number[] = []
  const began = performance.now()
  await Promise.all(
    Array.from({ length: VISITORS }, async (_, visitor) => {
      let conversationId: string | undefined
      for (let n = 0; n < QUESTIONS_EACH; n++) {
        const from = performance.now()
        const text = QUESTIONS[(visitor + n) % QUESTIONS.length]!
        conversationId = (await ask(visitor, 'POST', '/api/talk/crowd/turns', { text, conversationId })).conversationId
        times.push(performance.now() - from)
      }
    }),
  )
  const seconds = (performance.now() - began) / 1000
  times.sort((a, b) => a - b)
  const p95 = times[Math.floor(times.length * 0.95)]!
  row(
    `${VISITORS} visitors × ${QUESTIONS_EACH} questions at once, ${label}, ${count} ${count === 1 ? 'server' : 'servers'}`,
    `${(times.length / seconds).toFixed(0)} turns/s`,
    `p50 ${times[times.length >> 1]!.toFixed(0)} ms, p95 ${p95.toFixed(0)} ms`,
  )
  for (const { child } of servers) child.kill('SIGTERM')
  await Promise.all(servers.map(({ child }) => new Promise((resolve) => child.once('exit', resolve))))
  rmSync(data, { recursive: true, force: true })
}

/** A list of a thousand agents. */
export async function benchAgents(): Promise<void> {
  const app = await openTestApp()
  for (let at = 0; at < MANY_AGENTS; at++) await app.ask('POST', '/api/agents', { name: `Agent ${at}` })
  row(`the list of ${MANY_AGENTS} agents`, await timed(() => app.ask('GET', '/api/agents'), 20))
  await app.end()
}

/** The same edits with and without waiting for the disk, in one run. */
export async function benchDurability(): Promise<void> {
  const apps: TestApp[] = []
  for (const durable of ['off', 'on']) apps.push(await openTestApp({ PARROT_DURABLE: durable }))
  for (const [at, label] of ['without', 'with'].entries()) {
    const app = apps[at]!
    const { id } = (await app.ask('POST', '/api/agents', { name: 'Durable' })).body
    let revision = 1
    const edit = async () => {
      const brief = { identity: { name: 'Durable' }, purpose: { job: `edit ${revision}` } }
      revision = (await app.ask('PUT', `/api/agents/${id}/brief`, { revision, brief })).body.revision
    }
    row(`an edit of a brief, ${label} waiting for the disk`, await timed(edit, 100))
  }
  for (const app of apps) await app.end()
}
