import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod'
import { z } from 'zod'
import {
  doorPass,
  logoKept,
  newOutlet,
  newOutletKey,
  outletChange,
  outletKeyMade,
  outletList,
  outletSchema,
  outletSecret,
  siteAddress,
  siteLookFound,
} from '@parrot/contract'
import { logoPicture } from '../agents/facePicture'
import { pictureIn } from '../agents/faceRoutes'
import { agentById } from '../agents/queries'
import type { Services } from '../services'
import { editionRow } from '../turns/subject'
import { newSecret, previewPass } from './door'
import { lookOfSite } from './siteLook'
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

    /** Colours, letters and logo of a site, to be taken over or not: the outlet stays as it is. */
    app.post(
      '/api/outlets/:id/look',
      { schema: { params, body: siteAddress, response: { 200: siteLookFound } } },
      async ({ params: { id }, body: { url } }) => {
        await outletRow(db, id)
        return lookOfSite(services, url)
      },
    )

    app.post('/api/outlets/:id/logo', { schema: { params, response: { 201: logoKept } } }, async (request, reply) => {
      await outletRow(db, request.params.id)
      const { bytes, name } = await pictureIn(request)
      return reply.code(201).send({ logo: `picture:${services.files.keep(await logoPicture(bytes, name))}` })
    })

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
