import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { eq, sql } from 'drizzle-orm'
import { sharedTestApp, rulesFile, type TestApp } from '../../testing/testApp'
import { conversations } from '../database'
import { missLate } from './conversations'
import { isWithin } from './hours'

let app: TestApp
let agent: string
const DESK = { isOn: true, timeZone: 'UTC' }

beforeAll(async () => {
  app = await sharedTestApp()
  agent = (await app.ask('POST', '/api/agents', { name: 'Ada' })).body.id
  await app.read(agent, rulesFile())
  await app.ask('POST', `/api/agents/${agent}/editions`, {})
}, 60_000)
afterAll(() => app.end())
beforeEach(async () => {
  await app.ask('PUT', `/api/agents/${agent}/desk`, DESK)
  await here(true)
})

const here = (isHere: boolean) => app.ask('POST', `/api/agents/${agent}/desk/here`, { isHere })
const say = async (text: string, conversationId?: string) =>
  (await app.ask('POST', '/api/talk/ada/turns', { text, conversationId })).body
const seen = async (key: string) => (await app.ask('GET', `/api/talk/ada/conversations/${key}`)).body
const read = async (id: string) => (await app.ask('GET', `/api/conversations/${id}`)).body
const at = (id: string, rest: string) => `/api/conversations/${id}/${rest}`
const wanting = () => say('Can I speak to a person?')

describe('a visitor who wants a person', () => {
  it('is told that one comes only where one is there', async () => {
    expect(await wanting()).toMatchObject({
      reply: expect.stringContaining('I have asked a person'),
      person: { state: 'waiting', name: '' },
    })
    await here(false)
    const alone = await wanting()
    expect(alone.reply).toContain('Nobody is here in person just now.')
    expect(alone.person.state).toBe('missed')
    await app.ask('PUT', `/api/agents/${agent}/desk`, { isOn: false, timeZone: 'UTC' })
    const without = await wanting()
    expect(without.reply).toContain('cannot put you through')
    expect(without.person).toBeNull()
  })

  it('hears the designer’s own words, and comes at once to the top of the logbook', async () => {
    await app.ask('PUT', `/api/agents/${agent}/desk`, { ...DESK, saysCalled: 'The warden is on the way.' })
    const { conversationId, reply } = await wanting()
    expect(reply).toBe('The warden is on the way.')
    const { body } = await app.ask('GET', `/api/agents/${agent}/conversations?person=waiting`)
    expect(body.conversations.map(({ id }: { id: string }) => id)).toContain(conversationId)
    expect(body.waiting).toBeGreaterThan(0)
  })

  it('goes on with the agent while waiting, and is called no second time', async () => {
    const { conversationId } = await wanting()
    expect((await say('When is the water turned on?', conversationId)).reply).toContain('April')
    expect((await say('A person please', conversationId)).person.state).toBe('waiting')
  })

  it('is told in the end when nobody came', async () => {
    const { conversationId, key } = await wanting()
    expect(await missLate(app.services.db)).toEqual([])
    await app.services.db
      .update(conversations)
      .set({ personSince: sql`now() - interval '6 minutes'` })
      .where(eq(conversations.id, conversationId))
    expect(await missLate(app.services.db)).toEqual([{ id: conversationId, agentId: agent }])
    expect((await seen(key)).person.state).toBe('missed')
  })
})

