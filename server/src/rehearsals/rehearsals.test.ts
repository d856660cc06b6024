import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { buildModelEndpoint } from '@parrot/stand-ins'
import { sharedTestApp, rulesFile, until, type TestApp } from '../../testing/testApp'

let app: TestApp
let agent: string

const script = {
  title: 'Water and fees',
  turns: [
    { say: 'Hello', checks: [{ kind: 'outcome', outcome: 'chatted' }] },
    {
      say: 'When is the water turned on?',
      checks: [
        { kind: 'includes', text: 'April' },
        { kind: 'cites', source: 'Allotment' },
      ],
    },
    {
      say: 'Do you sell rockets?',
      checks: [
        { kind: 'outcome', outcome: 'unknown' },
        { kind: 'excludes', text: 'sorry' },
      ],
    },
  ],
}

beforeAll(async () => {
  app = await sharedTestApp()
  agent = (await app.ask('POST', '/api/agents', { name: 'Ada' })).body.id
  await app.read(agent, rulesFile())
})
afterAll(() => app.end())

const run = async (body: object = {}) => (await app.ask('POST', `/api/agents/${agent}/rehearsals`, body)).body

describe('scripts', () => {
  it('cannot be run before there is one', async () => {
    const { status, body } = await app.ask('POST', `/api/agents/${agent}/rehearsals`, {})
    expect(status).toBe(409)
    expect(body.title).toBe('There is no script to run.')
  })

  it('are kept, changed, removed and brought back', async () => {
    const { status, body } = await app.ask('POST', `/api/agents/${agent}/scripts`, script)
    expect(status).toBe(201)
    expect((await app.ask('PUT', `/api/scripts/${body.id}`, { ...script, title: 'Water' })).body.title).toBe('Water')
    await app.ask('DELETE', `/api/scripts/${body.id}`)
    expect((await app.ask('GET', `/api/agents/${agent}/scripts`)).body.scripts).toEqual([])
    await app.ask('POST', `/api/scripts/${body.id}/restore`)
    expect((await app.ask('GET', `/api/agents/${agent}/scripts`)).body.scripts).toMatchObject([
      { title: 'Water', turns: [{}, {}, {}] },
    ])
  })

  it('are refused with the place of what is missing', async () => {
    const { status, body } = await app.ask('POST', `/api/agents/${agent}/scripts`, { title: 'x', turns: [{ say: '' }] })
    expect(status).toBe(400)
    expect(body.fields).toEqual([{ path: 'turns.0.say', message: 'Write what the visitor says.' }])
  })
})

