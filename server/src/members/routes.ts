import rateLimit from '@fastify/rate-limit'
import type { FastifyReply, FastifyRequest } from 'fastify'
import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod'
import { count, desc, eq } from 'drizzle-orm'
import { z } from 'zod'
import {
  auditList,
  firstMember,
  invitationMade,
  invitationSchema,
  invitationTaken,
  keyList,
  keyMade,
  memberChange,
  memberList,
  newInvitation,
  newKey,
  newPassword,
  sessionSchema,
  sharing,
  sharingChange,
  signIn,
  wayBack,
} from '@parrot/contract'
import { agents, audit } from '../database'
import { refusing, sharedCounting } from '../http/limits'
import { HttpProblem } from '../http/problems'
import type { Services } from '../services'
import { COOKIE, type Membership } from './guard'
import { isPassword } from './passwords'
import {
  acceptInvitation,
  addKey,
  addMember,
  changeMember,
  closeSession,
  closeSessions,
  invitationBy,
  invite,
  keysOf,
  listMembers,
  memberByEmail,
  openInvitations,
  openSession,
  removeKey,
  removeMember,
  restoreMember,
  setGroups,
  SESSION_MS,
  setPassword,
  shownMember,
  signedIn,
  withdrawInvitation,
  type MemberRow,
} from './queries'
import { providerOf } from './provider'
import { addProviderRoutes } from './providerRoutes'
import { shareWith, shareWithEverybody, shareWithGroup, sharingOf } from './sharing'
import { isProof } from './tokens'

const params = z.object({ id: z.string().max(64) })
const MINUTE = 60_000
/** Tries to get in, a minute and address. */
const MOST_TRIES = 60

