import { mkdirSync, mkdtempSync, rmSync, symlinkSync, utimesSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { eq } from 'drizzle-orm'
import { Webhook } from 'standardwebhooks'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startMailbox, startMails, type Mailbox } from '../../../stand-ins'
import { openOffice, type Office } from '../../testing/office'
import { openTestApp, type TestApp } from '../../testing/testApp'
import { conversations, relays } from '../database'
import { endSilent } from '../debrief/ended'
import { beginDue } from './index'

/** What begins relays by itself: a feed, a call from outside, a conversation that is over. */
let app: TestApp
let office: Office
let mailbox: Mailbox
let agent: string
const folder = mkdtempSync(join(tmpdir(), 'parrot-cue-'))

const item = (id: string, title: string, text = 'At the quay.') =>
  `<item><guid>${id}</guid><title>${title}</title><description>${text}</description><pubDate>Mon, 01 Mar 2027 0${id.length}:00:00 GMT</pubDate></item>`
const feedOf =
  (...items: string[]): Office['answer'] =>
  (_request, response) => {
    response.writeHead(200, { 'content-type': 'application/rss+xml' })
    response.end(`<?xml version="1.0"?><rss version="2.0"><channel><title>News</title><link>http://x</link><description>n</description>${items.join('')}</channel></rss>`) // prettier-ignore
  }
const make = async (cue: object | null, more: object = {}) =>
  (
    await app.ask('POST', `/api/agents/${agent}/relays`, {
      name: 'A notice',
      inputs: [{ name: 'news', type: 'text', required: false }],
      legs: [{ name: 'answer', agent, task: 'When is the gate locked?' }],
      output: 'News: {{news}}\n{{answer}}',
      cue,
      ...more,
    })
  ).body
const runsOf = async (id: string) =>
  (await app.ask('GET', `/api/relays/${id}/runs`)).body.runs as { id: string; by: string }[]
const eventsOf = async (id: string) =>
  (await app.ask('GET', `/api/relays/${id}/events`)).body.events as { title: string; because: string }[]
/** Looks at what is due as if its time had come. */
async function look(id: string): Promise<void> {
  await app.services.db
    .update(relays)
    .set({ nextAt: new Date(Date.now() - 1000) })
    .where(eq(relays.id, id))
  await beginDue(app.services)
}
const over = (id: string) =>
  expect
    .poll(async () => (await app.ask('GET', `/api/runs/${id}`)).body, { timeout: 15_000 })
    .toMatchObject({ status: 'done' })

beforeAll(async () => {
  office = await openOffice()
  mailbox = await startMailbox({ smtpPort: 0, port: 0 })
  app = await openTestApp({ PARROT_ALLOW_HOSTS: '127.0.0.1', PARROT_QUIET_MINUTES: '1', PARROT_CUE_FOLDER: folder })
  agent = (await app.ask('POST', '/api/agents', { name: 'Pea' })).body.id
  await app.read(agent, new File(['# Gate\n\nThe gate is locked at 20:00.'], 'Gate.md'))
  await app.ask('PUT', '/api/settings/mail', { host: '127.0.0.1', port: mailbox.smtpPort, security: 'none', from: 'desk@plots.example' }) // prettier-ignore
}, 60_000)
afterAll(async () => {
  office.close()
  await app.end()
  await mailbox.close()
})

