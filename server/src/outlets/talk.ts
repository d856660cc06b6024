import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import rateLimit from '@fastify/rate-limit'
import type { FastifyReply, FastifyRequest } from 'fastify'
import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod'
import { z } from 'zod'
import { fillVariables } from '@parrot/core/brief'
import { ModelProblem, type Working } from '@parrot/core/dialogue'
import { completionRequest, talkAgent, talkReply, talkTurn, type TalkReply } from '@parrot/contract'
import { streamWork, wantsEvents } from '../http/events'
import { sharedCounting } from '../http/limits'
import { HttpProblem, problemOf } from '../http/problems'
import { newId } from '../ids'
import type { Services } from '../services'
import { editionOf, type Listening, valuesFor } from '../turns/subject'
import { annotationsOf, chunkOf, completionOf, lineOf } from './completions'
import { embedded, bubbleScript } from './embed'
import { answerMcp } from './mcp'
import { placeByKey, placeBySlug } from './queries'
import { takeVisitorsTurn } from './take'

const params = z.object({ slug: z.string().max(100) })

const MINUTE = 60_000

/** What tells one visitor from others behind the same address: the conversation, once there is one. */
const conversationIn = ({ body, ip }: FastifyRequest): string =>
  `conversation ${(body as { conversationId?: string } | undefined)?.conversationId ?? `${ip} ${newId()}`}`

