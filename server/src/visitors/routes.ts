import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod'
import { z } from 'zod'
import { visitorList, visitorQuery } from '@parrot/contract'
import { agentById } from '../agents/queries'
import type { Services } from '../services'
import { visitorsAsCards, visitorsAsCsv } from './export'
import { eraseVisitor, keptOf, listVisitors } from './queries'

const params = z.object({ id: z.string().max(64) })

/** What visitors told of themselves: to be read, taken along, and erased. */
export const visitorRoutes =
  ({ db, bus }: Services): FastifyPluginAsyncZod =>
  async (app) => {
    app.get(
      '/api/agents/:id/visitors',
      {
        schema: {
          params,
          querystring: visitorQuery.extend({
            /** A file in place of a page; `Accept: text/csv` and `text/vcard` ask for the same. */
            as: z.enum(['csv', 'vcf']).optional(),
            offset: z.coerce.number().int().min(0).max(10_000_000).default(0),
            limit: z.coerce.number().int().min(1).max(200).default(50),
          }),
          response: { 200: visitorList },
        },
      },
      async ({ params: { id }, query, headers: { accept = '' } }, reply) => {
        const { slug } = await agentById(db, id)
        const { as, offset, limit, ...narrowing } = query
        const form = as ?? (accept.includes('text/csv') ? 'csv' : accept.includes('text/vcard') ? 'vcf' : undefined)
        if (!form) return listVisitors(db, id, narrowing, { offset, limit })
        return (
          reply
            .type(form === 'csv' ? 'text/csv; charset=utf-8' : 'text/vcard; charset=utf-8')
            .header('content-disposition', `attachment; filename="${slug}-visitors.${form}"`)
            // A stream goes out as it is; what is described is a page.
            .send((form === 'csv' ? visitorsAsCsv : visitorsAsCards)(db, id, narrowing) as never)
        )
      },
    )

    /** Everything that is kept of one visitor, for who asks what is known of them. */
    app.get('/api/visitors/:id', { schema: { params } }, async ({ params: { id } }, reply) =>
      reply.header('content-disposition', `attachment; filename="visitor-${id}.json"`).send(await keptOf(db, id)),
    )

    app.delete('/api/visitors/:id', { schema: { params } }, async ({ params: { id } }, reply) => {
      const { agentId } = await eraseVisitor(db, id)
      bus.tell(agentId, 'logbook')
      return reply.code(204).send()
    })
  }
