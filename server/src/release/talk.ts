import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import rateLimit from '@fastify/rate-limit'
import type { FastifyRequest } from 'fastify'
import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod'
import { and, eq, isNull } from 'drizzle-orm'
import { z } from 'zod'
import { fillVariables } from '@parrot/core/brief'
import { ModelProblem, type Working } from '@parrot/core/dialogue'
import { talkAgent, talkReply, talkTurn, type TalkReply } from '@parrot/contract'
import type { AgentRow } from '../agents/queries'
import { agents, type Database } from '../database'
import { streamWork, wantsEvents } from '../http/events'
import { sharedCounting } from '../http/limits'
import { HttpProblem } from '../http/problems'
import { newId } from '../ids'
import type { Services } from '../services'
import { conversationOf, keepTurn } from '../turns/conversations'
import { editionOf, type Listening, valuesFor } from '../turns/subject'

const params = z.object({ slug: z.string().max(100) })

const MINUTE = 60_000

/** What tells one visitor from others behind the same address: the conversation, once there is one. */
const conversationIn = ({ body, ip }: FastifyRequest): string =>
  `conversation ${(body as { conversationId?: string } | undefined)?.conversationId ?? `${ip} ${newId()}`}`

/** What visitors reach: the page of an agent and its turns. Only a live edition answers; the draft never does. */
export const talkRoutes =
  (services: Services, widgetFolder: string | undefined): FastifyPluginAsyncZod =>
  async (app) => {
    const { db, bus, config } = services
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
        const agent = await liveAgent(db, slug)
        const { brief } = await editionOf(services, agent, agent.liveEdition)
        return {
          name: brief.identity.name || agent.name,
          role: brief.identity.role,
          face: brief.identity.avatar || agent.name,
          language: brief.identity.language,
          greeting: fillVariables(brief.openers.greeting, brief.variables, valuesFor(brief, query)),
          suggestions: brief.openers.suggestions.filter((text) => text.trim() !== ''),
        }
      },
    )

    const take = async (slug: string, body: z.output<typeof talkTurn>, listening: Listening): Promise<TalkReply> => {
      const began = performance.now()
      const agent = await liveAgent(db, slug)
      const subject = await editionOf(services, agent, agent.liveEdition)
      const conversation = await conversationOf(db, agent.id, 'talk', body.conversationId)
      const line = { said: body.text, conversation: conversation.exchanges, variables: body.variables }
      const state = await services.remembered.take(services, agent.id, subject, line, listening)
      const place = { agentId: agent.id, channel: 'talk', conversationId: conversation.id } as const
      await keepTurn(db, place, subject, state, performance.now() - began)
      bus.tell(agent.id, 'logbook')
      return {
        conversationId: conversation.id,
        reply: state.reply,
        citations: state.citations.map(({ marker, sourceTitle, quote, locator, headings }) => ({
          marker,
          sourceTitle,
          quote,
          locator,
          headings,
        })),
      }
    }

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

    app.get('/talk/:slug', { schema: { params, hide: true } }, async ({ params: { slug } }, reply) => {
      const page = widgetFolder && readFileSync(join(widgetFolder, 'talk.html'), 'utf8')
      if (!page) throw new HttpProblem(503, 'The visitor’s page is not built.', 'Run “npm run build” and start again.')
      const isLive = await liveAgent(db, slug).then(
        () => true,
        () => false,
      )
      return reply
        .code(isLive ? 200 : 404)
        .type('text/html; charset=utf-8')
        .send(page)
    })
  }

/** What failed is the designer's business; a visitor is told that there is no answer just now. */
const failureForVisitors = (error: unknown): unknown =>
  error instanceof ModelProblem
    ? new HttpProblem(502, 'There is no answer just now.', 'Please ask again in a moment.', { code: 'model' })
    : error

async function liveAgent(db: Database, slug: string): Promise<AgentRow & { liveEdition: number }> {
  const [agent] = await db
    .select()
    .from(agents)
    .where(and(eq(agents.slug, slug), isNull(agents.removedAt)))
  if (!agent || agent.liveEdition === null)
    throw new HttpProblem(
      404,
      'Nobody is here to talk to.',
      'The address is wrong, or the agent is not published at the moment.',
    )
  return { ...agent, liveEdition: agent.liveEdition }
}
