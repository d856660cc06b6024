import { randomBytes } from 'node:crypto'
import rateLimit from '@fastify/rate-limit'
import { eq } from 'drizzle-orm'
import type { FastifyRequest } from 'fastify'
import type { FastifyPluginAsyncZod, ZodTypeProvider } from 'fastify-type-provider-zod'
import { Webhook } from 'standardwebhooks'
import { z } from 'zod'
import { cueEvents, cueSchema, cueSecret, cueSwitch, cueTried, cueTry, relayShown } from '@parrot/contract'
import { relays } from '../database'
import { every } from '../every'
import { refusing, sharedCounting } from '../http/limits'
import { HttpProblem } from '../http/problems'
import type { Services } from '../services'
import { changeRelay, relayById, shownRelays } from '../team'
import { arePaused, beginDue, eventsOf, setPaused, takeEvent, tryCue } from './cues'

const params = z.object({ id: z.string().max(64) })
const MOST_CALLED = 64_000
/** Calls of one cue, signed or not: whoever guesses at a secret guesses slowly. */
const CALLS_PER_MINUTE = 60
const header = (value: string | string[] | undefined): string =>
  Array.isArray(value) ? (value[0] ?? '') : (value ?? '')

/** What begins relays by itself: set, tried on what happened lately, called by other programs, and paused all at once. */
export const cueRoutes =
  (services: Services): FastifyPluginAsyncZod =>
  async (app) => {
    const { db, seal, bus } = services

    app.post(
      '/api/relays/:id/cues',
      { schema: { params, body: cueSchema, response: { 201: relayShown } } },
      async ({ params: { id }, body }, reply) => {
        const { spec } = await relayById(db, id)
        const row = await changeRelay(db, id, spec, body)
        bus.tell(row.agentId, 'relays')
        return reply.code(201).send((await shownRelays(db, [row]))[0]!)
      },
    )

    app.post(
      '/api/relays/:id/cue/try',
      { schema: { params, body: cueTry, response: { 200: cueTried } } },
      async ({ params: { id }, body: { cue } }) => tryCue(services, await relayById(db, id), cue),
    )

    app.get(
      '/api/relays/:id/events',
      { schema: { params, response: { 200: cueEvents } } },
      async ({ params: { id } }) => {
        await relayById(db, id)
        const events = await eventsOf(db, id)
        return {
          events: events.map(({ title, at, runId, because }) => ({ title, at: at.toISOString(), runId, because })),
        }
      },
    )

    /** A new secret for calls from outside; shown once, and the one before it no longer opens anything. */
    app.post(
      '/api/relays/:id/secret',
      { schema: { params, response: { 201: cueSecret } } },
      async ({ params: { id } }, reply) => {
        await relayById(db, id)
        const secret = `whsec_${randomBytes(24).toString('base64')}`
        await db
          .update(relays)
          .set({ sealedSecret: seal.close(secret) })
          .where(eq(relays.id, id))
        return reply.code(201).send({ secret, url: `/api/cues/${id}` })
      },
    )

    /** The password of the mailbox; it is for that server only, and never shown. */
    app.put(
      '/api/relays/:id/password',
      { schema: { params, body: z.object({ password: z.string().max(500) }), response: { 200: relayShown } } },
      async ({ params: { id }, body: { password } }) => {
        const row = await relayById(db, id)
        if (row.cue?.kind !== 'mail')
          throw new HttpProblem(409, 'Only a cue of mails has a password.', 'Choose it first.', { code: 'no-mailbox' })
        const sealedSecret = password === '' ? null : seal.close(password)
        await db
          .update(relays)
          .set({ sealedSecret, nextAt: row.cue.isOn ? new Date() : null })
          .where(eq(relays.id, id))
        return (await shownRelays(db, [await relayById(db, id)]))[0]!
      },
    )

    app.get('/api/settings/cues', { schema: { response: { 200: cueSwitch } } }, async () => ({
      isPaused: await arePaused(db),
    }))
    app.put('/api/settings/cues', { schema: { body: cueSwitch, response: { 200: cueSwitch } } }, async ({ body }) => {
      await setPaused(db, body.isPaused)
      return body
    })

    await app.register(async (calls) => {
      await calls.register(rateLimit, { global: false, ...sharedCounting(services) })
      const keyGenerator = ({ params: asked }: FastifyRequest) => `cue ${(asked as { id: string }).id}`
      const limited = refusing(
        'Those were many calls at once.',
        calls.createRateLimit({ max: CALLS_PER_MINUTE, timeWindow: 60_000, keyGenerator }),
      )
      // What is signed are the bytes as they came.
      calls.addContentTypeParser('*', { parseAs: 'string', bodyLimit: MOST_CALLED }, (_request, body, done) =>
        done(null, body),
      )
      calls.addContentTypeParser(
        'application/json',
        { parseAs: 'string', bodyLimit: MOST_CALLED },
        (_request, body, done) => done(null, body),
      )
      calls.withTypeProvider<ZodTypeProvider>().post(
        '/api/cues/:id',
        {
          schema: { params, response: { 202: z.object({ runId: z.string().nullable(), because: z.string() }) } },
          preHandler: limited,
        },
        async ({ params: { id }, body, headers }, reply) => {
          const row = await relayById(db, id).catch(() => undefined)
          const secret = row?.sealedSecret ? seal.open(row.sealedSecret) : undefined
          const said = typeof body === 'string' ? body : ''
          // Whether there is such a relay is told to nobody who cannot sign for it.
          if (!row || !secret || !isSigned(secret, said, headers))
            throw new HttpProblem(
              401,
              'The call is not signed with the secret of this cue.',
              'Sign it as Standard Webhooks says.',
              { code: 'signature' },
            )
          if (row.cue?.kind !== 'call' || !row.cue.isOn)
            throw new HttpProblem(409, 'The cue is switched off.', 'Switch it on where the relay is written.', {
              code: 'off',
            })
          const key = header(headers['webhook-id'])
          const event = {
            key,
            title: said.replace(/\s+/g, ' ').slice(0, 120) || 'An empty call',
            at: new Date(),
            values: valuesIn(said),
          }
          return reply.code(202).send(await takeEvent(services, row, event))
        },
      )
    })
  }

function isSigned(
  secret: string,
  body: string,
  headers: Readonly<Record<string, string | string[] | undefined>>,
): boolean {
  try {
    new Webhook(secret).verify(body, {
      'webhook-id': header(headers['webhook-id']),
      'webhook-timestamp': header(headers['webhook-timestamp']),
      'webhook-signature': header(headers['webhook-signature']),
    })
    return true
  } catch {
    return false
  }
}

/** What a call brings, by name: the fields of a JSON object that are plain, and all of it as `text`. */
function valuesIn(body: string): Record<string, string> {
  const plain: Record<string, string> = { text: body }
  try {
    for (const [name, value] of Object.entries(JSON.parse(body) as Record<string, unknown>))
      if (typeof value === 'string' || typeof value === 'number' || typeof value === 'boolean')
        plain[name] = String(value)
  } catch {
    // Words are what they are.
  }
  return plain
}

const EVERY_MS = 30_000

/** Looks for cues that are due; gives the function that stops it. */
export const keepCues = (services: Services): (() => void) =>
  every(
    EVERY_MS,
    () => beginDue(services),
    (error) => services.log.error(error),
  )
