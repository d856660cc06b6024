import type { AddressInfo } from 'node:net'
import Fastify from 'fastify'
import { simpleParser } from 'mailparser'
import { SMTPServer } from 'smtp-server'

/** A mail as it arrived. */
export interface Received {
  readonly from: string
  /** As the mail itself says. */
  readonly to: readonly string[]
  /** To whom it was really sent. */
  readonly recipients: readonly string[]
  readonly subject: string
  readonly text: string
}

/** A mail server that delivers nothing: what it takes can be read. */
export interface Mailbox {
  readonly smtpPort: number
  /** Where the mails can be read in a browser. */
  readonly address: string
  mails(): readonly Received[]
  close(): Promise<void>
}

const MOST_KEPT = 200

/** Starts the mailbox on loopback: SMTP on one port, and a page of what arrived on the other; 0 takes any. */
export async function startMailbox({ smtpPort, port }: { smtpPort: number; port: number }): Promise<Mailbox> {
  const mails: Received[] = []
  const smtp = new SMTPServer({
    authOptional: true,
    hideSTARTTLS: true,
    onAuth: ({ username }, _session, callback) => callback(null, { user: username }),
    onData: (stream, session, callback) => {
      simpleParser(stream).then((mail) => {
        const to = [mail.to ?? []].flat().flatMap(({ value }) => value.map(({ address }) => address ?? ''))
        const recipients = session.envelope.rcptTo.map(({ address }) => address)
        mails.unshift({
          from: mail.from?.text ?? '',
          to,
          recipients,
          subject: mail.subject ?? '',
          text: mail.text ?? '',
        })
        mails.length = Math.min(mails.length, MOST_KEPT)
        callback()
      }, callback)
    },
  })
  await new Promise<void>((resolve, reject) => {
    smtp.once('error', reject)
    smtp.listen(smtpPort, '127.0.0.1', () => resolve())
  })
  const app = Fastify()
  app.get('/mails', async () => ({ mails }))
  app.get('/', async (_request, reply) => {
    const shown = mails.map(({ from, recipients, subject, text }) =>
      [`From: ${from}`, `To: ${recipients.join(', ')}`, `Subject: ${subject}`, '', text].join('\n'),
    )
    return reply.type('text/plain; charset=utf-8').send(shown.join('\n\n--------\n\n') || 'No mail arrived yet.')
  })
  await app.listen({ host: '127.0.0.1', port })
  return {
    smtpPort: (smtp.server.address() as AddressInfo).port,
    address: app.listeningOrigin,
    mails: () => mails,
    close: async () => {
      await app.close()
      await new Promise<void>((resolve) => smtp.close(() => resolve()))
    },
  }
}
