import { request, type Dispatcher } from 'undici'
import type { ReadProblem } from '@parrot/core/library'
import type { Validators } from '../database'
import { guardedAgent, isHostAllowed, isPrivate, PrivateAddress } from './guarded'

/** A page as fetched. `url` is where it was found after redirects; what it is was told from its bytes. */
export interface FetchedPage {
  readonly url: string
  readonly bytes: Uint8Array
  readonly mediaType: string
  readonly validators: Validators
}

export interface FetchFailure {
  readonly ok: false
  readonly problem: ReadProblem
  readonly hostToAllow?: string
  /** The page may answer when it is asked again, after this many milliseconds if the server said so. */
  readonly retryAfterMs?: number
  /** The status the server answered with, if it answered. */
  readonly status?: number
}

/** What came of asking for a page. `page` is null when it is as the validators that were sent say. */
export type FetchResult = { readonly ok: true; readonly page: FetchedPage | null } | FetchFailure

/** How pages are fetched: private hosts that may be, when to stop, and what is known of the page already. */
export interface FetchOptions {
  readonly allowedHosts: readonly string[]
  readonly signal?: AbortSignal
  readonly validators?: Validators
  /** How long the whole page may take. */
  readonly timeoutMs?: number
}

const MOST_BYTES = 20 * 1024 * 1024
/** What this product calls itself to web servers, and in robots.txt. */
export const ROBOT = 'MildParrot'
const USER_AGENT = `${ROBOT}/0.1`
const MOST_REDIRECTS = 5
const TIMEOUT_MS = 20_000

/** Fetches one page: http and https only, at most five redirects, each checked anew, at most 20 MB, within 20 s. */
export async function fetchPage(
  address: string,
  { allowedHosts, signal, validators = {}, timeoutMs = TIMEOUT_MS }: FetchOptions,
): Promise<FetchResult> {
  if (!URL.canParse(address)) return failure(`“${address}” is not a web address.`, 'Check it for typing mistakes.')
  let url = new URL(address)
  for (let redirects = 0; redirects <= MOST_REDIRECTS; redirects++) {
    const isAllowed = isHostAllowed(url, allowedHosts)
    const refusal = refusalOf(url, isAllowed)
    if (refusal) return refusal
    const agent = guardedAgent(isAllowed)
    try {
      const timeout = AbortSignal.timeout(timeoutMs)
      const response = await request(url, {
        dispatcher: agent,
        signal: signal ? AbortSignal.any([signal, timeout]) : timeout,
        headers: {
          accept: 'text/html, application/pdf, text/*;q=0.8, */*;q=0.1',
          'user-agent': USER_AGENT,
          ...(validators.etag ? { 'if-none-match': validators.etag } : {}),
          ...(validators.lastModified ? { 'if-modified-since': validators.lastModified } : {}),
        },
        headersTimeout: TIMEOUT_MS,
        bodyTimeout: TIMEOUT_MS,
      })
      const target = response.headers.location
      if (response.statusCode === 304) {
        await discard(response)
        return { ok: true, page: null }
      }
      if (response.statusCode >= 300 && response.statusCode < 400 && typeof target === 'string') {
        await discard(response)
        if (!URL.canParse(target, url))
          return failure(`“${url.href}” redirects to an address that is not valid.`, 'Check the address.')
        url = new URL(target, url)
        continue
      }
      return await received(url, response)
    } catch (error) {
      if (signal?.aborted) throw error
      return failureOf(url, error)
    } finally {
      void agent.destroy()
    }
  }
  return failure(
    `“${address}” redirects more than ${MOST_REDIRECTS} times.`,
    'Open it in a browser and add the address it ends at.',
  )
}

function refusalOf(url: URL, isAllowed: boolean): FetchFailure | undefined {
  if (url.protocol !== 'http:' && url.protocol !== 'https:')
    return failure(`“${url.href}” is not a web address.`, 'Only http and https addresses can be read.')
  return !isAllowed && isPrivate(url) ? privateHost(url) : undefined
}