describe('scripts in other forms', () => {
  const send = async (body: object) => (await app.ask('POST', `/api/agents/${other}/scripts/import`, body)).body
  const list = async () => (await app.ask('GET', `/api/agents/${other}/scripts`)).body.scripts
  let other: string
  beforeAll(async () => {
    other = (await app.ask('POST', '/api/agents', { name: 'Bo' })).body.id
  })

  it('are pasted as conversations, looked at first, and kept all or none', async () => {
    const content =
      '# Water\nvisitor: When is the water turned on?\n- says: “April”\n\n# Fees\nvisitor: What does a plot cost?'
    expect(await send({ form: 'text', content, isTrial: true })).toEqual({
      added: 2,
      titles: ['Water', 'Fees'],
      problem: null,
    })
    expect(await list()).toEqual([])
    await send({ form: 'text', content })
    expect((await list()).map(({ title }: { title: string }) => title)).toEqual(['Water', 'Fees'])
    const bad = await send({ form: 'text', content: `${content}\nagent: Yes.\n# Empty\n- cites` })
    expect(bad).toEqual({ added: 0, titles: [], problem: { line: 9, text: expect.stringContaining('without a turn') } })
    expect(await list()).toHaveLength(2)
  })

  it('are put in another order, written out, and read in again', async () => {
    const [water, fees] = await list()
    await app.ask('PUT', `/api/agents/${other}/scripts/order`, { ids: [fees.id, water.id] })
    expect((await list()).map(({ title }: { title: string }) => title)).toEqual(['Fees', 'Water'])
    const added = await app.ask('POST', `/api/agents/${other}/scripts`, { ...script, title: 'New' })
    expect((await list()).map(({ title }: { title: string }) => title)).toEqual(['Fees', 'Water', 'New'])
    await app.ask('DELETE', `/api/scripts/${added.body.id}`)
    for (const form of ['json', 'text', 'csv']) {
      const { body, headers } = await app.ask('GET', `/api/agents/${other}/scripts/export?form=${form}`)
      expect(headers['content-disposition']).toContain('bo-scripts.')
      const content = typeof body === 'string' ? body : JSON.stringify(body)
      expect(await send({ form, content, isTrial: true })).toMatchObject({ added: 2, titles: ['Fees', 'Water'] })
    }
  })

  it('are drawn from the documents and the question set, ticked, and drawn no more once they are kept', async () => {
    const [hit] = (await app.ask('GET', `/api/agents/${agent}/search?q=bonfires`)).body.hits
    const asked = { question: 'When may I burn things?', passageId: hit.passageId }
    await app.ask('POST', `/api/agents/${agent}/question-set`, asked)
    const drafts = async () => (await app.ask('GET', `/api/agents/${agent}/scripts/drafts`)).body.drafts
    const [set, table] = await drafts()
    expect(set).toMatchObject({ origin: 'questionSet', source: 'Allotment rules', script: { title: asked.question } })
    expect(table.script.turns[0]).toMatchObject({
      say: 'What is the fee for Large plot?',
      checks: [
        { kind: 'includes', text: '£75.00' },
        { kind: 'cites', source: 'Allotment rules' },
      ],
    })
    const kept = await app.ask('POST', `/api/agents/${agent}/scripts/import`, { scripts: [set.script, table.script] })
    expect(kept.body).toMatchObject({ added: 2, problem: null })
    expect((await drafts()).map(({ script: each }: never) => (each as { title: string }).title)).not.toContain(
      asked.question,
    )
    expect((await run()).results.slice(-1)).toMatchObject([{ title: 'What is the fee for Large plot?', passed: true }])
    const { scripts } = (await app.ask('GET', `/api/agents/${agent}/scripts`)).body
    for (const each of scripts.slice(-2)) await app.ask('DELETE', `/api/scripts/${each.id}`)
  })

  it('of a run are JUnit XML', async () => {
    await app.ask('POST', `/api/agents/${agent}/scripts`, script)
    const { id } = (await app.ask('POST', `/api/agents/${agent}/rehearsals`, {})).body
    const { body, headers } = await app.ask('GET', `/api/rehearsals/${id}/junit`)
    expect(headers['content-type']).toContain('application/xml')
    expect(body).toMatch(/<testsuites name="Ada, revision 1" tests="\d+"/)
    const { scripts } = (await app.ask('GET', `/api/agents/${agent}/scripts`)).body
    await app.ask('DELETE', `/api/scripts/${scripts.at(-1).id}`)
  })

  it('that are too many or no scripts at all are refused with the place', async () => {
    const many = `question\n${'Hm?\n'.repeat(50_000)}`
    expect(await send({ form: 'csv', content: many })).toMatchObject({ added: 0, problem: { line: 2002 } })
    expect((await app.ask('POST', `/api/agents/${other}/scripts/import`, { form: 'xml', content: '' })).status).toBe(
      400,
    )
    expect(await list()).toHaveLength(2)
  })
})

