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
  try {
    return parseFeed(reply.text)
      .items.map(eventOf)
      .sort((a, b) => b.at.getTime() - a.at.getTime())
      .slice(0, MOST)
  } catch {
    throw new HttpProblem(422, 'What stands there is no feed.', 'Give the address of an RSS or Atom feed.', {
      code: 'no-feed',
    })
  }
}

type Item = ReturnType<typeof parseFeed>['items'][number]

function eventOf({ id, url, title, description, content, published, updated }: Item): CueEvent {
  const text = plain(content ?? description ?? '')
  const at = published ?? updated ?? new Date(0)
  const named = id ?? url ?? `${title ?? ''}\n${text}`
  return {
    key: createHash('sha256').update(named).digest('hex').slice(0, 32),
    title: title ?? text.slice(0, 80),
    at,
    values: {
      title: title ?? '',
      text,
      link: url ?? '',
      date: at.getTime() === 0 ? '' : at.toISOString().slice(0, 10),
    },
  }
}

const plain = (html: string): string =>
  html
    .replace(/<[^>]*>/g, ' ')
    .replace(/\s+/g, ' ')
    .trim()
    .slice(0, LONGEST)
