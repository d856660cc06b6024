import { eq } from 'drizzle-orm'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { buildModelEndpoint } from '@parrot/stand-ins'
import { openTestApp, rulesFile, until, type TestApp } from '../../testing/testApp'
import { relayRuns, relays } from '../database'
import { beginDue } from '../cues'

let app: TestApp
let ada: string
let pea: string
const booked: string[] = []
const office = createServer((request, response) => {
  let body = ''
  request.on('data', (part: Buffer) => (body += part.toString()))
  request.on('end', () => {
    booked.push(body)
    response.writeHead(200, { 'content-type': 'application/json' }).end('{"number":"B-7"}')
  })
})

beforeAll(async () => {
  await new Promise<void>((resolve) => office.listen(0, '127.0.0.1', resolve))
  const host = `127.0.0.1:${(office.address() as AddressInfo).port}`
  app = await openTestApp({ PARROT_ALLOW_HOSTS: host })
  ada = (await app.ask('POST', '/api/agents', { name: 'Ada' })).body.id
  pea = (await app.ask('POST', '/api/agents', { name: 'Pea' })).body.id
  await app.read(ada, rulesFile())
  await app.read(pea, new File(['# Sowing\n\nBeans are sown in May. Peas are sown in March.'], 'Seeds.md'))
  await app.ask('POST', '/api/tools', {
    kind: 'http',
    name: 'Office',
    url: `http://${host}`,
    operations: [
      {
        name: 'book_barrow',
        changes: true,
        input: { type: 'object', properties: { barrows: { type: 'integer' } }, required: ['barrows'] },
        request: { method: 'POST', url: '/book', body: ['barrows'] },
      },
    ],
  })
  await app.ask('PUT', `/api/agents/${ada}/brief`, {
    revision: 1,
    brief: {
      identity: { name: 'Ada' },
      tools: [
        {
          id: 'book_barrow',
          when: 'someone wants to book a wheelbarrow',
          approval: 'visitor',
          tells: 'Booked: {{number}}.',
        },
      ],
    },
  })
}, 60_000)
afterAll(async () => {
  office.close()
  await app.end()
})

const make = async (legs: object[], more: object = {}) =>
  (
    await app.ask('POST', `/api/agents/${ada}/relays`, {
      name: 'The weekly notice',
      inputs: [{ name: 'crop' }],
      legs: legs.map((leg, at) => ({ name: `leg${at + 1}`, agent: ada, ...leg })),
      ...more,
    })
  ).body
const run = async (relay: { id: string }, inputs: object = { crop: 'beans' }) =>
  (await app.ask('POST', `/api/relays/${relay.id}/runs`, { inputs })).body.id as string
const look = async (id: string) => (await app.ask('GET', `/api/runs/${id}`)).body
const settled = (id: string) =>
  until(async () => {
    const seen = await look(id)
    return !['queued', 'running'].includes(seen.status) && seen
  })

