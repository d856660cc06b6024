import { XMLParser } from 'fast-xml-parser'
import type { ToolOperation } from '@parrot/contract'
import { itemsIn } from '../../feeds'
import { HttpProblem } from '../../http/problems'
import { reach } from '../reach'
import { failed, operation, textOf, type ToolKindAtHand } from './kind'

const MOST_FOUND = 8
const LONGEST = 400

/** A search engine that describes itself by OpenSearch 1.1 and answers with RSS or Atom, limited to the sites that are named. */
export const search: ToolKindAtHand = {
  operations: () => [searchAt('')],

  async call({ row, operation: { request }, input, limits, isDry }) {
    const url = (request?.url ?? '')
      .replace(/\{searchTerms\??\}/g, encodeURIComponent(textOf(input.query, 300)))
      .replace(/\{[^}]*\?\}/g, '')
    const sent = { method: 'GET', url, headers: { accept: 'application/atom+xml, application/rss+xml' }, body: '' }
    if (isDry) return { sent, result: null }
    const reply = await reach(sent, limits)
    if (!reply.ok) return { sent, result: failed(reply.message) }
    if (reply.status !== 200) return { sent, result: failed(`The search answered with status ${reply.status}.`) }
    const value = foundIn(reply.text, row.settings.sites ?? [])
    return {
      sent,
      result: value
        ? { text: JSON.stringify(value), value }
        : failed('The search answered with something that is no feed.'),
    }
  },
}

const searchAt = (url: string): ToolOperation =>
  operation(
    'search_web',
    'Search',
    'Searches websites and tells what was found, with addresses.',
    { query: ['What shall be searched for?'] },
    { request: { method: 'GET', url, query: {}, headers: {}, body: null } },
  )

/** What was found, of the sites that are allowed; undefined where the answer is no feed. */
const foundIn = (feed: string, sites: readonly string[]): { title: string; text: string; url: string }[] | undefined =>
  itemsIn(feed)
    ?.filter(({ url }) => URL.canParse(url) && /^https?:/.test(url))
    .filter(({ url }) => sites.length === 0 || sites.some((site) => isOf(url, site)))
    .slice(0, MOST_FOUND)
    .map(({ title, text, url }) => ({ title, text: text.slice(0, LONGEST), url }))

const isOf = (url: string, site: string): boolean => {
  const { host, hostname } = new URL(url)
  const wanted = site.toLowerCase()
  return host === wanted || hostname === wanted || hostname.endsWith(`.${wanted}`)
}

const FEEDS = /^application\/(?:atom|rss)\+xml$/

/** The search that a description document tells of; a problem in words where it tells of none that answers with a feed. */
export function readOpenSearch(document: string, from: string): { url: string; operations: readonly ToolOperation[] } {
  const parser = new XMLParser({
    ignoreAttributes: false,
    attributeNamePrefix: '',
    removeNSPrefix: true,
    processEntities: false,
  })
  const told = ((): { OpenSearchDescription?: { Url?: unknown } } => {
    try {
      return parser.parse(document) as { OpenSearchDescription?: { Url?: unknown } }
    } catch {
      return {}
    }
  })()
  const urls = [told.OpenSearchDescription?.Url ?? []].flat() as { type?: string; template?: string }[]
  const found = urls.find(({ type = '', template = '' }) => FEEDS.test(type) && template.includes('{searchTerms'))
  if (!found || !URL.canParse(found.template!.replace(/\{[^}]*\}/g, 'x'), from))
    throw new HttpProblem(
      422,
      'There is no search described there that answers with a feed.',
      'Give the address of an OpenSearch description whose Url is of type application/atom+xml or application/rss+xml.',
      { code: 'no-search' },
    )
  // Its places are no part of an address until they are filled.
  const whole = new URL(found.template!.replace(/&amp;/g, '&'), from).href
  return { url: from, operations: [searchAt(whole.replace(/%7B/gi, '{').replace(/%7D/gi, '}'))] }
}
