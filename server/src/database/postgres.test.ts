import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { eq, inArray, sql } from 'drizzle-orm'
import { formOf, openTestApp, rulesFile, until, untilRead, type TestApp } from '../../testing/testApp'
import { postgresBinaries, startPostgres } from '../../testing/postgres'
import { allowances, jobs, sourceVersions } from './index'

const bin = postgresBinaries()
if (!bin)
  console.log(
    'SKIPPED: the queries were not run on a PostgreSQL server, because Debian’s “postgresql” is not installed.',
  )

describe.skipIf(!bin)('on a PostgreSQL server', () => {
  let server: Awaited<ReturnType<typeof startPostgres>>
  let app: TestApp

  beforeAll(async () => {
    server = await startPostgres(bin!)
    app = await openTestApp({ DATABASE_URL: server.url })
  }, 60_000)
  afterAll(async () => {
    await app?.end()
    await server?.end()
  })

  it('the same queries serve the whole way from a document to a published answer', async () => {
    expect((await app.ask('GET', '/api/health')).body.database).toBe('postgresql')
    const agent = (await app.ask('POST', '/api/agents', { name: 'Ada' })).body.id
    expect(await app.read(agent, rulesFile())).toMatchObject({ status: 'ready' })
    const brief = { identity: { name: 'Ada' }, rules: [{ id: 'a', do: 'Always include “Ask the warden.”' }] }
    expect((await app.ask('PUT', `/api/agents/${agent}/brief`, { revision: 1, brief })).body.revision).toBe(2)
    const turn = (await app.ask('POST', `/api/agents/${agent}/turns`, { text: 'What is the fee for a large plot?' }))
      .body
    expect(turn.reply).toMatch(/£75\.00.*Ask the warden\./)
    const script = { title: 'x', turns: [{ say: 'Hello', checks: [{ kind: 'outcome', outcome: 'chatted' }] }] }
    await app.ask('POST', `/api/agents/${agent}/scripts`, script)
    expect((await app.ask('POST', `/api/agents/${agent}/rehearsals`, {})).body).toMatchObject({ passed: 1, failed: 0 })
    expect((await app.ask('POST', `/api/agents/${agent}/editions`, {})).body.number).toBe(1)
    await app.ask('POST', '/api/talk/ada/turns', { text: 'Do you sell rockets?' })
    expect((await app.ask('GET', `/api/agents/${agent}/conversations?unanswered=true`)).body).toMatchObject({
      total: 1,
      unanswered: 1,
    })
    expect((await app.ask('GET', '/api/agents')).body.agents[0].stages.release).toEqual({
      text: 'edition 1',
      state: 'fine',
    })
  })

  it('one of many savers at the same moment wins', async () => {
    const agent = (await app.ask('POST', '/api/agents', { name: 'Race' })).body.id
    const saves = ['a', 'b', 'c', 'd', 'e'].map((job) =>
      app.ask('PUT', `/api/agents/${agent}/brief`, {
        revision: 1,
        brief: { identity: { name: 'Race' }, purpose: { job } },
      }),
    )
    expect((await Promise.all(saves)).map((answer) => answer.status).sort()).toEqual([200, 409, 409, 409, 409])
  })

  it('a connection that is lost within a transaction fails that transaction, and nothing else', async () => {
    const { db } = app.services
    const cutOff = db.transaction(async (tx) => {
      const { rows } = await tx.execute(sql`select pg_backend_pid() as pid`)
      await db.execute(sql`select pg_terminate_backend(${rows[0]!.pid}::int)`)
      // The loss is heard of while nothing is asked.
      await new Promise((resolve) => setTimeout(resolve, 200))
      await tx.execute(sql`select 1`)
    })
    await expect(cutOff).rejects.toThrow()
    expect((await app.ask('GET', '/api/health')).body.status).toBe('ok')
  })

  describe('with several servers on it', () => {
    const servers: TestApp[] = []
    beforeAll(async () => {
      // They share originals as well, as a folder that all reach.
      for (let at = 0; at < 3; at++) servers.push(await openTestApp({ DATABASE_URL: server.url }, app.dataFolder))
    }, 60_000)
    afterAll(() => Promise.all(servers.map((each) => each.close())))

    it('every document is read once, whoever was given it, and each can be asked anywhere', async () => {
      const [one, two, three] = servers as [TestApp, TestApp, TestApp]
      const agent = (await one.ask('POST', '/api/agents', { name: 'Shared' })).body.id
      // Each looks after its jobs all the time, so that what it has just taken is not seen as taken from it.
      const looking = setInterval(() => servers.forEach(({ services }) => services.jobs.wake()), 1)
      const added = await Promise.all(
        Array.from({ length: 18 }, (_, at) =>
          servers[at % 3]!.ask('POST', `/api/agents/${agent}/sources`, {
            kind: 'note',
            title: `Leaf ${at}`,
            text: `Leaf number ${at} is green.`,
          }),
        ),
      )
      for (const { body } of added) expect(await untilRead(two.ask, body.id)).toMatchObject({ status: 'ready' })
      await until(async () => {
        const open = await three.services.db
          .select()
          .from(jobs)
          .where(inArray(jobs.state, ['queued', 'running']))
        return open.length === 0
      })
      clearInterval(looking)
      const done = await one.services.db.select().from(jobs).where(eq(jobs.kind, 'read'))
      for (const job of done) expect([job.state, job.attempts]).toEqual(['done', 1])
      expect(new Set(done.map(({ subject }) => subject)).size).toBe(done.length)
      const { body } = await three.ask('POST', `/api/agents/${agent}/turns`, { text: 'What colour is leaf number 7?' })
      expect(body.reply).toContain('green')
    }, 60_000)

    it('a screen on one hears what is done on another', async () => {
      const [one, two] = servers as [TestApp, TestApp]
      const agent = (await one.ask('POST', '/api/agents', { name: 'Heard' })).body.id
      const heard: string[] = []
      const stop = two.services.bus.listen(agent, (change) => heard.push(change))
      await one.ask('POST', `/api/agents/${agent}/scripts`, { title: 'T', turns: [{ say: 'x', checks: [] }] })
      await until(async () => heard.includes('scripts'))
      stop()
    })

    it('work that a dead server held is taken up by another', async () => {
      const [one] = servers as [TestApp]
      const agent = (await one.ask('POST', '/api/agents', { name: 'Left' })).body.id
      const { id } = await one.read(agent, rulesFile())
      const [version] = await one.services.db.select().from(sourceVersions).where(eq(sourceVersions.sourceId, id))
      const held = { heldBy: 'a server that is no more', heldUntil: new Date(Date.now() - 1000) }
      await one.services.db.update(sourceVersions).set({ status: 'reading' }).where(eq(sourceVersions.id, version!.id))
      await one.services.db
        .insert(jobs)
        .values({ id: 'left', kind: 'read', subject: version!.id, state: 'running', attempts: 1, ...held })
      expect(await untilRead(one.ask, id)).toMatchObject({ status: 'ready' })
    }, 30_000)

    it('turns are counted together: three of them let no more through than one', async () => {
      const env = { DATABASE_URL: server.url, PARROT_TURNS_PER_ADDRESS: '6' }
      await app.services.db.delete(allowances)
      const counting = [await openTestApp(env, app.dataFolder), await openTestApp(env, app.dataFolder)]
      const agent = (await counting[0]!.ask('POST', '/api/agents', { name: 'Counted' })).body.id
      await counting[0]!.ask('POST', `/api/agents/${agent}/editions`, {})
      const answers = await Promise.all(
        Array.from({ length: 12 }, (_, at) =>
          counting[at % 2]!.ask('POST', '/api/talk/counted/turns', { text: 'Hello' }),
        ),
      )
      const refused = answers.filter(({ status }) => status === 429)
      expect(refused).toHaveLength(6)
      expect(refused[0]!.body.detail).toMatch(/Wait \d+ seconds/)
      for (const each of counting) await each.close()
    }, 30_000)

    it('what is cancelled on one is stopped on the one that is at it', async () => {
      const [one, two] = servers as [TestApp, TestApp]
      const agent = (await one.ask('POST', '/api/agents', { name: 'Stopped' })).body.id
      const long = Array.from({ length: 40_000 }, (_, at) => `Bed ${at} is watered on day ${at % 28}.`).join('\n\n')
      const { body } = await one.ask('POST', `/api/agents/${agent}/sources`, formOf(new File([long], 'long.md')))
      await two.ask('POST', `/api/sources/${body.id}/cancel`)
      await new Promise((resolve) => setTimeout(resolve, 3000))
      expect((await one.ask('GET', `/api/sources/${body.id}`)).body).toMatchObject({ status: 'failed' })
    }, 30_000)
  })
})
