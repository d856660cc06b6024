import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod'
import type { Services } from '../services'
import { writeBackup } from './write'

/** Everything the server keeps, to be put away elsewhere. */
export const backupRoutes =
  (services: Services, version: string): FastifyPluginAsyncZod =>
  async (app) => {
    app.get('/api/backup', async (_request, reply) => {
      const day = new Date().toISOString().slice(0, 10)
      return reply
        .type('application/gzip')
        .header('content-disposition', `attachment; filename="mild-parrot-${day}.tar.gz"`)
        .send(await writeBackup(services, version))
    })
  }
