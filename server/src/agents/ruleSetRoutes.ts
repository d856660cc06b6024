import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod'
import { z } from 'zod'
import { ruleSetList, ruleSetSchema, ruleSetWrite } from '@parrot/contract'
import type { Services } from '../services'
import { addRuleSet, changeRuleSet, listRuleSets, removeRuleSet, restoreRuleSet } from './ruleSets'

const params = z.object({ id: z.string() })

/** Rule sets that several agents share. */
export const ruleSetRoutes =
  ({ db, bus }: Services): FastifyPluginAsyncZod =>
  async (app) => {
    app.get('/api/rule-sets', { schema: { response: { 200: ruleSetList } } }, async ({ access }) => {
      const sets = await listRuleSets(db)
      const visible = await access.visible(sets.flatMap(({ usedBy }) => usedBy.map((user) => user.id)))
      return { sets: sets.map((set) => ({ ...set, usedBy: set.usedBy.filter((user) => visible.has(user.id)) })) }
    })

    app.post(
      '/api/rule-sets',
      { schema: { body: ruleSetWrite, response: { 201: ruleSetSchema } } },
      async ({ body }, reply) => reply.code(201).send(await addRuleSet(db, body)),
    )

    app.put(
      '/api/rule-sets/:id',
      { schema: { params, body: ruleSetWrite, response: { 200: ruleSetSchema } } },
      async ({ params: { id }, body }) => {
        const set = await changeRuleSet(db, id, body)
        for (const user of set.usedBy) bus.tell(user.id, 'agent')
        return set
      },
    )

    app.delete('/api/rule-sets/:id', { schema: { params } }, async ({ params: { id } }, reply) => {
      await removeRuleSet(db, id)
      return reply.code(204).send()
    })

    app.post(
      '/api/rule-sets/:id/restore',
      { schema: { params, response: { 200: ruleSetSchema } } },
      async ({ params: { id } }) => restoreRuleSet(db, id),
    )
  }
