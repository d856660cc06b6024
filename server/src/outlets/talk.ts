import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import rateLimit from '@fastify/rate-limit'
import type { FastifyReply, FastifyRequest } from 'fastify'
import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod'
import { z } from 'zod'
import { fillVariables } from '@parrot/core/brief'
import { LONGEST_LINE, type Working } from '@parrot/core/dialogue'
import { doorKnock, doorPass, talkAgent, talkReply, talkTurn, type TalkReply } from '@parrot/contract'
import { streamWork, wantsEvents } from '../http/events'
import { refusing, sharedCounting } from '../http/limits'
import { HttpProblem } from '../http/problems'
import { newId } from '../ids'
import type { Services } from '../services'
import { editionOf, type Listening, valuesFor } from '../turns/subject'
import { embedded, bubbleScript } from './embed'
import { addProgramRoutes } from './programs'
import { keepSignedIn, letIn, passFor } from './door'
import { closedWords } from './limits'
import { placeBySlug } from './queries'
import { takeVisitorsTurn } from './take'
import { addVisitRoutes } from './visit'

const params = z.object({ slug: z.string().max(100) })

const MINUTE = 60_000
const MOST_TRIES = 10

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
    /** Many may come from one address, behind a school's or an office's; one of them asks only so fast. */
    const limited = refusing(
      'That was many questions at once.',
      app.createRateLimit({ max: most.address, timeWindow: MINUTE, keyGenerator: ({ ip }) => `address ${ip}` }),
      app.createRateLimit({ max: most.conversation, timeWindow: MINUTE, keyGenerator: conversationIn }),
    )
    /** A password is not guessed: so many tries a minute from one address. */
    const knocking = refusing(
      'That was many tries.',
      app.createRateLimit({ max: MOST_TRIES, timeWindow: MINUTE, keyGenerator: ({ ip }) => `door ${ip}` }),
    )

    app.get(
      '/api/talk/:slug',
      { schema: { params, querystring: z.record(z.string(), z.string().max(300)), response: { 200: talkAgent } } },
      async (request) => {
        const place = await placeBySlug(db, request.params.slug)
        const signedIn = await letIn(services, place, request)
        const query = { ...request.query, ...signedIn }
        const { agent, edition, outlet } = place
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
          paused: closedWords(outlet) ?? null,
          longestLine: outlet?.longestLine ?? LONGEST_LINE,
          form: outlet?.form?.fields.length ? outlet.form : null,
          remembers: brief.memory.rememberVisitor,
        }
      },
    )

    const take = async (
      request: FastifyRequest,
      slug: string,
      body: z.output<typeof talkTurn>,
      listening: Listening,
    ): Promise<TalkReply> => {
      const place = await placeBySlug(db, slug)
      // What the site signed counts more than what stands in a link.
      const known = await letIn(services, place, request)
      const variables = { ...body.variables, ...known }
      const answer = await takeVisitorsTurn(services, place, { ...body, variables }, listening)
      if (known.visitor && body.conversationId === undefined)
        await keepSignedIn(db, place, answer.conversationId, known)
      return answer
    }

    app.post(
      '/api/talk/:slug/door',
      { schema: { params, body: doorKnock, response: { 200: doorPass } }, preHandler: knocking },
      async ({ params: { slug }, body }) => ({
        pass: await passFor(services, await placeBySlug(db, slug), body.password),
      }),
    )

    app.post(
      '/api/talk/:slug/turns',
      { schema: { params, body: talkTurn, response: { 200: talkReply } }, preHandler: limited },
      async (request, reply) => {
        const { slug } = request.params
        if (!wantsEvents(request)) return take(request, slug, request.body, {})
        await streamWork(request, reply, async (stream) => {
          const onText = (text: string) => stream.send('text', { text })
          // A visitor is told that the agent is thinking, not how.
          const onWorking = ({ step }: Working) => {
            if (step === 'deliberation') stream.send('thinking', {})
          }
          const onDoing = (text: string) => stream.send('doing', { text })
          const listening = { signal: stream.signal, onText, onWorking, onDoing } as const
          stream.send('done', await take(request, slug, request.body, listening))
        })
        return reply
      },
    )

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

    addProgramRoutes(app, services, limited)
    addVisitRoutes(app, services, limited)
  }
