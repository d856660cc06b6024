import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { sharedTestApp, rulesFile, type TestApp } from '../../testing/testApp'
import { deliveries } from '../database'

let app: TestApp
let agent: string
let slug: string

const FORM = {
  fields: [
    { id: 'n', kind: 'name', label: 'Name', isRequired: true },
    { id: 'e', kind: 'email', label: 'E-mail', isRequired: true },
    { id: 'p', kind: 'phone', label: 'Phone' },
    { id: 'c', kind: 'choice', label: 'Plot', options: ['small', 'large'] },
    { id: 'a', kind: 'consent', label: 'You may write to me.' },
  ],
  moments: ['person', 'unknown'],
  afterTurns: 2,
  intro: '',
  saysSent: 'Thank you.',
  saysLater: '',
  mayPutOff: true,
}
const ANA = { n: 'Ana Reed', e: 'ana@plots.example', p: '+44 20 7946 0000', c: 'small', a: 'yes' }

beforeAll(async () => {
  app = await sharedTestApp()
  agent = (await app.ask('POST', '/api/agents', { name: 'Ada' })).body.id
  await app.read(agent, rulesFile())
  const { revision, brief } = (await app.ask('GET', `/api/agents/${agent}/brief`)).body
  const ask = [
    { name: 'name', type: 'text', question: 'What is your name?', required: true },
    { name: 'email', type: 'email', question: 'Where can we write to you?', required: true },
  ]
  const duties = [
    { id: 'd', name: 'Waiting list', when: 'someone wants to join the waiting list', steps: 'Note it.', ask },
  ]
  await app.ask('PUT', `/api/agents/${agent}/brief`, { revision, brief: { ...brief, duties } })
  await app.ask('POST', `/api/agents/${agent}/editions`, {})
  slug = (await app.ask('POST', `/api/agents/${agent}/outlets`, { kind: 'page', name: 'Page', form: FORM })).body.slug
}, 60_000)
afterAll(() => app.end())

const say = async (text: string, conversationId?: string) =>
  (await app.ask('POST', `/api/talk/${slug}/turns`, { text, conversationId })).body
const tell = (key: string, values: object) =>
  app.ask('POST', `/api/talk/${slug}/conversations/${key}/details`, { values })
const list = async (query = '') => (await app.ask('GET', `/api/agents/${agent}/visitors${query}`)).body

describe('a visitor’s form', () => {
  it('is due when it is to be, and no more once it was sent', async () => {
    const known = await say('When is the water turned on?')
    expect(known.isFormDue).toBe(false)
    const unknown = await say('Do you sell wheelbarrows?', known.conversationId)
    expect(unknown.isFormDue).toBe(true)
    expect((await tell(unknown.key, ANA)).status).toBe(204)
    expect((await say('Do you sell spades?', known.conversationId)).isFormDue).toBe(false)
    const { visitors, total } = await list()
    expect(total).toBe(1)
    expect(visitors[0]).toMatchObject({
      name: 'Ana Reed',
      email: 'ana@plots.example',
      outlet: 'Page',
      consents: [{ text: 'You may write to me.' }],
    })
    const found = (await app.ask('GET', `/api/agents/${agent}/conversations?collected=true`)).body.conversations
    expect(found[0]).toMatchObject({ id: known.conversationId, hasCollected: true })
  })

  it.each([
    ['without a name', { ...ANA, n: ' ' }, 'n'],
    ['with an address that is none', { ...ANA, e: 'ana@' }, 'e'],
    ['with a number that is none', { ...ANA, p: 'call me' }, 'p'],
    ['with a choice that is not given', { ...ANA, c: 'huge' }, 'c'],
  ])('is not taken %s, and says which field it is', async (_how, values, field) => {
    const { key } = await say('Hello')
    const { status, body } = await tell(key, values)
    expect([status, body.fields[0].path]).toEqual([400, field])
    expect((await list()).total).toBe(1)
  })

  it('can be sent before the first line, which then belongs to it', async () => {
    const begun = await app.ask('POST', `/api/talk/${slug}/details`, { values: { ...ANA, n: 'Ben' } })
    expect(begun.status).toBe(201)
    const turn = await say('When is the water turned on?', begun.body.conversationId)
    expect(turn.conversationId).toBe(begun.body.conversationId)
    expect((await list('?q=ben')).visitors[0].conversationId).toBe(turn.conversationId)
    expect((await app.ask('POST', '/api/talk/ada/details', { values: ANA })).status).toBe(404)
  })

  it('takes nothing a visitor adds to it', async () => {
    const { key, conversationId } = await say('Hello')
    await tell(key, { ...ANA, n: 'Eve', role: 'owner' })
    const eve = (await list('?q=Eve')).visitors[0]
    expect(eve.conversationId).toBe(conversationId)
    expect(JSON.stringify(eve)).not.toContain('owner')
  })
})

