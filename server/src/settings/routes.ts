import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod'
import { z } from 'zod'
import {
  agentSchema,
  allowedHosts,
  designerName,
  endpointList,
  endpointSchema,
  endpointTest,
  modelList,
  modelsAt,
  simulatedChoice,
  simulatedModels,
  newEndpoint,
  transcriber,
} from '@parrot/contract'
import { eq } from 'drizzle-orm'
import { agentById } from '../agents/queries'
import { describeAgent } from '../agents/stages'
import { agents } from '../database'
import { setTranscriber, transcriberAddress } from '../library/transcriber'
import { asked, keyOf } from '../models/asked'
import { modelsAt as listModels, tryEndpoint } from '../models/tryOut'
import type { Services } from '../services'
import {
  simulatedEndpoint,
  addEndpoint,
  changeEndpoint,
  endpointById,
  listEndpoints,
  removeEndpoint,
  restoreEndpoint,
  shownEndpoint,
} from './endpoints'
import { designer, setDesigner } from './designer'
import { listAllowedHosts, setAllowedHosts } from './hosts'

const params = z.object({ id: z.string() })

/** Settings of the installation: outside models, and the private hosts pages may come from. */
export const settingsRoutes =
  ({ db, seal, config, bus }: Services): FastifyPluginAsyncZod =>
  async (app) => {
    app.get('/api/settings/hosts', { schema: { response: { 200: allowedHosts } } }, async () => ({
      hosts: await listAllowedHosts(db),
    }))

    app.put(
      '/api/settings/hosts',
      { schema: { body: allowedHosts, response: { 200: allowedHosts } } },
      async ({ body }) => ({
        hosts: await setAllowedHosts(db, body.hosts),
      }),
    )

    app.get('/api/settings/designer', { schema: { response: { 200: designerName } } }, async () => ({
      name: await designer(db),
    }))

    app.put(
      '/api/settings/designer',
      { schema: { body: designerName, response: { 200: designerName } } },
      async ({ body }) => ({ name: await setDesigner(db, body.name) }),
    )

    app.get('/api/settings/transcriber', { schema: { response: { 200: transcriber } } }, async () => ({
      url: await transcriberAddress(db),
    }))

    app.put(
      '/api/settings/transcriber',
      { schema: { body: transcriber, response: { 200: transcriber } } },
      async ({ body }) => ({ url: await setTranscriber(db, body.url) }),
    )

    app.get('/api/endpoints', { schema: { response: { 200: endpointList } } }, async () => ({
      endpoints: (await listEndpoints(db)).map(shownEndpoint),
    }))

    app.post(
      '/api/endpoints',
      { schema: { body: newEndpoint, response: { 201: endpointSchema } } },
      async ({ body }, reply) => reply.code(201).send(shownEndpoint(await addEndpoint(db, seal, body))),
    )

    app.put(
      '/api/endpoints/:id',
      { schema: { params, body: newEndpoint, response: { 200: endpointSchema } } },
      async ({ params: { id }, body }) => shownEndpoint(await changeEndpoint(db, seal, id, body)),
    )

    app.delete('/api/endpoints/:id', { schema: { params } }, async ({ params: { id } }, reply) => {
      await removeEndpoint(db, id)
      return reply.code(204).send()
    })

    app.get('/api/settings/simulated-models', { schema: { response: { 200: simulatedModels } } }, async () => ({
      baseUrl: config.simulatedModels ?? null,
      models: config.simulatedModels
        ? (await listModels(config.simulatedModels, undefined)).filter(({ about }) => about !== '')
        : [],
    }))

    app.put(
      '/api/agents/:id/simulated-model',
      { schema: { params, body: simulatedChoice, response: { 200: agentSchema } } },
      async ({ params: { id }, body: { model } }) => {
        await agentById(db, id)
        const endpointId = model === null ? null : (await simulatedEndpoint(db, seal, config.simulatedModels, model)).id
        await db.update(agents).set({ endpointId, changedAt: new Date() }).where(eq(agents.id, id))
        bus.tell(id, 'agent')
        return describeAgent(db, await agentById(db, id))
      },
    )

    app.post(
      '/api/endpoints/:id/restore',
      { schema: { params, response: { 200: endpointSchema } } },
      async ({ params: { id } }) => shownEndpoint(await restoreEndpoint(db, id)),
    )

    app.post(
      '/api/endpoints/:id/test',
      { schema: { params, response: { 200: endpointTest } } },
      async ({ params: { id } }) => tryEndpoint(asked(await endpointById(db, id), seal)),
    )

    app.post(
      '/api/endpoints/models',
      { schema: { body: modelsAt, response: { 200: modelList } } },
      async ({ body: { baseUrl, key, id } }) => {
        const kept = id === undefined ? undefined : await endpointById(db, id)
        // The kept key goes only where it was set for.
        const isSame = kept !== undefined && new URL(kept.baseUrl).origin === new URL(baseUrl).origin
        const listed = await listModels(baseUrl, key ?? (isSame ? keyOf(kept, seal) : undefined))
        return { models: listed.map((model) => model.id).sort() }
      },
    )
  }
