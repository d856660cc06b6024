import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { eq, sql } from 'drizzle-orm'
import { json, openOffice, toolsOf, water, type Office } from '../../testing/office'
import { openTestApp, rulesFile, until, type TestApp } from '../../testing/testApp'
import { conversations, reminders, requests } from '../database'
import { eraseOld } from '../outlets/keeping'

let app: TestApp
let office: Office
let agent: string
const { http, make } = toolsOf(
  () => app,
  () => office,
)
const REFUND = water({
  name: 'refund',
  title: 'Refund',
  changes: true,
  standIn: '{"receipt":"TEST"}',
  input: { type: 'object', properties: { plot: { type: 'integer' } }, required: ['plot'] },
  request: { method: 'POST', url: '/refund', body: ['plot'] },
})
const ONCE_AGREED = {
  id: 'refund',
  when: 'someone wants their money back',
  approval: 'designer',
  tells: 'Paid: {{receipt}}.',
  whileItWorks: 'I am asking the bank …',
}

beforeAll(async () => {
  office = await openOffice()
  app = await openTestApp({ PARROT_ALLOW_HOSTS: '127.0.0.1' })
  agent = (await app.ask('POST', '/api/agents', { name: 'Ada' })).body.id
  await app.read(agent, rulesFile())
  await http(REFUND)
  await make({ kind: 'team', name: 'Team', settings: { timeZone: 'Europe/London' } })
  await make({ kind: 'reminder', name: 'Reminders', settings: { timeZone: 'Europe/London' } })
  await app.ask('PUT', '/api/settings/designer', { name: 'Ana' })
  const brief = {
    identity: { name: 'Ada' },
    tools: [
      ONCE_AGREED,
      { id: 'call_back', when: 'someone wants to be called back', tells: 'Somebody rings you.' },
      { id: 'remind_me', when: 'someone wants to be reminded of something' },
      { id: 'ask_team', like: ['Please ask the committee something for me'] },
    ],
  }
  await app.ask('PUT', `/api/agents/${agent}/brief`, { revision: 1, brief })
  await app.ask('POST', `/api/agents/${agent}/editions`, {})
}, 60_000)
afterAll(async () => {
  office.close()
  await app.end()
})
beforeEach(async () => {
  await app.services.db.delete(requests)
  office.asked = []
  office.answer = json({ receipt: 'R-7' })
})

const say = async (text: string, conversationId?: string) =>
  (await app.ask('POST', '/api/talk/ada/turns', { text, conversationId })).body
const listed = async (query = '') => (await app.ask('GET', `/api/agents/${agent}/requests${query}`)).body
const decide = (id: string, isAgreed: boolean, words = '') =>
  app.ask('POST', `/api/requests/${id}/decide`, { isAgreed, words })
const linesOf = async (key: string) =>
  (await app.ask('GET', `/api/talk/ada/conversations/${key}`)).body.lines.map(
    ({ said, reply, by }: Record<string, string>) => [said, reply, by],
  )
const wanting = () => say('I want my money back for plot 12')

