import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod'
import { eq } from 'drizzle-orm'
import { z } from 'zod'
import { compile, sectionSizes } from '@parrot/core/brief'
import { readRule } from '@parrot/core/rules'
import {
  agentChange,
  agentCopy,
  agentList,
  agentSchema,
  briefEdit,
  briefState,
  briefWrite,
  callAnswer,
  callRequest,
  foundList,
  newAgent,
  promptSchema,
  storedBrief,
} from '@parrot/contract'
import { agents } from '../database'
import { tryConditions } from './calls'
import { streamChanges } from '../http/events'
import { endpointById } from '../settings/endpoints'
import type { Services } from '../services'
import { ownedBy } from '../members'
import { versionsInUse } from '../library/queries'
import { currentBrief, editBrief, redoBrief, saveBrief, undoBrief } from './briefs'
import { remarksOn } from './remarks'
import { agentById, createAgent, listAgents, removeAgent, renameAgent, restoreAgent } from './queries'
import { copyAgent } from './copy'
import { begin } from './drafts'
import { findAnything } from './find'
import { withSharedRules } from './ruleSets'
import { describeAgent, describeAgents } from './stages'

const params = z.object({ id: z.string() })

/** A rule that allows no exception is held against so many passages. */
const PASSAGES_HELD_AGAINST = 3

/** What a new agent begins with: the brief that was agreed on, or the one its beginning gives. */
const begun = (given: z.output<typeof newAgent>['begin']) =>
  given === undefined ? undefined : given.from === 'brief' ? { brief: given.brief, scripts: [] } : begin(given)

/** Agents and their briefs. */
export const agentRoutes =
  (services: Services): FastifyPluginAsyncZod =>
  async (app) => {
    const { db, bus, library } = services

    app.get('/api/agents', { schema: { response: { 200: agentList } } }, async ({ access }) => {
      const all = await listAgents(db)
      const visible = await access.visible(all.map(({ id }) => id))
      return {
        agents: await describeAgents(
          db,
          all.filter(({ id }) => visible.has(id)),
        ),
      }
    })

    app.post('/api/agents', { schema: { body: newAgent, response: { 201: agentSchema } } }, async (request, reply) => {
      const agent = await createAgent(db, request.body.name, begun(request.body.begin))
      await ownedBy(request, db, agent.id)
      return reply.code(201).send(await describeAgent(db, agent))
    })

    app.get('/api/agents/:id', { schema: { params, response: { 200: agentSchema } } }, async ({ params: { id } }) =>
      describeAgent(db, await agentById(db, id)),
    )

    app.patch(
      '/api/agents/:id',
      { schema: { params, body: agentChange, response: { 200: agentSchema } } },
      async ({ params: { id }, body }) => {
        await agentById(db, id)
        if (body.name !== undefined) await renameAgent(db, id, body.name)
        if (body.endpointId !== undefined) {
          if (body.endpointId !== null) await endpointById(db, body.endpointId)
          await db.update(agents).set({ endpointId: body.endpointId, changedAt: new Date() }).where(eq(agents.id, id))
        }
        bus.tell(id, 'agent')
        return describeAgent(db, await agentById(db, id))
      },
    )

    app.post(
      '/api/agents/:id/copy',
      { schema: { params, body: agentCopy, response: { 201: agentSchema } } },
      async (request, reply) => {
        const copy = await copyAgent(db, request.params.id, request.body.name)
        await ownedBy(request, db, copy.id)
        return reply.code(201).send(await describeAgent(db, copy))
      },
    )

    app.get(
      '/api/agents/:id/find',
      { schema: { params, querystring: z.object({ q: z.string().max(200) }), response: { 200: foundList } } },
      async ({ params: { id }, query, access }) => {
        await agentById(db, id)
        const found = await findAnything(services, id, query.q)
        const visible = await access.visible(found.flatMap((each) => (each.kind === 'agent' ? [each.id] : [])))
        return { found: found.filter((each) => each.kind !== 'agent' || visible.has(each.id)) }
      },
    )

    app.delete('/api/agents/:id', { schema: { params } }, async ({ params: { id } }, reply) => {
      await removeAgent(db, id)
      return reply.code(204).send()
    })

    app.post(
      '/api/agents/:id/restore',
      { schema: { params, response: { 200: agentSchema } } },
      async ({ params: { id } }) => {
        await restoreAgent(db, id)
        return describeAgent(db, await agentById(db, id))
      },
    )

    app.get('/api/agents/:id/events', { schema: { params } }, async (request, reply) => {
      await agentById(db, request.params.id)
      return streamChanges(request, reply, (send) => {
        send('open', {})
        return bus.listen(request.params.id, (change) => send('change', { change }))
      })
    })

    app.post(
      '/api/agents/:id/calls',
      { schema: { params, body: callRequest, response: { 200: callAnswer } } },
      async ({ params: { id }, body }) => {
        await agentById(db, id)
        return tryConditions(db, id, body)
      },
    )

    const state = async (id: string) => {
      const current = await currentBrief(db, id)
      const shared = await withSharedRules(db, current.brief)
      const compiled = compile(shared.brief)
      const open = await library.open(await versionsInUse(db, id))
      return {
        ...current,
        remarks: remarksOn(shared.brief, current.brief.rules.length, {
          isInLibrary: (word) => open.has(word),
          passagesOn: (line) => open.search(line, PASSAGES_HELD_AGAINST).map(({ text }) => text),
        }),
        size: {
          characters: compiled.characters,
          tokens: compiled.tokens,
          sections: sectionSizes(compiled),
        },
        savedAt: current.savedAt.toISOString(),
        readings: current.brief.rules.map((rule) => {
          const { understood, explanation } = readRule(rule.when, rule.do)
          return { id: rule.id, understood, explanation }
        }),
      }
    }

    app.get(
      '/api/agents/:id/brief',
      { schema: { params, response: { 200: storedBrief } } },
      async ({ params: { id } }) => {
        await agentById(db, id)
        return state(id)
      },
    )

    app.put(
      '/api/agents/:id/brief',
      { schema: { params, body: briefWrite, response: { 200: briefState } } },
      async ({ params: { id }, body }) => {
        await agentById(db, id)
        await saveBrief(db, id, body.revision, body.brief)
        bus.tell(id, 'agent')
        return state(id)
      },
    )

    app.post(
      '/api/agents/:id/brief/edit',
      { schema: { params, body: z.object({ edit: briefEdit }), response: { 200: storedBrief } } },
      async ({ params: { id }, body }) => {
        await editBrief(db, id, body.edit)
        bus.tell(id, 'agent')
        return state(id)
      },
    )

    for (const [path, move] of [
      ['undo', undoBrief],
      ['redo', redoBrief],
    ] as const) {
      app.post(
        `/api/agents/:id/brief/${path}`,
        { schema: { params, response: { 200: storedBrief } } },
        async ({ params: { id } }) => {
          await agentById(db, id)
          await move(db, id)
          bus.tell(id, 'agent')
          return state(id)
        },
      )
    }

    app.get(
      '/api/agents/:id/brief/prompt',
      { schema: { params, response: { 200: promptSchema } } },
      async ({ params: { id } }) => {
        await agentById(db, id)
        const { revision, brief } = await currentBrief(db, id)
        const compiled = compile((await withSharedRules(db, brief)).brief)
        return { revision, ...compiled }
      },
    )
  }
