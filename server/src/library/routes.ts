import type { MultipartFile } from '@fastify/multipart'
import type { FastifyRequest } from 'fastify'
import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod'
import { eq } from 'drizzle-orm'
import { z } from 'zod'
import {
  accepted,
  hitList,
  newSource,
  passagePage,
  passageSchema,
  sourceList,
  sourceSchema,
  type NewSource,
} from '@parrot/contract'
import { isArchive } from '@parrot/core/library'
import { agentById, touchAgent } from '../agents/queries'
import { sourceVersions } from '../database'
import type { Origin } from '../database'
import { HttpProblem } from '../http/problems'
import type { Services } from '../services'
import {
  addSource,
  addVersion,
  agentsUsing,
  listSources,
  newestVersion,
  originOf,
  passageById,
  passagesOfSource,
  requeue,
  setRemoved,
  sourceById,
  versionsInUse,
} from './queries'

const params = z.object({ id: z.string() })
const both = z.object({ id: z.string(), sourceId: z.string() })

/** The library: sources, their passages, and the finder. */
export const libraryRoutes =
  ({ db, files, jobs, bus, library, pool }: Services): FastifyPluginAsyncZod =>
  async (app) => {
    const take = async (agentId: string, origin: Origin, bytes: Uint8Array | null) => {
      const { sourceId, versionId } = await addSource(db, agentId, origin, bytes ? files.keep(bytes) : null)
      await jobs.add('read', versionId)
      return sourceId
    }

    /** A ZIP of documents gives one source for each; anything else is itself. */
    const unpacked = async (given: Given): Promise<Given[]> => {
      if (given.origin.kind !== 'file' || !given.bytes || !isArchive(given.origin.name)) return [given]
      const opened = await pool.openArchive(given.bytes, given.origin.name)
      if (!opened.ok) throw new HttpProblem(400, opened.message, opened.advice, { code: 'unreadable' })
      return opened.files.map(({ name, bytes }) => ({ origin: { kind: 'file', name, mediaType: '' }, bytes }))
    }

    /** Begins reading a newer version; the present one answers until it is ready. */
    const replace = async (sourceId: string, origin: Origin, bytes: Uint8Array | null) => {
      const versionId = await addVersion(db, sourceId, origin, bytes ? files.keep(bytes) : null)
      await jobs.add('read', versionId)
      await tellUsers(sourceId)
      return { id: sourceId, status: 'queued' as const }
    }

    const tellUsers = async (sourceId: string) => {
      for (const agentId of await agentsUsing(db, sourceId)) bus.tell(agentId, 'sources')
    }

    app.get(
      '/api/agents/:id/sources',
      { schema: { params, response: { 200: sourceList } } },
      async ({ params: { id } }) => {
        await agentById(db, id)
        return { sources: await listSources(db, id) }
      },
    )

    app.post('/api/agents/:id/sources', { schema: { params, response: { 202: accepted } } }, async (request, reply) => {
      const { id } = request.params
      await agentById(db, id)
      const given = request.isMultipart() ? await uploaded(request) : written(request.body)
      const all = await unpacked(given)
      const ids: string[] = []
      for (const { origin, bytes } of all) ids.push(await take(id, origin, bytes))
      await touchAgent(db, id)
      bus.tell(id, 'sources')
      const [first, ...more] = ids
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
        const { origin, bytes } = request.isMultipart() ? await uploaded(request) : written(request.body)
        if (origin.kind !== kind)
          throw new HttpProblem(
            400,
            `A newer version of a ${kind} must be a ${kind}.`,
            'Add it as a new source instead.',
          )
        return reply.code(202).send(await replace(request.params.id, origin, bytes))
      },
    )

    /** Fetches a page or site again, as a newer version. */
    app.post(
      '/api/sources/:id/refresh',
      { schema: { params, response: { 202: accepted } } },
      async ({ params: { id } }, reply) => {
        const { origin } = await newestVersion(db, id)
        if (!('url' in origin)) throw new HttpProblem(409, 'Only pages and sites can be fetched again.')
        return reply.code(202).send(await replace(id, origin, null))
      },
    )

    app.post(
      '/api/sources/:id/retry',
      { schema: { params, response: { 202: accepted } } },
      async ({ params: { id } }, reply) => {
        await jobs.add('read', await requeue(db, id))
        await tellUsers(id)
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
        await tellUsers(id)
        return sourceById(db, id)
      },
    )

    app.get(
      '/api/sources/:id/passages',
      {
        schema: {
          params,
          querystring: z.object({
            offset: z.coerce.number().int().min(0).default(0),
            limit: z.coerce.number().int().min(1).max(500).default(100),
          }),
          response: { 200: passagePage },
        },
      },
      async ({ params: { id }, query }) => passagesOfSource(db, id, query.offset, query.limit),
    )

    app.get('/api/passages/:id', { schema: { params, response: { 200: passageSchema } } }, async ({ params: { id } }) =>
      passageById(db, id),
    )

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
        const open = await library.open(await versionsInUse(db, id))
        return { hits: open.search(query.q, query.limit) }
      },
    )
  }

interface Given {
  readonly origin: Origin
  readonly bytes: Uint8Array | null
}

/** The one file of a multipart body. Its name loses any folders. */
async function uploaded(request: FastifyRequest): Promise<Given> {
  const file: MultipartFile | undefined = await request.file()
  if (!file)
    throw new HttpProblem(400, 'There is no file in what was sent.', 'Send it in a form field named “file”.', {
      code: 'invalid',
    })
  const bytes = new Uint8Array(await file.toBuffer())
  const name = file.filename.replace(/^.*[\\/]/, '').trim() || 'unnamed'
  return { origin: { kind: 'file', name, mediaType: file.mimetype }, bytes }
}

function written(body: unknown): Given {
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