describe('a feed', () => {
  it('begins a relay for what is new, each once, and not for what stood there before', async () => {
    office.answer = feedOf(item('a', 'Old news'))
    const cue = { kind: 'feed', url: `http://${office.host}/news.xml`, inputs: { news: '{{title}}' } }
    const relay = await make(cue)
    await look(relay.id)
    expect(await runsOf(relay.id)).toEqual([])
    office.answer = feedOf(item('a', 'Old news'), item('bb', 'A new gate'), item('ccc', 'A new path'))
    await look(relay.id)
    await look(relay.id)
    const runs = await runsOf(relay.id)
    expect(runs.map(({ by }) => by)).toEqual(['its cue', 'its cue'])
    await over(runs[1]!.id)
    const run = (await app.ask('GET', `/api/runs/${runs[1]!.id}`)).body
    expect(run.output).toContain('News: A new gate\nThe gate is locked at 20:00')
    expect((await eventsOf(relay.id)).map(({ because }) => because).sort()).toEqual(['', '', 'It was there before.'])
  })

  it('that is gone says so under the cue, once a day, and is looked at again', async () => {
    office.answer = (_request, response) => response.writeHead(503).end()
    const relay = await make({ kind: 'feed', url: `http://${office.host}/away.xml` })
    await look(relay.id)
    await look(relay.id)
    expect(await eventsOf(relay.id)).toMatchObject([
      { title: 'It could not look', because: 'The feed answered with status 503.' },
    ])
    office.answer = feedOf(item('a', 'Back'))
    await look(relay.id)
    expect(await eventsOf(relay.id)).toHaveLength(2)
  })

  it('begins no more than so many a day, and nothing while all is paused', async () => {
    office.answer = feedOf()
    const relay = await make({ kind: 'feed', url: `http://${office.host}/few.xml`, mostPerDay: 1 })
    await look(relay.id)
    office.answer = feedOf(item('a', 'One'), item('bb', 'Two'))
    await look(relay.id)
    expect(await runsOf(relay.id)).toHaveLength(1)
    expect((await eventsOf(relay.id)).map(({ because }) => because)).toContain('It began 1 times today already.')
    await app.ask('PUT', '/api/settings/cues', { isPaused: true })
    office.answer = feedOf(item('dddd', 'Four'))
    await look(relay.id)
    await app.ask('PUT', '/api/settings/cues', { isPaused: false })
    expect((await eventsOf(relay.id))[0]).toMatchObject({ title: 'Four', because: 'All cues were paused.' })
  })

  it('is tried on its last entries before it is switched on, with what would have been done', async () => {
    office.answer = feedOf(item('a', 'The gate'), item('bb', 'The hedge'))
    const relay = await make(null)
    const cue = { kind: 'feed', url: `http://${office.host}/try.xml`, words: ['gate'], inputs: { news: '{{title}}!' } }
    const { events } = (await app.ask('POST', `/api/relays/${relay.id}/cue/try`, { cue })).body
    expect(events).toMatchObject([
      { title: 'The hedge', isTaken: false, because: 'It holds none of: gate.' },
      { title: 'The gate', isTaken: true, inputs: { news: 'The gate!' } },
    ])
    expect(await runsOf(relay.id)).toEqual([])
  })

  it.each([
    ['no feed', 200, '<html>gone</html>', 'no feed'],
    ['gone', 410, '', 'status 410'],
  ])('that is %s is said to be so', async (_what, status, body, words) => {
    office.answer = (_request, response) => {
      response.writeHead(status, { 'content-type': 'text/html' })
      response.end(body)
    }
    const relay = await make(null)
    const told = await app.ask('POST', `/api/relays/${relay.id}/cue/try`, {
      cue: { kind: 'feed', url: `http://${office.host}/x` },
    })
    expect([told.status, told.body.title]).toEqual([422, expect.stringContaining(words)])
  })
})

