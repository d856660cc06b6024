import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod'
import { z } from 'zod'
import {
  draftedScripts,
  newRehearsal,
  rehearsalList,
  rehearsalSchema,
  runBegun,
  runCell,
  SCRIPT_FORMS,
  scriptBeginning,
  scriptImport,
  scriptOrder,
  scriptsFromConversations,
  scriptsImported,
  scriptList,
  scriptSchema,
  storedScript,
} from '@parrot/contract'
import {
  asJunit,
  scriptsAsFile,
  scriptsAsTable,
  scriptsAsText,
  scriptsFromFile,
  scriptsFromTable,
  scriptsFromText,
  type Script,
} from '@parrot/core/rehearsal'
import { agentById } from '../agents/queries'
import { streamWork, wantsEvents } from '../http/events'
import { HttpProblem } from '../http/problems'
import type { WorkProgress } from '../bus'
import type { Services } from '../services'
import { subjectOf } from '../turns/subject'
import { draftedScripts as drafted } from './drafts'
import { scriptFromConversation } from './fromConversation'
import {
  addScript,
  addScripts,
  orderScripts,
  changeScript,
  listScripts,
  setScriptRemoved,
  shownScript,
} from './queries'
import { addRun, cellOf, listRuns, rehearsalById, runById, setRunStatus } from './runs'

const params = z.object({ id: z.string() })

const READERS = { text: scriptsFromText, csv: scriptsFromTable, json: scriptsFromFile }
const WRITERS = {
  text: { type: 'text/plain; charset=utf-8', ending: 'txt', write: scriptsAsText },
  csv: { type: 'text/csv; charset=utf-8', ending: 'csv', write: scriptsAsTable },
  json: { type: 'application/json; charset=utf-8', ending: 'json', write: scriptsAsFile },
}

