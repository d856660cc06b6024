import type { AddressInfo, Server } from 'node:net'
import { createRequire } from 'node:module'

/** A mailbox that can be read by IMAP. */
export interface StandInMails {
  readonly port: number
  /** A mail that arrives just now, as it stands on the wire. */
  arrive(raw: string): void
  close(): Promise<void>
}

interface Store {
  createMessage(raw: string): unknown
  appendMessage(box: string, flags: readonly string[], date: unknown, raw: string): unknown
  listen(port: number, host: string, ready: () => void): void
  close(ready: () => void): void
  readonly server: Server
}

/** Starts a mailbox on loopback (IMAP4rev1) for one user, with the mails it holds; 0 takes any port. */
export async function startMails(
  { user, password, port = 0 }: { readonly user: string; readonly password: string; readonly port?: number },
  mails: readonly string[] = [],
): Promise<StandInMails> {
  // The package has no types, and is a module of the older kind.
  const hoodiecrow = createRequire(import.meta.url)('hoodiecrow-imap') as (options: object) => Store
  const store = hoodiecrow({
    plugins: ['ID', 'STARTTLS'],
    users: { [user]: { password } },
    storage: { INBOX: { messages: mails.map((raw) => ({ raw })) } },
  })
  await new Promise<void>((resolve) => store.listen(port, '127.0.0.1', resolve))
  return {
    port: (store.server.address() as AddressInfo).port,
    arrive: (raw) => void store.appendMessage('INBOX', [], undefined, raw),
    close: () => new Promise<void>((resolve) => store.close(() => resolve())),
  }
}
