import { eq } from 'drizzle-orm'
import { createTransport } from 'nodemailer'
import type { z } from 'zod'
import type { MailServer, MailServerState, newMailServer } from '@parrot/contract'
import type { Sent } from '../crawl'
import { settings, type Database } from '../database'
import { HttpProblem } from '../http/problems'
import type { Seal } from '../settings/seal'

const NAME = 'mail'

type Kept = MailServer & { readonly sealedPassword: string | null }

const NONE: Kept = {
  host: '',
  port: 587,
  security: 'starttls',
  user: '',
  from: '',
  workbench: '',
  sealedPassword: null,
}

async function kept(db: Database): Promise<Kept> {
  const [row] = await db.select().from(settings).where(eq(settings.name, NAME))
  return { ...NONE, ...(row?.value as Partial<Kept> | undefined) }
}

/** How mails go out, as a browser may see it. */
export async function mailServerOf(db: Database): Promise<MailServerState> {
  const { sealedPassword, ...shown } = await kept(db)
  return { ...shown, hasPassword: sealedPassword !== null }
}

/** Sets how mails go out. A kept password does not travel to another host. */
export async function setMailServer(
  db: Database,
  seal: Seal,
  { password, ...given }: z.output<typeof newMailServer>,
): Promise<MailServerState> {
  const before = await kept(db)
  if (password === undefined && before.sealedPassword !== null && before.host !== given.host)
    throw new HttpProblem(400, 'The server changed, so the password must be entered again.', undefined, {
      code: 'password-needed',
      fields: [{ path: 'password', message: 'Enter the password for the new server, or leave it empty.' }],
    })
  const sealedPassword = password === undefined ? before.sealedPassword : password === '' ? null : seal.close(password)
  const value: Kept = { ...given, sealedPassword }
  await db.insert(settings).values({ name: NAME, value }).onConflictDoUpdate({ target: settings.name, set: { value } })
  return mailServerOf(db)
}

export interface Mail {
  readonly subject: string
  readonly text: string
  /** The mail that it answers, by its Message-ID. */
  readonly answers?: string
  /** An invitation that goes with it (iTIP). */
  readonly invitation?: { readonly method: 'REQUEST' | 'CANCEL'; readonly ics: string }
}

/** Sends a mail; tells what came of it. Never throws. */
export async function sendMail(
  db: Database,
  seal: Seal,
  to: string,
  { subject, text, invitation, answers }: Mail,
): Promise<Sent> {
  const { host, port, security, user, from, sealedPassword } = await kept(db)
  if (host === '') return { isTaken: false, answer: 'No mail server is set: enter one under Settings.' }
  const pass = sealedPassword === null ? '' : (seal.open(sealedPassword) ?? '')
  const transport = createTransport({
    host,
    port,
    secure: security === 'tls',
    requireTLS: security === 'starttls',
    ignoreTLS: security === 'none',
    ...(user ? { auth: { user, pass } } : {}),
    connectionTimeout: 10_000,
    greetingTimeout: 10_000,
    socketTimeout: 20_000,
    // A text of a visitor is no place to read a file or an address from.
    disableFileAccess: true,
    disableUrlAccess: true,
  })
  try {
    const { response } = await transport.sendMail({
      from: from || user,
      to,
      subject,
      text,
      ...(invitation ? { icalEvent: { method: invitation.method, content: invitation.ics } } : {}),
      ...(answers ? { inReplyTo: answers, references: answers } : {}),
      headers: { 'auto-submitted': answers ? 'auto-replied' : 'auto-generated' },
    })
    return { isTaken: true, answer: response }
  } catch (error) {
    return { isTaken: false, answer: (error as Error).message }
  } finally {
    transport.close()
  }
}
