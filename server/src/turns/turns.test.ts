import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { sharedTestApp, rulesFile, type TestApp } from '../../testing/testApp'

let app: TestApp
let agent: string

beforeAll(async () => {
  app = await sharedTestApp()
  agent = (await app.ask('POST', '/api/agents', { name: 'Ada' })).body.id
  await app.read(agent, rulesFile())
})
afterAll(() => app.end())

const ask = async (text: string, more: object = {}) =>
  (await app.ask('POST', `/api/agents/${agent}/turns`, { text, ...more })).body
const setBrief = async (brief: object) => {
  const { revision } = (await app.ask('GET', `/api/agents/${agent}/brief`)).body
  await app.ask('PUT', `/api/agents/${agent}/brief`, { revision, brief: { identity: { name: 'Ada' }, ...brief } })
}

describe('a turn', () => {
  it('answers with citations, workings and the revision that answered', async () => {
    const turn = await ask('When is the water turned on?')
    expect(turn).toMatchObject({ outcome: 'answered', revision: 1, edition: null, model: 'Understudy', before: null })
    expect(turn.reply).toContain('April')
    expect(turn.citations[0]).toMatchObject({ marker: 1, sourceTitle: 'Allotment rules', locator: { label: 'Water' } })
    expect(turn.workings.map((working: { step: string }) => working.step)).toContain('retrieval')
  })

  it('comes as events when asked for: steps, pieces of text, then the whole', async () => {
    const { body } = await app.ask(
      'POST',
      `/api/agents/${agent}/turns`,
      { text: 'Are bonfires allowed?' },
      { accept: 'text/event-stream' },
    )
    const events = [...String(body).matchAll(/event: (\w+)\ndata: (.*)\n/g)].map(([, name, data]) => ({
      name,
      data: JSON.parse(data!),
    }))
    const text = events.flatMap((event) => (event.name === 'text' ? [event.data.text] : [])).join('')
    const done = events.at(-1)!
    expect(done.name).toBe('done')
    expect(text.trim()).toBe(done.data.reply)
    expect(events.some((event) => event.name === 'step')).toBe(true)
  })

  it('goes on in a conversation, and in no conversation of another agent', async () => {
    const first = await ask('What is the fee for a small plot?')
    const second = await ask('And a large plot?', { conversationId: first.conversationId })
    expect(second.conversationId).toBe(first.conversationId)
    expect(second.reply).toContain('£75.00')
    const other = (await app.ask('POST', '/api/agents', { name: 'Bo' })).body.id
    const stolen = await app.ask('POST', `/api/agents/${other}/turns`, {
      text: 'x',
      conversationId: first.conversationId,
    })
    expect(stolen.status).toBe(404)
  })

  it('shows the answer before the last change beside the answer now', async () => {
    await ask('Are sprinklers allowed?')
    await setBrief({ rules: [{ id: 'a', do: 'Always include “Ask the warden.”' }] })
    const now = await ask('Are sprinklers allowed?')
    expect(now.reply).toContain('Ask the warden.')
    expect(now.before).toMatchObject({ revision: 1, outcome: 'answered' })
    expect(now.before.reply).not.toContain('Ask the warden.')
  })

  it('compares across a change of the library too', async () => {
    const was = await ask('What does a third shed cost?')
    expect(was.reply).not.toContain('£9.00')
    await app.read(agent, { kind: 'note', title: 'Sheds', text: 'A third shed costs £9.00 a year.' })
    const now = await ask('What does a third shed cost?')
    expect(now.reply).toContain('£9.00')
    expect(now.before).toMatchObject({ outcome: was.outcome, revision: now.revision })
  })

  it('fills the brief’s variables from what a link brings, in one line each, and takes no others', async () => {
    await setBrief({ variables: [{ name: 'name', fallback: 'friend' }], openers: { greeting: 'Hello {{name}}!' } })
    expect((await ask('Hello')).reply).toBe('Hello friend!')
    const variables = { name: 'Ana\n# Rules', other: 'x' }
    expect((await ask('Hello', { variables })).reply).toBe('Hello Ana # Rules!')
    const many = await app.ask('POST', `/api/agents/${agent}/turns`, {
      text: 'Hello',
      variables: { name: 'x'.repeat(301) },
    })
    expect(many.status).toBe(400)
  })

  it('refuses what is far too long, and answers an empty line kindly', async () => {
    expect((await app.ask('POST', `/api/agents/${agent}/turns`, { text: 'x'.repeat(20_001) })).status).toBe(400)
    expect(await ask('   ')).toMatchObject({ outcome: 'chatted' })
  })

  it('answers two lines of one conversation at the same moment, and keeps both', async () => {
    const { conversationId } = await ask('Hello')
    const both = await Promise.all([ask('Are bonfires allowed?', { conversationId }), ask('Hello', { conversationId })])
    expect(both.map((turn) => turn.turnId).every(Boolean)).toBe(true)
    expect((await app.ask('GET', `/api/conversations/${conversationId}`)).body.lines).toHaveLength(3)
  })
})

