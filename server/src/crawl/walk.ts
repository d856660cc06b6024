import type { SitePlan } from '@parrot/core/library'
import type { Validators } from '../database'
import { fetchPage, type FetchedPage, type FetchFailure, type FetchOptions, type FetchResult } from './fetchPage'
import { Renderer } from './render'
import { robotsOf } from './robots'
import { sitemapAddresses } from './sitemaps'

/** What a look into a fetched page tells of it. */
export interface PageLook {
  readonly title: string
  readonly characters: number
  /** Absolute http addresses it links to. */
  readonly links: readonly string[]
  /** The address it says it should be known by. */
  readonly canonical?: string
}

/** What a walk needs: how to fetch, and how to look into a page. */
export interface WalkMeans extends FetchOptions {
  readonly look: (html: string, url: string) => Promise<PageLook>
  /** What is known of a page from an earlier walk. */
  readonly known?: ReadonlyMap<string, { readonly validators: Validators; readonly html: string }>
}

/** A page a walk came to: what it holds, or why it holds nothing. */
export interface Visited {
  readonly url: string
  readonly depth: number
  readonly page?: { readonly bytes: Uint8Array; readonly mediaType: string; readonly validators: Validators }
  readonly look?: PageLook
  readonly problem?: FetchFailure
  /** True when the server says that the page is as it was. */
  readonly isUnchanged?: boolean
  /** Pages found that the walk has not come to yet. */
  readonly waiting: number
}

const USUAL_DELAY_MS = 100
const RETRY_WAITS_MS = [500, 2000]
const LONGEST_RETRY_MS = 15_000
/** A page of another kind than HTML that a walk takes along. */
const READABLE = /^(?:text\/(?:html|plain|markdown|csv)|application\/(?:pdf|xhtml\+xml|vnd\.openxmlformats))/i
/** Names of files that no reader could read: not worth fetching. */
const UNREADABLE =
  /\.(?:png|jpe?g|gif|webp|avif|svg|ico|css|js|mjs|json|xml|rss|woff2?|ttf|mp[34]|webm|ogg|wav|zip|gz|exe|dmg)$/i

/**
 * Walks a site breadth first from its start address: on its host only, within what its robots.txt allows, waiting
 * between pages, asking again when a server is busy. Pages listed in its sitemaps count as linked from the start.
 * Several addresses of one page (redirects, canonical addresses) are one page. With `plan.pages` exactly those are
 * fetched. The first thing given may be a failure of the start itself.
 */
export async function* walk(start: string, plan: SitePlan, means: WalkMeans): AsyncGenerator<Visited> {
  const { renderMs } = plan
  if (renderMs === undefined) return yield* walkWith((url, options) => fetchPage(url, options), start, plan, means)
  const renderer = new Renderer(means)
  try {
    yield* walkWith((url) => renderer.render(url, renderMs), start, plan, means)
  } finally {
    await renderer.close()
  }
}

/** Gets one page, by fetching or by rendering it. */
type Get = (url: string, options: FetchOptions) => Promise<FetchResult>

async function* walkWith(get: Get, start: string, plan: SitePlan, means: WalkMeans): AsyncGenerator<Visited> {
  let origin = new URL(start)
  let robots = await robotsOf(origin, means)
  const isWanted = wanted(plan)
  const queue: { url: string; depth: number }[] = []
  const queued = new Set<string>()
  const given = new Set<string>()
  const enqueue = (url: string, depth: number) => {
    const address = withoutHash(url)
    if (new URL(address).host !== origin.host || queued.has(address) || !robots.isAllowed(address)) return
    if (UNREADABLE.test(new URL(address).pathname)) return
    queued.add(address)
    queue.push({ url: address, depth })
  }
  if (plan.pages) for (const url of plan.pages) enqueue(url, 0)
  else enqueue(start, 0)
  let fetched = 0
  for (let at = 0; at < queue.length && fetched < plan.maxPages; at++) {
    const { url, depth } = queue[at]!
    const isStart = at === 0
    // The start is always walked through, even when the patterns leave its own text out.
    if (!plan.pages && !isStart && !isWanted(url)) continue
    if (fetched > 0) await wait(Math.max(plan.delayMs ?? USUAL_DELAY_MS, robots.delayMs), means.signal)
    const visited = await visit(get, url, depth, means)
    if (visited.page && new URL(visited.url).host !== origin.host) {
      if (!isStart) continue
      // A start that sends one on ("example.org" to "www.example.org") is where it sends one; its own rules count there.
      origin = new URL(visited.url)
      robots = await robotsOf(origin, means)
      if (!robots.isAllowed(visited.url)) return
    }
    const name = canonicalOf(visited, origin)
    if (visited.page && given.has(name)) continue
    given.add(name)
    if (!plan.pages && visited.look && depth < plan.maxDepth) {
      for (const link of visited.look.links) enqueue(link, depth + 1)
      if (isStart)
        for (const link of await sitemapAddresses(origin, robots.sitemaps, plan.maxPages, means)) enqueue(link, 1)
    }
    const waiting = Math.min(
      queue.slice(at + 1).filter((next) => plan.pages || isWanted(next.url)).length,
      plan.maxPages,
    )
    if (visited.page || visited.isUnchanged) fetched++
    else if (!visited.problem) continue
    if (isStart && !plan.pages && !isWanted(url) && !visited.problem) continue
    yield { ...visited, url: visited.page ? name : visited.url, waiting }
  }
}

