import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { eq, sql } from 'drizzle-orm'
import { openTestApp, rulesFile, until, type TestApp } from '../../testing/testApp'
import { conversations, deliveries } from '../database'
import { endSilent } from './ended'

let app: TestApp
let agent: string
const QUESTIONS = [
  { id: 'plot', question: 'Did they want a plot?', kind: 'yesNo' },
  { id: 'size', question: 'Which size?', kind: 'choice', options: ['small', 'large'] },
  { id: 'many', question: 'How many people?', kind: 'number' },
]

beforeAll(async () => {
  app = await openTestApp({ PARROT_ALLOW_HOSTS: '127.0.0.1' })
  agent = (await app.ask('POST', '/api/agents', { name: 'Ada' })).body.id
  await app.read(agent, rulesFile())
  await app.ask('POST', `/api/agents/${agent}/editions`, {})
}, 60_000)
afterAll(() => app.end())

const say = async (text: string, conversationId?: string) =>
  (await app.ask('POST', '/api/talk/ada/turns', { text, conversationId })).body.conversationId as string
const state = async () => (await app.ask('GET', `/api/agents/${agent}/debrief`)).body
const read = async (id: string) => (await app.ask('GET', `/api/conversations/${id}`)).body
const ask = (questions: object[]) => app.ask('PUT', `/api/agents/${agent}/debrief`, { questions })
const silence = async (id: string) => {
  await app.services.db
    .update(conversations)
    .set({ lastAt: sql`now() - interval '31 minutes'` })
    .where(eq(conversations.id, id))
  return endSilent(app.services)
}
const allAsked = () => until(async () => ((await state()).isRunning ? false : await state()))

describe('a debrief', () => {
  it('is asked of conversations that are over, old ones too, and rests on what was said', async () => {
    const old = await say('I want a plot for 4 people, a large one')
    expect(await endSilent(app.services)).toBe(0)
    expect(await silence(old)).toBe(1)
    expect((await ask(QUESTIONS)).status).toBe(200)
    expect(await allAsked()).toMatchObject({ finished: 1, done: 1 })
    const { debrief } = await read(old)
    expect(debrief).toEqual(
      expect.arrayContaining([
        { questionId: 'plot', value: 'yes', because: ['I want a plot for 4 people, a large one'] },
        { questionId: 'size', value: 'large', because: ['I want a plot for 4 people, a large one'] },
        { questionId: 'many', value: '4', because: ['I want a plot for 4 people, a large one'] },
      ]),
    )
  })

  it('is asked as soon as one ends, and again where it goes on', async () => {
    const id = await say('When is the water turned on?')
    await silence(id)
    await until(async () => (await read(id)).debrief.length > 0)
    expect((await read(id)).debrief).toContainEqual({ questionId: 'plot', value: 'no', because: [] })
    await say('I want a small plot', id)
    await silence(id)
    await until(async () => (await read(id)).debrief.some(({ value }: { value: string }) => value === 'small'))
    await allAsked()
  })

  it('is counted, found by its answers, and taken along', async () => {
    const { results } = await state()
    expect(results.find(({ questionId }: { questionId: string }) => questionId === 'plot').values).toEqual([
      { value: 'yes', times: 2 },
    ])
    expect(results.find(({ questionId }: { questionId: string }) => questionId === 'many').average).toBe(4)
    const found = async (debrief: string) =>
      (await app.ask('GET', `/api/agents/${agent}/conversations?debrief=${debrief}`)).body.total
    expect([await found('size:large'), await found('size:'), await found('size:huge')]).toEqual([1, 0, 0])
    const csv = (await app.ask('GET', `/api/agents/${agent}/conversations?as=csv`)).body
    expect(csv).toContain('Which size?')
    expect(csv).toMatch(/,yes,large,4/)
  })

  it('is told to whoever asked for it, in words', async () => {
    await app.ask('POST', `/api/agents/${agent}/hooks`, {
      url: 'http://127.0.0.1:9/y',
      events: ['conversation.debriefed'],
    })
    const id = await say('We want a large plot')
    await silence(id)
    await allAsked()
    const told = await until(async () => {
      const rows = await app.services.db.select().from(deliveries)
      return rows.find(({ event }) => event === 'conversation.debriefed')
    })
    expect(told.body).toMatchObject({
      data: {
        conversationId: id,
        answers: expect.arrayContaining([expect.objectContaining({ question: 'Which size?', value: 'large' })]),
      },
    })
    const { hooks } = (await app.ask('GET', `/api/agents/${agent}/hooks`)).body
    await app.ask('DELETE', `/api/hooks/${hooks[0].id}`)
    await app.services.db.delete(deliveries)
  })

  it('forgets its answers when its questions change, and asks anew', async () => {
    await ask([{ id: 'water', question: 'Did they ask about the water?', kind: 'yesNo' }])
    await allAsked()
    expect((await state()).results[0].values.map(({ value }: { value: string }) => value).sort()).toEqual(['no', 'yes'])
    expect((await ask([{ id: 'x', question: 'Which?', kind: 'choice', options: ['one'] }])).status).toBe(400)
  })
})

describe('a conversation that ends', () => {
  it('is told to whoever asked for it, once, and not while a person is wanted', async () => {
    await app.ask('POST', `/api/agents/${agent}/hooks`, { url: 'http://127.0.0.1:9/x', events: ['conversation.ended'] })
    await app.ask('PUT', `/api/agents/${agent}/desk`, { isOn: true, timeZone: 'UTC' })
    await app.ask('POST', `/api/agents/${agent}/desk/here`, { isHere: true })
    const waiting = await say('Can I speak to a person?')
    expect(await silence(waiting)).toBe(0)
    const over = await say('When is the water turned on?')
    expect(await silence(over)).toBe(1)
    expect(await endSilent(app.services)).toBe(0)
    const told = await app.services.db.select().from(deliveries)
    expect(told.map(({ body }) => body)).toMatchObject([{ type: 'conversation.ended', data: { conversationId: over } }])
  })
})
