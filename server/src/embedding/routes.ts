import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod'
import { embedderStates as states, newEmbedder } from '@parrot/contract'
import { ModelProblem } from '@parrot/core/dialogue'
import { HttpProblem } from '../http/problems'
import type { Services } from '../services'
import { embed } from './embedder'
import { embedderStates, listEmbedders, removeEmbedders, setEmbedder } from './queries'

/** The embedder of the installation: set, watched while its vectors are made, cancelled and taken away. */
export const embedderRoutes =
  ({ db, seal, jobs }: Services): FastifyPluginAsyncZod =>
  async (app) => {
    app.get('/api/settings/embedder', { schema: { response: { 200: states } } }, async () => embedderStates(db))

    app.put(
      '/api/settings/embedder',
      { schema: { body: newEmbedder, response: { 200: states } } },
      async ({ body }) => {
        const { next } = await listEmbedders(db)
        if (next) await jobs.cancel(next.id)
        const id = await setEmbedder(db, seal, body)
        const row = (await listEmbedders(db)).next!
        try {
          // One that cannot answer a word is told so at once, and nothing of it stays.
          await embed(row, seal, ['hello'], AbortSignal.timeout(TRY_MS))
        } catch (error) {
          await removeEmbedder(id)
          throw error instanceof ModelProblem
            ? new HttpProblem(502, error.message, error.advice, { code: 'model' })
            : error
        }
        await jobs.add('embed', id)
        return embedderStates(db)
      },
    )

    app.delete('/api/settings/embedder', { schema: { response: { 200: states } } }, async () => {
      const { inUse, next } = await listEmbedders(db)
      for (const row of [inUse, next]) if (row) await jobs.cancel(row.id)
      // While one is being made ready, it goes; else the one that answers.
      await removeEmbedders(db, next ? next.id : inUse?.id)
      return embedderStates(db)
    })

    const removeEmbedder = (id: string) => removeEmbedders(db, id)
  }

const TRY_MS = 15_000