/** Scripts and their runs. */
export const rehearsalRoutes =
  (services: Services): FastifyPluginAsyncZod =>
  async (app) => {
    const { db, bus, jobs } = services

    app.get(
      '/api/agents/:id/scripts',
      { schema: { params, response: { 200: scriptList } } },
      async ({ params: { id } }) => {
        await agentById(db, id)
        return { scripts: (await listScripts(db, id)).map(shownScript) }
      },
    )

    app.post(
      '/api/agents/:id/scripts',
      { schema: { params, body: scriptSchema, response: { 201: storedScript } } },
      async ({ params: { id }, body }, reply) => {
        await agentById(db, id)
        const row = await addScript(db, id, body)
        bus.tell(id, 'scripts')
        return reply.code(201).send(shownScript(row))
      },
    )

    app.post(
      '/api/agents/:id/scripts/from-conversation',
      { schema: { params, body: scriptBeginning, response: { 201: storedScript } } },
      async ({ params: { id }, body }, reply) => {
        await agentById(db, id)
        const row = await addScript(db, id, await scriptFromConversation(db, id, body.conversationId))
        bus.tell(id, 'scripts')
        return reply.code(201).send(shownScript(row))
      },
    )

    app.get(
      '/api/agents/:id/scripts/drafts',
      { schema: { params, response: { 200: draftedScripts } } },
      async ({ params: { id } }) => {
        await agentById(db, id)
        return { drafts: await drafted(services, id) }
      },
    )

    /** Keeps many scripts at once, all of them or none. */
    app.post(
      '/api/agents/:id/scripts/import',
      { schema: { params, body: scriptImport, response: { 200: scriptsImported } } },
      async ({ params: { id }, body }) => {
        await agentById(db, id)
        const read = 'scripts' in body ? { ok: true as const, scripts: body.scripts } : READERS[body.form](body.content)
        if (!read.ok) {
          const { line, column, problem: text } = read
          return { added: 0, titles: [], problem: { line, text, ...(column === undefined ? {} : { column }) } }
        }
        if ('scripts' in body || !body.isTrial) {
          await addScripts(db, id, read.scripts)
          bus.tell(id, 'scripts')
        }
        return { added: read.scripts.length, titles: read.scripts.map(({ title }) => title), problem: null }
      },
    )

    app.post(
      '/api/agents/:id/scripts/from-conversations',
      { schema: { params, body: scriptsFromConversations, response: { 200: scriptsImported } } },
      async ({ params: { id }, body }) => {
        await agentById(db, id)
        const made: Script[] = []
        for (const each of body.conversationIds) made.push(await scriptFromConversation(db, id, each))
        await addScripts(db, id, made)
        bus.tell(id, 'scripts')
        return { added: made.length, titles: made.map(({ title }) => title), problem: null }
      },
    )

    app.get(
      '/api/agents/:id/scripts/export',
      { schema: { params, querystring: z.object({ form: z.enum(SCRIPT_FORMS).default('json') }) } },
      async ({ params: { id }, query: { form } }, reply) => {
        const { slug } = await agentById(db, id)
        const { type, ending, write } = WRITERS[form]
        return reply
          .type(type)
          .header('content-disposition', `attachment; filename="${slug}-scripts.${ending}"`)
          .send(write((await listScripts(db, id)).map(shownScript)))
      },
    )

    app.put(
      '/api/agents/:id/scripts/order',
      { schema: { params, body: scriptOrder } },
      async ({ params: { id }, body }, reply) => {
        await agentById(db, id)
        await orderScripts(db, id, body.ids)
        bus.tell(id, 'scripts')
        return reply.code(204).send()
      },
    )

    app.get('/api/rehearsals/:id/junit', { schema: { params } }, async ({ params: { id } }, reply) => {
      const run = await runById(db, id)
      const { name, slug } = await agentById(db, run.agentId)
      const { results } = await rehearsalById(db, id)
      return reply
        .type('application/xml; charset=utf-8')
        .header('content-disposition', `attachment; filename="${slug}-r${run.revision}.xml"`)
        .send(asJunit(`${name}, revision ${run.revision}`, results))
    })

    app.put(
      '/api/scripts/:id',
      { schema: { params, body: scriptSchema, response: { 200: storedScript } } },
      async ({ params: { id }, body }) => {
        const row = await changeScript(db, id, body)
        bus.tell(row.agentId, 'scripts')
        return shownScript(row)
      },
    )

    app.delete('/api/scripts/:id', { schema: { params } }, async ({ params: { id } }, reply) => {
      bus.tell((await setScriptRemoved(db, id, true)).agentId, 'scripts')
      return reply.code(204).send()
    })

    app.post(
      '/api/scripts/:id/restore',
      { schema: { params, response: { 200: storedScript } } },
      async ({ params: { id } }) => {
        const row = await setScriptRemoved(db, id, false)
        bus.tell(row.agentId, 'scripts')
        return shownScript(row)
      },
    )

    app.post(
      '/api/agents/:id/rehearsals',
      { schema: { params, body: newRehearsal, response: { 200: rehearsalSchema, 202: runBegun } } },
      async (request, reply) => {
        const { wait, ...asked } = request.body
        const agent = await agentById(db, request.params.id)
        const chosen = await listScripts(db, agent.id, asked.scriptIds)
        if (chosen.length === 0)
          throw new HttpProblem(
            409,
            'There is no script to run.',
            'Write a script first, or keep a conversation as one.',
          )
        const run = await addRun(db, agent.id, asked, await subjectOf(services, agent, asked.subject), chosen.length)
        if (wantsEvents(request)) {
          await streamWork(request, reply, async (stream) => {
            stream.send('begun', { id: run.id })
            await followed(run.id, stream.signal, (progress) => stream.send('progress', progress))
            if (!stream.signal.aborted) stream.send('done', await rehearsalById(db, run.id))
          })
          return reply
        }
        const isOver = await followed(run.id, AbortSignal.timeout(wait * 1000))
        if (isOver) return rehearsalById(db, run.id)
        return reply.code(202).send({ id: run.id, status: (await runById(db, run.id)).status })
      },
    )

    /** Begins a run and waits until it is over or the signal aborts; tells which. */
    const followed = async (id: string, signal: AbortSignal, onProgress?: (progress: WorkProgress) => void) => {
      let stop: () => void = () => undefined
      try {
        return await new Promise<boolean>((resolve, reject) => {
          stop = bus.follow(id, (progress) => {
            if (progress.isOver) resolve(true)
            else onProgress?.({ done: progress.done, total: progress.total, title: progress.title })
          })
          signal.addEventListener('abort', () => resolve(false))
          jobs.add('rehearse', id).catch(reject)
        })
      } finally {
        stop()
      }
    }

    app.post(
      '/api/rehearsals/:id/cancel',
      { schema: { params, response: { 200: runBegun } } },
      async ({ params: { id } }) => {
        const run = await runById(db, id)
        if (run.status === 'queued' || run.status === 'running') {
          await jobs.cancel(id)
          await setRunStatus(db, id, 'cancelled')
          bus.report(id, { done: 0, total: 0, title: '', isOver: true })
          bus.tell(run.agentId, 'scripts')
        }
        return { id, status: (await runById(db, id)).status }
      },
    )

    app.get(
      '/api/agents/:id/rehearsals',
      {
        schema: {
          params,
          querystring: z.object({ limit: z.coerce.number().int().min(1).max(50).default(10) }),
          response: { 200: rehearsalList },
        },
      },
      async ({ params: { id }, query }) => {
        await agentById(db, id)
        return { rehearsals: await listRuns(db, id, query.limit) }
      },
    )

    app.get(
      '/api/rehearsals/:id',
      { schema: { params, response: { 200: rehearsalSchema } } },
      async ({ params: { id } }) => rehearsalById(db, id),
    )

    app.get(
      '/api/rehearsals/:id/scripts/:scriptId',
      { schema: { params: z.object({ id: z.string(), scriptId: z.string() }), response: { 200: runCell } } },
      async ({ params: { id, scriptId } }) => cellOf(db, id, scriptId),
    )
  }
