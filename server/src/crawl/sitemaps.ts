import { gunzipSync } from 'node:zlib'
import { fetchPage, type FetchOptions } from './fetchPage'

/** Maps of maps are followed this far, so that two that name each other end. */
const MOST_MAPS = 20
const MOST_UNPACKED = 50 * 1024 * 1024

/**
 * The addresses that a site's maps list (sitemaps.org protocol 0.9), at most `most`, of the start's host only. A map
 * that is missing or broken lists nothing.
 */
export async function sitemapAddresses(
  start: URL,
  named: readonly string[],
  most: number,
  options: FetchOptions,
): Promise<string[]> {
  const maps = named.length > 0 ? [...named] : [new URL('/sitemap.xml', start).href]
  const found = new Set<string>()
  for (let at = 0; at < Math.min(maps.length, MOST_MAPS) && found.size < most; at++) {
    const xml = await xmlAt(maps[at]!, options)
    const isIndex = /<sitemapindex[\s>]/i.test(xml)
    for (const [, written] of xml.matchAll(/<loc>\s*(?:<!\[CDATA\[)?\s*([^<\]]+?)\s*(?:\]\]>)?\s*<\/loc>/gi)) {
      const address = unescaped(written!)
      if (!URL.canParse(address) || new URL(address).host !== start.host) continue
      if (isIndex) maps.push(address)
      else if (found.size < most) found.add(address)
    }
  }
  return [...found]
}

async function xmlAt(address: string, options: FetchOptions): Promise<string> {
  const result = await fetchPage(address, options)
  if (!result.ok || !result.page) return ''
  const { bytes } = result.page
  const isPacked = bytes[0] === 0x1f && bytes[1] === 0x8b
  try {
    return new TextDecoder().decode(isPacked ? gunzipSync(bytes, { maxOutputLength: MOST_UNPACKED }) : bytes)
  } catch {
    return ''
  }
}

/** The five entities XML itself defines; addresses hold no others. */
const unescaped = (text: string): string =>
  text.replace(
    /&(amp|lt|gt|quot|apos);/g,
    (_, name: string) => ({ amp: '&', lt: '<', gt: '>', quot: '"', apos: "'" })[name]!,
  )
