import type { FastifyRequest } from 'fastify'
import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod'
import { eq } from 'drizzle-orm'
import { z } from 'zod'
import {
  accepted,
  hitList,
  newSource,
  sourceElsewhere,
  sourceList,
  sourceSchema,
  type NewSource,
} from '@parrot/contract'
import { isArchive, type Origin } from '@parrot/core/library'
import { currentBrief } from '../agents/briefs'
import { agentById, touchAgent } from '../agents/queries'
import { sourceVersions } from '../database'
import { TooLarge } from '../files'
import { HttpProblem } from '../http/problems'
import { nameOf } from '../members'
import type { Services } from '../services'
import { beginVersion, tellUsers } from './beginning'
import {
  addSources,
  listSources,
  originOf,
  setRemoved,
  shareSource,
  sourceById,
  sourcesElsewhere,
  versionsInUse,
} from './queries'
import { newestVersion, requeue } from './versions'

const params = z.object({ id: z.string() })
const both = z.object({ id: z.string(), sourceId: z.string() })

/** Files up to this size are taken; they go to the disk as they come. */
export const MOST_FILE_BYTES = 200 * 1024 * 1024

/** The library: sources as they are added, listed and removed, and the finder's search. */
export const libraryRoutes =
  (services: Services): FastifyPluginAsyncZod =>
  async (app) => {
    const { config, db, files, jobs, bus, pool, search } = services
    /** What was sent: files, on the disk by then, or a description of something to fetch or keep. */
    const given = async (request: FastifyRequest): Promise<Given[]> => {
      if (request.isMultipart()) return uploaded(request, files)
      const { origin, bytes } = written(request.body)
      return [{ origin, bytesHash: bytes ? files.keep(bytes) : null }]
    }

    /** A ZIP of documents gives one source for each; anything else is itself. */
    const unpacked = async (one: Given): Promise<Given[]> => {
      if (one.origin.kind !== 'file' || !one.bytesHash || !isArchive(one.origin.name)) return [one]
      const opened = await pool.keepArchive(files.pathOf(one.bytesHash), one.origin.name, files.folder)
      if (!opened.ok) throw new HttpProblem(400, opened.message, opened.advice, { code: 'unreadable' })
      return opened.files.map(({ name, hash }) => ({
        origin: { kind: 'file', name, mediaType: '' },
        bytesHash: hash,
      }))
    }

    app.get(
      '/api/agents/:id/sources',
      { schema: { params, response: { 200: sourceList } } },
      async ({ params: { id } }) => {
        await agentById(db, id)
        return { sources: await listSources(db, id), limit: config.mostCharacters }
      },
    )

    app.post('/api/agents/:id/sources', { schema: { params, response: { 202: accepted } } }, async (request, reply) => {
      const { id } = request.params
      await agentById(db, id)
      const all: Given[] = []
      for (const each of await given(request)) all.push(...(await unpacked(each)))
      const added = await addSources(db, id, all, await nameOf(request, db))
      await jobs.addMany(
        'read',
        added.map(({ versionId }) => versionId),
      )
      await touchAgent(db, id)
      bus.tell(id, 'sources')
      const [first, ...more] = added.map(({ sourceId }) => sourceId)
      return reply.code(202).send({ id: first!, status: 'queued', ...(more.length > 0 ? { more } : {}) })
    })

    app.delete('/api/agents/:id/sources/:sourceId', { schema: { params: both } }, async ({ params }, reply) => {
      await setRemoved(db, params.id, params.sourceId, true)
      await touchAgent(db, params.id)
      bus.tell(params.id, 'sources')
      return reply.code(204).send()
    })

    app.post('/api/agents/:id/sources/:sourceId/restore', { schema: { params: both } }, async ({ params }, reply) => {
      await setRemoved(db, params.id, params.sourceId, false)
      bus.tell(params.id, 'sources')
      return reply.code(204).send()
    })

    app.get('/api/sources/:id', { schema: { params, response: { 200: sourceSchema } } }, async ({ params: { id } }) =>
      sourceById(db, id),
    )

    app.post(
      '/api/sources/:id/versions',
      { schema: { params, response: { 202: accepted } } },
      async (request, reply) => {
        const { kind } = await sourceById(db, request.params.id)
        const [one, ...others] = await given(request)
        if (!one || others.length > 0) throw new HttpProblem(400, 'A newer version is one file.', 'Send just that.')
        const { origin, bytesHash } = one
        if (origin.kind !== kind)
          throw new HttpProblem(
            400,
            `A newer version of a ${kind} must be a ${kind}.`,
            'Add it as a new source instead.',
          )
        const made = { because: 'replaced', origin, bytesHash, mediaType: null } as const
        return reply.code(202).send(await beginVersion(services, request.params.id, made))
      },
    )

    /** Fetches a page or site again, as a newer version. */
    app.post(
      '/api/sources/:id/refresh',
      { schema: { params, response: { 202: accepted } } },
      async ({ params: { id } }, reply) => {
        const { origin } = await newestVersion(db, id)
        if (!('url' in origin)) throw new HttpProblem(409, 'Only pages and sites can be fetched again.')
        const made = { because: 'refreshed', origin, bytesHash: null, mediaType: null } as const
        return reply.code(202).send(await beginVersion(services, id, made))
      },
    )

    app.post(
      '/api/sources/:id/retry',
      { schema: { params, response: { 202: accepted } } },
      async ({ params: { id } }, reply) => {
        await jobs.add('read', await requeue(db, id))
        await tellUsers(services, id)
        return reply.code(202).send({ id, status: 'queued' })
      },
    )

    app.post(
      '/api/sources/:id/cancel',
      { schema: { params, response: { 200: sourceSchema } } },
      async ({ params: { id } }) => {
        const version = await newestVersion(db, id)
        if (version.status === 'ready' || version.status === 'failed')
          throw new HttpProblem(409, 'There is nothing to cancel.')
        await jobs.cancel(version.id)
        const values = {
          status: 'failed',
          error: 'Reading was cancelled.',
          advice: 'Try again whenever you like.',
        } as const
        await db.update(sourceVersions).set(values).where(eq(sourceVersions.id, version.id))
        await tellUsers(services, id)
        return sourceById(db, id)
      },
    )

    app.get(
      '/api/agents/:id/sources-elsewhere',
      { schema: { params, response: { 200: z.object({ sources: z.array(sourceElsewhere) }) } } },
      async ({ params: { id }, access }) => {
        await agentById(db, id)
        return { sources: await sourcesElsewhere(db, id, (ids) => access.visible(ids)) }
      },
    )

    /** Lets this agent use a source that another one has. */
    app.post('/api/agents/:id/sources/:sourceId/use', { schema: { params: both } }, async ({ params }, reply) => {
      await agentById(db, params.id)
      await shareSource(db, params.id, params.sourceId)
      await touchAgent(db, params.id)
      bus.tell(params.id, 'sources')
      return reply.code(204).send()
    })

    app.get(
      '/api/agents/:id/search',
      {
        schema: {
          params,
          querystring: z.object({
            q: z.string().max(2000).default(''),
            limit: z.coerce.number().int().min(1).max(50).default(8),
          }),
          response: { 200: hitList },
        },
      },
      async ({ params: { id }, query }) => {
        await agentById(db, id)
        const open = await search.open(await versionsInUse(db, id))
        const { brief } = await currentBrief(db, id)
        return open.find(query.q, query.limit, brief.glossary)
      },
    )
  }