describe('a person who answers', () => {
  it('takes the conversation, is read by the visitor, and hears them in place of the agent', async () => {
    const { conversationId, key } = await wanting()
    await app.ask('PUT', '/api/settings/designer', { name: 'Ana' })
    await app.ask('POST', at(conversationId, 'person'), {})
    await app.ask('POST', at(conversationId, 'lines'), { text: 'Hello, I am the warden.' })
    const line = await say('When is the water turned on?', conversationId)
    expect(line).toMatchObject({ reply: '', person: { state: 'taken', name: 'Ana' } })
    const { lines } = await seen(key)
    expect(lines.slice(1).map(({ said, reply, by }: Record<string, string>) => [said, reply, by])).toEqual([
      ['', 'Hello, I am the warden.', 'Ana'],
      ['When is the water turned on?', '', 'Ana'],
    ])
  })

  it('gives it back, and the agent knows what was said', async () => {
    const { conversationId } = await wanting()
    await app.ask('POST', at(conversationId, 'person'), {})
    await say('I have a small plot.', conversationId)
    await app.ask('POST', at(conversationId, 'lines'), { text: 'Then you pay £40.' })
    await app.ask('DELETE', at(conversationId, 'person'))
    const turn = await say('And a large plot?', conversationId)
    expect(turn.reply).not.toBe('')
    expect(turn.person).toBeNull()
    const { lines, turns } = await read(conversationId)
    expect(turns).toBe(4)
    expect(lines.map(({ by }: { by: string | null }) => by)).toEqual([null, 'Ana', 'Ana', null])
  })

  it('writes into no conversation that is not theirs', async () => {
    const { conversationId } = await wanting()
    expect((await app.ask('POST', at(conversationId, 'lines'), { text: 'Hello' })).status).toBe(409)
    await app.ask('POST', at(conversationId, 'person'), {})
    await app.services.db
      .update(conversations)
      .set({ personId: 'somebody else', personName: 'Ben' })
      .where(eq(conversations.id, conversationId))
    const refused = await app.ask('POST', at(conversationId, 'person'), {})
    expect([refused.status, refused.body.title]).toEqual([409, 'Ben has this conversation.'])
    expect((await app.ask('POST', at(conversationId, 'person'), { fromOther: true })).status).toBe(204)
    expect((await app.ask('POST', at(conversationId, 'lines'), { text: 'Hello' })).status).toBe(204)
  })

  it('is never a designer’s own try, which visitors do not see', async () => {
    const tried = (await app.ask('POST', `/api/agents/${agent}/turns`, { text: 'Can I speak to a person?' })).body
    expect(tried.reply).toContain('I have asked a person')
    expect((await app.ask('POST', at(tried.conversationId, 'person'), {})).status).toBe(404)
  })
})

describe('the key of a conversation', () => {
  it('opens that one and no other, and nothing is opened by an id', async () => {
    const [one, other] = [await wanting(), await wanting()]
    const proof = one.key.split('.')[1]
    for (const key of [one.conversationId, `${other.conversationId}.${proof}`, `${one.key}x`, '.', 'x.y'])
      expect((await app.ask('GET', `/api/talk/ada/conversations/${key}`)).status).toBe(404)
    expect((await seen(one.key)).lines).toHaveLength(1)
  })

  it('opens nothing of another agent', async () => {
    const { key } = await wanting()
    const other = (await app.ask('POST', '/api/agents', { name: 'Ben' })).body.id
    await app.ask('POST', `/api/agents/${other}/editions`, {})
    expect((await app.ask('GET', `/api/talk/ben/conversations/${key}`)).status).toBe(404)
  })
})

describe('hours', () => {
  const weekdays = [{ days: [0, 1, 2, 3, 4], from: '09:00', to: '17:00' }]
  it.each([
    ['2026-11-30T08:30:00Z', 'Europe/Berlin', true],
    ['2026-11-30T07:59:00Z', 'Europe/Berlin', false],
    ['2026-11-30T16:00:00Z', 'Europe/Berlin', false],
    ['2026-11-29T12:00:00Z', 'Europe/Berlin', false],
    // Already Monday there.
    ['2026-11-29T20:30:00Z', 'Pacific/Auckland', true],
    // In summer the same clock is an hour earlier.
    ['2026-07-06T07:30:00Z', 'Europe/Berlin', true],
  ])('%s in %s: %s', (moment, zone, expected) => expect(isWithin(weekdays, zone, new Date(moment))).toBe(expected))

  it('are refused where they end before they begin, and in a zone that is none', async () => {
    const put = (more: object) => app.ask('PUT', `/api/agents/${agent}/desk`, { ...DESK, ...more })
    expect((await put({ hours: [{ days: [0], from: '17:00', to: '09:00' }] })).status).toBe(400)
    expect((await put({ timeZone: 'Carrow/Quay' })).body.detail).toMatch(/no time zone/)
  })
})