/** What visitors reach: the page of an agent and its turns. Only a live edition answers; the draft never does. */
export const talkRoutes =
  (services: Services, widgetFolder: string | undefined): FastifyPluginAsyncZod =>
  async (app) => {
    const { db, config } = services
    await app.register(rateLimit, { global: false, ...sharedCounting(services) })
    const most = config.turnsPerMinute
    const limits = [
      app.createRateLimit({ max: most.address, timeWindow: MINUTE, keyGenerator: ({ ip }) => `address ${ip}` }),
      app.createRateLimit({ max: most.conversation, timeWindow: MINUTE, keyGenerator: conversationIn }),
    ]
    /** Many may come from one address, behind a school's or an office's; one of them asks only so fast. */
    const limited = async (request: FastifyRequest): Promise<void> => {
      for (const limit of limits) {
        const counted = await limit(request)
        if (counted.isAllowed || !counted.isExceeded) continue
        throw new HttpProblem(
          429,
          'That was many questions at once.',
          `Wait ${counted.ttlInSeconds} seconds, then ask again.`,
        )
      }
    }

    app.get(
      '/api/talk/:slug',
      { schema: { params, querystring: z.record(z.string(), z.string().max(300)), response: { 200: talkAgent } } },
      async ({ params: { slug }, query }) => {
        const { agent, edition, outlet } = await placeBySlug(db, slug)
        const { brief } = await editionOf(services, agent, edition)
        const greeting = outlet?.look.greeting || brief.openers.greeting
        const suggestions = outlet?.look.suggestions.length ? outlet.look.suggestions : brief.openers.suggestions
        return {
          name: outlet?.look.title || brief.identity.name || agent.name,
          role: brief.identity.role,
          face: brief.identity.avatar || agent.name,
          language: brief.identity.language,
          greeting: fillVariables(greeting, brief.variables, valuesFor(brief, query)),
          suggestions: suggestions.filter((text) => text.trim() !== ''),
          look: outlet?.look ?? null,
          paused: outlet?.state === 'paused' ? outlet.pausedMessage || 'There is a pause here just now.' : null,
        }
      },
    )

    const take = async (slug: string, body: z.output<typeof talkTurn>, listening: Listening): Promise<TalkReply> =>
      takeVisitorsTurn(services, await placeBySlug(db, slug), body, listening)

    app.post(
      '/api/talk/:slug/turns',
      { schema: { params, body: talkTurn, response: { 200: talkReply } }, preHandler: limited },
      async (request, reply) => {
        const { slug } = request.params
        const failing = (error: unknown) => Promise.reject(failureForVisitors(error))
        if (!wantsEvents(request)) return take(slug, request.body, {}).catch(failing)
        await streamWork(request, reply, async (stream) => {
          const onText = (text: string) => stream.send('text', { text })
          // A visitor is told that the agent is thinking, not how.
          const onWorking = ({ step }: Working) => {
            if (step === 'deliberation') stream.send('thinking', {})
          }
          const listening = { signal: stream.signal, onText, onWorking } as const
          stream.send('done', await take(slug, request.body, listening).catch(failing))
        })
        return reply
      },
    )

    /** The place the key of a request opens. */
    const keyedPlace = ({ headers }: FastifyRequest) =>
      placeByKey(db, (headers.authorization ?? '').split(' ')[1] ?? '')

    const pageOf = async (slug: string, reply: FastifyReply): Promise<FastifyReply> => {
      const page = widgetFolder && readFileSync(join(widgetFolder, 'talk.html'), 'utf8')
      if (!page) throw new HttpProblem(503, 'The visitor’s page is not built.', 'Run “npm run build” and start again.')
      const isLive = await placeBySlug(db, slug).then(
        () => true,
        () => false,
      )
      return reply
        .code(isLive ? 200 : 404)
        .type('text/html; charset=utf-8')
        .send(page)
    }

    app.get('/talk/:slug', { schema: { params, hide: true } }, ({ params: { slug } }, reply) => pageOf(slug, reply))

    /** The same page within another site, which must be one of the outlet’s. */
    app.get('/frame/:slug', { schema: { params, hide: true } }, async ({ params: { slug } }, reply) => {
      const place = await placeBySlug(db, slug).catch(() => undefined)
      embedded(reply, place?.outlet?.domains ?? [])
      return pageOf(slug, reply)
    })

    /** The script that puts a bubble or a frame on a site. */
    app.get(
      '/bubble/:file',
      { schema: { params: z.object({ file: z.string().max(120) }), hide: true } },
      async ({ params: { file } }, reply) => {
        const script = widgetFolder && readFileSync(join(widgetFolder, 'bubble.js'), 'utf8')
        if (!script) throw new HttpProblem(503, 'The visitor’s page is not built.')
        const { outlet } = await placeBySlug(db, file.replace(/\.js$/, ''))
        if (!outlet) throw new HttpProblem(404, 'There is no bubble here.')
        return reply
          .type('text/javascript; charset=utf-8')
          .header('cross-origin-resource-policy', 'cross-origin')
          .header('cache-control', 'public, max-age=60')
          .send(bubbleScript(script, outlet))
      },
    )

    app.route({
      method: ['GET', 'POST', 'DELETE'],
      url: '/mcp/:slug',
      schema: { params, hide: true },
      preHandler: limited,
      handler: async (request, reply) => {
        const place = await keyedPlace(request)
        const { slug } = request.params
        if (slug !== place.agent.slug && slug !== place.outlet?.slug) throw outOfScope(slug, place.agent.slug)
        return answerMcp(services, place, request, reply)
      },
    })

    app.post(
      '/v1/chat/completions',
      { schema: { body: completionRequest }, preHandler: limited },
      async (request, reply) => {
        const place = await keyedPlace(request)
        const { model } = request.body
        if (model !== place.agent.slug && model !== place.outlet?.slug) throw outOfScope(model, place.agent.slug)
        const { said, conversation } = lineOf(request.body)
        const taking = (listening: Listening) =>
          takeVisitorsTurn(services, place, { text: said, before: conversation }, listening).catch((error: unknown) =>
            Promise.reject(failureForVisitors(error)),
          )
        const id = `chatcmpl-${newId()}`
        if (!request.body.stream) {
          const answer = await taking({})
          return completionOf(id, model, answer.reply, answer.citations)
        }
        reply.hijack()
        reply.raw.writeHead(200, { 'content-type': 'text/event-stream; charset=utf-8', 'cache-control': 'no-store' })
        const gone = new AbortController()
        reply.raw.on('close', () => gone.abort())
        const send = (data: unknown) => void reply.raw.write(`data: ${JSON.stringify(data)}\n\n`)
        try {
          const onText = (content: string) => send(chunkOf(id, model, { content }))
          send(chunkOf(id, model, { role: 'assistant', content: '' }))
          const answer = await taking({ onText, signal: gone.signal })
          send(chunkOf(id, model, { annotations: annotationsOf(answer.reply, answer.citations) }, 'stop'))
          reply.raw.write('data: [DONE]\n\n')
        } catch (error) {
          send({ error: { message: problemOf(error).title, type: 'error' } })
        } finally {
          reply.raw.end()
        }
        return reply
      },
    )
  }

const outOfScope = (asked: string, opens: string): HttpProblem =>
  new HttpProblem(403, `This key does not open “${asked}”.`, `It opens “${opens}”.`, { code: 'scope' })

/** What failed is the designer's business; a visitor is told that there is no answer just now. */
const failureForVisitors = (error: unknown): unknown =>
  error instanceof ModelProblem
    ? new HttpProblem(502, 'There is no answer just now.', 'Please ask again in a moment.', { code: 'model' })
    : error
