import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { formOf, openTestApp, rulesFile, untilRead, type TestApp } from '../../testing/testApp'

let app: TestApp
let agent: string
let source: string

const FEES = (fee: string) => `# Fees\n\nA key costs ${fee} at the hut.\n`

beforeAll(async () => {
  app = await openTestApp()
  agent = (await app.ask('POST', '/api/agents', { name: 'Ada' })).body.id
  source = (await app.read(agent, rulesFile(FEES('£5.00'), 'fees.md'))).id
})
afterAll(() => app.end())

const talk = (text: string, more: object = {}) => app.ask('POST', '/api/talk/ada/turns', { text, ...more })
const publish = () => app.ask('POST', `/api/agents/${agent}/editions`, { summary: 'x' })
const release = async () => (await app.ask('GET', `/api/agents/${agent}/release`)).body
const live = (number: number | null) => app.ask('POST', `/api/agents/${agent}/live`, { number })

describe('before the first edition', () => {
  it('nobody can talk to the agent, and the page says so', async () => {
    expect((await talk('Hello')).status).toBe(404)
    expect((await app.ask('GET', '/api/talk/ada')).body.title).toBe('Nobody is here to talk to.')
  })

  it('the release names what is not yet safe', async () => {
    const { concerns, latestEdition } = await release()
    expect(latestEdition).toBeNull()
    expect(concerns.map((concern: { stage: string }) => concern.stage)).toEqual(['brief', 'rehearse'])
  })
})

describe('an edition', () => {
  it('is numbered, live at once, and answers visitors without telling how', async () => {
    expect((await publish()).body).toMatchObject({ number: 1, isLive: true, revision: 1, sources: 1 })
    const { body } = await talk('What does a key cost?')
    expect(body.reply).toContain('£5.00')
    expect(body.citations[0]).toMatchObject({ sourceTitle: 'Fees', quote: 'A key costs £5.00 at the hut.' })
    expect(Object.keys(body).sort()).toEqual([
      'citations',
      'conversationId',
      'inserts',
      'isAwaited',
      'isFormDue',
      'key',
      'person',
      'reply',
      'turnId',
    ])
    expect(body.citations[0]).not.toHaveProperty('passageId')
  })

  it('is not published twice without a change', async () => {
    expect((await publish()).status).toBe(409)
  })

  it('does not change when the draft or a document does, until the next one is published', async () => {
    const brief = { identity: { name: 'Ada' }, rules: [{ id: 'a', do: 'Always include “Bring cash.”' }] }
    await app.ask('PUT', `/api/agents/${agent}/brief`, { revision: 1, brief })
    await app.ask('POST', `/api/sources/${source}/versions`, formOf(rulesFile(FEES('£8.00'), 'fees.md')))
    expect(await untilRead(app.ask, source)).toMatchObject({ status: 'ready', version: 2 })
    const draft = (await app.ask('POST', `/api/agents/${agent}/turns`, { text: 'What does a key cost?' })).body
    expect(draft.reply).toMatch(/£8\.00.*Bring cash\./)
    const visitor = (await talk('What does a key cost?')).body
    expect(visitor.reply).toContain('£5.00')
    expect(visitor.reply).not.toContain('Bring cash.')
    expect(await release()).toMatchObject({
      briefChanges: [
        { field: 'openers.greeting', kind: 'removed' },
        { label: 'Rule', kind: 'added' },
      ].reverse(),
      sourceChanges: [{ title: 'Fees', kind: 'changed', detail: 'version 2 replaces an earlier one' }],
    })
    expect((await publish()).body.number).toBe(2)
    expect((await talk('What does a key cost?')).body.reply).toMatch(/£8\.00.*Bring cash\./)
  })

  it('names a source whose weight or days changed, and answers by those it was published with', async () => {
    await app.ask('PATCH', `/api/sources/${source}`, { validUntil: '2020-01-01' })
    expect((await release()).sourceChanges).toMatchObject([
      { title: 'Fees', kind: 'changed', detail: expect.stringContaining('the days it answers on') },
    ])
    expect((await talk('What does a key cost?')).body.reply).toContain('£8.00')
    await app.ask('PATCH', `/api/sources/${source}`, { validUntil: null })
    expect((await release()).sourceChanges).toEqual([])
  })

  it('can be gone back to in one step, and the agent taken offline', async () => {
    await live(1)
    expect((await talk('What does a key cost?')).body.reply).toContain('£5.00')
    await live(null)
    expect((await talk('Hello')).status).toBe(404)
    expect((await live(9)).status).toBe(404)
    await live(2)
  })

  it('outlives the removal of its source from the library', async () => {
    await app.ask('DELETE', `/api/agents/${agent}/sources/${source}`)
    expect((await talk('What does a key cost?')).body.reply).toContain('£8.00')
    await app.ask('POST', `/api/agents/${agent}/sources/${source}/restore`)
  })
})

