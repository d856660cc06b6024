import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod'
import { embedderStates as states, newEmbedder } from '@parrot/contract'
import type { Services } from '../services'
import { modelFailure } from '../models'
import { embed } from './embedder'
import { addEmbedder, candidate, embedderStates, listEmbedders, removeEmbedder } from './queries'

/** The embedder of the installation: set, watched while its vectors are made, cancelled and taken away. */
export const embedderRoutes =
  ({ db, seal, jobs }: Services): FastifyPluginAsyncZod =>
  async (app) => {
    app.get('/api/settings/embedder', { schema: { response: { 200: states } } }, async () => embedderStates(db))

    app.put(
      '/api/settings/embedder',
      { schema: { body: newEmbedder, response: { 200: states } } },
      async ({ body }) => {
        const wanted = await candidate(db, seal, body)
        // One that cannot answer a word is told so at once, and nothing has changed.
        await embed(wanted, seal, ['hello'], AbortSignal.timeout(TRY_MS)).catch((error: unknown) =>
          Promise.reject(modelFailure(error)),
        )
        const { next } = await listEmbedders(db)
        if (next) await jobs.cancel(next.id)
        const id = await addEmbedder(db, wanted)
        await jobs.add('embed', id)
        return embedderStates(db)
      },
    )

    app.delete('/api/settings/embedder', { schema: { response: { 200: states } } }, async () => {
      const { inUse, next } = await listEmbedders(db)
      // While one is being made ready, it goes; else the one that answers.
      const gone = next ?? inUse
      if (gone) {
        await jobs.cancel(gone.id)
        await removeEmbedder(db, gone.id)
      }
      return embedderStates(db)
    })
  }

const TRY_MS = 15_000
