import { parseLinks } from '@parrot/core/library'
import type { SitePage } from '@parrot/core/library'
import { fetchPage, type FetchResult } from './fetchPage'

/** Where a crawl begins and how far it goes. */
export interface CrawlPlan {
  readonly url: string
  readonly maxPages: number
  readonly maxDepth: number
}

const POLITE_DELAY_MS = 50

/**
 * Fetches the HTML pages of one site, breadth first from its start address, staying on its host and within what its
 * robots.txt allows to everyone. Pages that fail are left out; the start page must succeed.
 */
export async function crawl(
  plan: CrawlPlan,
  allowedHosts: readonly string[],
  onPage: (done: number, total: number) => void,
  signal: AbortSignal,
): Promise<{ ok: true; pages: SitePage[] } | Exclude<FetchResult, { ok: true }>> {
  const start = new URL(plan.url)
  const isForbidden = await robotsOf(start, allowedHosts, signal)
  const seen = new Set([withoutHash(start.href)])
  const queue = [{ url: start.href, depth: 0 }]
  const pages: SitePage[] = []
  for (let at = 0; at < queue.length && pages.length < plan.maxPages; at++) {
    const { url, depth } = queue[at]!
    if (isForbidden(new URL(url).pathname)) continue
    const result = await fetchPage(url, allowedHosts, signal)
    if (!result.ok) {
      if (at === 0) return result
      continue
    }
    const { page } = result
    if (new URL(page.url).host !== start.host || !page.mediaType.includes('html')) continue
    const html = new TextDecoder(/charset=([\w-]+)/i.exec(page.mediaType)?.[1] ?? 'utf-8').decode(page.bytes)
    pages.push({ url: page.url, html })
    if (depth < plan.maxDepth) {
      for (const link of parseLinks(html, page.url)) {
        const next = withoutHash(link)
        if (new URL(next).host !== start.host || seen.has(next)) continue
        seen.add(next)
        queue.push({ url: next, depth: depth + 1 })
      }
    }
    onPage(pages.length, Math.min(queue.length, plan.maxPages))
    await new Promise((resolve) => setTimeout(resolve, POLITE_DELAY_MS))
  }
  if (pages.length > 0) return { ok: true, pages }
  return {
    ok: false,
    problem: {
      message: `“${plan.url}” gave no page that may be read.`,
      advice: 'Check the address and what its robots.txt allows.',
    },
  }
}

const withoutHash = (url: string): string => url.replace(/#.*$/, '')

/** Path prefixes that robots.txt closes to every robot (the `*` group of RFC 9309, without wildcards). */
async function robotsOf(
  start: URL,
  allowedHosts: readonly string[],
  signal: AbortSignal,
): Promise<(path: string) => boolean> {
  const result = await fetchPage(new URL('/robots.txt', start).href, allowedHosts, signal)
  if (!result.ok) return () => false
  const closed: string[] = []
  let isForAll = false
  for (const line of new TextDecoder().decode(result.page.bytes).split(/\r?\n/)) {
    const [, field, value] = /^\s*([\w-]+)\s*:\s*([^#]*?)\s*(?:#.*)?$/.exec(line) ?? []
    if (/^user-agent$/i.test(field ?? '')) isForAll = value === '*'
    else if (isForAll && /^disallow$/i.test(field ?? '') && value) closed.push(value)
  }
  return (path) => closed.some((prefix) => path.startsWith(prefix))
}