/** Members: who signs in, what each may do, how others come in, and who did what. */
export const memberRoutes =
  ({ db, seal, databaseKind }: Services, membership: Membership): FastifyPluginAsyncZod =>
  async (app) => {
    await app.register(rateLimit, { global: false, ...sharedCounting({ db, databaseKind }) })
    const limit = app.createRateLimit({
      max: MOST_TRIES,
      timeWindow: MINUTE,
      keyGenerator: ({ ip }) => `sign in ${ip}`,
    })
    const limited = refusing('That was tried very often.', limit)

    const enter = async (request: FastifyRequest, reply: FastifyReply, member: MemberRow) => {
      reply.setCookie(COOKIE, await openSession(db, member.id), {
        path: '/',
        httpOnly: true,
        sameSite: 'lax',
        secure: request.protocol === 'https',
        maxAge: SESSION_MS / 1000,
      })
      return { hasMembers: true, member: shownMember(member) }
    }
    const me = ({ access }: FastifyRequest): MemberRow => {
      if (access.member) return access.member
      throw new HttpProblem(409, 'There are no members yet.', 'Make the first one under Settings.')
    }

    app.get('/api/session', { schema: { response: { 200: sessionSchema } } }, async ({ access }) => ({
      hasMembers: await membership.hasMembers(),
      member: access.member && shownMember(access.member),
      ...(await providerOf(db).then(({ issuer, name }) => (issuer ? { provider: name || new URL(issuer).host } : {}))),
    }))

    addProviderRoutes(app, { db, seal }, limited, enter)

    app.post(
      '/api/session',
      { schema: { body: signIn, response: { 200: sessionSchema } }, preHandler: limited },
      async (request, reply) => enter(request, reply, await signedIn(db, request.body.email, request.body.password)),
    )

    app.delete(
      '/api/session',
      { schema: { querystring: z.object({ everywhere: z.enum(['true', 'false']).default('false') }) } },
      async (request, reply) => {
        const token = request.cookies[COOKIE]
        if (token) await closeSession(db, token)
        const { member } = request.access
        if (request.query.everywhere === 'true' && member) await closeSessions(db, member.id)
        return reply.clearCookie(COOKIE, { path: '/' }).code(204).send()
      },
    )

    app.put(
      '/api/session/password',
      { schema: { body: newPassword, response: { 200: sessionSchema } }, preHandler: limited },
      async (request, reply) => {
        const member = me(request)
        if (!(await isPassword(request.body.before, member.password)))
          throw new HttpProblem(403, 'The password you have now is another one.', 'Try again.')
        await setPassword(db, member.id, request.body.password)
        return enter(request, reply, member)
      },
    )

    app.get('/api/session/keys', { schema: { response: { 200: keyList } } }, async (request) => ({
      keys: (await keysOf(db, me(request).id)).map(shownKey),
    }))

    app.post('/api/session/keys', { schema: { body: newKey, response: { 201: keyMade } } }, async (request, reply) => {
      const { row, key } = await addKey(db, me(request).id, request.body.name)
      return reply.code(201).send({ ...shownKey(row), key })
    })

    app.delete(
      '/api/session/keys/:keyId',
      { schema: { params: z.object({ keyId: z.string().max(64) }) } },
      async (request, reply) => {
        await removeKey(db, me(request).id, request.params.keyId)
        return reply.code(204).send()
      },
    )

    app.post(
      '/api/members/first',
      { schema: { body: firstMember, response: { 201: sessionSchema } }, preHandler: limited },
      async (request, reply) => {
        const member = await addMember(db, request.body, 'owner', true)
        membership.begin()
        return reply.code(201).send(await enter(request, reply, member))
      },
    )

    app.get('/api/members', { schema: { response: { 200: memberList } } }, async ({ access }) => ({
      members: (await listMembers(db)).map(shownMember),
      invitations: access.mayAll('owner')
        ? (await openInvitations(db)).map(({ id, email, role, until }) => ({
            id,
            email,
            role,
            until: until.toISOString(),
          }))
        : [],
    }))

    app.patch('/api/members/:id', { schema: { params, body: memberChange } }, async (request, reply) => {
      const { id } = request.params
      if ('groups' in request.body) await setGroups(db, id, request.body.groups)
      else await changeMember(db, id, request.body.role)
      return reply.code(204).send()
    })

    app.delete('/api/members/:id', { schema: { params } }, async (request, reply) => {
      await removeMember(db, request.params.id)
      return reply.code(204).send()
    })

    app.post('/api/members/:id/restore', { schema: { params } }, async (request, reply) => {
      await restoreMember(db, request.params.id)
      return reply.code(204).send()
    })

    app.post(
      '/api/invitations',
      { schema: { body: newInvitation, response: { 201: invitationMade } } },
      async (request, reply) => {
        if (!(await membership.hasMembers()))
          throw new HttpProblem(409, 'There are no members yet.', 'Make yourself the first one.')
        return reply.code(201).send(await invite(db, request.body.email, request.body.role))
      },
    )

    app.delete('/api/invitations/:id', { schema: { params } }, async (request, reply) => {
      await withdrawInvitation(db, request.params.id)
      return reply.code(204).send()
    })

    const byToken = z.object({ token: z.string().max(100) })
    app.get(
      '/api/invited/:token',
      { schema: { params: byToken, response: { 200: invitationSchema } }, preHandler: limited },
      async ({ params: { token } }) => {
        const { email } = await invitationBy(db, token)
        return { email, isKnown: (await memberByEmail(db, email)) !== undefined }
      },
    )

    app.post(
      '/api/invited/:token',
      { schema: { params: byToken, body: invitationTaken, response: { 201: sessionSchema } }, preHandler: limited },
      async (request, reply) => {
        const { name, password } = request.body
        const member = await acceptInvitation(db, request.params.token, { password, ...(name ? { name } : {}) })
        membership.begin()
        return reply.code(201).send(await enter(request, reply, member))
      },
    )

    /** A link for whoever can read the data folder: the first member of a server far away, or the way back of the last. */
    app.post(
      '/api/way-back',
      { schema: { body: wayBack, response: { 201: invitationMade } }, preHandler: limited },
      async ({ body }, reply) => {
        if (!seal.proves((key) => isProof(key, body)))
          throw new HttpProblem(
            403,
            'The proof is wrong.',
            'It is made with the key file of this server’s data folder.',
          )
        return reply.code(201).send(await invite(db, body.email, body.role))
      },
    )

    app.get('/api/agents/:id/sharing', { schema: { params, response: { 200: sharing } } }, async ({ params: { id } }) =>
      sharingOf(db, id),
    )

    app.put(
      '/api/agents/:id/sharing',
      { schema: { params, body: sharingChange, response: { 200: sharing } } },
      async ({ params: { id }, body }) => {
        if ('everybody' in body) await shareWithEverybody(db, id, body.everybody)
        else if ('group' in body) await shareWithGroup(db, id, body.group, body.role)
        else await shareWith(db, id, body.email, body.role)
        return sharingOf(db, id)
      },
    )

    app.get(
      '/api/audit',
      {
        schema: {
          querystring: z.object({
            offset: z.coerce.number().int().min(0).max(1_000_000).default(0),
            limit: z.coerce.number().int().min(1).max(200).default(50),
          }),
          response: { 200: auditList },
        },
      },
      async ({ query: { offset, limit: most } }) => {
        const [counted] = await db.select({ total: count() }).from(audit)
        const rows = await db
          .select({ entry: audit, agent: agents.name })
          .from(audit)
          .leftJoin(agents, eq(agents.id, audit.agentId))
          .orderBy(desc(audit.at))
          .offset(offset)
          .limit(most)
        return {
          total: counted!.total,
          entries: rows.map(({ entry: { id, at, who, what, agentId }, agent }) => ({
            id,
            at: at.toISOString(),
            who,
            what,
            agentId,
            agent,
          })),
        }
      },
    )
  }

const shownKey = ({ id, name, createdAt, lastUsedAt }: Awaited<ReturnType<typeof keysOf>>[number]) => ({
  id,
  name,
  createdAt: createdAt.toISOString(),
  lastUsedAt: lastUsedAt?.toISOString() ?? null,
})
