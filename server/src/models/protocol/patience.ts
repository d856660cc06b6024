import { setTimeout as rest } from 'node:timers/promises'

/** How long an endpoint is waited for, in milliseconds. */
export interface Patience {
  /** Until its first word. */
  readonly firstWordMs: number
  /** From one word to the next. */
  readonly betweenWordsMs: number
  /** Between asking and asking again; doubled each time. */
  readonly restMs: number
  /** All rests together, also when the endpoint asks for longer ones. */
  readonly mostRestMs: number
  /** Silence after which what ended is no longer waited with. */
  readonly pauseMs: number
}

/** Models think for a while before their first word; a visitor who waits longer than this has left. */
export const PATIENCE: Patience = {
  firstWordMs: 45_000,
  betweenWordsMs: 20_000,
  restMs: 500,
  mostRestMs: 5_000,
  pauseMs: 120,
}

/** A signal that ends when nothing was heard for as long as it allows, or when the asker's own does. */
export class Watch {
  readonly #late = new AbortController()
  readonly signal: AbortSignal
  #timer: ReturnType<typeof setTimeout> | undefined

  constructor(asker: AbortSignal | undefined) {
    this.signal = asker ? AbortSignal.any([asker, this.#late.signal]) : this.#late.signal
  }

  /** Begins to wait anew, for so long. */
  allow(ms: number): void {
    clearTimeout(this.#timer)
    this.#timer = setTimeout(() => this.#late.abort(), ms)
  }

  stop(): void {
    clearTimeout(this.#timer)
  }

  get isLate(): boolean {
    return this.#late.signal.aborted
  }
}

const mayPass = (status: number): boolean => status === 429 || status >= 500

/**
 * Asks, and asks again while the answer is one that may pass (429, 5xx): after what `Retry-After` says, else after rests
 * that double. The last answer is given as it is once the next rest would go over the most.
 */
export async function askPatiently(
  ask: () => Promise<Response>,
  { restMs, mostRestMs }: Pick<Patience, 'restMs' | 'mostRestMs'>,
  signal: AbortSignal,
): Promise<Response> {
  let [next, left] = [restMs, mostRestMs]
  for (;;) {
    const response = await ask()
    const wait = retryAfterMs(response.headers) ?? next
    if (!mayPass(response.status) || wait > left) return response
    await response.body?.cancel()
    await rest(wait, undefined, { signal })
    left -= wait
    next *= 2
  }
}

/** What `Retry-After` asks for, in seconds or as a date (RFC 9110, 10.2.3), as milliseconds; undefined without it. */
export function retryAfterMs(headers: Headers, now = Date.now()): number | undefined {
  const value = headers.get('retry-after')?.trim()
  if (!value) return undefined
  const ms = /^\d+$/.test(value) ? Number(value) * 1000 : Date.parse(value) - now
  return Number.isNaN(ms) ? undefined : Math.max(0, ms)
}

/**
 * Events with a `pause` wherever nothing came for so long; one pause a silence. Ends with the signal's reason as soon as it
 * aborts: a body that is being read does not always hear of it (what fetch keeps of a signal may be cleaned up meanwhile).
 */
export async function* withPauses<Event>(
  events: AsyncIterable<Event>,
  ms: number,
  signal?: AbortSignal,
): AsyncIterable<Event | { readonly kind: 'pause' }> {
  const iterator = events[Symbol.asyncIterator]()
  let onAbort: (() => void) | undefined
  const aborted = new Promise<never>((_resolve, reject) => {
    onAbort = () => reject(signal?.reason)
    if (signal?.aborted) onAbort()
    else signal?.addEventListener('abort', onAbort, { once: true })
  })
  aborted.catch(() => undefined)
  try {
    for (;;) {
      const next = iterator.next()
      next.catch(() => undefined)
      let timer: ReturnType<typeof setTimeout> | undefined
      const silence = new Promise<'silence'>((resolve) => (timer = setTimeout(() => resolve('silence'), ms)))
      const first = await Promise.race([next, silence, aborted]).finally(() => clearTimeout(timer))
      if (first === 'silence') yield { kind: 'pause' }
      const result = first === 'silence' ? await Promise.race([next, aborted]) : first
      if (result.done) return
      yield result.value
    }
  } finally {
    if (onAbort) signal?.removeEventListener('abort', onAbort)
    // Not waited for: one that waits for a word that never comes would not end.
    void iterator.return?.().catch(() => undefined)
  }
}