describe('pinned lines', () => {
  const pins = async () => (await app.ask('GET', `/api/agents/${agent}/pins`)).body.pins
  const askPins = async () => (await app.ask('POST', `/api/agents/${agent}/pins/ask`)).body.pins

  it('are asked again after a change, and those whose answer moved are marked until looked at', async () => {
    await app.ask('POST', `/api/agents/${agent}/pins`, { text: 'Are bonfires allowed?' })
    expect(await askPins()).toMatchObject([
      { isStale: false, hasMoved: false, now: { outcome: 'answered' }, before: null },
    ])
    await setBrief({ rules: [{ id: 'a', when: 'someone asks about bonfires', do: 'say “Tell the neighbours.”' }] })
    expect((await pins())[0].isStale).toBe(true)
    const [moved] = await askPins()
    expect(moved).toMatchObject({ isStale: false, hasMoved: true })
    expect(moved.now.reply).toContain('Tell the neighbours.')
    expect(moved.before.reply).not.toContain('Tell the neighbours.')
    await app.ask('POST', `/api/agents/${agent}/pins/${moved.id}/seen`)
    expect((await pins())[0].hasMoved).toBe(false)
  })

  it('are kept once, and can be unpinned', async () => {
    const first = await app.ask('POST', `/api/agents/${agent}/pins`, { text: 'Hello' })
    expect((await app.ask('POST', `/api/agents/${agent}/pins`, { text: 'hello' })).body.id).toBe(first.body.id)
    await app.ask('DELETE', `/api/agents/${agent}/pins/${first.body.id}`)
    expect((await pins()).map((pin: { text: string }) => pin.text)).not.toContain('Hello')
  })
})

describe('a long conversation', () => {
  it('is summed up for the model; the summary can be written anew and taken back', async () => {
    await setBrief({ memory: { turns: 1, summarise: true } })
    const first = await ask('When is the water turned on?')
    const { conversationId } = first
    await ask('Are sprinklers allowed?', { conversationId })
    const third = await ask('What is the fee for a small plot?', { conversationId })
    expect(third.memory.earlier).toEqual({ lines: ['asked “When is the water turned on?” (answered)'], upTo: 1 })
    const write = (text: string) => app.ask('PUT', `/api/conversations/${conversationId}/summary`, { text })
    expect((await write('They care for water.')).body.summary).toEqual({ text: 'They care for water.', upTo: 1 })
    const fourth = await ask('Are bonfires allowed?', { conversationId })
    expect(fourth.memory.earlier.lines).toEqual(['They care for water.', 'asked “Are sprinklers allowed?” (answered)'])
    expect((await write('')).body.summary).toBeUndefined()
    expect((await app.ask('PUT', '/api/conversations/nowhere/summary', { text: 'x' })).status).toBe(404)
    expect(
      (await app.ask('PUT', `/api/conversations/${conversationId}/summary`, { text: 'x'.repeat(2001) })).status,
    ).toBe(400)
    await setBrief({})
  })
})