describe('a rehearsal', () => {
  it('judges every check with its reason', async () => {
    const rehearsal = await run()
    expect(rehearsal).toMatchObject({ passed: 1, failed: 0, revision: 1, edition: null })
    expect(rehearsal.results[0].turns[1].checks).toMatchObject([
      { passed: true, reason: 'The reply says “April”.' },
      { passed: true, reason: 'The reply cites “Allotment rules”.' },
    ])
  })

  it('tells what a change of the brief broke against the run before, and where', async () => {
    const openers = { greeting: 'Hello, I am Ada. What would you like to know?' }
    const brief = { identity: { name: 'Ada' }, openers, grounding: { whenUnknown: 'Sorry, I do not know.' } }
    await app.ask('PUT', `/api/agents/${agent}/brief`, { revision: 1, brief })
    const rehearsal = await run()
    expect(rehearsal).toMatchObject({ passed: 0, failed: 1, revision: 2 })
    expect(rehearsal.comparison).toMatchObject([{ movement: 'broken', turns: [2] }])
    expect(rehearsal.results[0].turns[2].checks[1]).toMatchObject({ passed: false, reason: 'The reply says “sorry”.' })
    const { rehearsals } = (await app.ask('GET', `/api/agents/${agent}/rehearsals`)).body
    expect(rehearsals.map((each: { revision: number }) => each.revision)).toEqual([2, 1, 1, 1])
  })

  it('runs against an edition while the draft goes its own way', async () => {
    await app.ask('POST', `/api/agents/${agent}/editions`, { summary: 'first' })
    await app.ask('PUT', `/api/agents/${agent}/brief`, { revision: 2, brief: { identity: { name: 'Ada' } } })
    expect(await run({ subject: { edition: 1 } })).toMatchObject({ passed: 0, edition: 1, revision: 2 })
    expect(await run({ subject: 'draft' })).toMatchObject({ passed: 1, edition: null, revision: 3 })
  })

  it('goes on by itself when it is not waited for, and is a column of the sheet', async () => {
    const { status, body } = await app.ask('POST', `/api/agents/${agent}/rehearsals`, { wait: 0 })
    expect([status, body.status]).toEqual([202, expect.stringMatching(/queued|running/)])
    const over = await until(async () => {
      const { body: run } = await app.ask('GET', `/api/rehearsals/${body.id}`)
      return run.status === 'done' && run
    })
    const { rehearsals } = (await app.ask('GET', `/api/agents/${agent}/rehearsals?limit=2`)).body
    expect(rehearsals[0]).toMatchObject({ id: body.id, total: 1, passed: over.passed, cells: [{ movement: 'same' }] })
    const cell = (await app.ask('GET', `/api/rehearsals/${body.id}/scripts/${over.results[0].scriptId}`)).body
    expect(cell.result.turns).toHaveLength(3)
    expect(cell.before.revision).toBe(rehearsals[1].revision)
  })

  it('can be cancelled, and is then no column of the sheet', async () => {
    const stage = async () => (await app.ask('GET', `/api/agents/${agent}`)).body.stages.rehearse.text
    const before = await stage()
    const { body } = await app.ask('POST', `/api/agents/${agent}/rehearsals`, { wait: 0 })
    expect((await app.ask('POST', `/api/rehearsals/${body.id}/cancel`)).body.status).toMatch(/cancelled|done/)
    expect(await stage()).toBe(before)
    const { rehearsals } = (await app.ask('GET', `/api/agents/${agent}/rehearsals`)).body
    const shown = rehearsals.map(({ id }: { id: string }) => id).includes(body.id)
    expect(shown).toBe((await app.ask('GET', `/api/rehearsals/${body.id}`)).body.status === 'done')
  })

  it('plays an earlier revision as well', async () => {
    expect(await run({ subject: { revision: 1 } })).toMatchObject({ passed: 1, revision: 1, edition: null })
    expect((await app.ask('POST', `/api/agents/${agent}/rehearsals`, { subject: { revision: 99 } })).status).toBe(404)
  })

  it('plays with a model of one’s own several times, which judges what nothing here can', async () => {
    const standIn = buildModelEndpoint()
    const baseUrl = `${await standIn.listen({ host: '127.0.0.1', port: 0 })}/v1`
    const endpoint = (await app.ask('POST', '/api/endpoints', { name: 'Cloud', baseUrl, model: 'faithful' })).body
    await app.ask('PATCH', `/api/agents/${agent}`, { endpointId: endpoint.id })
    const checks = [
      { kind: 'plain', text: 'water in April' },
      { kind: 'plain', text: 'evokes melancholy' },
    ]
    const turns = [{ say: 'When is the water turned on?', checks }]
    const { id } = (await app.ask('POST', `/api/agents/${agent}/scripts`, { title: 'Judged', turns })).body
    const [result] = (await run({ scriptIds: [id], times: 3 })).results
    expect(result.repeats).toEqual({ times: 3, passed: 0, held: [[3, 0]] })
    expect(result.turns[0].checks).toMatchObject([
      { passed: true, reason: expect.stringContaining('“Cloud” says yes') },
      { passed: false, reason: expect.stringContaining('“Cloud” says no') },
    ])
    await app.ask('PATCH', `/api/agents/${agent}`, { endpointId: null })
    await app.ask('DELETE', `/api/scripts/${id}`)
    await standIn.close()
  })

  it('shows its progress as events', async () => {
    const { body } = await app.ask('POST', `/api/agents/${agent}/rehearsals`, {}, { accept: 'text/event-stream' })
    expect(String(body)).toMatch(/event: progress\ndata: {"done":0,"total":1,"title":"Water"}/)
    expect(String(body)).toMatch(/event: done\ndata: {"id"/)
  })
})