describe('a call from outside', () => {
  const send = (id: string, secret: string, key: string, body: string, at = new Date()) =>
    app.server.inject({
      method: 'POST',
      url: `/api/cues/${id}`,
      payload: body,
      headers: {
        'content-type': 'application/json',
        'webhook-id': key,
        'webhook-timestamp': String(Math.floor(at.getTime() / 1000)),
        'webhook-signature': new Webhook(secret).sign(key, at, body),
      },
    })

  it('is heard only so often a minute, whoever signs it', async () => {
    const relay = await make({ kind: 'call' })
    const forged = `whsec_${Buffer.from('a secret that is none').toString('base64')}`
    const answers = await Promise.all(Array.from({ length: 61 }, (_, at) => send(relay.id, forged, `m${at}`, '{}')))
    expect(answers.filter(({ statusCode }) => statusCode === 401)).toHaveLength(60)
    expect(answers.filter(({ statusCode }) => statusCode === 429)).toHaveLength(1)
  })

  it('begins a relay where it is signed, once for one call, and not where it is old, forged or off', async () => {
    const relay = await make({ kind: 'call', inputs: { news: '{{what}}' } })
    const { secret } = (await app.ask('POST', `/api/relays/${relay.id}/secret`)).body
    const body = JSON.stringify({ what: 'Rain {{x}}' })
    const first = await send(relay.id, secret, 'm1', body)
    expect(first.statusCode).toBe(202)
    expect((await send(relay.id, secret, 'm1', body)).json()).toEqual({
      runId: null,
      because: 'It was taken before.',
    })
    const runs = await runsOf(relay.id)
    expect(runs).toHaveLength(1)
    expect((await app.ask('GET', `/api/runs/${runs[0]!.id}`)).body.inputs).toEqual({ news: 'Rain {{x}}' })
    const other = `whsec_${Buffer.from('another secret of some length').toString('base64')}`
    expect((await send(relay.id, other, 'm2', body)).statusCode).toBe(401)
    expect((await send(relay.id, secret, 'm3', body, new Date(Date.now() - 3_600_000))).statusCode).toBe(401)
    expect((await send('nosuchrelay', secret, 'm4', body)).statusCode).toBe(401)
    await app.ask('POST', `/api/relays/${relay.id}/cues`, { kind: 'call', isOn: false })
    expect((await send(relay.id, secret, 'm5', body)).statusCode).toBe(409)
  })
})

describe('a conversation that is over', () => {
  it('begins a relay, by how it ended', async () => {
    await app.ask('POST', `/api/agents/${agent}/editions`, { summary: 'one' })
    const slug = (await app.ask('GET', `/api/agents/${agent}`)).body.slug as string
    const relay = await make({ kind: 'conversation', outcomes: ['unknown'], inputs: { news: '{{opening}}' } })
    for (const text of ['When is the gate locked?', 'Who won the raffle in Lisbon?'])
      await app.ask('POST', `/api/talk/${slug}/turns`, { text })
    await app.services.db.update(conversations).set({ lastAt: new Date(Date.now() - 3_600_000) })
    await endSilent(app.services)
    const runs = await runsOf(relay.id)
    expect(runs).toHaveLength(1)
    expect((await app.ask('GET', `/api/runs/${runs[0]!.id}`)).body.inputs.news).toBe('Who won the raffle in Lisbon?')
  })
})

describe('a relay that is given a feed and drafts a mail', () => {
  it('reads it when it begins, and the mail goes out once, as a person left it', async () => {
    office.answer = feedOf(item('a', 'Gate mended'), item('bb', 'Path laid', 'Of gravel.'))
    const relay = await make(null, {
      inputs: [{ name: 'news', type: 'feed', url: `http://${office.host}/in.xml`, most: 1 }],
      mail: { to: 'crew@plots.example', subject: 'This week' },
    })
    const { id } = (await app.ask('POST', `/api/relays/${relay.id}/runs`, { inputs: {} })).body
    await over(id)
    const run = (await app.ask('GET', `/api/runs/${id}`)).body
    expect(run).toMatchObject({
      inputs: { news: '- Path laid: Of gravel.' },
      mail: { to: 'crew@plots.example', subject: 'This week', sentAt: null },
    })
    expect(mailbox.mails()).toHaveLength(0)
    const mail = { to: 'all@plots.example', subject: 'This week', text: run.output }
    const both = await Promise.all([1, 2].map(() => app.ask('POST', `/api/runs/${id}/mail`, mail)))
    expect(both.map(({ status }) => status).sort()).toEqual([200, 409])
    expect(mailbox.mails().map(({ recipients }) => recipients)).toEqual([['all@plots.example']])
  })

  it('fails in words where the feed is gone, and goes on when it is told to', async () => {
    office.answer = (_request, response) => response.writeHead(503).end()
    const relay = await make(null, { inputs: [{ name: 'news', type: 'feed', url: `http://${office.host}/gone.xml` }] })
    const { id } = (await app.ask('POST', `/api/relays/${relay.id}/runs`, { inputs: {} })).body
    await expect.poll(async () => (await app.ask('GET', `/api/runs/${id}`)).body.status).toBe('failed')
    expect((await app.ask('GET', `/api/runs/${id}`)).body.legs[0].because).toContain('503')
    office.answer = feedOf(item('a', 'Back'))
    await app.ask('POST', `/api/runs/${id}/legs/answer`, { does: 'again' })
    await over(id)
  })
})