describe('a relay', () => {
  it('passes the results of its legs on, each done by its agent, and puts the output together', async () => {
    const relay = await make(
      [
        { name: 'sowing', agent: pea, task: 'When are {{crop}} sown?' },
        { name: 'water', task: 'When is water turned on?', alongside: true },
      ],
      { output: 'Sowing: {{sowing}}\nWater: {{water}}' },
    )
    const done = await settled(await run(relay))
    expect(done).toMatchObject({
      status: 'done',
      legs: [
        { agentName: 'Pea', state: 'done' },
        { agentName: 'Ada', state: 'done' },
      ],
    })
    expect(done.output).toMatch(/^Sowing: Beans are sown in May.*\nWater: .*April/s)
    expect(done.legs[0].citations[0].sourceTitle).toBe('Sowing')
  })

  it('is told what an earlier leg said already, and says it once', async () => {
    const relay = await make([
      { task: 'When is water turned on?' },
      { task: 'When is water turned on, and are bonfires allowed?' },
    ])
    const done = await settled(await run(relay))
    expect(done.legs[1].repeated.join(' ')).toContain('April')
    expect(done.legs[1].text).toContain('November')
    expect(done.legs[1].text).not.toContain('April')
  })

  it('waits for a person who looks at a result, changes it, and lets it go on', async () => {
    const relay = await make([
      { task: 'When is water turned on?', approval: true },
      { agent: pea, task: 'When are beans sown? {{leg1}}' },
    ])
    const id = await run(relay)
    expect(await settled(id)).toMatchObject({ status: 'waiting', legs: [{ state: 'looked' }, { state: 'waiting' }] })
    await app.ask('POST', `/api/runs/${id}/legs/leg1`, { does: 'approve', text: 'In April.' })
    expect(await settled(id)).toMatchObject({ status: 'done', legs: [{ text: 'In April.' }, { state: 'done' }] })
    expect((await app.ask('POST', `/api/runs/${id}/legs/leg1`, { does: 'again' })).status).toBe(409)
  })

  it('is drafted from a sentence with the agents there are, run, and comes to what was said', async () => {
    const sentence = 'Ask Ada when water is turned on. Then have Pea say when beans are sown.'
    const { examples } = (await app.ask('GET', `/api/agents/${ada}/relays/examples`)).body
    expect(JSON.stringify(examples)).toContain('have Pea say what is missing')
    const drafted = await app.ask('POST', `/api/agents/${ada}/relays/draft`, { sentence })
    expect(drafted.body.relay.legs.map(({ agent }: { agent: string }) => agent)).toEqual([ada, pea])
    const relay = (await app.ask('POST', `/api/agents/${ada}/relays`, drafted.body.relay)).body
    const done = await settled(await run(relay, {}))
    expect(done.output).toMatch(/April[^]*Beans are sown in May/)
    await app.ask('DELETE', `/api/relays/${relay.id}`)
  })

  it('is drafted by an outside model where one is chosen, and told of in words where it cannot', async () => {
    const standIn = buildModelEndpoint()
    const baseUrl = `${await standIn.listen({ host: '127.0.0.1', port: 0 })}/v1`
    const writer = async (model: string) =>
      (await app.ask('POST', '/api/endpoints', { name: model, baseUrl, model })).body.id as string
    const draft = (endpointId: string) =>
      app.ask('POST', `/api/agents/${ada}/relays/draft`, {
        sentence: 'Every Thursday at 9, ask Ada when water is turned on, then have Pea say when beans are sown.',
        endpointId,
      })
    const { body } = await draft(await writer('faithful'))
    expect(body.relay.legs.map(({ agent }: { agent: string }) => agent)).toEqual([ada, pea])
    expect(body.cue).toMatchObject({ kind: 'time', isOn: false })
    expect(await draft(await writer('failing-page'))).toMatchObject({ status: 502 })
    expect((await draft('nobody')).status).toBe(404)
    await standIn.close()
  })

  it('shows what a leg shows, and is taken along as a document', async () => {
    const { body } = await app.ask('GET', `/api/agents/${ada}/brief`)
    const inserts = [
      { kind: 'table', when: 'someone wants the fees as a table', like: ['Show me the fees as a table'] },
    ]
    await app.ask('PUT', `/api/agents/${ada}/brief`, { ...body, brief: { ...body.brief, inserts } })
    const relay = await make([{ task: 'Show me the fees as a table' }])
    const id = await run(relay)
    const done = await settled(id)
    expect(done).toMatchObject({ status: 'done', inserts: [{ kind: 'table' }] })
    const pdf = await app.ask('GET', `/api/runs/${id}/output?as=pdf`)
    expect([pdf.status, pdf.headers['content-type'], String(pdf.body).slice(0, 5)]).toEqual([200, 'application/pdf', '%PDF-']) // prettier-ignore
    expect((await app.ask('GET', `/api/runs/${id}/files/0`)).status).toBe(404)
  })

  it('does for each of a list what a yes is for only once a person said it', async () => {
    const task = 'I want to book a wheelbarrow, {{item}} barrows please'
    const relay = await make([{ each: 'crop', task }])
    const id = await run(relay, { crop: '3\n4' })
    expect(await settled(id)).toMatchObject({ status: 'waiting', legs: [{ state: 'asks' }] })
    expect(booked).toEqual([])
    await app.ask('POST', `/api/runs/${id}/legs/leg1`, { does: 'approve' })
    expect(await settled(id)).toMatchObject({ status: 'done' })
    expect(booked.splice(0)).toEqual(['{"barrows":3}', '{"barrows":4}'])
  })

  it('changes nothing outside before a person said yes, and then once', async () => {
    const relay = await make([{ task: 'I want to book a wheelbarrow, 2 barrows please' }])
    const id = await run(relay)
    expect(await settled(id)).toMatchObject({
      status: 'waiting',
      legs: [{ state: 'asks', text: expect.stringContaining('Shall I') }],
    })
    expect(booked).toEqual([])
    await app.ask('POST', `/api/runs/${id}/legs/leg1`, { does: 'approve' })
    expect(await settled(id)).toMatchObject({ status: 'done', legs: [{ text: 'Booked: B-7 [1].' }] })
    expect(booked).toEqual(['{"barrows":2}'])
  })

  it('goes on where a kill cut it off; what may have changed something is not done again by itself', async () => {
    const relay = await make([{ agent: pea, task: 'When are beans sown?' }, { task: 'When is water turned on?' }])
    const id = await run(relay)
    await settled(id)
    const { db, jobs } = app.services
    const [row] = await db.select().from(relayRuns).where(eq(relayRuns.id, id))
    const cut = (name: string) => ({
      legs: row!.legs.map((leg) => (leg.name === name ? { ...leg, state: 'running' as const } : leg)),
      status: 'running' as const,
    })
    await db.update(relayRuns).set(cut('leg1')).where(eq(relayRuns.id, id))
    await jobs.add('relay', id)
    expect(await settled(id)).toMatchObject({ status: 'done' })
    // Ada may book something.
    await db.update(relayRuns).set(cut('leg2')).where(eq(relayRuns.id, id))
    await jobs.add('relay', id)
    expect(await settled(id)).toMatchObject({ status: 'waiting', legs: [{}, { state: 'unsure' }] })
    await app.ask('POST', `/api/runs/${id}/legs/leg2`, { does: 'again' })
    expect(await settled(id)).toMatchObject({ status: 'done' })
  })

  it('tells in words what it cannot be run for, and runs nothing then', async () => {
    const relay = await make([{ task: 'Tell about {{nothing}}' }])
    expect(relay.problems).toMatchObject([{ leg: 'leg1' }])
    expect((await app.ask('POST', `/api/relays/${relay.id}/runs`, { inputs: { crop: 'x' } })).body).toMatchObject({
      status: 409,
    })
    const fine = await make([{ task: 'Tell about {{crop}}' }])
    expect((await app.ask('POST', `/api/relays/${fine.id}/runs`, {})).body).toMatchObject({
      status: 400,
      title: '“crop” is needed to begin.',
    })
  })

  it('fails at a leg whose agent is gone, and goes on without it', async () => {
    const relay = await make([{ agent: 'nobody', task: 'Do it' }, { task: 'When is water turned on?' }])
    const id = await run(relay)
    expect(await settled(id)).toMatchObject({
      status: 'failed',
      legs: [{ state: 'failed', because: expect.stringContaining('no such agent') }, { state: 'waiting' }],
    })
    await app.ask('POST', `/api/runs/${id}/legs/leg1`, { does: 'leave' })
    expect(await settled(id)).toMatchObject({ status: 'done', legs: [{ state: 'left' }, { state: 'done' }] })
  })

  it('is stopped, taken away and brought back', async () => {
    const relay = await make([{ task: 'When is water turned on?', approval: true }])
    const id = await run(relay)
    await settled(id)
    await app.ask('POST', `/api/runs/${id}/cancel`)
    expect((await look(id)).status).toBe('cancelled')
    await app.ask('DELETE', `/api/relays/${relay.id}`)
    expect((await app.ask('GET', `/api/relays/${relay.id}`)).status).toBe(404)
    await app.ask('POST', `/api/relays/${relay.id}/restore`)
    expect((await app.ask('GET', `/api/relays/${relay.id}`)).body.lastRun).toMatchObject({ id, status: 'cancelled' })
  })
})