describe('a tool that the team has to agree to', () => {
  it('waits among the requests with what it will be called with, and calls nothing', async () => {
    const turn = await wanting()
    expect(turn).toMatchObject({ isAwaited: true, reply: expect.stringContaining('A person looks at that first.') })
    expect(office.asked).toEqual([])
    const { requests: waiting } = await listed()
    expect(waiting).toMatchObject([
      {
        kind: 'approval',
        title: 'Refund',
        values: { plot: '12' },
        state: 'waiting',
        conversationId: turn.conversationId,
      },
    ])
    expect((await app.ask('GET', `/api/agents/${agent}`)).body.stages.logbook.text).toContain('1 request waits')
    expect(await listed('?only=count')).toEqual({ requests: [], waiting: 1 })
  })

  it('is called once it was agreed to, and the visitor reads of it where they wrote', async () => {
    const { key, conversationId } = await wanting()
    await say('When is water turned on?', conversationId)
    const [{ id }] = (await listed()).requests
    expect((await decide(id, true, 'Gladly.')).status).toBe(204)
    expect(office.asked.map(({ body }) => body)).toEqual(['{"plot":12}'])
    expect((await linesOf(key)).at(-1)).toEqual(['', 'Gladly.\n\nPaid: R-7 [1].', null])
    expect(await listed('?over=true')).toMatchObject({
      waiting: 0,
      requests: [{ state: 'done', by: 'Ana', words: 'Gladly.' }],
    })
    // What was said before goes on as if nothing had come in between.
    expect((await say('And when is it turned off?', conversationId)).reply).toContain('October')
  })

  it('is taken back by the visitor, and nobody can agree to it any more', async () => {
    const { conversationId } = await wanting()
    const [{ id }] = (await listed()).requests
    const turn = await say('Never mind, I do not want the money back any more', conversationId)
    expect(turn).toMatchObject({ reply: 'All right, I have taken that back.', isAwaited: false })
    expect(await listed('?over=true')).toMatchObject({ waiting: 0, requests: [{ id, state: 'withdrawn', by: '' }] })
    expect((await decide(id, true)).body.title).toBe('The visitor took it back.')
    expect((await app.ask('POST', `/api/requests/${id}/reopen`)).status).toBe(409)
    expect(office.asked).toEqual([])
  })

  it('is taken back by each of two visitors who say the same', async () => {
    for (const _ of [1, 2]) {
      const { conversationId } = await wanting()
      await say('never mind', conversationId)
      expect(await listed()).toMatchObject({ waiting: 0, requests: [] })
    }
  })

  it('is put right by the visitor: one request waits, with what they mean', async () => {
    const { conversationId } = await wanting()
    await say('no, sorry, make that plot 13', conversationId)
    const { requests: waiting } = await listed()
    expect(waiting).toMatchObject([{ values: { plot: '13' } }])
    await decide(waiting[0].id, true)
    expect(office.asked.map(({ body }) => body)).toEqual(['{"plot":13}'])
  })

  it('cannot be taken back while somebody decides on it', async () => {
    const { conversationId } = await wanting()
    await app.services.db.update(requests).set({ state: 'doing' })
    expect((await say('forget it', conversationId)).reply).toMatch(/seen to already/)
  })

  it('is called by one of two who agree at the same time', async () => {
    await wanting()
    const [{ id }] = (await listed()).requests
    const answers = await Promise.all([decide(id, true), decide(id, true)])
    expect(answers.map(({ status }) => status).sort()).toEqual([204, 409])
    expect((await decide(id, false)).body.title).toContain('decided on it already')
    expect(office.asked).toHaveLength(1)
  })

  it('is not called where it is refused, and may be agreed to after all', async () => {
    const { key } = await wanting()
    const [{ id }] = (await listed()).requests
    await decide(id, false, 'The season is over.')
    expect((await linesOf(key)).at(-1)).toEqual(['', 'The season is over.', null])
    expect(office.asked).toEqual([])
    await app.ask('POST', `/api/requests/${id}/reopen`)
    await decide(id, true)
    expect(office.asked).toHaveLength(1)
    expect((await app.ask('POST', `/api/requests/${id}/reopen`)).status).toBe(409)
  })

  it('stays where it can be seen when it does not work, and can be tried again', async () => {
    const { key } = await wanting()
    const [{ id }] = (await listed()).requests
    office.answer = (_request, response) => void response.writeHead(500).end()
    await decide(id, true)
    expect((await listed()).requests).toMatchObject([{ state: 'failed' }])
    expect((await linesOf(key)).at(-1)[1]).toContain('That did not work just now.')
    office.answer = json({ receipt: 'R-8' })
    await decide(id, true)
    expect((await linesOf(key)).at(-1)[1]).toContain('R-8')
  })

  it('is not done again by itself where a kill cut it off: a person looks first', async () => {
    await wanting()
    const [{ id }] = (await listed()).requests
    const { db } = app.services
    await db.update(requests).set({ state: 'doing', by: 'Ana', decidedAt: new Date() }).where(eq(requests.id, id))
    expect((await decide(id, true)).body.title).toContain('Ana is deciding on it just now')
    await db
      .update(requests)
      .set({ decidedAt: sql`now() - interval '6 minutes'` })
      .where(eq(requests.id, id))
    expect((await listed()).requests).toMatchObject([{ state: 'unsure' }])
    expect(office.asked).toEqual([])
    expect((await decide(id, true)).status).toBe(204)
  })

  it('is told of before it is published where nobody would hear of it', async () => {
    const concerns = async () => JSON.stringify((await app.ask('GET', `/api/agents/${agent}/release`)).body.concerns)
    expect(await concerns()).toContain('waits for your yes among the requests, and nobody is told by mail')
    const desk = { isOn: false, timeZone: 'UTC' }
    await app.ask('PUT', `/api/agents/${agent}/desk`, { ...desk, mailTo: ['ana@plots.example'] })
    expect(await concerns()).not.toContain('waits for your yes')
    await app.ask('PUT', `/api/agents/${agent}/desk`, desk)
  })

  it('is not offered to be tried again where something broke after the yes: it may have been done', async () => {
    const { conversationId } = await wanting()
    const [{ id }] = (await listed()).requests
    await app.services.db.delete(conversations).where(eq(conversations.id, conversationId))
    expect((await decide(id, true)).status).toBe(404)
    expect((await listed()).requests).toMatchObject([{ id, state: 'doing' }])
    expect((await decide(id, true)).status).toBe(409)
  })

  it('is nothing that a designer’s own try asks for', async () => {
    const { body } = await app.ask('POST', `/api/agents/${agent}/turns`, { text: 'I want my money back for plot 12' })
    expect(JSON.stringify(body.workings)).toContain('Waits for the team')
    expect((await listed()).requests).toEqual([])
  })

  it('is told to a hook, and forgotten with its visitor', async () => {
    await app.ask('POST', `/api/agents/${agent}/hooks`, {
      url: `http://${office.host}/told`,
      events: ['request.made'],
    })
    const { conversationId } = await wanting()
    const told = await until(async () => office.asked.find(({ url }) => url === '/told'))
    expect(JSON.parse(told.body)).toMatchObject({
      type: 'request.made',
      data: { title: 'Refund', values: { plot: '12' } },
    })
    const outlet = (await app.ask('POST', `/api/agents/${agent}/outlets`, { kind: 'page', name: 'Page' })).body
    await app.ask('PUT', `/api/outlets/${outlet.id}`, { ...outlet, keepDays: 1 })
    await app.services.db
      .update(conversations)
      .set({ lastAt: new Date(0), outletId: outlet.id })
      .where(eq(conversations.id, conversationId))
    await eraseOld(app.services)
    expect((await listed()).requests).toEqual([])
  })
})

