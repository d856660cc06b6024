import { request } from 'undici'
import { guardedAgent, isHostAllowed, isPrivate, PrivateAddress, privateHostWords } from './guarded'

/** What came of sending something: whether it was taken, and what was answered in a few words. */
export interface Sent {
  readonly isTaken: boolean
  readonly answer: string
}

const TIMEOUT_MS = 10_000
const MOST_OF_ANSWER = 500

/**
 * Sends a body to an address: to public hosts and those that were allowed, within ten seconds, following no redirect. It
 * is taken when the answer is of the two hundreds. Never throws.
 */
export async function sendTo(
  address: string,
  body: string,
  headers: Readonly<Record<string, string>>,
  allowedHosts: readonly string[],
): Promise<Sent> {
  const url = new URL(address)
  const isAllowed = isHostAllowed(url, allowedHosts)
  if (!isAllowed && isPrivate(url)) return refused(url)
  const dispatcher = guardedAgent(isAllowed)
  try {
    const response = await request(url, {
      method: 'POST',
      dispatcher,
      body,
      headers: { 'content-type': 'application/json', ...headers },
      signal: AbortSignal.timeout(TIMEOUT_MS),
    })
    const parts: Buffer[] = []
    for await (const part of response.body) {
      parts.push(part as Buffer)
      if (parts.length * 16 > MOST_OF_ANSWER) break
    }
    const text = Buffer.concat(parts).toString('utf8').slice(0, MOST_OF_ANSWER)
    const { statusCode } = response
    return { isTaken: statusCode >= 200 && statusCode < 300, answer: `${statusCode} ${text}`.trim() }
  } catch (error) {
    const { name, code, cause, message } = error as Error & { code?: string; cause?: unknown }
    if (error instanceof PrivateAddress || cause instanceof PrivateAddress) return refused(url)
    const isLate = name === 'TimeoutError'
    return { isTaken: false, answer: isLate ? `No answer within ${TIMEOUT_MS / 1000} seconds.` : (code ?? message) }
  } finally {
    void dispatcher.destroy()
  }
}

const refused = (url: URL): Sent => ({ isTaken: false, answer: privateHostWords(url) })
