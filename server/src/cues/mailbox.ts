import { createHash } from 'node:crypto'
import { lookup } from 'node:dns/promises'
import { isIP } from 'node:net'
import { ImapFlow, type FetchMessageObject } from 'imapflow'
import { simpleParser, type ParsedMail } from 'mailparser'
import type { Cue, CueEvent } from '@parrot/core/team'
import { isHostAllowed, isPublicAddress, privateHostWords } from '../crawl'
import { HttpProblem } from '../http/problems'
import type { Services } from '../services'
import { hostsOf } from '../settings/hosts'

export type MailCue = Extract<Cue, { kind: 'mail' }>
type Means = Pick<Services, 'config' | 'db' | 'seal'>

const TIMEOUT_MS = 15_000
/** Mails taken at one look; the rest at the next. */
const MOST_AT_ONCE = 50
/** A larger mail is not read. */
const MOST_BYTES = 2_000_000
const LONGEST = 8000

/** A mailbox opened to be looked at, and left again whatever happens. Nothing is marked as read. */
async function lookingAt<Seen>(
  means: Means,
  { host, port, security, user, folder }: MailCue,
  sealed: string | null,
  look: (client: ImapFlow) => Promise<Seen>,
): Promise<Seen> {
  const address = await addressOf(means, host, port)
  const client = new ImapFlow({
    host: address,
    port,
    secure: security === 'tls',
    ...(security === 'none' ? { doSTARTTLS: false } : {}),
    ...(isIP(host) ? {} : { servername: host }),
    auth: { user, pass: (sealed === null ? undefined : means.seal.open(sealed)) ?? '' },
    logger: false,
    disableAutoIdle: true,
    connectionTimeout: TIMEOUT_MS,
    greetingTimeout: TIMEOUT_MS,
    socketTimeout: TIMEOUT_MS,
  })
  // What goes wrong on the way is told by the call that waits for it.
  client.on('error', () => undefined)
  try {
    await client.connect()
    const lock = await client.getMailboxLock(folder, { readOnly: true })
    try {
      return await look(client)
    } finally {
      lock.release()
    }
  } catch (error) {
    if (error instanceof HttpProblem) throw error
    throw new HttpProblem(422, `The mailbox of ${user} on ${host} could not be looked at.`, reasonOf(error), {
      code: 'mailbox',
    })
  } finally {
    await client.logout().catch(() => undefined)
    client.close()
  }
}

function reasonOf(error: unknown): string {
  const { message, authenticationFailed, responseText } = error as Error & {
    authenticationFailed?: boolean
    responseText?: string
  }
  return authenticationFailed ? 'It does not take that name and password.' : (responseText ?? message)
}

/** Where a mail server is; one in a private network only if it was allowed, as pages are. */
async function addressOf(means: Means, host: string, port: number): Promise<string> {
  const url = new URL(`http://${host}:${port}`)
  const [found] = await lookup(host, { all: true }).catch(() => [])
  if (!found)
    throw new HttpProblem(422, `There is no server called “${host}”.`, 'Look whether its name is right.', {
      code: 'mailbox',
    })
  if (!isPublicAddress(found.address) && !isHostAllowed(url, await hostsOf(means)))
    throw new HttpProblem(422, privateHostWords(url), undefined, {
      code: 'not-fetched',
      extra: { hostToAllow: url.host },
    })
  return found.address
}

/**
 * The mails that came since the last look, the oldest first, and up to where that was. The first look takes none: what lies
 * there already is not new. However many lie there, only what is new is fetched.
 */
export const mailsSince = (
  means: Means,
  cue: MailCue,
  sealed: string | null,
  lookedTo: string | null,
): Promise<{ mails: CueEvent[]; lookedTo: string }> =>
  lookingAt(means, cue, sealed, async (client) => {
    const box = client.mailbox
    if (!box) return { mails: [], lookedTo: lookedTo ?? '' }
    const [validity = '', last = ''] = (lookedTo ?? '').split(':')
    const newest = box.uidNext - 1
    // A mailbox that was made anew counts from one again.
    if (lookedTo === null || validity !== String(box.uidValidity))
      return { mails: [], lookedTo: `${box.uidValidity}:${newest}` }
    if (newest <= Number(last)) return { mails: [], lookedTo }
    const to = Math.min(newest, Number(last) + MOST_AT_ONCE)
    const mails = await fetched(client, `${Number(last) + 1}:${to}`, true, cue)
    return { mails, lookedTo: `${box.uidValidity}:${to}` }
  })

/** The last mails of a mailbox, the newest first. */
export const lastMails = (means: Means, cue: MailCue, sealed: string | null, most: number): Promise<CueEvent[]> =>
  lookingAt(means, cue, sealed, async (client) => {
    const exists = client.mailbox ? client.mailbox.exists : 0
    if (exists === 0) return []
    return (await fetched(client, `${Math.max(1, exists - most + 1)}:${exists}`, false, cue)).reverse()
  })

async function fetched(client: ImapFlow, range: string, uid: boolean, cue: MailCue): Promise<CueEvent[]> {
  const small: number[] = []
  for await (const message of client.fetch(range, { uid: true, size: true }, { uid }))
    if ((message.size ?? 0) <= MOST_BYTES) small.push(message.uid)
  if (small.length === 0) return []
  const events: CueEvent[] = []
  for await (const message of client.fetch(small.join(','), { uid: true, source: true }, { uid: true }))
    events.push(await eventOf(message, cue))
  return events
}

async function eventOf({ uid, source }: FetchMessageObject, { user, host }: MailCue): Promise<CueEvent> {
  const mail = await simpleParser(source ?? Buffer.alloc(0), { skipImageLinks: true, skipHtmlToText: false })
  const sender = mail.from?.value[0]
  const from = sender?.address?.toLowerCase() ?? ''
  const subject = mail.subject ?? ''
  const to = mail.replyTo?.value[0]?.address ?? from
  const named = mail.messageId ?? `${host} ${user} ${uid}`
  return {
    key: createHash('sha256').update(named).digest('hex').slice(0, 32),
    title: subject || '(without a subject)',
    at: mail.date ?? new Date(0),
    isAutomatic: isAutomatic(mail, from, user),
    replyTo: { to, subject: /^re:/i.test(subject) ? subject : `Re: ${subject}`, messageId: mail.messageId ?? '' },
    values: {
      from,
      name: sender?.name ?? '',
      subject,
      text: newWords(mail.text ?? '').slice(0, LONGEST),
      date: mail.date?.toISOString().slice(0, 10) ?? '',
    },
  }
}

/** Whether no person wrote it (RFC 3834): answers to such go round for ever. Nor is one's own mail answered. */
function isAutomatic({ headers }: ParsedMail, from: string, user: string): boolean {
  const told = (name: string) => String(headers.get(name) ?? '').toLowerCase()
  const submitted = told('auto-submitted')
  return (
    (submitted !== '' && submitted !== 'no') ||
    /bulk|junk|list|auto_reply/.test(told('precedence')) ||
    headers.has('list') ||
    headers.has('list-id') ||
    headers.has('x-auto-response-suppress') ||
    /^(?:mailer-daemon|postmaster|no-?reply|do-?not-?reply)@/.test(from) ||
    from === '' ||
    from === user.toLowerCase()
  )
}

/** What is new in a mail: without what it quotes of the one before, and without what stands below a signature mark. */
const newWords = (text: string): string =>
  text
    .replace(/\r\n/g, '\n')
    .split(/\n-- \n/)[0]!
    .split('\n')
    .filter((line) => !line.startsWith('>'))
    .join('\n')
    .trim()
