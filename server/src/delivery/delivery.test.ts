import { createServer, type IncomingHttpHeaders } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { eq } from 'drizzle-orm'
import { Webhook } from 'standardwebhooks'
import { startMailbox, type Mailbox } from '@parrot/stand-ins'
import { openTestApp, rulesFile, until, type TestApp } from '../../testing/testApp'
import { jobs } from '../database'

let app: TestApp
let agent: string
let mailbox: Mailbox
let answer = 200
const received: { headers: IncomingHttpHeaders; body: string }[] = []
const receiver = createServer((request, response) => {
  let body = ''
  request.on('data', (part) => (body += part))
  request.on('end', () => {
    received.push({ headers: request.headers, body })
    response.writeHead(answer).end('noted')
  })
})

beforeAll(async () => {
  await new Promise<void>((resolve) => receiver.listen(0, '127.0.0.1', resolve))
  mailbox = await startMailbox({ smtpPort: 0, port: 0 })
  app = await openTestApp({ PARROT_ALLOW_HOSTS: '127.0.0.1' })
  agent = (await app.ask('POST', '/api/agents', { name: 'Ada' })).body.id
  await app.read(agent, rulesFile())
  await app.ask('POST', `/api/agents/${agent}/editions`, {})
}, 60_000)
afterAll(async () => {
  receiver.close()
  await mailbox.close()
  await app.end()
})

const url = () => `http://127.0.0.1:${(receiver.address() as AddressInfo).port}/told`
const add = async (events: string[], to = url()) =>
  (await app.ask('POST', `/api/agents/${agent}/hooks`, { url: to, events })).body
const say = (text: string) => app.ask('POST', '/api/talk/ada/turns', { text })
const sent = async () => (await app.ask('GET', `/api/agents/${agent}/hooks`)).body.deliveries
const remove = ({ id }: { id: string }) => app.ask('DELETE', `/api/hooks/${id}`)

describe('a webhook', () => {
  it('is told what it asked for and nothing else, signed so that anybody can prove it', async () => {
    const hook = await add(['unanswered'])
    await say('When is the water turned on?')
    await say('Do you sell wheelbarrows?')
    await until(async () => (await sent())[0]?.state === 'sent')
    expect(received).toHaveLength(1)
    const { headers, body } = received[0]!
    const told = new Webhook(hook.secret).verify(body, headers as Record<string, string>)
    expect(told).toMatchObject({ type: 'unanswered', data: { agent: 'ada', said: 'Do you sell wheelbarrows?' } })
    expect(() => new Webhook(`whsec_${'A'.repeat(32)}`).verify(body, headers as Record<string, string>)).toThrow()
    expect(JSON.stringify((await app.ask('GET', `/api/agents/${agent}/hooks`)).body)).not.toContain(hook.secret)
    await remove(hook)
  })

  it('that fails is told again later, under the same id', async () => {
    const hook = await add(['unanswered'])
    received.length = 0
    answer = 500
    await say('Do you sell wheelbarrows?')
    await until(async () => (await sent())[0]?.attempts === 1)
    expect((await sent())[0]).toMatchObject({ state: 'waiting', answer: '500 noted' })
    answer = 200
    // The wait is over.
    await app.services.db.update(jobs).set({ notBefore: null }).where(eq(jobs.state, 'queued'))
    app.services.jobs.wake()
    await until(async () => (await sent())[0]?.state === 'sent')
    expect(new Set(received.map(({ headers }) => headers['webhook-id'])).size).toBe(1)
    await remove(hook)
  })

  it('reaches no private host that was not allowed, and is tried out by a word of its own', async () => {
    const hook = await add(['passed.on'], 'http://10.0.0.1/inside')
    await app.ask('POST', `/api/hooks/${hook.id}/try`)
    await until(async () => (await sent())[0]?.attempts === 1)
    expect((await sent())[0].answer).toMatch(/private network/)
    expect(
      (await app.ask('POST', `/api/agents/${agent}/hooks`, { url: 'file:///etc', events: ['unanswered'] })).status,
    ).toBe(400)
    await remove(hook)
  })
})

describe('a mail', () => {
  const setServer = (more: object = {}) =>
    app.ask('PUT', '/api/settings/mail', {
      host: '127.0.0.1',
      port: mailbox.smtpPort,
      security: 'none',
      from: 'Ada <ada@plots.example>',
      workbench: 'http://desk.example',
      ...more,
    })

  it('tells who is to know that a visitor wants a person, with the way there', async () => {
    await setServer()
    await app.ask('PUT', `/api/agents/${agent}/desk`, { isOn: true, timeZone: 'UTC', mailTo: ['warden@plots.example'] })
    const { conversationId } = (await say('Can I speak to a person?\r\nBcc: eve@evil.example')).body
    const [mail] = await until(async () => mailbox.mails().length > 0 && mailbox.mails())
    expect(mail).toMatchObject({ to: ['warden@plots.example'], subject: 'Ada: a visitor asks for a person' })
    expect(mail!.text).toContain(`http://desk.example/agents/${agent}/logbook/${conversationId}`)
    expect(mail!.recipients).toEqual(['warden@plots.example'])
  })

  it('is tried out in the settings, and says why it did not go', async () => {
    const trying = async () => (await app.ask('POST', '/api/settings/mail/try', { to: 'me@plots.example' })).body
    expect((await trying()).isSent).toBe(true)
    await setServer({ port: 9 })
    expect(await trying()).toMatchObject({ isSent: false, answer: expect.stringContaining('ECONNREFUSED') })
  })

  it('keeps its password to itself, and takes it to no other host', async () => {
    await setServer({ user: 'ada', password: 'hush' })
    const shown = (await app.ask('GET', '/api/settings/mail')).body
    expect(shown.hasPassword).toBe(true)
    expect(JSON.stringify(shown)).not.toContain('hush')
    expect((await setServer({ user: 'ada' })).status).toBe(200)
    expect((await setServer({ host: 'mail.evil.example' })).body.code).toBe('password-needed')
  })
})
