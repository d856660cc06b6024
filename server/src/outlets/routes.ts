import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod'
import { z } from 'zod'
import {
  doorPass,
  newOutlet,
  newOutletKey,
  outletChange,
  outletKeyMade,
  outletList,
  outletSchema,
  outletSecret,
} from '@parrot/contract'
import { agentById } from '../agents/queries'
import type { Services } from '../services'
import { editionRow } from '../turns/subject'
import { newSecret, previewPass } from './door'
import {
  addOutlet,
  addOutletKey,
  changeOutlet,
  listOutlets,
  outletById,
  outletRow,
  removeOutletKey,
  setOutletRemoved,
} from './queries'

const params = z.object({ id: z.string().max(64) })

/** Outlets of an agent: made, changed, taken away and brought back, with keys for programs. */
export const outletRoutes =
  (services: Services): FastifyPluginAsyncZod =>
  async (app) => {
    const { db, bus } = services
    app.get(
      '/api/agents/:id/outlets',
      { schema: { params, response: { 200: outletList } } },
      async ({ params: { id } }) => {
        await agentById(db, id)
        return { outlets: await listOutlets(db, id) }
      },
    )

    app.post(
      '/api/agents/:id/outlets',
      { schema: { params, body: newOutlet, response: { 201: outletSchema } } },
      async ({ params: { id }, body }, reply) => {
        await agentById(db, id)
        if (body.edition !== null) await editionRow(db, id, body.edition)
        const made = await addOutlet(db, id, body)
        bus.tell(id, 'editions')
        return reply.code(201).send(made)
      },
    )

    app.get('/api/outlets/:id', { schema: { params, response: { 200: outletSchema } } }, async ({ params: { id } }) =>
      outletById(db, id),
    )

    app.put(
      '/api/outlets/:id',
      { schema: { params, body: outletChange, response: { 200: outletSchema } } },
      async ({ params: { id }, body }) => {
        const { agentId } = await outletRow(db, id)
        if (body.edition !== null) await editionRow(db, agentId, body.edition)
        const changed = await changeOutlet(db, id, body)
        bus.tell(agentId, 'editions')
        return changed
      },
    )

    app.post(
      '/api/outlets/:id/preview',
      { schema: { params, response: { 200: doorPass } } },
      async ({ params: { id } }) => ({ pass: await previewPass(services, await outletRow(db, id)) }),
    )

    app.post(
      '/api/outlets/:id/secret',
      { schema: { params, response: { 201: outletSecret } } },
      async ({ params: { id } }, reply) => reply.code(201).send({ secret: await newSecret(services, id) }),
    )

    app.delete('/api/outlets/:id', { schema: { params } }, async ({ params: { id } }, reply) => {
      await setOutletRemoved(db, id, true)
      return reply.code(204).send()
    })

    app.post('/api/outlets/:id/restore', { schema: { params } }, async ({ params: { id } }, reply) => {
      await setOutletRemoved(db, id, false)
      return reply.code(204).send()
    })

    app.post(
      '/api/outlets/:id/keys',
      { schema: { params, body: newOutletKey, response: { 201: outletKeyMade } } },
      async ({ params: { id }, body }, reply) => reply.code(201).send(await addOutletKey(db, id, body.name)),
    )

    app.delete(
      '/api/outlets/:id/keys/:keyId',
      { schema: { params: params.extend({ keyId: z.string().max(64) }) } },
      async ({ params: { id, keyId } }, reply) => {
        await removeOutletKey(db, id, keyId)
        return reply.code(204).send()
      },
    )
  }