describe('what a visitor hears while a tool works', () => {
  it('comes before the answer', async () => {
    await wanting()
    const [{ id }] = (await listed()).requests
    await decide(id, false)
    const { revision, brief } = (await app.ask('GET', `/api/agents/${agent}/brief`)).body
    const tools = [{ ...ONCE_AGREED, approval: 'never' }, ...brief.tools.slice(1)]
    await app.ask('PUT', `/api/agents/${agent}/brief`, { revision, brief: { ...brief, tools } })
    await app.ask('POST', `/api/agents/${agent}/editions`, {})
    const body = { text: 'I want my money back for plot 12' }
    const stream = (await app.ask('POST', '/api/talk/ada/turns', body, { accept: 'text/event-stream' })).body as string
    expect(stream.indexOf('I am asking the bank …')).toBeGreaterThan(0)
    expect(stream.indexOf('event: doing')).toBeLessThan(stream.indexOf('event: done'))
  })
})

describe('a visitor who wants to be rung up', () => {
  it('is put down with number, subject and time, and told that somebody rings', async () => {
    const first = await say('Please call me back')
    expect(first.reply).toBe('At which number can you be reached?')
    await say('01632 960123', first.conversationId)
    expect((await say('my hedge', first.conversationId)).reply).toBe('Somebody rings you [1].')
    const { requests: waiting } = await listed()
    expect(waiting).toMatchObject([
      { kind: 'callBack', values: { phone: '01632 960123', what: 'my hedge' }, dueAt: null },
    ])
  })

  it('is put off and laid aside by whoever rings, with a word to the visitor where there is one', async () => {
    const first = await say('Please call me back')
    await say('01632 960123', first.conversationId)
    await say('my hedge', first.conversationId)
    const [{ id }] = (await listed()).requests
    const dueAt = '2030-05-01T09:00:00.000Z'
    expect((await app.ask('POST', `/api/requests/${id}/later`, { dueAt })).status).toBe(204)
    expect((await listed()).requests).toMatchObject([{ dueAt, state: 'waiting' }])
    await decide(id, true, 'We spoke, thank you.')
    expect((await linesOf(first.key)).at(-1)).toEqual(['', 'We spoke, thank you.', 'Ana'])
    expect((await listed()).waiting).toBe(0)
    await app.ask('POST', `/api/requests/${id}/reopen`)
    expect((await listed()).waiting).toBe(1)
  })
})