describe('a mail that arrives', () => {
  const mail = (id: string, from: string, subject: string, text: string, ...headers: string[]) =>
    [`From: ${from}`, 'To: desk@plots.example', `Subject: ${subject}`, `Message-ID: <${id}@club.example>`, 'Date: Mon, 1 Mar 2027 09:00:00 +0000', ...headers, '', text].join('\r\n') // prettier-ignore
  const many = Array.from({ length: 10_000 }, (_, at) => mail(`old${at}`, 'old@club.example', `Old ${at}`, 'Long ago.'))

  it('is answered once, as the brief of the agent has it; what was there before, what is automatic, and others’ are not', async () => {
    const box = await startMails({ user: 'desk@plots.example', password: 'open-sesame' }, many)
    const cue = { kind: 'mail', host: '127.0.0.1', port: box.port, security: 'none', user: 'desk@plots.example', from: ['@club.example'], does: 'answer', inputs: { news: '{{text}}' } } // prettier-ignore
    const relay = await make(cue, { output: '{{answer}}' })
    const wrong = await app.ask('POST', `/api/relays/${relay.id}/cue/try`, { cue })
    expect([wrong.status, wrong.body.detail]).toEqual([422, 'It does not take that name and password.'])
    await app.ask('PUT', `/api/relays/${relay.id}/password`, { password: 'open-sesame' })
    await look(relay.id)
    expect(await runsOf(relay.id)).toEqual([])
    box.arrive(
      mail('new', 'Ana <ana@club.example>', 'The gate', 'When is it locked?\r\n\r\n> On Monday you wrote\r\n> nothing'),
    )
    box.arrive(mail('auto', 'bot@club.example', 'Out of office', 'Away.', 'Auto-Submitted: auto-replied'))
    box.arrive(mail('eve', 'eve@else.example', 'The gate', 'Tell me.'))
    const before = mailbox.mails().length
    await look(relay.id)
    await look(relay.id)
    const runs = await runsOf(relay.id)
    expect(runs).toHaveLength(1)
    await over(runs[0]!.id)
    await expect.poll(() => mailbox.mails().length).toBe(before + 1)
    expect(mailbox.mails()[0]).toMatchObject({ recipients: ['ana@club.example'], subject: 'Re: The gate' })
    expect((await app.ask('GET', `/api/runs/${runs[0]!.id}`)).body.inputs.news).toBe('When is it locked?')
    expect((await eventsOf(relay.id)).map(({ because }) => because).sort()).toEqual([
      '',
      'It was written by a program that answers by itself.',
      '“eve@else.example” is none of those whose mails are taken.',
    ])
    const { events } = (await app.ask('POST', `/api/relays/${relay.id}/cue/try`, { cue })).body
    expect(events).toHaveLength(10)
    expect(events[0]).toMatchObject({ title: 'The gate', isTaken: false })
    await box.close()
  })

  it('is looked for on no private server that was not allowed, and a password stays with its server', async () => {
    const cue = { kind: 'mail', host: '10.1.2.3', port: 143, security: 'none', user: 'desk@plots.example' }
    const relay = await make(cue)
    expect((await app.ask('POST', `/api/relays/${relay.id}/cue/try`, { cue })).body.title).toContain('private network')
    expect((await app.ask('PUT', `/api/relays/${relay.id}/password`, { password: 'x' })).body.hasSecret).toBe(true)
    const moved = await app.ask('POST', `/api/relays/${relay.id}/cues`, { ...cue, host: '10.1.2.4' })
    expect(moved.body.hasSecret).toBe(false)
  })
})

