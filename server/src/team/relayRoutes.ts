import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod'
import { z } from 'zod'
import { draftRelay, RELAY_EXAMPLES, withLeg, type LegResult } from '@parrot/core/team'
import {
  legDeed,
  newRun,
  relayChange,
  relayDraft,
  relayExamples,
  relayList,
  relaySentence,
  relayShown,
  runList,
  runMade,
  runMail,
  runShown,
} from '@parrot/contract'
import { agentById } from '../agents/queries'
import { sendMail } from '../delivery'
import { HttpProblem } from '../http/problems'
import { nameOf } from '../members'
import { modelFailure, modelOf } from '../models'
import type { Services } from '../services'
import { sendInsert } from '../takeAlong'
import { relayBy } from './draftBy'
import {
  addRelay,
  addRun,
  changeRelay,
  changeRun,
  draftingAgents,
  listRelays,
  relayById,
  runById,
  runsOf,
  setRelayRemoved,
  setRun,
  shownRelays,
  shownRun,
  type RelayRow,
} from './relays'

const params = z.object({ id: z.string().max(64) })
const both = params.extend({ leg: z.string().max(40) })

/** Relays of an agent: written, run by hand or by other programs, looked at leg by leg, and gone on with by a person. */
export const relayRoutes =
  (services: Services): FastifyPluginAsyncZod =>
  async (app) => {
    const { db, bus, jobs } = services
    const shown = async (row: RelayRow) => (await shownRelays(db, [row]))[0]!

    app.get(
      '/api/agents/:id/relays',
      { schema: { params, response: { 200: relayList } } },
      async ({ params: { id } }) => {
        await agentById(db, id)
        return { relays: await shownRelays(db, await listRelays(db, id)) }
      },
    )

    app.post(
      '/api/agents/:id/relays',
      { schema: { params, body: relayChange, response: { 201: relayShown } } },
      async ({ params: { id }, body: { cue, ...spec } }, reply) => {
        await agentById(db, id)
        const row = await addRelay(db, id, spec, cue)
        bus.tell(id, 'relays')
        return reply.code(201).send(await shown(row))
      },
    )

    /** Reads a sentence as a relay; nothing is kept. */
    app.post(
      '/api/agents/:id/relays/draft',
      { schema: { params, body: relaySentence, response: { 200: relayDraft } } },
      async ({ params: { id }, body: { sentence, timeZone, endpointId } }) => {
        const agents = await draftingAgents(db, id)
        const { cue, relay, read } =
          endpointId === undefined
            ? draftRelay(sentence, agents, timeZone)
            : await relayBy(await modelOf(db, services.seal, endpointId), sentence, agents, timeZone).catch(
                (error: unknown) => Promise.reject(modelFailure(error)),
              )
        return { relay, cue, read: [...read] }
      },
    )

    app.get(
      '/api/agents/:id/relays/examples',
      { schema: { params, response: { 200: relayExamples } } },
      async ({ params: { id } }) => {
        const [own, other = own] = await draftingAgents(db, id)
        return {
          examples: RELAY_EXAMPLES.map(({ title, sentence }) => ({
            title,
            sentence: sentence.replaceAll('{{own}}', own!.name).replaceAll('{{other}}', other!.name),
          })),
        }
      },
    )

    app.get('/api/relays/:id', { schema: { params, response: { 200: relayShown } } }, async ({ params: { id } }) =>
      shown(await relayById(db, id)),
    )

    app.put(
      '/api/relays/:id',
      { schema: { params, body: relayChange, response: { 200: relayShown } } },
      async ({ params: { id }, body: { cue, ...spec } }) => {
        const row = await changeRelay(db, id, spec, cue)
        bus.tell(row.agentId, 'relays')
        return shown(row)
      },
    )

    app.delete('/api/relays/:id', { schema: { params } }, async ({ params: { id } }, reply) => {
      await setRelayRemoved(db, id, true)
      return reply.code(204).send()
    })

    app.post('/api/relays/:id/restore', { schema: { params } }, async ({ params: { id } }, reply) => {
      await setRelayRemoved(db, id, false)
      return reply.code(204).send()
    })

    app.get('/api/relays/:id/runs', { schema: { params, response: { 200: runList } } }, async ({ params: { id } }) => {
      await relayById(db, id)
      const runs = await runsOf(db, id)
      return {
        runs: runs.map(({ id: runId, status, by, createdAt, endedAt }) => ({
          id: runId,
          status,
          by,
          startedAt: createdAt.toISOString(),
          endedAt: endedAt?.toISOString() ?? null,
        })),
      }
    })

    app.post(
      '/api/relays/:id/runs',
      { schema: { params, body: newRun, response: { 202: runMade } } },
      async (request, reply) => {
        const relay = await relayById(db, request.params.id)
        const run = await addRun(db, relay, request.body.inputs, (await nameOf(request, db)) || 'hand')
        await jobs.add('relay', run.id)
        bus.tell(relay.agentId, 'relays')
        return reply.code(202).send({ id: run.id })
      },
    )

    app.get('/api/runs/:id', { schema: { params, response: { 200: runShown } } }, async ({ params: { id } }) =>
      shownRun(db, await runById(db, id)),
    )

    /** What came of a run as a document. */
    app.get(
      '/api/runs/:id/output',
      { schema: { params, querystring: z.object({ as: z.enum(['md', 'docx', 'pdf']).default('md') }) } },
      async ({ params: { id }, query: { as: form } }, reply) => {
        const { name, output, startedAt } = await shownRun(db, await runById(db, id))
        if (output === '') throw new HttpProblem(409, 'Nothing came of the run yet.', 'Let it come to its end first.')
        return sendInsert(reply, {
          kind: 'file',
          title: name,
          name: `${name}, ${startedAt.slice(0, 10)}.${form}`,
          form,
          text: `# ${name}\n\n${output}`,
        })
      },
    )

    app.get(
      '/api/runs/:id/files/:at',
      { schema: { params: params.extend({ at: z.coerce.number().int().min(0) }) } },
      async ({ params: { id, at } }, reply) =>
        sendInsert(reply, (await shownRun(db, await runById(db, id))).inserts[at]),
    )

    app.post('/api/runs/:id/cancel', { schema: { params } }, async ({ params: { id } }, reply) => {
      const run = await runById(db, id)
      await jobs.cancel(id)
      if (run.status !== 'done') await setRun(db, id, { status: 'cancelled', endedAt: new Date() })
      bus.tell(run.agentId, 'relays')
      return reply.code(204).send()
    })

    /** Sends the mail that was drafted of a run, as a person left it; once. */
    app.post(
      '/api/runs/:id/mail',
      { schema: { params, body: runMail, response: { 200: runShown } } },
      async ({ params: { id }, body: { to, subject, text } }) => {
        const sentAt = new Date().toISOString()
        const run = await changeRun(db, id, ({ status, mail }) => {
          if (status !== 'done' || !mail)
            throw new HttpProblem(409, 'There is no mail to be sent.', 'Let the run come to its end first.')
          if (mail.sentAt !== null)
            throw new HttpProblem(409, 'The mail was sent already.', `It went out to ${mail.to}.`)
          return { mail: { ...mail, to, subject, sentAt } }
        })
        const answers = run.mail?.answers?.messageId
        const { isTaken, answer } = await sendMail(db, services.seal, to, {
          subject,
          text,
          ...(answers ? { answers } : {}),
        })
        if (!isTaken) {
          await changeRun(db, id, ({ mail }) => ({ mail: mail && { ...mail, sentAt: null } }))
          throw new HttpProblem(502, 'The mail was not taken.', answer, { code: 'mail' })
        }
        bus.tell(run.agentId, 'relays')
        return shownRun(db, await runById(db, id))
      },
    )

    /** A person says how a leg goes on that waits for them. */
    app.post(
      '/api/runs/:id/legs/:leg',
      { schema: { params: both, body: legDeed, response: { 200: runShown } } },
      async ({ params: { id, leg }, body: { does, text } }) => {
        const run = await changeRun(db, id, (now) => {
          const result = now.legs.find(({ name }) => name === leg)
          const next = result && now.status !== 'cancelled' ? afterDeed(result, does, text) : undefined
          if (!next)
            throw new HttpProblem(
              409,
              'That leg does not wait for anybody.',
              'Look at the run again: it may have gone on.',
            )
          // Declined, or begun anew, it no longer waits for a yes.
          const { [leg]: asked, ...others } = now.pending
          const pending = next.state === 'waiting' && does === 'approve' && asked ? now.pending : others
          return { legs: [...withLeg(now, next).legs], pending, status: 'queued' }
        })
        await jobs.add('relay', id)
        bus.tell(run.agentId, 'relays')
        return shownRun(db, await runById(db, id))
      },
    )
  }

function afterDeed(
  leg: LegResult,
  does: 'approve' | 'again' | 'leave',
  text: string | undefined,
): LegResult | undefined {
  const isWaiting = ['asks', 'looked', 'unsure', 'failed'].includes(leg.state)
  if (!isWaiting) return undefined
  if (does === 'leave') return { ...leg, state: 'left', text: '', because: 'Somebody left it out.' }
  if (does === 'again') return { ...leg, state: 'waiting', text: '', because: '' }
  if (leg.state === 'looked') return { ...leg, state: 'done', text: text ?? leg.text }
  // The yes is said when the leg is taken up again.
  return leg.state === 'asks' ? { ...leg, state: 'waiting' } : undefined
}