describe('what a visitor asked for', () => {
  it('is taken back by them: nobody rings, and a call that was rung stays', async () => {
    const first = await say('Please call me back')
    await say('01632 960123', first.conversationId)
    await say('my hedge', first.conversationId)
    expect((await say('please forget the call', first.conversationId)).reply).toMatch(/taken that back/)
    expect((await listed('?over=true')).requests).toMatchObject([{ kind: 'callBack', state: 'withdrawn' }])
    const again = await say('Please call me back')
    await say('01632 960124', again.conversationId)
    await say('my hedge', again.conversationId)
    await decide((await listed()).requests[0].id, true)
    expect((await say('please forget the call', again.conversationId)).reply).toMatch(/seen to already/)
    const tool = (await app.ask('GET', '/api/tools')).body.tools.find(({ kind }: { kind: string }) => kind === 'team')
    const log = (await app.ask('GET', `/api/tools/${tool.id}/calls`)).body.calls
    expect(log.slice(0, 3)).toMatchObject([
      { operation: 'call_back: taken back', isFailed: true },
      { operation: 'call_back', isFailed: false },
      { operation: 'call_back: taken back', isFailed: false },
    ])
  })

  it('is put right by them: a reminder on another day takes the place of the first', async () => {
    const lines = ['Please remind me', 'my hedge', '1 March', 'ana@post.example']
    let conversationId: string | undefined
    for (const line of lines) ({ conversationId } = await say(line, conversationId))
    const days = async () => (await app.services.db.select().from(reminders)).map(({ dueAt }) => dueAt.getUTCDate())
    expect(await days()).toEqual([1])
    expect((await say('sorry, make that 3 March', conversationId)).reply).toMatch(/changed the day/)
    expect(await days()).toEqual([3])
    await say('actually, never mind', conversationId)
    expect(await days()).toEqual([])
  })
})

describe('a question for the team', () => {
  it('is answered by a person in the conversation', async () => {
    const first = await say('Please ask the committee something for me')
    expect(first.reply).toBe('What shall I pass on?')
    await say('May bees be kept on the north field?', first.conversationId)
    const [request] = (await listed()).requests
    expect(request).toMatchObject({ kind: 'question', values: { what: 'May bees be kept on the north field?' } })
    await decide(request.id, true, 'Yes, two hives.')
    expect((await linesOf(first.key)).at(-1)).toEqual(['', 'Yes, two hives.', 'Ana'])
  })
})
