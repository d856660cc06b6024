import {
  createWriteStream,
  mkdtempSync,
  readFileSync,
  rmSync,
  truncateSync,
  writeFileSync,
  existsSync,
  mkdirSync,
  statSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { pipeline } from 'node:stream/promises'
import { createGzip } from 'node:zlib'
import { pack } from 'tar-stream'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { postgresBinaries, startPostgres } from '../../testing/postgres'
import { openTestApp, rulesFile, type TestApp } from '../../testing/testApp'
import { restoreBackup } from './index'

const home = mkdtempSync(join(tmpdir(), 'parrot-backup-'))
const place = (name: string) => join(home, name)
const into = (name: string, databaseUrl?: string) => ({ dataFolder: place(name), databaseUrl })

let app: TestApp
let agent: string
/** What an agent is asked before and after, with what it rests on. */
const answers = async ({ ask }: TestApp) => {
  const { reply, citations } = (await ask('POST', `/api/agents/${agent}/turns`, { text: 'Are bonfires allowed?' })).body
  return { reply, quotes: citations.map(({ quote }: { quote: string }) => quote) }
}
const keep = async (name: string): Promise<string> => {
  const response = await app.server.inject({ method: 'GET', url: '/api/backup', headers: { host: 'localhost' } })
  expect(response.statusCode).toBe(200)
  writeFileSync(place(name), response.rawPayload)
  return place(name)
}

beforeAll(async () => {
  app = await openTestApp()
  agent = (await app.ask('POST', '/api/agents', { name: 'Ada' })).body.id
  await app.read(agent, rulesFile())
  await app.ask('POST', `/api/agents/${agent}/editions`, {})
  await app.ask('POST', '/api/endpoints', { name: 'Far', baseUrl: 'http://127.0.0.1:9/v1', model: 'm', key: 'hush' })
}, 60_000)
afterAll(async () => {
  await app.end()
  rmSync(home, { recursive: true, force: true })
})

describe('a backup', () => {
  it('is taken while the server works, and gives back everything, in a folder of its own', async () => {
    const before = await answers(app)
    // Somebody writes all the while; what was acknowledged before is in it, and nothing by halves.
    let isWriting = true
    const writing = (async () => {
      for (let at = 0; isWriting; at++) await app.ask('POST', '/api/agents', { name: `Other ${at}` })
    })()
    const backup = await keep('all.tar.gz')
    isWriting = false
    await writing
    const told: string[] = []
    const restored = await restoreBackup(backup, into('again'), (message) => told.push(message))
    expect(restored.files).toBe(1)
    expect(told.join('\n')).toMatch(/agents: \d+ rows/)
    expect(statSync(place('again')).mode & 0o077).toBe(0)
    const again = await openTestApp({}, place('again'))
    expect(await answers(again)).toEqual(before)
    expect((await again.ask('GET', `/api/agents/${agent}/editions`)).body.editions).toHaveLength(1)
    const [endpoint] = (await again.ask('GET', '/api/endpoints')).body.endpoints
    expect(endpoint).toMatchObject({ name: 'Far', hasKey: true })
    await again.end()
  }, 60_000)

  it('moves to a PostgreSQL server as well', async ({ skip }) => {
    const bin = postgresBinaries()
    if (!bin) return skip()
    const server = await startPostgres(bin)
    const backup = await keep('move.tar.gz')
    await restoreBackup(backup, into('moved', server.url))
    const moved = await openTestApp({ DATABASE_URL: server.url }, place('moved'))
    expect(await answers(moved)).toEqual(await answers(app))
    await moved.end()
    // It is full now, and nothing is written over.
    await expect(restoreBackup(backup, into('more', server.url))).rejects.toThrow('holds agents already')
    expect(existsSync(place('more'))).toBe(false)
    await server.end()
  }, 60_000)

  it('that was cut off, damaged, or is none, is refused and leaves nothing behind', async () => {
    const backup = await keep('cut.tar.gz')
    const whole = readFileSync(backup)
    truncateSync(backup, whole.length - 200)
    await expect(restoreBackup(backup, into('cut'))).rejects.toThrow(/damaged, was cut off/)
    const flipped = Buffer.from(whole)
    flipped[whole.length >> 1]! ^= 0xff
    writeFileSync(place('flipped'), flipped)
    await expect(restoreBackup(place('flipped'), into('cut'))).rejects.toThrow(/damaged/)
    writeFileSync(place('none'), 'Hello')
    await expect(restoreBackup(place('none'), into('cut'))).rejects.toThrow('no backup')
    const other = pack()
    other.entry({ name: 'letter.txt' }, 'Dear')
    other.finalize()
    await pipeline(other, createGzip(), createWriteStream(place('other.tar.gz')))
    await expect(restoreBackup(place('other.tar.gz'), into('cut'))).rejects.toThrow('no backup')
    await expect(restoreBackup(place('nowhere'), into('cut'))).rejects.toThrow('There is no file')
    expect(existsSync(place('cut'))).toBe(false)
    expect(existsSync(place('cut.restoring'))).toBe(false)
  }, 60_000)

  it('is never put over what is there', async () => {
    mkdirSync(place('full'))
    writeFileSync(place('full/mine.txt'), 'mine')
    await expect(restoreBackup(await keep('x.tar.gz'), into('full'))).rejects.toThrow(/not empty/)
    expect(readFileSync(place('full/mine.txt'), 'utf8')).toBe('mine')
  })
})