interface Given {
  readonly origin: Origin
  readonly bytesHash: string | null
}

/** The files of a multipart body, on the disk; all of them or none. Their names lose any folders. */
async function uploaded(request: FastifyRequest, files: Services['files']): Promise<Given[]> {
  const all: Given[] = []
  for await (const file of request.files({ limits: { files: MOST_FILES + 1 } })) {
    if (all.length === MOST_FILES)
      throw new HttpProblem(
        413,
        `More than ${MOST_FILES} files at once; none of them was taken.`,
        'Add them in parts, or packed in a ZIP.',
        { code: 'too-many' },
      )
    const name = file.filename.replace(/^.*[\\/]/, '').trim() || 'unnamed'
    const { hash } = await files.keepStream(file.file, MOST_FILE_BYTES).catch((error: unknown) => {
      if (!(error instanceof TooLarge)) throw error
      const most = `${MOST_FILE_BYTES / 1024 / 1024} MB`
      throw new HttpProblem(413, `“${name}” is larger than ${most}.`, 'Split it into parts and add them one by one.', {
        code: 'too-large',
      })
    })
    all.push({ origin: { kind: 'file', name, mediaType: file.mimetype }, bytesHash: hash })
  }
  if (all.length === 0)
    throw new HttpProblem(400, 'There is no file in what was sent.', 'Send it in a form field named “file”.', {
      code: 'invalid',
    })
  return all
}
const MOST_FILES = 100

function written(body: unknown): { origin: Origin; bytes: Uint8Array | null } {
  const parsed = newSource.safeParse(body)
  if (!parsed.success) {
    const fields = parsed.error.issues.map((issue) => ({ path: issue.path.join('.'), message: issue.message }))
    throw new HttpProblem(400, 'Something that was sent does not fit.', fields[0]?.message, { code: 'invalid', fields })
  }
  return { origin: originOf(parsed.data as NewSource), bytes: contentBytes(parsed.data) }
}

function contentBytes(source: z.output<typeof newSource>): Uint8Array | null {
  if (source.kind === 'note') return new TextEncoder().encode(source.text)
  if (source.kind === 'pairs') return new TextEncoder().encode(JSON.stringify(source.pairs))
  return null
}
