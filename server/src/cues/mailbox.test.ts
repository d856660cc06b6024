import { spawn, spawnSync, type ChildProcess } from 'node:child_process'
import { existsSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { connect } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { eq } from 'drizzle-orm'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { freePort } from '../../testing/ports'
import { openTestApp, until, type TestApp } from '../../testing/testApp'
import { relays } from '../database'
import { beginDue } from './index'

/** A mailbox on a real IMAP server: what the stand-in grants, it grants too. */
const program = ['/usr/sbin/dovecot', '/usr/bin/dovecot'].find((path) => existsSync(path))
const mayRun = program !== undefined && process.getuid?.() === 0
if (!mayRun)
  process.stderr.write('Dovecot is not installed, or may not be run: mails are tried with the stand-in alone.\n')

const mail = (id: string, from: string, subject: string, text: string, ...headers: string[]) =>
  [`From: ${from}`, 'To: desk@plots.example', `Subject: ${subject}`, `Message-ID: <${id}@club.example>`, 'Date: Mon, 1 Mar 2027 09:00:00 +0000', ...headers, '', text].join('\n') // prettier-ignore

describe.skipIf(!mayRun)('a real IMAP server', () => {
  let app: TestApp
  let server: ChildProcess
  let folder: string
  let port: number
  const put = (id: string, content: string) => {
    const path = join(folder, 'mail', 'new', `${id}.plots`)
    writeFileSync(path, content)
    spawnSync('chown', ['nobody', path])
  }

  beforeAll(async () => {
    folder = mkdtempSync(join(tmpdir(), 'parrot-dovecot-'))
    for (const each of ['cur', 'new', 'tmp']) mkdirSync(join(folder, 'mail', each), { recursive: true })
    put('old', mail('old', 'old@club.example', 'Long ago', 'Old.'))
    spawnSync('chown', ['-R', 'nobody', folder])
    port = await freePort()
    const settings = join(folder, 'settings')
    writeFileSync(
      settings,
      `base_dir = ${folder}/run
log_path = ${folder}/log
protocols = imap
listen = 127.0.0.1
ssl = no
disable_plaintext_auth = no
first_valid_uid = 1
mail_location = maildir:${folder}/mail
passdb {
  driver = static
  args = password=open-sesame
}
userdb {
  driver = static
  args = uid=nobody gid=nogroup home=${folder}
}
service imap-login {
  inet_listener imap {
    port = ${port}
  }
  inet_listener imaps {
    port = 0
  }
}
`,
    )
    server = spawn(program!, ['-F', '-c', settings], { stdio: 'ignore' })
    app = await openTestApp({ PARROT_ALLOW_HOSTS: '127.0.0.1' })
    await until(
      () =>
        new Promise<boolean>((resolve) => {
          const socket = connect(port, '127.0.0.1', () => resolve(socket.end() !== undefined))
          socket.on('error', () => resolve(false))
        }),
    )
  }, 60_000)
  afterAll(async () => {
    server?.kill()
    await app?.end()
    rmSync(folder, { recursive: true, force: true })
  })

  it('is looked at from where it was left, takes no automatic mail, and no wrong password', async () => {
    const agent = (await app.ask('POST', '/api/agents', { name: 'Pea' })).body.id
    const cue = { kind: 'mail', host: '127.0.0.1', port, security: 'none', user: 'desk', does: 'note', inputs: { news: '{{subject}}: {{text}}' } } // prettier-ignore
    const relay = (
      await app.ask('POST', `/api/agents/${agent}/relays`, {
        name: 'Mails',
        inputs: [{ name: 'news', type: 'text' }],
        legs: [{ name: 'leg1', agent, task: '{{news}}' }],
        cue,
      })
    ).body
    const at = `/api/relays/${relay.id}`
    const wrong = await app.ask('POST', `${at}/cue/try`, { cue })
    expect([wrong.status, wrong.body.detail]).toEqual([422, 'It does not take that name and password.'])
    await app.ask('PUT', `${at}/password`, { password: 'open-sesame' })
    const look = async () => {
      await app.services.db
        .update(relays)
        .set({ nextAt: new Date(0) })
        .where(eq(relays.id, relay.id))
      await beginDue(app.services)
    }
    await look()
    put('new', mail('new', 'Ana <ana@club.example>', 'The gate', 'When is it locked?'))
    put('auto', mail('auto', 'bot@club.example', 'Out of office', 'Away.', 'Auto-Submitted: auto-replied'))
    await look()
    await look()
    const { events } = (await app.ask('GET', `${at}/events`)).body
    expect(events.map(({ title, because }: Record<string, string>) => [title, because]).sort()).toEqual([
      ['Out of office', 'It was written by a program that answers by itself.'],
      ['The gate', ''],
    ])
    const { runs } = (await app.ask('GET', `${at}/runs`)).body
    expect((await app.ask('GET', `/api/runs/${runs[0].id}`)).body.inputs.news).toBe('The gate: When is it locked?')
  })
})
