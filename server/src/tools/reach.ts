import { fetch, request as send } from 'undici'
import { guardedAgent, isHostAllowed, isPrivate, PrivateAddress, privateHostWords } from '../crawl'

/** A request ready to be sent. */
export interface ReadyRequest {
  readonly method: string
  readonly url: string
  readonly headers: Readonly<Record<string, string>>
  readonly body: string
}

/** What came back, or why nothing did, in words for the designer. */
export type Reply =
  | { readonly ok: true; readonly status: number; readonly text: string; readonly mediaType: string }
  | { readonly ok: false; readonly message: string }

export interface Reach {
  readonly allowedHosts: readonly string[]
  readonly timeoutMs: number
  readonly signal?: AbortSignal | undefined
  /** How much may come back; 1 MB where it is left out. */
  readonly mostBytes?: number
}

const MOST_BYTES = 1024 * 1024
const MOST_REDIRECTS = 3
/**
 * Sends one request by the rules of page reading: http and https, public hosts and those that were allowed, each redirect
 * checked anew and followed for what only reads. At most so much, and within the time limit. Never throws.
 */
export async function reach(
  ready: ReadyRequest,
  { allowedHosts, timeoutMs, signal, mostBytes = MOST_BYTES }: Reach,
): Promise<Reply> {
  if (!URL.canParse(ready.url)) return failed(`“${ready.url}” is no web address.`)
  const timeout = AbortSignal.timeout(timeoutMs)
  const stop = signal ? AbortSignal.any([signal, timeout]) : timeout
  let url = new URL(ready.url)
  const { origin } = url
  for (let redirects = 0; ; redirects++) {
    if (url.protocol !== 'http:' && url.protocol !== 'https:') return failed('Only http and https addresses are asked.')
    const isAllowed = isHostAllowed(url, allowedHosts)
    if (!isAllowed && isPrivate(url)) return failed(privateHostWords(url))
    const dispatcher = guardedAgent(isAllowed)
    try {
      // Whatever says who asks was given for the one host, under whatever name.
      const headers = url.origin === origin ? ready.headers : { accept: ready.headers.accept ?? '*/*' }
      const response = await send(url, {
        method: ready.method as 'GET',
        dispatcher,
        headers,
        ...(ready.body === '' ? {} : { body: ready.body }),
        signal: stop,
        headersTimeout: timeoutMs,
        bodyTimeout: timeoutMs,
      })
      const target = response.headers.location
      if (response.statusCode >= 300 && response.statusCode < 400 && typeof target === 'string') {
        await response.body.dump({ limit: 16_384 }).catch(() => undefined)
        if (ready.method !== 'GET' || redirects >= MOST_REDIRECTS || !URL.canParse(target, url))
          return failed(`“${url.host}” sends the request on to another address, which is not followed.`)
        url = new URL(target, url)
        continue
      }
      const parts: Buffer[] = []
      let size = 0
      for await (const part of response.body) {
        size += (part as Buffer).length
        if (size > mostBytes) return failed(`“${url.host}” answered with more than ${mostBytes / 1024 / 1024} MB.`)
        parts.push(part as Buffer)
      }
      const mediaType = String(response.headers['content-type'] ?? '')
      return { ok: true, status: response.statusCode, text: Buffer.concat(parts).toString('utf8'), mediaType }
    } catch (error) {
      return failed(reasonOf(error, url, timeoutMs))
    } finally {
      void dispatcher.destroy()
    }
  }
}

const failed = (message: string): Reply => ({ ok: false, message })

function reasonOf(error: unknown, url: URL, timeoutMs: number): string {
  const { name, code, cause, message } = error as Error & { code?: string; cause?: unknown }
  if (error instanceof PrivateAddress || cause instanceof PrivateAddress) return privateHostWords(url)
  if (name === 'TimeoutError' || /TIMEOUT/.test(code ?? ''))
    return `“${url.host}” did not answer within ${timeoutMs / 1000} seconds.`
  return `“${url.host}” could not be reached (${code ?? message}).`
}

/** A `fetch` by the same rules, for packages that ask for one. */
export function guardedFetch(allowedHosts: readonly string[], timeoutMs: number): typeof globalThis.fetch {
  return (async (input: string | URL, init: RequestInit = {}) => {
    const url = new URL(String(input))
    const isAllowed = isHostAllowed(url, allowedHosts)
    if (!isAllowed && isPrivate(url)) throw new Error(privateHostWords(url))
    const timeout = AbortSignal.timeout(timeoutMs)
    const response = await fetch(url, {
      ...(init as object),
      redirect: 'error',
      dispatcher: guardedAgent(isAllowed),
      signal: init.signal ? AbortSignal.any([init.signal, timeout]) : timeout,
    })
    const { status, statusText } = response
    const body = response.body && (response.body as ReadableStream<Uint8Array>).pipeThrough(counting(url))
    const mayHaveBody = status !== 204 && status !== 205 && status !== 304
    return new Response(mayHaveBody ? body : null, { status, statusText, headers: [...response.headers] })
  }) as unknown as typeof globalThis.fetch
}

/** Lets so much of an answer through, and breaks it off where more comes. */
function counting({ host }: URL): TransformStream<Uint8Array, Uint8Array> {
  let size = 0
  return new TransformStream({
    transform(part, controller) {
      size += part.byteLength
      if (size > MOST_BYTES) controller.error(new Error(`“${host}” answered with more than 1 MB.`))
      else controller.enqueue(part)
    },
  })
}
