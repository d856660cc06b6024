/** What a server holds for long: ten large libraries, many conversations, an hour of visitors. */
import { execFileSync } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { ChildProcess } from 'node:child_process'
import { sql } from 'drizzle-orm'
import { conversations, turns } from '../../server/src/database'
import { newId } from '../../server/src/ids'
import { openTestApp } from '../../server/testing/testApp'
import { get, post, startServer, untilReady, upload } from './server'
import { row, s, timed } from './table'
import { meadowText, QUESTIONS } from './texts'

const LIBRARIES = 10
const CHARACTERS = 11_000_000
const PARTS = 4
const CONVERSATIONS = 100_000
const AT_ONCE = 1000

const question = (turn: number): string => QUESTIONS[turn % QUESTIONS.length]!

/** Memory of a process in MB, as the system counts it. */
const memoryOf = ({ pid }: ChildProcess): number =>
  Number(execFileSync('ps', ['-o', 'rss=', '-p', String(pid)], { encoding: 'utf8' })) / 1024

/** Ten agents of 11 M characters each on one server, asked in turn, so that each library was dropped before it is asked. */
export async function benchTen(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'parrot-ten-'))
  let server = await startServer(folder)
  try {
    const agents: string[] = []
    for (let at = 0; at < LIBRARIES; at++) {
      const { id } = (await post('/api/agents', { name: `Large ${at}` })) as { id: string }
      for (let part = 0; part < PARTS; part++) {
        const text = meadowText(at * PARTS + part, CHARACTERS / PARTS)
        await untilReady(await upload(id, new File([text], `meadow-${at}-${part}.md`)))
      }
      agents.push(id)
    }
    server.kill('SIGTERM')
    await new Promise((resolve) => server.once('exit', resolve))
    server = await startServer(folder)
    let most = 0
    const cold: number[] = []
    for (let round = 0; round < 2; round++)
      for (const [at, agent] of agents.entries()) {
        const began = performance.now()
        await post(`/api/agents/${agent}/turns`, { text: question(at) })
        cold.push(performance.now() - began)
        most = Math.max(most, memoryOf(server))
      }
    row(
      `${LIBRARIES} libraries of 11 M on one server, asked in turn: a cold one`,
      s(Math.max(...cold)),
      `at most; aim: 1.5 s`,
    )
    row(`${LIBRARIES} libraries of 11 M on one server: memory`, `${most.toFixed(0)} MB`, 'at most; aim: 2,500 MB')
  } finally {
    server.kill('SIGTERM')
    await new Promise((resolve) => server.once('exit', resolve))
    rmSync(folder, { recursive: true, force: true })
  }
}

/** A logbook of a hundred thousand conversations: its pages. */
export async function benchLogbook(): Promise<void> {
  const app = await openTestApp()
  const { id: agentId } = (await app.ask('POST', '/api/agents', { name: 'Busy' })).body as { id: string }
  const { db } = app.services
  const known = { citations: [], workings: [], support: [], memory: { facts: [] }, usage: [] } as const
  for (let from = 0; from < CONVERSATIONS; from += AT_ONCE) {
    const ids = Array.from({ length: AT_ONCE }, newId)
    await db.insert(conversations).values(
      ids.map((id, at) => ({
        id,
        agentId,
        channel: 'talk' as const,
        opening: question(at),
        turnCount: 1,
        unanswered: at % 9 === 0 ? 1 : 0,
        outcomes: [at % 9 === 0 ? ('unknown' as const) : ('answered' as const)],
        edition: 1,
      })),
    )
    await db.insert(turns).values(
      ids.map((conversationId, at) => ({
        ...structuredClone(known),
        id: newId(),
        conversationId,
        agentId,
        ordinal: 1,
        said: `${question(at)} Asked by visitor ${from + at}.`,
        question: question(at),
        reply: `The gate of meadow ${(from + at) % 97} is open.`,
        outcome: at % 9 === 0 ? ('unknown' as const) : ('answered' as const),
        revision: 1,
        edition: 1,
        stance: 'bench',
        model: 'Understudy',
        tookMs: 10,
      })) as never,
    )
  }
  // As the server does by itself every hour.
  await db.execute(sql`analyze`)
  const path = `/api/agents/${agentId}/conversations`
  row(`a page of ${CONVERSATIONS} conversations`, await timed(() => app.ask('GET', `${path}?limit=50`), 10))
  row('those without an answer among them', await timed(() => app.ask('GET', `${path}?unanswered=true&limit=50`), 10))
  row('found in them by two words', await timed(() => app.ask('GET', `${path}?q=visitor 4711&limit=50`), 10))
  await app.end()
}

/** Visitors for so many minutes, one after the other, with the memory every ten. */
export async function benchSoak(minutes: number): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'parrot-soak-'))
  const server = await startServer(folder, { PARROT_TURNS_PER_ADDRESS: '1000000' })
  try {
    const { id } = (await post('/api/agents', { name: 'Soak' })) as { id: string }
    await untilReady(await upload(id, new File([meadowText(1, 200_000)], 'meadow.md')))
    await post(`/api/agents/${id}/editions`, { summary: 'First' })
    const step = Math.min(10, minutes / 4)
    let [taken, next] = [0, step]
    const told: string[] = []
    for (const began = Date.now(); Date.now() - began < minutes * 60_000;) {
      const { conversationId } = (await post('/api/talk/soak/turns', { text: question(taken) })) as {
        conversationId: string
      }
      for (let more = 1; more < 4; more++)
        await post('/api/talk/soak/turns', { text: `${question(taken + more)} ${taken}`, conversationId })
      taken += 4
      if (taken % 100 === 0) await get(`/api/agents/${id}/conversations?limit=20`)
      if (Date.now() - began > next * 60_000) {
        told.push(`${next} min: ${memoryOf(server).toFixed(0)} MB`)
        next += step
      }
    }
    row(`${minutes} minutes of visitors, ${taken} turns`, told.join(', '), 'memory; aim: flat after the first quarter')
  } finally {
    server.kill('SIGTERM')
    await new Promise((resolve) => server.once('exit', resolve))
    rmSync(folder, { recursive: true, force: true })
  }
}
