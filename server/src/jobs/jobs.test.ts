import { rmSync } from 'node:fs'
import { eq, ne } from 'drizzle-orm'
import { describe, expect, it } from 'vitest'
import { Jobs, type Works } from './index'
import { formOf, newDataFolder, openTestApp, rulesFile, until, untilRead } from '../../testing/testApp'
import { jobs, passages, sourceVersions } from '../database'

describe('kinds of work', () => {
  it('do not wait for each other: scripts are played while websites are read', async () => {
    const app = await openTestApp()
    // The server has a queue of its own, which would take what is added here.
    await app.services.jobs.stop()
    const done: string[] = []
    const endless: Works = {
      work: (_id, _report, signal) => new Promise((resolve) => signal.addEventListener('abort', () => resolve())),
      giveUp: async () => undefined,
    }
    const quick: Works = { work: async (id) => void done.push(id), giveUp: async () => undefined }
    const jobs = new Jobs(app.services.db, app.services.log, {
      read: endless,
      survey: endless,
      embed: endless,
      rehearse: quick,
      note: quick,
      study: quick,
      send: quick,
      debrief: quick,
      relay: quick,
    })
    for (const id of ['one', 'two', 'three']) await jobs.add('read', id)
    await jobs.add('note', 'four')
    await until(async () => done.includes('four'))
    await jobs.cancel('one')
    await jobs.stop()
    await app.end()
  })
})

describe('work that fails by a fault', () => {
  it('is tried again later, given up in the end, and told of until somebody takes it up', async () => {
    const app = await openTestApp()
    const { db } = app.services
    const agent = (await app.ask('POST', '/api/agents', { name: 'Ada' })).body.id
    const { pool } = app.services
    const read = pool.read.bind(pool)
    pool.read = () => Promise.reject(new Error('The cable was pulled.'))
    const { id } = (await app.ask('POST', `/api/agents/${agent}/sources`, formOf(rulesFile()))).body
    const job = async () => (await db.select().from(jobs).where(ne(jobs.state, 'done')))[0]
    await until(async () => (await job())?.error === 'Error: The cable was pulled.')
    expect(await job()).toMatchObject({ state: 'queued', attempts: 1 })
    expect((await job())!.notBefore!.getTime()).toBeGreaterThan(Date.now())

    await db.update(jobs).set({ attempts: 4, notBefore: null }).where(eq(jobs.state, 'queued'))
    app.services.jobs.wake()
    expect(await untilRead(app.ask, id)).toMatchObject({
      status: 'failed',
      error: 'Something went wrong on the server.',
    })
    const { body } = await app.ask('GET', '/api/jobs/given-up')
    expect(body.jobs).toMatchObject([{ kind: 'read', attempts: 5, error: 'Error: The cable was pulled.' }])
    expect(body.jobs[0].about).toBe('rules.md')

    pool.read = read
    expect((await app.ask('POST', `/api/jobs/${body.jobs[0].id}/retry`)).status).toBe(204)
    await until(async () => (await app.ask('GET', `/api/sources/${id}`)).body.status === 'ready')
    expect((await app.ask('GET', '/api/jobs/given-up')).body.jobs).toEqual([])
    expect((await app.ask('POST', `/api/jobs/${body.jobs[0].id}/retry`)).status).toBe(404)
    await app.end()
  })
})

describe('a server that died while reading', () => {
  it('goes on at the next start and ends as if nothing had happened', async () => {
    const folder = newDataFolder()
    const first = await openTestApp({}, folder)
    const agent = (await first.ask('POST', '/api/agents', { name: 'Ada' })).body.id
    const { id } = await first.read(agent, rulesFile())
    const { db } = first.services
    const whole = await db.select().from(passages)
    // The state a kill leaves in the middle of storing: job and version under way, half of the passages there.
    await db.update(jobs).set({ state: 'running' })
    await db.update(sourceVersions).set({ status: 'indexing', passages: 0 })
    await db.delete(passages).where(eq(passages.id, whole[0]!.id))
    await first.close()

    const second = await openTestApp({}, folder)
    expect(await untilRead(second.ask, id)).toMatchObject({ status: 'ready', passages: whole.length })
    const again = await second.services.db.select().from(passages)
    expect(again.map((row) => row.text).sort()).toEqual(whole.map((row) => row.text).sort())
    expect(
      (await second.ask('POST', `/api/agents/${agent}/turns`, { text: 'Are bonfires allowed?' })).body.outcome,
    ).toBe('answered')
    await second.close()
    rmSync(folder, { recursive: true })
  })

  it('reads what was added though its job never was', async () => {
    const folder = newDataFolder()
    const first = await openTestApp({}, folder)
    const agent = (await first.ask('POST', '/api/agents', { name: 'Ada' })).body.id
    const { id } = await first.read(agent, rulesFile())
    await first.services.db.delete(jobs)
    await first.services.db.update(sourceVersions).set({ status: 'queued' })
    await first.close()
    const second = await openTestApp({}, folder)
    expect(await untilRead(second.ask, id)).toMatchObject({ status: 'ready' })
    await second.end()
  })

  it('gives up on a document that was begun again and again, and says so', async () => {
    const folder = newDataFolder()
    const first = await openTestApp({}, folder)
    const agent = (await first.ask('POST', '/api/agents', { name: 'Ada' })).body.id
    const { id } = await first.read(agent, rulesFile())
    await first.services.db.update(jobs).set({ state: 'running', attempts: 5 })
    await first.services.db.update(sourceVersions).set({ status: 'reading' })
    await first.close()
    const second = await openTestApp({}, folder)
    expect(await untilRead(second.ask, id)).toMatchObject({
      status: 'failed',
      error: 'It was begun 5 times and never ended.',
    })
    await second.end()
  })
})

describe('a job', () => {
  it('can be cancelled while it waits or works, and tried again', async () => {
    const app = await openTestApp()
    const agent = (await app.ask('POST', '/api/agents', { name: 'Ada' })).body.id
    const long = rulesFile(`# Long\n\n${'A sentence about the long meadow and its gate. '.repeat(60_000)}`, 'long.md')
    const form = new FormData()
    form.append('file', long)
    const { id } = (await app.ask('POST', `/api/agents/${agent}/sources`, form)).body
    expect((await app.ask('POST', `/api/sources/${id}/cancel`)).body).toMatchObject({
      status: 'failed',
      error: 'Reading was cancelled.',
    })
    expect((await app.services.db.select().from(jobs))[0]!.state).toBe('cancelled')
    await new Promise((resolve) => setTimeout(resolve, 300))
    expect((await app.ask('GET', `/api/sources/${id}`)).body).toMatchObject({ status: 'failed', version: 0 })
    await app.ask('POST', `/api/sources/${id}/retry`)
    expect(await untilRead(app.ask, id)).toMatchObject({ status: 'ready' })
    await app.end()
  }, 60_000)
})
