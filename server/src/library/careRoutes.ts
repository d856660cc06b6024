import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod'
import { asc, eq } from 'drizzle-orm'
import { z } from 'zod'
import {
  accepted,
  cuttingPreview,
  cuttingSchema,
  givenAnswer,
  pairSchema,
  passageEdit,
  passagePage,
  passageSchema,
  sourceChanges,
  sourceSchema,
  sourceVersionList,
  versionDiff,
} from '@parrot/contract'
import { agentById, touchAgent } from '../agents/queries'
import { passages } from '../database'
import { HttpProblem } from '../http/problems'
import { nameOf } from '../members'
import type { Services } from '../services'
import { giveAnswer } from './answers'
import { beginVersion, tellUsers } from './beginning'
import { changeSource, citedLately, passageById, passagesOfSource, sourceById, usersOf } from './queries'
import { answeringVersion, answerWith, newestVersion, versionDiff as diffOf, versionsOf } from './versions'

const params = z.object({ id: z.string() })

/** Passages of a preview that are shown. */
const PREVIEWED = 40

/** The care of one source: what is said of it, its passages and what is changed in them, and its versions. */
export const careRoutes =
  (services: Services): FastifyPluginAsyncZod =>
  async (app) => {
    const { db, files, pool } = services

    app.patch(
      '/api/sources/:id',
      { schema: { params, body: sourceChanges, response: { 200: sourceSchema } } },
      async ({ params: { id }, body }) => {
        await changeSource(db, id, body)
        await tellUsers(services, id)
        return sourceById(db, id)
      },
    )

    /** The agents that would lose a source that is removed. */
    app.get(
      '/api/sources/:id/agents',
      {
        schema: {
          params,
          response: { 200: z.object({ agents: z.array(z.object({ id: z.string(), name: z.string() })) }) },
        },
      },
      async ({ params: { id }, access }) => {
        const users = await usersOf(db, id)
        const visible = await access.visible(users.map((user) => user.id))
        return { agents: users.filter((user) => visible.has(user.id)) }
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
            /** With an agent, how often its last turns cited each passage. */
            agent: z.string().optional(),
          }),
          response: { 200: passagePage },
        },
      },
      async ({ params: { id }, query }) => {
        const page = await passagesOfSource(db, id, query.offset, query.limit)
        if (!query.agent) return page
        const times = await citedLately(db, query.agent)
        return { ...page, passages: page.passages.map((each) => ({ ...each, cited: times.get(each.id) ?? 0 })) }
      },
    )

    app.get('/api/passages/:id', { schema: { params, response: { 200: passageSchema } } }, async ({ params: { id } }) =>
      passageById(db, id),
    )

    /** Changes a passage by hand: a newer version with the change, the one before kept. */
    app.post(
      '/api/sources/:id/edits',
      { schema: { params, body: passageEdit, response: { 202: accepted } } },
      async ({ params: { id }, body }, reply) => {
        const version = await settledVersion(id)
        if (version.number !== body.version)
          throw new HttpProblem(409, 'The source has changed since.', 'Look at it as it is now, then change it.', {
            code: 'conflict',
          })
        return reply.code(202).send(await beginVersion(services, id, { because: 'edited', edit: body.edit }))
      },
    )

    /** The version that answers, once nothing newer is on its way. */
    const settledVersion = async (id: string) => {
      const [answers, newest] = [await answeringVersion(db, id), await newestVersion(db, id)]
      const isBusy = newest.status !== 'ready' && newest.status !== 'failed'
      if (!answers || isBusy) throw new HttpProblem(409, 'The source is still being read.', 'Wait until it is ready.')
      return answers
    }

    app.get(
      '/api/sources/:id/versions',
      { schema: { params, response: { 200: sourceVersionList } } },
      async ({ params: { id } }) => ({ versions: await versionsOf(db, id) }),
    )

    /** Lets another version answer: the way back from a change, a refresh or a newer file. */
    app.post(
      '/api/sources/:id/answer-with',
      { schema: { params, body: z.object({ versionId: z.string() }), response: { 200: sourceSchema } } },
      async ({ params: { id }, body }) => {
        await answerWith(db, id, body.versionId)
        await tellUsers(services, id)
        return sourceById(db, id)
      },
    )

    /** Keeps an answer given by hand; until it is read, what answered before goes on answering. */
    app.post(
      '/api/agents/:id/answers',
      { schema: { params, body: pairSchema, response: { 202: givenAnswer } } },
      async (request, reply) => {
        const { id } = request.params
        await agentById(db, id)
        const given = await giveAnswer(services, id, request.body, await nameOf(request, db))
        await touchAgent(db, id)
        return reply.code(202).send(given)
      },
    )

    const number = z.coerce.number().int().min(1)
    app.get(
      '/api/sources/:id/diff',
      { schema: { params, querystring: z.object({ from: number, to: number }), response: { 200: versionDiff } } },
      async ({ params: { id }, query }) => diffOf(db, id, query.from, query.to),
    )

    /** What another way of cutting would make of the source; nothing is changed. */
    app.post(
      '/api/sources/:id/cutting/preview',
      { schema: { params, body: cuttingSchema, response: { 200: cuttingPreview } } },
      async ({ params: { id }, body: cutting }, reply) => {
        const version = await settledVersion(id)
        if (!version.bytesHash) throw new HttpProblem(409, 'The original of this source is gone.')
        const abort = new AbortController()
        reply.raw.once('close', () => abort.abort())
        const { origin, edits, captionsHash } = version
        const path = files.pathOf(captionsHash ?? version.bytesHash)
        const mediaType = captionsHash ? 'text/vtt' : (version.mediaType ?? undefined)
        const task = { origin, path, mediaType, cutting, edits }
        const result = await pool.read(task, () => undefined, abort.signal)
        if (!result.ok) throw new HttpProblem(409, result.problem.message, result.problem.advice)
        const now = await db
          .select({ text: passages.text })
          .from(passages)
          .where(eq(passages.versionId, version.id))
          .orderBy(asc(passages.ordinal))
        const known = new Set(now.map((passage) => passage.text))
        return {
          passages: result.passages.length,
          same: result.passages.filter((passage) => known.has(passage.text)).length,
          longest: result.passages.reduce((longest, { text }) => Math.max(longest, text.length), 0),
          lostEdits: result.lostEdits,
          first: result.passages
            .slice(0, PREVIEWED)
            .map(({ text, headings }) => ({ text, headings: [...headings], isNew: !known.has(text) })),
        }
      },
    )

    app.post(
      '/api/sources/:id/cutting',
      { schema: { params, body: cuttingSchema, response: { 202: accepted } } },
      async ({ params: { id }, body: cutting }, reply) => {
        await settledVersion(id)
        return reply.code(202).send(await beginVersion(services, id, { because: 'cut', cutting }))
      },
    )
  }