async function visit(get: Get, url: string, depth: number, means: WalkMeans): Promise<Visited> {
  const known = means.known?.get(url)
  const result = await patiently(get, url, { ...means, ...(known ? { validators: known.validators } : {}) })
  if (!result.ok) return { url, depth, problem: result, waiting: 0 }
  if (!result.page) {
    const look = known ? await means.look(known.html, url) : undefined
    return { url, depth, isUnchanged: true, ...(look ? { look } : {}), waiting: 0 }
  }
  const { page } = result
  if (!READABLE.test(page.mediaType)) return { url: page.url, depth, waiting: 0 }
  const look = page.mediaType.includes('html')
    ? await means.look(textOf(page), page.url)
    : { title: '', characters: page.bytes.length, links: [] }
  return { url: page.url, depth, page, look, waiting: 0 }
}

/** A page, asked for again when its server is busy, each time after a longer wait. */
async function patiently(get: Get, url: string, means: FetchOptions): Promise<FetchResult> {
  for (let attempt = 0; ; attempt++) {
    const result = await get(url, means)
    const pause = RETRY_WAITS_MS[attempt]
    if (result.ok || result.retryAfterMs === undefined || pause === undefined) return result
    if (result.retryAfterMs > LONGEST_RETRY_MS) return result
    await wait(Math.max(pause, result.retryAfterMs), means.signal)
  }
}

/** HTML as text, in the encoding its server named; readers look closer. */
export const textOf = (page: Pick<FetchedPage, 'bytes' | 'mediaType'>): string => {
  const label = /charset=["']?([\w-]+)/i.exec(page.mediaType)?.[1] ?? 'utf-8'
  try {
    return new TextDecoder(label).decode(page.bytes)
  } catch {
    return new TextDecoder().decode(page.bytes)
  }
}

/** The address a page is known by: the canonical one it names, as long as that is on its own host. */
function canonicalOf({ url, look }: Visited, origin: URL): string {
  const { canonical } = look ?? {}
  return canonical && URL.canParse(canonical) && new URL(canonical).host === origin.host
    ? withoutHash(canonical)
    : withoutHash(url)
}

/** Whether an address fits the plan's patterns, in which * stands for anything: of its path, or of all of it. */
function wanted({ include = [], exclude = [] }: SitePlan): (url: string) => boolean {
  const fits = (patterns: readonly string[]) => {
    const expressions = patterns.map((pattern) => new RegExp(`^${pattern.split('*').map(escaped).join('.*')}$`, 'i'))
    return (url: string) => {
      const { pathname, search } = new URL(url)
      return expressions.some((each) => each.test(pathname + search) || each.test(pathname) || each.test(url))
    }
  }
  const [isIn, isOut] = [fits(include), fits(exclude)]
  return (url) => (include.length === 0 || isIn(url)) && !isOut(url)
}

const escaped = (text: string): string => text.replace(/[.+?^${}()|[\]\\]/g, '\\$&')

const withoutHash = (url: string): string => url.replace(/#.*$/, '')

function wait(ms: number, signal: AbortSignal | undefined): Promise<void> {
  if (ms <= 0) return Promise.resolve()
  return new Promise((resolve, reject) => {
    const stop = () => {
      clearTimeout(timer)
      reject(signal?.reason instanceof Error ? signal.reason : new Error('Stopped.'))
    }
    const timer = setTimeout(() => {
      signal?.removeEventListener('abort', stop)
      resolve()
    }, ms)
    if (signal?.aborted) stop()
    else signal?.addEventListener('abort', stop, { once: true })
  })
}