describe('a cue', () => {
  const cue = {
    kind: 'time',
    rule: 'FREQ=WEEKLY;BYDAY=TH;BYHOUR=9;BYMINUTE=0',
    timeZone: 'Europe/London',
    inputs: { crop: 'beans' },
  }
  it('begins a relay when it is due, once, and says when it is next', async () => {
    const relay = await make([{ agent: pea, task: 'When are {{crop}} sown?' }], { cue })
    expect(new Date(relay.nextAt).getUTCDay()).toBe(4)
    expect(await beginDue(app.services)).toBe(0)
    await app.services.db
      .update(relays)
      .set({ nextAt: new Date(Date.now() - 3_600_000) })
      .where(eq(relays.id, relay.id))
    expect(await Promise.all([beginDue(app.services), beginDue(app.services)])).toEqual(expect.arrayContaining([1, 0]))
    const { runs } = (await app.ask('GET', `/api/relays/${relay.id}/runs`)).body
    expect(runs).toMatchObject([{ by: 'its cue, late' }])
    expect(await settled(runs[0].id)).toMatchObject({ status: 'done', inputs: { crop: 'beans' } })
    expect(new Date((await app.ask('GET', `/api/relays/${relay.id}`)).body.nextAt).getTime()).toBeGreaterThan(
      Date.now(),
    )
  })

  it('loses no time that came to a kill, and begins for none of them twice', async () => {
    const relay = await make([{ agent: pea, task: 'When are {{crop}} sown?' }], { cue })
    const nextAt = new Date(Date.now() - 60_000)
    // Begun, and killed before it was written when it comes next.
    for (let time = 0; time < 2; time++) {
      await app.services.db.update(relays).set({ nextAt }).where(eq(relays.id, relay.id))
      await beginDue(app.services)
    }
    const { runs } = (await app.ask('GET', `/api/relays/${relay.id}/runs`)).body
    expect(runs).toHaveLength(1)
    expect((await app.ask('GET', `/api/relays/${relay.id}`)).body.nextAt > new Date().toISOString()).toBe(true)
  })

  it('is quiet while it is off, and one that nobody can read is refused', async () => {
    const off = await make([{ task: 'x' }], { cue: { ...cue, isOn: false } })
    expect(off.nextAt).toBeNull()
    expect(await make([{ task: 'x' }], { cue: { kind: 'time', rule: 'every Thursday' } })).toMatchObject({
      status: 400,
    })
  })
})
