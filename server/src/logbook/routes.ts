import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod'
import { z } from 'zod'
import {
  conversationList,
  conversationSchema,
  logbookQuery,
  overTime as overTimeSchema,
  overTimeQuery,
  settling,
  unsettling,
  wantList,
} from '@parrot/contract'
import { agentById } from '../agents/queries'
import type { Services } from '../services'
import { conversationById, listConversations } from './conversations'
import { logbookAsCsv, logbookAsLines } from './export'
import { overTime } from './overTime'
import { settle, unsettle, wants } from './wants'

const params = z.object({ id: z.string() })

/** Conversations with visitors, to be found and read, or taken along as a file. */
export const logbookRoutes =
  ({ db, bus }: Services): FastifyPluginAsyncZod =>
  async (app) => {
    app.get(
      '/api/agents/:id/conversations',
      {
        schema: {
          params,
          querystring: logbookQuery.extend({
            /** A file in place of a page; `Accept: text/csv` and `application/jsonl` ask for the same. */
            as: z.enum(['csv', 'jsonl']).optional(),
            offset: z.coerce.number().int().min(0).max(10_000_000).default(0),
            limit: z.coerce.number().int().min(1).max(200).default(50),
          }),
          response: { 200: conversationList },
        },
      },
      async ({ params: { id }, query, headers }, reply) => {
        const { slug } = await agentById(db, id)
        const { as, offset, limit, ...narrowing } = query
        const form = as ?? formIn(headers.accept)
        if (!form) return listConversations(db, id, narrowing, { offset, limit })
        return (
          reply
            .type(form === 'csv' ? 'text/csv; charset=utf-8' : 'application/jsonl')
            .header('content-disposition', `attachment; filename="${slug}-logbook.${form}"`)
            // A stream goes out as it is; what is described is a page.
            .send((await (form === 'csv' ? logbookAsCsv : logbookAsLines)(db, id, narrowing)) as never)
        )
      },
    )

    app.get(
      '/api/agents/:id/wants',
      { schema: { params, response: { 200: wantList } } },
      async ({ params: { id } }) => {
        await agentById(db, id)
        return wants(db, id)
      },
    )

    app.post('/api/agents/:id/wants/settle', { schema: { params, body: settling } }, async (request, reply) => {
      const { id } = request.params
      await agentById(db, id)
      await settle(db, id, request.body.questions, request.body.how)
      bus.tell(id, 'logbook')
      return reply.code(204).send()
    })

    app.post('/api/agents/:id/wants/reopen', { schema: { params, body: unsettling } }, async (request, reply) => {
      const { id } = request.params
      await unsettle(db, id, request.body.questions)
      bus.tell(id, 'logbook')
      return reply.code(204).send()
    })

    app.get(
      '/api/agents/:id/over-time',
      { schema: { params, querystring: overTimeQuery, response: { 200: overTimeSchema } } },
      async ({ params: { id }, query }) => {
        await agentById(db, id)
        return overTime(db, id, query)
      },
    )

    app.get(
      '/api/conversations/:id',
      { schema: { params, response: { 200: conversationSchema } } },
      async ({ params: { id }, access }) => conversationById(db, id, access.member?.id ?? ''),
    )
  }

const formIn = (accept = ''): 'csv' | 'jsonl' | undefined =>
  accept.includes('text/csv') ? 'csv' : accept.includes('application/jsonl') ? 'jsonl' : undefined
