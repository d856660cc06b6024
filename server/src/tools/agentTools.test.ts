import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { eq } from 'drizzle-orm'
import { json, openOffice, toolsOf, water, type Office } from '../../testing/office'
import { openTestApp, rulesFile, type TestApp } from '../../testing/testApp'
import { conversations } from '../database'
import { eraseOld } from '../outlets/keeping'

let app: TestApp
let office: Office
let agent: string
const { http, remove } = toolsOf(
  () => app,
  () => office,
)

beforeAll(async () => {
  office = await openOffice()
  app = await openTestApp({ PARROT_ALLOW_HOSTS: '127.0.0.1' })
  agent = (await app.ask('POST', '/api/agents', { name: 'Ada' })).body.id
  await app.read(agent, rulesFile())
}, 60_000)
afterAll(async () => {
  office.close()
  await app.end()
})
beforeEach(() => {
  office.asked = []
  office.answer = json({ litres: 4200 })
})

describe('an agent with a tool', () => {
  const brief = (tools: object[]) => ({
    identity: { name: 'Ada' },
    tools,
  })
  let revision = 1
  const give = async (tools: object[]) => {
    ;({ revision } = (await app.ask('PUT', `/api/agents/${agent}/brief`, { revision, brief: brief(tools) })).body)
  }
  const say = async (text: string, conversationId?: string) =>
    (await app.ask('POST', `/api/agents/${agent}/turns`, { text, conversationId })).body
  const LEVEL = { id: 'water_level', when: 'someone asks how full the water tank is' }

  it('is told what there is, and uses it where its brief says so', async () => {
    const tool = await http()
    const usable = (await app.ask('GET', `/api/agents/${agent}/tools`)).body.tools
    expect(usable.map(({ name }: { name: string }) => name)).toEqual(['water_level', 'calculator', 'today', 'pick'])
    expect((await say('How full is the water tank in the south field?')).reply).not.toContain('4200')
    await give([LEVEL])
    const turn = await say('How full is the water tank in the south field?')
    expect(turn).toMatchObject({ outcome: 'answered', reply: expect.stringContaining('litres: 4200') })
    const [shown] = (await app.ask('GET', '/api/tools')).body.tools
    expect(shown).toMatchObject({ usedBy: [{ agentId: agent, operation: 'water_level' }], calls: 1, failures: 0 })
    expect((await app.ask('GET', `/api/tools/${tool.id}/calls`)).body.calls).toMatchObject([
      { agent: 'Ada', input: { field: 'South' } },
    ])
    await remove(tool)
    // It is gone, and with it what was told from it.
    expect((await say('How full is the water tank in the south field?')).reply).not.toContain('4200')
    await app.ask('POST', `/api/tools/${tool.id}/restore`)
    expect((await say('How full is the water tank in the north field?')).reply).toContain('4200')
    await remove(tool)
  })

  const BOOK = water({
    name: 'book_barrow',
    title: 'Book a barrow',
    changes: true,
    standIn: '{"number":"TEST-1"}',
    input: { type: 'object', properties: { barrows: { type: 'integer' } }, required: ['barrows'] },
    request: { method: 'POST', url: '/book', body: ['barrows'] },
  })
  const BOOKING = {
    id: 'book_barrow',
    when: 'someone wants to book a wheelbarrow',
    approval: 'visitor',
    tells: 'Booked: {{number}}.',
  }

  it('changes nothing while its designer tries it, and does for a visitor, once', async () => {
    office.answer = json({ number: 'B-7' })
    const tool = await http(BOOK)
    await give([BOOKING])
    const first = await say('I want to book a wheelbarrow, 2 barrows please')
    expect(first.reply).toContain('Shall I do that?')
    const tried = await say('yes', first.conversationId)
    expect(tried.reply).toBe('Booked: TEST-1 [1].')
    expect(JSON.stringify(tried.workings)).toContain('it would have been: POST')
    expect(office.asked).toEqual([])

    await app.ask('POST', `/api/agents/${agent}/editions`, {})
    const visit = async (text: string, conversationId?: string) =>
      (await app.ask('POST', '/api/talk/ada/turns', { text, conversationId })).body
    const { conversationId } = await visit('I want to book a wheelbarrow, 2 barrows please')
    expect((await visit('yes', conversationId)).reply).toBe('Booked: B-7 [1].')
    await visit('I want to book a wheelbarrow, 5 barrows please', conversationId)
    // Sent twice at the same time, as impatient fingers do.
    await Promise.all([visit('yes', conversationId), visit('yes', conversationId)])
    await visit('I want to book a wheelbarrow, 2 barrows please', conversationId)
    expect((await visit('yes', conversationId)).reply).toContain('B-7')
    expect(office.asked.map(({ method, url, body }) => [method, url, body])).toEqual([
      ['POST', '/book', '{"barrows":2}'],
      ['POST', '/book', '{"barrows":5}'],
    ])
    await remove(tool)
  })

  it('asks nobody outside in a rehearsal: a script says what a tool answers, and a check what it was called with', async () => {
    const tool = await http(BOOK)
    await give([BOOKING])
    const script = (
      await app.ask('POST', `/api/agents/${agent}/scripts`, {
        title: 'Booking',
        turns: [
          {
            say: 'I want to book a wheelbarrow, 3 barrows please',
            checks: [{ kind: 'outcome', outcome: 'clarified' }],
          },
          {
            say: 'yes please',
            tools: [{ name: 'book_barrow', answer: '{"number":"B-99"}' }],
            checks: [
              { kind: 'includes', text: 'B-99' },
              { kind: 'tool', name: 'book_barrow', holding: '"barrows":3' },
            ],
          },
        ],
      })
    ).body
    const run = (await app.ask('POST', `/api/agents/${agent}/rehearsals`, { scriptIds: [script.id], wait: 60 })).body
    expect(run).toMatchObject({ passed: 1, failed: 0 })
    expect(office.asked).toEqual([])
    await remove(tool)
  })

  it('tells under Release what is not right with its tools', async () => {
    const concerns = async () =>
      (await app.ask('GET', `/api/agents/${agent}/release`)).body.concerns
        .map(({ text }: { text: string }) => text)
        .join('\n')
    const tool = await http(BOOK)
    await give([{ ...BOOKING, approval: 'never' }])
    expect(await concerns()).toContain('visitors are not asked first')
    await app.ask('PUT', `/api/tools/${tool.id}`, { ...tool, operations: [{ ...tool.operations[0], isOn: false }] })
    expect(await concerns()).toContain('is switched off')
    await remove(tool)
    expect(await concerns()).toContain('was taken away')
  })

  it('keeps no more of a call than the outlet keeps, and forgets it with its visitor', async () => {
    office.answer = json({ seen: 'ana@post.example' })
    const tool = await http(
      water({
        input: { type: 'object', properties: { mail: { type: 'string', format: 'email' } }, required: ['mail'] },
        request: { method: 'GET', url: '/x' },
      }),
    )
    await give([{ id: 'water_level', when: 'someone asks how full the water tank is', tells: 'Full.' }])
    await app.ask('POST', `/api/agents/${agent}/editions`, {})
    const outlet = (
      await app.ask('POST', `/api/agents/${agent}/outlets`, { kind: 'page', name: 'Page', masks: ['email'] })
    ).body
    const visit = async (text: string, conversationId?: string) =>
      (await app.ask('POST', `/api/talk/${outlet.slug}/turns`, { text, conversationId })).body
    const { conversationId } = await visit('How full is the water tank? Write to ana@post.example')
    const kept = async () => JSON.stringify((await app.ask('GET', `/api/tools/${tool.id}/calls`)).body.calls)
    expect(office.asked).toHaveLength(1)
    expect(await kept()).not.toContain('ana@post.example')
    await app.services.db
      .update(conversations)
      .set({ lastAt: new Date(0) })
      .where(eq(conversations.id, conversationId))
    await app.ask('PUT', `/api/outlets/${outlet.id}`, { ...outlet, keepDays: 1 })
    await eraseOld(app.services)
    expect(await kept()).toBe('[]')
    await remove(tool)
  })

  it('is called so often a day and no more', async () => {
    const tool = await http(water(), { callsPerDay: 1 })
    await give([{ ...LEVEL, whenFails: 'Not today.' }])
    await say('How full is the water tank in the south field?')
    expect((await say('How full is the water tank in the north field?')).reply).toBe('Not today.')
    expect(office.asked).toHaveLength(1)
    await remove(tool)
  })

  it('is called no more often when many ask at once, by hand too', async () => {
    const tool = await http(water(), { callsPerDay: 3 })
    const tries = Array.from({ length: 10 }, () =>
      app.ask('POST', `/api/tools/${tool.id}/try`, { operation: 'water_level', input: { field: 'South' } }),
    )
    const statuses = (await Promise.all(tries)).map(({ status }) => status)
    expect(statuses.sort()).toEqual([200, 200, 200, 429, 429, 429, 429, 429, 429, 429])
    expect(office.asked).toHaveLength(3)
    await remove(tool)
  })

  it('stands in the log from when it begins, so that what a power cut ends is seen', async () => {
    const tool = await http(water())
    let reply = () => {}
    office.answer = (_, response) => (reply = () => json({ litres: 1 })(_, response))
    const tried = app.ask('POST', `/api/tools/${tool.id}/try`, { operation: 'water_level', input: { field: 'South' } })
    const log = async () => (await app.ask('GET', `/api/tools/${tool.id}/calls`)).body.calls
    await expect.poll(log).toMatchObject([{ operation: 'water_level', output: 'No reply yet.' }])
    await expect.poll(() => office.asked.length).toBe(1)
    reply()
    await tried
    expect(await log()).toMatchObject([{ isFailed: false, output: expect.stringContaining('1') }])
    await remove(tool)
  })
})
