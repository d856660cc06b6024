import { fileURLToPath } from 'node:url'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { buildModelEndpoint, buildSite, startMailbox, type Mailbox } from '../../../stand-ins'
import { openOffice } from '../../testing/office'
import { openTestApp, type TestApp } from '../../testing/testApp'
import { reminders } from '../database'
import { sendDue } from './kinds'
import { forgetCalls } from './queries'

/** Tools of kinds the product knows itself: mails, a search of sites, the library of another agent. */
let app: TestApp
let mailbox: Mailbox
const site = buildSite(fileURLToPath(new URL('../../../stand-ins/site', import.meta.url)))
let origin: string

const make = async (body: object) => (await app.ask('POST', '/api/tools', body)).body
const call = async (tool: { id: string; operations: { name: string }[] }, input: object, more: object = {}) =>
  (await app.ask('POST', `/api/tools/${tool.id}/try`, { operation: tool.operations[0]!.name, input, ...more })).body

beforeAll(async () => {
  mailbox = await startMailbox({ smtpPort: 0, port: 0 })
  await site.listen({ host: '127.0.0.1', port: 0 })
  origin = site.listeningOrigin
  app = await openTestApp({ PARROT_ALLOW_HOSTS: '127.0.0.1' })
  const server = { host: '127.0.0.1', port: mailbox.smtpPort, security: 'none', from: 'desk@ferries.example' }
  await app.ask('PUT', '/api/settings/mail', server)
})
afterAll(async () => {
  await app?.end()
  await site.close()
  await mailbox?.close()
})

describe('a mail', () => {
  const MAIL = { to: 'ana@club.example', subject: 'Your\ncrossing', text: 'At ten.\nSee you.' }

  it('goes to whom it may, after a preview that sends nothing, and to nobody else', async () => {
    const tool = await make({ kind: 'mail', name: 'Mails', settings: { recipients: ['@club.example'] } })
    const shown = await call(tool, MAIL, { isDry: true })
    expect(shown.request).toMatchObject({ url: 'mailto:ana@club.example', body: MAIL.text })
    expect(mailbox.mails()).toHaveLength(0)
    expect(await call(tool, MAIL)).toMatchObject({ isFailed: false })
    expect(mailbox.mails()[0]).toMatchObject({ recipients: ['ana@club.example'], subject: 'Your crossing' })
    for (const to of [
      'eve@else.example',
      'ana@club.example, eve@else.example',
      'ana@club.example\nbcc: eve@else.example',
    ])
      expect(await call(tool, { ...MAIL, to }), to).toMatchObject({ isFailed: true })
    expect(mailbox.mails()).toHaveLength(1)
  })

  it('goes nowhere until somebody says where it may', async () => {
    const tool = await make({ kind: 'mail', name: 'More mails' })
    expect((await call(tool, MAIL)).result).toContain('say under Tools whom mails may go to')
  })
})

describe('a search', () => {
  it('is described by its engine, finds pages, and only on the sites that are named', async () => {
    const tool = await make({ kind: 'search', name: 'The site', url: `${origin}/opensearch.xml` })
    const found = JSON.parse((await call(tool, { query: 'parking & charging' })).result) as {
      title: string
      url: string
    }[]
    expect(found[0]!.url).toBe(`${origin}/parking`)
    const { operations, ...rest } = tool
    await app.ask('PUT', `/api/tools/${tool.id}`, { ...rest, operations, settings: { sites: ['else.example'] } })
    expect((await call(tool, { query: 'parking' })).result).toBe('[]')
  })

  it('that describes none is not set up', async () => {
    const { status, body } = await app.ask('POST', '/api/tools', {
      kind: 'search',
      name: 'x',
      url: `${origin}/news.xml`,
    })
    expect([status, body.title]).toEqual([422, 'There is no search described there that answers with a feed.'])
  })
})

describe('the library of another agent', () => {
  it('is looked through as it is published, by agents whose designers may look at it', async () => {
    const { body: pip } = await app.ask('POST', '/api/agents', { name: 'Pip' })
    const tool = await make({ kind: 'library', name: 'What Pip read', settings: { agentId: pip.id } })
    expect((await call(tool, { query: 'ropes' })).result).toBe('“Pip” is not published yet.')
    const note = { kind: 'note', title: 'Ropes', text: '# Ropes\n\nCoil every rope clockwise.' }
    await app.read(pip.id, note)
    await app.ask('POST', `/api/agents/${pip.id}/editions`, { summary: 'one' })
    expect((await call(tool, { query: 'How are ropes coiled?' })).result).toContain('Coil every rope clockwise.')
  })
})

