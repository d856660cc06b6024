import { createHash } from 'node:crypto'
import Fastify, { type FastifyInstance, type FastifyReply } from 'fastify'

/** A calendar server on its own: what it holds can be read, and it can be made to fail. */
export interface StandInCalendar {
  readonly app: FastifyInstance
  /** The entries of a collection by their names. */
  entries(collection: string): ReadonlyMap<string, string>
  /** Answers nothing but this status from now on, 0 for as it should; `isDone`: only after what was to be written is. */
  failWith(status: number, isDone?: boolean): void
}

/**
 * A CalDAV server (RFC 4791) with what booking needs: collections that hold entries, queries by time, an entry that is only
 * made where none of its name is (`If-None-Match: *`), read and taken out. It keeps nothing beyond its own end.
 */
export function buildCalendar(): StandInCalendar {
  const collections = new Map<string, Map<string, string>>()
  const app = Fastify()
  let failing = 0
  let isLost = false
  for (const method of ['PROPFIND', 'REPORT', 'MKCALENDAR']) app.addHttpMethod(method, { hasBody: true })
  app.addContentTypeParser(
    ['application/xml', 'text/xml', 'text/calendar'],
    { parseAs: 'string' },
    (_request, body, done) => done(null, body),
  )
  app.addContentTypeParser('*', { parseAs: 'string' }, (_request, body, done) => done(null, body))
  app.addHook('onRequest', async (_request, reply) => {
    if (failing > 0 && !isLost) return reply.code(failing).send('')
  })
  const of = (name: string): Map<string, string> => {
    const found = collections.get(name) ?? new Map<string, string>()
    collections.set(name, found)
    return found
  }
  const etagOf = (ics: string): string => `"${createHash('sha256').update(ics).digest('hex').slice(0, 16)}"`
  const multistatus = (reply: FastifyReply, responses: readonly string[]) =>
    reply
      .code(207)
      .type('application/xml; charset=utf-8')
      .send(
        `<?xml version="1.0" encoding="utf-8"?><d:multistatus xmlns:d="DAV:" xmlns:c="urn:ietf:params:xml:ns:caldav">${responses.join('')}</d:multistatus>`,
      )
  const entry = (href: string, ics: string, withData: boolean) =>
    `<d:response><d:href>${href}</d:href><d:propstat><d:prop><d:getetag>${escaped(etagOf(ics))}</d:getetag>${
      withData ? `<c:calendar-data>${escaped(ics)}</c:calendar-data>` : ''
    }</d:prop><d:status>HTTP/1.1 200 OK</d:status></d:propstat></d:response>`

  app.route<{ Params: { name: string } }>({
    method: ['PROPFIND', 'REPORT', 'OPTIONS'],
    url: '/calendars/:name/',
    handler: async ({ method, params: { name }, body }, reply) => {
      if (method === 'OPTIONS') return reply.header('dav', '1, calendar-access').send('')
      const asked = typeof body === 'string' ? body : ''
      const [, start = '', end = ''] = /time-range[^>]*start="([^"]+)"[^>]*end="([^"]+)"/.exec(asked) ?? []
      const wanted = [...asked.matchAll(/href[^>]*>([^<]+)</g)].map((match) => match[1]!.split('/').at(-1)!)
      const found = [...of(name)].filter(
        ([entryName, ics]) => (wanted.length === 0 || wanted.includes(entryName)) && mayBeIn(ics, start, end),
      )
      return multistatus(
        reply,
        found.map(([entryName, ics]) => entry(`/calendars/${name}/${entryName}`, ics, asked.includes('calendar-data'))),
      )
    },
  })
  app.route<{ Params: { name: string; entry: string } }>({
    method: ['GET', 'PUT', 'DELETE'],
    url: '/calendars/:name/:entry',
    handler: async ({ method, params: { name, entry: entryName }, body, headers }, reply) => {
      const entries = of(name)
      const there = entries.get(entryName)
      if (method === 'PUT') {
        if (there !== undefined && headers['if-none-match'] === '*') return reply.code(412).send('')
        if (typeof body !== 'string' || !body.includes('BEGIN:VCALENDAR')) return reply.code(415).send('')
        entries.set(entryName, body)
        if (isLost) return reply.code(failing).send('')
        return reply
          .code(there === undefined ? 201 : 204)
          .header('etag', etagOf(body))
          .send('')
      }
      if (there === undefined) return reply.code(404).send('')
      if (method === 'DELETE') {
        entries.delete(entryName)
        return reply.code(204).send('')
      }
      return reply.type('text/calendar; charset=utf-8').header('etag', etagOf(there)).send(there)
    },
  })
  return {
    app,
    entries: of,
    failWith(status, isDone = false) {
      failing = status
      isLost = isDone && status > 0
    },
  }
}

/** Whether an entry may take time between two moments, "20261201T000000Z"; one that repeats is always told. */
function mayBeIn(ics: string, start: string, end: string): boolean {
  if (start === '' || /\nRRULE/.test(ics)) return true
  const from = /\nDTSTART[^:]*:(\d{8}(?:T\d{6})?)/.exec(ics)?.[1] ?? ''
  const to = /\nDTEND[^:]*:(\d{8}(?:T\d{6})?)/.exec(ics)?.[1] ?? from
  return from <= end.slice(0, from.length) && to >= start.slice(0, to.length)
}

const escaped = (text: string): string => text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;')