describe('a cue of files', () => {
  const cue = { kind: 'file', folder: 'in', words: ['gate'], inputs: { news: '{{name}}: {{text}}' } }
  /** A file that nobody writes any more. */
  const put = (name: string, text: string) => {
    const path = join(folder, 'in', name)
    writeFileSync(path, text)
    utimesSync(path, new Date(), new Date(Date.now() - 60_000))
  }

  it('begins for what is put there after it was switched on, once, read as the library reads it', async () => {
    mkdirSync(join(folder, 'in'))
    put('before.md', 'The gate was blue.')
    const relay = await make(cue)
    await look(relay.id)
    put('note.md', '# Gate\n\nThe gate is green now.')
    put('other.md', 'Nothing of interest.')
    await look(relay.id)
    await look(relay.id)
    expect((await eventsOf(relay.id)).map(({ title, because }) => [title, because]).sort()).toEqual([
      ['before.md', 'It was there before.'],
      ['note.md', ''],
      ['other.md', 'It holds none of: gate.'],
    ])
    const [run] = await runsOf(relay.id)
    await over(run!.id)
    expect((await app.ask('GET', `/api/runs/${run!.id}`)).body.inputs.news).toContain('note.md: ')
    expect((await app.ask('GET', `/api/runs/${run!.id}`)).body.output).toContain('The gate is green now.')
  })

  it('begins again for a file that changed, and for none that is a link or still being written', async () => {
    const relay = await make({ ...cue, words: [] })
    await look(relay.id)
    put('note.md', 'The gate is red now.')
    symlinkSync('/etc/passwd', join(folder, 'in', 'link.txt'))
    writeFileSync(join(folder, 'in', 'fresh.md'), 'half a sen')
    utimesSync(join(folder, 'in', 'fresh.md'), new Date(), new Date(Date.now() + 5000))
    await look(relay.id)
    expect((await eventsOf(relay.id)).filter(({ because }) => because === '')).toMatchObject([{ title: 'note.md' }])
  })

  it('begins for none of many that were there before, however many there are', async () => {
    mkdirSync(join(folder, 'many'))
    const old = new Date(Date.now() - 60_000)
    for (let at = 0; at < 130; at++) {
      const path = join(folder, 'many', `${at}.md`)
      writeFileSync(path, 'Old.')
      utimesSync(path, old, old)
    }
    const relay = await make({ kind: 'file', folder: 'many' })
    for (let looks = 0; looks < 3; looks++) await look(relay.id)
    expect(await runsOf(relay.id)).toEqual([])
  })

  it('leaves its folder by no path, and says what is missing', async () => {
    for (const path of ['../other', '/etc', 'a/../../b'])
      expect((await app.ask('POST', `/api/agents/${agent}/relays`, { name: 'x', cue: { ...cue, folder: path } })).status).toBe(400) // prettier-ignore
    const relay = await make({ ...cue, folder: 'gone' })
    await look(relay.id)
    expect(await eventsOf(relay.id)).toMatchObject([
      { title: 'It could not look', because: expect.stringContaining('no folder “gone”') },
    ])
    rmSync(folder, { recursive: true })
  })
})

describe('a cue of questions without an answer', () => {
  it('begins when a group has grown so large, and again when it has doubled', async () => {
    await app.ask('POST', `/api/agents/${agent}/editions`, {})
    const ask = (text: string) => app.ask('POST', '/api/talk/pea/turns', { text })
    const relay = await make({ kind: 'wanting', atLeast: 2, inputs: { news: '{{times}}: {{question}}' } })
    await ask('Do you sell umbrellas?')
    await look(relay.id)
    for (const text of ['Are umbrellas sold?', 'Can I buy an umbrella?']) await ask(text)
    await look(relay.id)
    await look(relay.id)
    const first = await eventsOf(relay.id)
    expect(first).toMatchObject([{ because: '', title: expect.stringMatching(/umbrella.*asked [23] times/) }])
    for (const text of ['Do you sell umbrellas?', 'Do you sell umbrellas?']) await ask(text)
    await look(relay.id)
    expect(await eventsOf(relay.id)).toHaveLength(2)
    const [run] = await runsOf(relay.id)
    expect((await app.ask('GET', `/api/runs/${run!.id}`)).body.inputs.news).toMatch(/^[45]: .*umbrella/)
  })
})