describe('a reminder', () => {
  it('goes out once when it is due, is asked for again where its time is none, and is erased with its visitor', async () => {
    const { db } = app.services
    const tool = await make({ kind: 'reminder', name: 'Reminders', settings: { timeZone: 'Europe/London' } })
    const asked = { what: 'Bring the\ntickets', email: 'ana@club.example' }
    expect((await call(tool, { ...asked, day: '2001-01-01' })).isFailed).toBe(true)
    const day = new Date(Date.now() + 2 * 86_400_000).toISOString().slice(0, 10)
    expect(await call(tool, { ...asked, day, time: '07:30' })).toMatchObject({ isFailed: false })
    expect(await sendDue(app.services)).toBe(0)
    await db.update(reminders).set({ dueAt: new Date(Date.now() - 1000), conversationId: 'c1' })
    const before = mailbox.mails().length
    expect((await Promise.all([sendDue(app.services), sendDue(app.services)])).sort()).toEqual([0, 1])
    expect(mailbox.mails().length).toBe(before + 1)
    expect(mailbox.mails()[0]).toMatchObject({ recipients: ['ana@club.example'], subject: 'Bring the tickets' })
    await forgetCalls(db, ['c1'])
    expect(await db.select().from(reminders)).toEqual([])
  })
})

describe('a table of a source', () => {
  it('offers what can be chosen, gives whole rows, and follows its source', async () => {
    const { body: tia } = await app.ask('POST', '/api/agents', { name: 'Tia' })
    const csv = (price: string) =>
      new File([`Island,Ticket,Single\nInchmore,Adult,${price}\nInchmore,Child,£4.20\n`], 'fares.csv')
    const { id: sourceId } = await app.read(tia.id, csv('£8.50'))
    const settings = { agentId: tia.id, sourceId }
    const tool = await make({ kind: 'table', name: 'Fares', settings })
    expect(tool.operations[0].input.properties).toMatchObject({ ticket: { enum: ['Adult', 'Child'] } })
    expect(JSON.parse((await call(tool, { island: 'Inchmore', ticket: 'Adult' })).result)).toMatchObject({
      Single: '£8.50',
    })
    await app.ask('PUT', `/api/agents/${tia.id}/brief`, {
      revision: 1,
      brief: {
        tools: [{ id: tool.operations[0].name, when: 'someone asks for a fare', tells: '{{Single}} to {{Island}}.' }],
      },
    })
    const turn = await app.ask('POST', `/api/agents/${tia.id}/turns`, { text: 'Which fare to Inchmore for a child?' })
    expect(turn.body.reply).toBe('£4.20 to Inchmore [1].')
    // A script looks it up for real: what was read here is no outside.
    const turns = [{ say: 'Which fare to Inchmore for an adult?', checks: [{ kind: 'includes', text: '£8.50' }] }]
    const script = (await app.ask('POST', `/api/agents/${tia.id}/scripts`, { title: 'Fares', turns })).body
    const run = (await app.ask('POST', `/api/agents/${tia.id}/rehearsals`, { scriptIds: [script.id], wait: 60 })).body
    expect(run).toMatchObject({ passed: 1, failed: 0 })
    await app.ask('DELETE', `/api/agents/${tia.id}/sources/${sourceId}`)
    expect((await call(tool, { island: 'Inchmore' })).result).toBe('The table is no more.')
    const refused = await app.ask('POST', '/api/tools', { kind: 'table', name: 'Gone', settings })
    expect([refused.status, refused.body.title]).toEqual([422, 'That source holds no table.'])
  })
})

describe('a service that draws', () => {
  const endpoint = buildModelEndpoint('secret')
  afterAll(() => endpoint.close())

  it('gives a picture that is kept here, painted anew, and shown beside the words', async () => {
    const url = `${await endpoint.listen({ host: '127.0.0.1', port: 0 })}/v1`
    const auth = { kind: 'header', name: 'authorization', prefix: 'Bearer ' }
    const tool = await make({ kind: 'drawing', name: 'Drawings', url, auth, secret: 'secret' })
    const { body: art } = await app.ask('POST', '/api/agents', { name: 'Art' })
    await app.ask('PUT', `/api/agents/${art.id}/brief`, {
      revision: 1,
      brief: { tools: [{ id: tool.operations[0].name, when: 'someone wants a drawing', tells: 'Here it is.' }] },
    })
    const say = async (text: string, conversationId?: string) =>
      (await app.ask('POST', `/api/agents/${art.id}/turns`, { text, conversationId })).body
    const { conversationId } = await say('I want a drawing')
    const turn = await say('two red boats at night', conversationId)
    expect(turn).toMatchObject({ inserts: [{ kind: 'picture', alt: 'two red boats at night' }] })
    const picture = await app.ask('GET', turn.inserts[0].src)
    expect([picture.status, picture.headers['content-type']]).toEqual([200, 'image/png'])
  })

  it.each([
    ['no JSON', 'nothing'],
    [
      'no picture',
      JSON.stringify({ data: [{ b64_json: Buffer.from('<script>alert(1)</script>').toString('base64') }] }),
    ],
    ['nothing drawn', JSON.stringify({ data: [] })],
  ])('that answers with %s shows nothing, and says so', async (_what, answer) => {
    const office = await openOffice()
    office.answer = (_request, response) => void response.end(answer)
    const tool = await make({ kind: 'drawing', name: 'Broken', url: `http://${office.host}/v1` })
    const tried = await call(tool, { description: 'a boat' })
    expect(tried).toMatchObject({ isFailed: true, result: expect.stringMatching(/no picture/) })
    office.close()
  })
})
