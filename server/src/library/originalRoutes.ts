import { createReadStream } from 'node:fs'
import type { Readable } from 'node:stream'
import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod'
import { z } from 'zod'
import type { SitePage } from '@parrot/core/library'
import { HttpProblem, notFound } from '../http/problems'
import type { Services } from '../services'
import { answeringVersion, type VersionRow } from './versions'

const params = z.object({ id: z.string() })

/**
 * What an original may do in a browser: nothing. It runs in a sandbox without scripts, in no origin, and loads nothing.
 */
const INERT = "sandbox; default-src 'none'; style-src 'unsafe-inline'; img-src data:; frame-ancestors 'self'"

type KeptVersion = VersionRow & { bytesHash: string }

/** Originals as they came: shown where a browser can show them without harm, else handed out as files. */
export const originalRoutes =
  ({ db, files, pool }: Services): FastifyPluginAsyncZod =>
  async (app) => {
    const kept = async (id: string): Promise<KeptVersion> => {
      const version = await answeringVersion(db, id)
      if (!version?.bytesHash) throw notFound('original')
      return { ...version, bytesHash: version.bytesHash }
    }

    app.get(
      '/api/sources/:id/original',
      { schema: { params, querystring: z.object({ page: z.string().max(2000).optional() }) } },
      async ({ params: { id }, query }, reply) => {
        const version = await kept(id)
        const { body, mediaType, name } = shownOriginal(version, files, query.page)
        const isText = /^text\//.test(mediaType)
        return reply
          .header('content-security-policy', INERT)
          .header('x-content-type-options', 'nosniff')
          .header(
            'content-disposition',
            `${isText ? 'inline' : 'attachment'}; filename*=UTF-8''${encodeURIComponent(name)}`,
          )
          .type(mediaType)
          .send(body)
      },
    )

    /** One page of a PDF as a picture. */
    app.get(
      '/api/sources/:id/pages/:page',
      {
        schema: {
          params: z.object({ id: z.string(), page: z.coerce.number().int().min(1) }),
          querystring: z.object({ width: z.coerce.number().int().min(100).max(2000).default(800) }),
        },
      },
      async ({ params: { id, page }, query }, reply) => {
        const version = await kept(id)
        const picture = await pool.drawPage(files.pathOf(version.bytesHash), page, query.width)
        if (!picture) throw new HttpProblem(404, 'There is no such page to be drawn.')
        return reply.type('image/png').header('cache-control', 'private, max-age=3600').send(Buffer.from(picture))
      },
    )
  }

interface Original {
  readonly body: Readable | string
  readonly mediaType: string
  readonly name: string
}

/** The part of an original that is asked for: a page of a site, else the whole, from the disk as it is sent. */
function shownOriginal(version: KeptVersion, files: Services['files'], page: string | undefined): Original {
  const { origin, mediaType, bytesHash } = version
  const whole = () => createReadStream(files.pathOf(bytesHash))
  switch (origin.kind) {
    case 'site': {
      const pages = JSON.parse(new TextDecoder().decode(files.read(bytesHash))) as SitePage[]
      const found = page === undefined ? pages[0] : pages.find((each) => each.url === page)
      if (!found) throw notFound('page')
      const body = found.html ?? Buffer.from(found.base64 ?? '', 'base64').toString('latin1')
      return { body, mediaType: 'text/html; charset=utf-8', name: 'page.html' }
    }
    case 'page': {
      const name = new URL(origin.url).pathname.split('/').pop() || 'page'
      return { body: whole(), mediaType: mediaType ?? 'text/html', name }
    }
    case 'note':
      return { body: whole(), mediaType: 'text/plain; charset=utf-8', name: `${origin.title}.md` }
    case 'pairs':
      return { body: whole(), mediaType: 'application/json', name: `${origin.title}.json` }
    case 'file': {
      const isPlain = /\.(?:txt|md|markdown|csv|tsv|srt|vtt|log|jsonl?|ics|eml)$/i.test(origin.name)
      const isHtml = /\.x?html?$/i.test(origin.name)
      const type = isHtml ? 'text/html' : isPlain ? 'text/plain' : 'application/octet-stream'
      return { body: whole(), mediaType: type, name: origin.name }
    }
  }
}
