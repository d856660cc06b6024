import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod'
import { z } from 'zod'
import {
  hookList,
  hookMade,
  hookSchema,
  mailServerState,
  mailTest,
  mailTested,
  newHook,
  newMailServer,
} from '@parrot/contract'
import { agentById } from '../agents/queries'
import type { Services } from '../services'
import { mailServerOf, sendMail, setMailServer } from './mail'
import { addHook, changeHook, hooksOf, removeHook, tryHook } from './queries'

const params = z.object({ id: z.string().max(64) })

/** What is told to the outside: webhooks of an agent, and the server that mails go out by. */
export const deliveryRoutes =
  (services: Services): FastifyPluginAsyncZod =>
  async (app) => {
    const { db, seal } = services

    app.get(
      '/api/agents/:id/hooks',
      { schema: { params, response: { 200: hookList } } },
      async ({ params: { id } }) => {
        await agentById(db, id)
        return hooksOf(db, id)
      },
    )

    app.post(
      '/api/agents/:id/hooks',
      { schema: { params, body: newHook, response: { 201: hookMade } } },
      async ({ params: { id }, body }, reply) => {
        await agentById(db, id)
        return reply.code(201).send(await addHook(services, id, body))
      },
    )

    app.put(
      '/api/hooks/:id',
      { schema: { params, body: newHook, response: { 200: hookSchema } } },
      async ({ params: { id }, body }) => changeHook(db, id, body),
    )

    app.delete('/api/hooks/:id', { schema: { params } }, async ({ params: { id } }, reply) => {
      await removeHook(db, id)
      return reply.code(204).send()
    })

    app.post('/api/hooks/:id/try', { schema: { params } }, async ({ params: { id } }, reply) => {
      await tryHook(services, id)
      return reply.code(202).send()
    })

    app.get('/api/settings/mail', { schema: { response: { 200: mailServerState } } }, async () => mailServerOf(db))

    app.put(
      '/api/settings/mail',
      { schema: { body: newMailServer, response: { 200: mailServerState } } },
      async ({ body }) => setMailServer(db, seal, body),
    )

    app.post(
      '/api/settings/mail/try',
      { schema: { body: mailTest, response: { 200: mailTested } } },
      async ({ body: { to } }) => {
        const text = 'Mails of Mild Parrot arrive here.'
        const { isTaken, answer } = await sendMail(db, seal, to, { subject: 'A mail to try it out', text })
        return { isSent: isTaken, answer }
      },
    )
  }
