import robotsParser from 'robots-parser'
import { fetchPage, ROBOT, type FetchOptions } from './fetchPage'

/** What a site asks of robots: which addresses to leave alone, how long to wait between two, and where its maps are. */
export interface Robots {
  readonly isAllowed: (url: string) => boolean
  readonly delayMs: number
  readonly sitemaps: readonly string[]
}

const EVERYTHING: Robots = { isAllowed: () => true, delayMs: 0, sitemaps: [] }
const NOTHING: Robots = { ...EVERYTHING, isAllowed: () => false }
/** A site may ask for a wait; a day between two pages would be a way of saying no. */
const LONGEST_DELAY_MS = 10_000

/**
 * The rules of a site by RFC 9309: a robots.txt that is missing allows everything; one that the server fails to give
 * (a status of 500 or above, or no answer) allows nothing until it can be read.
 */
export async function robotsOf(start: URL, options: FetchOptions): Promise<Robots> {
  const address = new URL('/robots.txt', start).href
  const result = await fetchPage(address, options)
  if (!result.ok) return result.retryAfterMs === undefined ? EVERYTHING : NOTHING
  if (!result.page) return EVERYTHING
  // RFC 9309, 2.5: at least the first 500 kibibytes are read.
  const rules = robotsParser(address, new TextDecoder().decode(result.page.bytes.subarray(0, 512 * 1024)))
  return {
    isAllowed: (url) => rules.isAllowed(url, ROBOT) !== false,
    delayMs: Math.min(LONGEST_DELAY_MS, (rules.getCrawlDelay(ROBOT) ?? 0) * 1000),
    sitemaps: rules.getSitemaps(),
  }
}