describe('a brief that hands over to a person', () => {
  it('is not safe while nobody is called, and is once people answer', async () => {
    const agent = (await app.ask('POST', '/api/agents', { name: 'Hand' })).body.id
    const concerns = async () =>
      (await app.ask('GET', `/api/agents/${agent}/release`)).body.concerns.map(({ stage }: { stage: string }) => stage)
    expect(await concerns()).not.toContain('logbook')
    const { revision, brief } = (await app.ask('GET', `/api/agents/${agent}/brief`)).body
    const rules = [{ id: 'a', when: 'someone complains', do: 'hand over to the warden' }]
    await app.ask('PUT', `/api/agents/${agent}/brief`, { revision, brief: { ...brief, rules } })
    expect(await concerns()).toContain('logbook')
    await app.ask('PUT', `/api/agents/${agent}/desk`, { isOn: true, timeZone: 'UTC' })
    expect(await concerns()).not.toContain('logbook')
  })
})

describe('the logbook', () => {
  it('holds visitors’ conversations with citations and workings, and marks what went unanswered', async () => {
    const { conversationId } = (await talk('What does a key cost?')).body
    await talk('Do you sell rockets?', { conversationId })
    const list = (await app.ask('GET', `/api/agents/${agent}/conversations`)).body
    expect(list.conversations[0]).toMatchObject({
      id: conversationId,
      turns: 2,
      unanswered: 1,
      opening: 'What does a key cost?',
      edition: 2,
    })
    expect(list.unanswered).toBe(1)
    const { lines } = (await app.ask('GET', `/api/conversations/${conversationId}`)).body
    expect(lines.map((line: { outcome: string }) => line.outcome)).toEqual(['answered', 'unknown'])
    expect(lines[0].citations).toHaveLength(1)
    expect(lines[0].workings.length).toBeGreaterThan(3)
    const only = (await app.ask('GET', `/api/agents/${agent}/conversations?unanswered=true`)).body
    expect(only.conversations).toHaveLength(1)
  })

  it('finds conversations by words, outcome, edition and day, and none of another agent', async () => {
    const found = async (query: string) => (await app.ask('GET', `/api/agents/${agent}/conversations?${query}`)).body
    expect(await found('q=sell rock')).toMatchObject({ total: 1, unanswered: 1 })
    expect(await found('q=ock')).toMatchObject({ total: 0, conversations: [] })
    expect(await found('q=%27); drop table turns; --')).toMatchObject({ total: 0 })
    expect((await found('outcome=unknown')).total).toBe(1)
    expect((await found('edition=99')).total).toBe(0)
    const today = new Date().toISOString().slice(0, 10)
    expect((await found(`from=${today}&to=${today}`)).total).toBeGreaterThan(0)
    expect((await found('to=2020-01-01')).total).toBe(0)
    const other = (await app.ask('POST', '/api/agents', { name: 'Other' })).body.id
    expect((await app.ask('GET', `/api/agents/${other}/conversations?q=rockets`)).body.total).toBe(0)
  })

  it('is taken along as a table in which nothing is a formula, or line by line for programs', async () => {
    await talk('=HYPERLINK("http://bad.example","Do you sell rockets?")')
    const path = `/api/agents/${agent}/conversations?q=rockets`
    const csv = await app.ask('GET', path, undefined, { accept: 'text/csv' })
    expect(csv.headers['content-type']).toContain('text/csv')
    expect(csv.body).toMatch(/conversation,at,visitor,agent,outcome/)
    expect(csv.body).toContain(`"'=HYPERLINK`)
    const lines = String((await app.ask('GET', `${path}&as=jsonl`)).body)
      .trim()
      .split('\n')
    const told = lines.map((line) => JSON.parse(line) as { turns: { visitor: string; outcome: string }[] })
    expect(told).toHaveLength(2)
    expect(told[0]!.turns.map(({ outcome }) => outcome)).toEqual(['answered', 'unknown'])
  })

  it('marks what the brief passes on to a person, and finds it by that', async () => {
    const { revision, brief } = (await app.ask('GET', `/api/agents/${agent}/brief`)).body
    const boundaries = [{ id: 'lost', subject: 'lost keys', reply: 'The warden will call you.', onHit: 'handOver' }]
    await app.ask('PUT', `/api/agents/${agent}/brief`, { revision, brief: { ...brief, boundaries } })
    await publish()
    const { conversationId } = (await talk('I have lost my keys')).body
    const { passedOn, conversations } = (await app.ask('GET', `/api/agents/${agent}/conversations?passedOn=true`)).body
    expect(passedOn).toBe(1)
    expect(conversations).toMatchObject([{ id: conversationId, passedOnTo: '', unanswered: 0 }])
    const { lines } = (await app.ask('GET', `/api/conversations/${conversationId}`)).body
    expect(lines[0].handOver).toEqual({ to: '', field: 'boundaries.0' })
    const { stages } = (await app.ask('GET', `/api/agents/${agent}`)).body
    expect(stages.logbook).toMatchObject({ text: expect.stringContaining('1 wanted a person'), state: 'waiting' })
  })

  it('does not hold what the designer tries', async () => {
    const count = async () => (await app.ask('GET', `/api/agents/${agent}/conversations`)).body.total
    const before = await count()
    await app.ask('POST', `/api/agents/${agent}/turns`, { text: 'Hello' })
    expect(await count()).toBe(before)
  })

  it('keeps a visitor out of conversations that are not theirs to continue', async () => {
    const mine = (await app.ask('POST', `/api/agents/${agent}/turns`, { text: 'secret plans' })).body
    expect((await talk('go on', { conversationId: mine.conversationId })).status).toBe(404)
  })
})