const failure = (message: string, advice: string): FetchFailure => ({ ok: false, problem: { message, advice } })

const privateHost = (url: URL): FetchFailure => ({
  ok: false,
  hostToAllow: url.host,
  problem: {
    message: `“${url.host}” is on a private network and was not fetched.`,
    advice: 'If this is a site of yours, allow the host and try again.',
  },
})

function failureOf(url: URL, error: unknown): FetchFailure {
  const { name, code, cause } = error as Error & { code?: string; cause?: unknown }
  if (error instanceof PrivateAddress || cause instanceof PrivateAddress) return privateHost(url)
  if (name === 'TimeoutError' || /TIMEOUT/.test(code ?? ''))
    return {
      ...failure(`“${url.host}” did not answer within ${TIMEOUT_MS / 1000} seconds.`, 'Try again later.'),
      retryAfterMs: 0,
    }
  if (code === 'ENOTFOUND' || code === 'EAI_AGAIN')
    return failure(`There is no host called “${url.hostname}”.`, 'Check the address for typing mistakes.')
  if (code === 'TOO_LARGE')
    return failure(`“${url.href}” is larger than ${MOST_BYTES / 1024 / 1024} MB.`, 'Download it and add it as a file.')
  return {
    ...failure(`“${url.host}” could not be reached${code ? ` (${code})` : ''}.`, 'Check the address, then try again.'),
    retryAfterMs: 0,
  }
}

/** Reads away what is left of an answer nobody needs. */
const discard = (response: Dispatcher.ResponseData): Promise<void> =>
  response.body.dump({ limit: 64 * 1024 }).catch(() => undefined)

async function received(url: URL, response: Dispatcher.ResponseData): Promise<FetchResult> {
  if (response.statusCode !== 200) {
    await discard(response)
    const advice = response.statusCode === 404 ? 'Check the address.' : 'Open it in a browser to see what it says.'
    const { statusCode: status } = response
    const isBusy = status === 429 || status >= 500
    const retryAfterMs = 1000 * (Number(response.headers['retry-after']) || 0)
    return {
      ...failure(`“${url.href}” answered with status ${status}.`, advice),
      status,
      ...(isBusy ? { retryAfterMs } : {}),
    }
  }
  const parts: Buffer[] = []
  let size = 0
  for await (const part of response.body) {
    size += (part as Buffer).length
    if (size > MOST_BYTES) throw Object.assign(new Error('too large'), { code: 'TOO_LARGE' })
    parts.push(part as Buffer)
  }
  const bytes = new Uint8Array(Buffer.concat(parts))
  const mediaType = sniffed(bytes, String(response.headers['content-type'] ?? ''))
  const { etag, 'last-modified': lastModified } = response.headers
  const validators = {
    ...(typeof etag === 'string' ? { etag } : {}),
    ...(typeof lastModified === 'string' ? { lastModified } : {}),
  }
  return { ok: true, page: { url: url.href, bytes, mediaType, validators } }
}

/**
 * The media type of a page: what its bytes begin with where the server says nothing or only that it is some text or
 * bytes (the idea of WHATWG MIME Sniffing, for the few types that can be read).
 */
export function sniffed(bytes: Uint8Array, declared: string): string {
  const start = Buffer.from(bytes.buffer, bytes.byteOffset, Math.min(bytes.byteLength, 1024))
    .toString('latin1')
    .trimStart()
  if (start.startsWith('%PDF-')) return 'application/pdf'
  const isVague = /^(?:|text\/plain|application\/octet-stream|application\/unknown)$/i.test(
    declared.split(';')[0]!.trim(),
  )
  if (!isVague) return declared
  if (/^(?:<!--[\s\S]*?-->\s*)?<(?:!doctype html|html|head|body|h1|title|div|p|article)[\s>]/i.test(start))
    return 'text/html'
  return declared === '' ? 'text/plain' : declared
}
