import { createHash } from 'node:crypto'
import { parseFeed } from '@rowanmanning/feed-parser'
import type { CueEvent } from '@parrot/core/team'
import { HttpProblem } from '../http/problems'
import { privateHostWords } from '../crawl'
import type { Services } from '../services'
import { hostsOf } from '../settings/hosts'
import { reach } from '../tools/reach'

const TIMEOUT_MS = 15_000
const LONGEST = 4000
const MOST = 100

/** The entries of a feed (RSS or Atom), the newest first; a problem in words where it cannot be read. */
export async function entriesOf(services: Pick<Services, 'config' | 'db'>, url: string): Promise<CueEvent[]> {
  const allowedHosts = await hostsOf(services)
  const asked = {
    method: 'GET',
    url,
    headers: { accept: 'application/atom+xml, application/rss+xml, application/xml' },
    body: '',
  }
  const reply = await reach(asked, { allowedHosts, timeoutMs: TIMEOUT_MS })
  if (!reply.ok) {
    const isPrivate = URL.canParse(url) && reply.message === privateHostWords(new URL(url))
    throw new HttpProblem(422, reply.message, undefined, {
      code: 'not-fetched',
      ...(isPrivate ? { extra: { hostToAllow: new URL(url).host } } : {}),
    })
  }
  if (reply.status !== 200)
    throw new HttpProblem(422, `The feed answered with status ${reply.status}.`, 'Look whether its address is right.')
  const items = itemsIn(reply.text)
  if (items) return items.map(eventOf).sort((a, b) => b.at.getTime() - a.at.getTime())
  throw new HttpProblem(422, 'What stands there is no feed.', 'Give the address of an RSS or Atom feed.', {
    code: 'no-feed',
  })
}

/** One entry of a feed, its text without markup. */
export interface FeedItem {
  readonly id: string
  readonly title: string
  readonly text: string
  readonly url: string
  readonly at: Date | null
}

/** The entries of an RSS or Atom text as they stand there; undefined where it is neither. */
export function itemsIn(feed: string): FeedItem[] | undefined {
  try {
    return parseFeed(feed)
      .items.slice(0, MOST)
      .map(({ id, url, title, description, content, published, updated }) => ({
        id: id ?? url ?? `${title ?? ''}\n${description ?? ''}`,
        title: title ?? '',
        text: plain(content ?? description ?? ''),
        url: url ?? '',
        at: published ?? updated,
      }))
  } catch {
    return undefined
  }
}

const eventOf = ({ id, title, text, url, at }: FeedItem): CueEvent => ({
  key: createHash('sha256').update(id).digest('hex').slice(0, 32),
  title: title || text.slice(0, 80),
  at: at ?? new Date(0),
  values: { title, text, link: url, date: at?.toISOString().slice(0, 10) ?? '' },
})

const plain = (html: string): string =>
  html
    .replace(/<[^>]*>/g, ' ')
    .replace(/\s+/g, ' ')
    .trim()
    .slice(0, LONGEST)