describe('visitors in a hurry', () => {
  it('are asked to wait in their conversation, while others behind the same address go on', async () => {
    const { conversationId } = (await talk('Hello')).body
    const answers = []
    for (let at = 0; at < 31; at++) answers.push(await talk('Hello', { conversationId }))
    expect(answers.slice(0, 30).map(({ status }) => status)).toEqual(Array(30).fill(200))
    expect(answers[30]!.body).toMatchObject({ title: 'That was many questions at once.', status: 429 })
    expect((await talk('Hello')).status).toBe(200)
  })

  it('are counted by address, whose limit can be set, as a trusted proxy tells it and nobody else', async () => {
    const busy = await openTestApp({ PARROT_TURNS_PER_ADDRESS: '2', PARROT_TRUSTED_PROXIES: '127.0.0.1' })
    const from = (address: string) =>
      busy.ask('POST', '/api/talk/nobody/turns', { text: 'Hello' }, { 'x-forwarded-for': address })
    const statuses = []
    for (const address of ['203.0.113.1', '203.0.113.1', '203.0.113.1', '203.0.113.2'])
      statuses.push((await from(address)).status)
    expect(statuses).toEqual([404, 404, 429, 404])
    await busy.end()
    const plain = await openTestApp({ PARROT_TURNS_PER_ADDRESS: '1' })
    const told = []
    for (const address of ['203.0.113.1', '203.0.113.2'])
      told.push(
        (await plain.ask('POST', '/api/talk/nobody/turns', { text: 'x' }, { 'x-forwarded-for': address })).status,
      )
    expect(told).toEqual([404, 429])
    await plain.end()
  })
})
