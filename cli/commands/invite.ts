import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { proofFor } from '@parrot/server/proof'
import type { Output } from '../output'
import { CliProblem } from '../problem'
import { asked, type ServerOptions } from './exchange'

interface InviteOptions extends ServerOptions {
  readonly data: string
  readonly role: string
}

/** Makes a link for a member. Whoever may read the server’s key file may do that: nobody else can make the proof. */
export async function invite(email: string, { server, data, role }: InviteOptions, { out }: Output): Promise<number> {
  const path = join(data, 'secret.key')
  let key: Buffer
  try {
    key = Buffer.from(readFileSync(path, 'utf8'), 'base64')
  } catch {
    throw new CliProblem(`${path} cannot be read. Name the server’s data folder with --data, and ask as its user.`)
  }
  const address = email.trim().toLowerCase()
  const at = Date.now()
  const proof = proofFor(key, address, at)
  const body = JSON.stringify({ email: address, role: role === 'none' ? null : role, at, proof })
  const response = await asked(server, '/api/way-back', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body,
  })
  const { token } = (await response.json()) as { token: string }
  out(`For ${address}, once, within a week:\n${new URL(`/invited/${token}`, server).href}`)
  return 0
}