describe('what a duty collects', () => {
  it('is not asked of whom the form told it, is shown to them alone, and waits for their yes', async () => {
    const form = async (name: string) => {
      const values = { ...ANA, n: name, e: `${name}@plots.example` }
      return (await app.ask('POST', `/api/talk/${slug}/details`, { values })).body.conversationId as string
    }
    for (const name of ['Dan', 'Fay']) {
      const id = await form(name)
      const turn = await say('I want to join the waiting list', id)
      expect(turn.reply).toContain(`- name: ${name}\n- email: ${name}@plots.example`)
      expect(turn.reply).toContain('Shall I do that?')
      await say('no, my email is both@plots.example', id)
      await say('yes', id)
      expect((await list(`?q=${name}`)).visitors[0]).toMatchObject({ name, email: 'both@plots.example' })
    }
  })

  it('is the same record as the form', async () => {
    const first = await say('I want to join the waiting list')
    await say('Cleo', first.conversationId)
    const last = await say('cleo@plots.example', first.conversationId)
    await tell(last.key, { ...ANA, n: 'Cleo Hart', e: 'cleo@plots.example' })
    const { visitors, total } = await list('?q=cleo@plots.example')
    expect(total).toBe(1)
    expect(visitors[0]).toMatchObject({ name: 'Cleo Hart', email: 'cleo@plots.example' })
    expect(visitors[0].values.map(({ label }: { label: string }) => label)).toEqual(
      expect.arrayContaining(['name', 'Name', 'Plot']),
    )
  })
})

describe('the visitors', () => {
  it('are found by words and consent', async () => {
    const { key } = await say('Hello')
    await tell(key, { n: 'Dora', e: 'dora@plots.example' })
    expect((await list('?consent=no&q=Dora')).total).toBe(1)
    expect((await list('?consent=yes&q=Dora')).total).toBe(0)
    expect((await list('?q=%25')).total).toBe(0)
  })

  it('go along as a table without formulas, and as cards', async () => {
    const { key } = await say('Hello')
    await tell(key, { n: '=HYPERLINK("http://x")', e: 'eve@plots.example' })
    const csv = await app.ask('GET', `/api/agents/${agent}/visitors?as=csv`)
    expect(csv.headers['content-disposition']).toContain('ada-visitors.csv')
    expect(csv.body).not.toMatch(/(?:^|,|")=HYPER/m)
    const cards = await app.ask('GET', `/api/agents/${agent}/visitors?q=Ana`, undefined, { accept: 'text/vcard' })
    expect(cards.body).toMatch(/BEGIN:VCARD\r\nVERSION:4\.0\r\nFN:Ana Reed\r\nEMAIL:ana@plots\.example/)
  })

  it('are given everything that is kept of them, in whichever conversation', async () => {
    const values = { n: 'Gwen', e: 'gwen@plots.example' }
    for (const text of ['When is the water turned on?', 'Are bonfires allowed?'])
      await tell((await say(text)).key, values)
    const [{ id }] = (await list('?q=Gwen')).visitors
    const { body } = await app.ask('GET', `/api/visitors/${id}`)
    expect(body.records).toHaveLength(2)
    const said = body.conversations.flatMap(({ lines }: { lines: { visitor: string }[] }) =>
      lines.map((line) => line.visitor),
    )
    expect(said.sort()).toEqual(['Are bonfires allowed?', 'When is the water turned on?'])
    await app.ask('DELETE', `/api/visitors/${id}`)
    expect((await list('?q=gwen@plots.example')).total).toBe(0)
  })

  it('are erased for good, with what they said and what was sent of it', async () => {
    const hook = { url: 'http://127.0.0.1:9/x', events: ['visitor.collected'] }
    const { id: hookId } = (await app.ask('POST', `/api/agents/${agent}/hooks`, hook)).body
    const { key, conversationId } = await say('My secret is a marrow.')
    await tell(key, { ...ANA, n: 'Finn', e: 'finn@plots.example' })
    const [{ id }] = (await list('?q=Finn')).visitors
    expect((await app.ask('DELETE', `/api/visitors/${id}`)).status).toBe(204)
    expect((await list('?q=Finn')).total).toBe(0)
    expect((await app.ask('GET', `/api/conversations/${conversationId}`)).status).toBe(404)
    expect((await app.ask('GET', `/api/agents/${agent}/conversations?q=marrow`)).body.total).toBe(0)
    const sent = await app.services.db.select().from(deliveries)
    expect(JSON.stringify(sent.map(({ body }) => body))).not.toContain('Finn')
    await app.ask('DELETE', `/api/hooks/${hookId}`)
  })
})

describe('a rating', () => {
  it('counts once, with its word, and can be taken back', async () => {
    const { key, turnId, conversationId } = await say('When is the water turned on?')
    const rate = (body: object, turn = turnId) =>
      app.ask('PUT', `/api/talk/${slug}/conversations/${key}/ratings/${turn}`, body)
    await rate({ rating: 'up' })
    await rate({ rating: 'down', word: 'Which week?' })
    const found = async () =>
      (await app.ask('GET', `/api/agents/${agent}/conversations?rating=down`)).body.conversations
    expect(await found()).toMatchObject([{ id: conversationId, liked: 0, disliked: 1 }])
    expect((await app.ask('GET', `/api/conversations/${conversationId}`)).body.lines[0]).toMatchObject({
      rating: 'down',
      ratingWord: 'Which week?',
    })
    await rate({ rating: null })
    expect(await found()).toEqual([])
    expect((await rate({ rating: 'up' }, 'another')).status).toBe(404)
  })
})
